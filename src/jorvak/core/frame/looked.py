"""First looks at what is pulled on or carries: bolts, bars and hinges of this rig, with the forces that it knows."""

import math
from collections.abc import Callable
from typing import TypeVar

from jorvak.core.calculation import Point3, Refused
from jorvak.core.catalogue import usual_share
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.frame import beam as bars
from jorvak.core.frame import hinge_load as hinges
from jorvak.core.frame.beam import BeamIn, beam
from jorvak.core.frame.bolt import BoltIn, BoltOut, bolt
from jorvak.core.frame.bolt_group import BoltAt, BoltGroupIn, BoltUse, bolt_group
from jorvak.core.frame.hinge_load import HingeLoadIn, hinge_load
from jorvak.core.frame.laddered import USUAL_OFF_MM
from jorvak.core.frame.records import Condition, LookSort, StrengthLook
from jorvak.core.immutable import record
from jorvak.core.load.masses import brought_laden
from jorvak.core.quantities import MASS
from jorvak.core.quantities.units import STANDARD_GRAVITY
from jorvak.core.recovery.pulls import foreseen, pulls_of
from jorvak.core.recovery.records import Pull

NUT_FACTORS: dict[Condition, float] = {"dry": 0.20, "oiled": 0.15, "greased": 0.12}

FORCE_SHARE = 0.15
"""What a force that somebody typed may be off. Source: the trade's conventions, of what is assumed."""

T = TypeVar("T")


@record(frozen=True, slots=True)
class LookStands:
    """A first look: ``factor`` against ``least``; None with ``gaps``, what nobody has noted, or ``cannot``.

    ``force_n`` is what pulls, ``load_kg`` what hangs on it, ``each`` what every bolt gets and ``worst`` which of them
    most, ``bolt`` the bolt's own torque and strength. ``not_in_it`` is what was not looked at.
    """

    name: str
    sort: LookSort
    factor: float | None
    least: float
    force_n: tuple[float, ...] | None
    load_kg: float | None
    each: tuple[BoltUse, ...]
    worst: int | None
    bolt: BoltOut | None
    stress_mpa: float | None
    deflection_mm: float | None
    resultant_n: float | None
    not_in_it: str
    gaps: tuple[str, ...]
    cannot: str | None


def looks(ask: Ask) -> tuple[LookStands, ...]:
    """Each first look. Source: bolt-group, beam, hinge-load."""
    return tuple(_LOOKS[each.sort](ask, each) for each in ask.all(StrengthLook))


def _stands(look: StrengthLook, least: float, not_in_it: str, **more: object) -> LookStands:
    blank: dict[str, object] = {
        "factor": None, "force_n": None, "load_kg": None, "each": (), "worst": None, "bolt": None, "stress_mpa": None,
        "deflection_mm": None, "resultant_n": None, "gaps": (), "cannot": None,
    }  # fmt: skip
    return LookStands(name=look.name, sort=look.sort, least=least, not_in_it=not_in_it, **{**blank, **more})  # type: ignore[arg-type]


def _or_why(work_out: Callable[[], T]) -> tuple[T | None, str | None, str | None]:
    """What it comes to; else what is missing, or why it cannot be."""
    try:
        return work_out(), None, None
    except Missing as missing:
        return None, missing.waits.label, None
    except Refused as refused:
        return None, None, refused.message


BOLTS_NOT = "plate, edges, prying, the rail's wall behind it, welds, fatigue"
BAR_NOT = "welds, holes, buckling, what holds its ends, fatigue"
HINGE_NOT = "the metal round the hinges, rust, wear, latches"


def _bolts(ask: Ask, look: StrengthLook) -> LookStands:
    force, waits, cannot = _or_why(lambda: _force(ask, look))
    own = _own_bolt(look)
    gaps = [
        label
        for label, noted in (
            ("where each bolt sits", len(look.bolts) > 1),
            ("the thread", look.thread),
            ("the class on the bolts' heads", look.grade),
            ("where it is pulled", look.at_mm),
        )
        if not noted
    ]
    if waits is not None:
        gaps.append(waits)
    more = {"force_n": force, "bolt": own}
    if gaps or cannot or force is None or own is None or look.at_mm is None:
        return _stands(look, hinges.LEAST_FACTOR, BOLTS_NOT, gaps=tuple(gaps), cannot=cannot, **more)
    x, y, z = (
        value + USUAL_OFF_MM * ask.unit(f"{look.name}, place of the pull, {axis}")
        for axis, value in zip("xyz", look.at_mm, strict=True)
    )
    try:
        came_to = bolt_group(
            BoltGroupIn(
                bolts=[BoltAt(x_mm=x, y_mm=y) for x, y in look.bolts],
                stress_area_mm2=own.stress_area_mm2,
                tensile_mpa=own.tensile_mpa,
                force_n=force,
                # Bolts on one line bear no moment about it at all: there the place is taken at its word.
                at_mm=look.at_mm if on_one_line(look.bolts) else (x, y, z),
            )
        )
    except Refused as refused:
        return _stands(look, hinges.LEAST_FACTOR, BOLTS_NOT, cannot=refused.message, **more)
    return _stands(
        look, hinges.LEAST_FACTOR, BOLTS_NOT, **more,
        factor=came_to.factor, each=tuple(came_to.bolts), worst=came_to.worst,
    )  # fmt: skip


def on_one_line(bolts: tuple[tuple[float, float], ...]) -> bool:
    """Whether all bolts stand on one line."""
    (ax, ay), *others = bolts
    far = max(others, key=lambda each: math.dist((ax, ay), each), default=(ax, ay))
    return all(abs((far[0] - ax) * (y - ay) - (far[1] - ay) * (x - ax)) <= 1e-6 for x, y in others)


def _own_bolt(look: StrengthLook) -> BoltOut | None:
    """Its torque and strength; dry where nobody said, and the sheet says so."""
    if look.thread is None or look.grade is None:
        return None
    try:
        return bolt(
            BoltIn(thread=look.thread, grade=look.grade, nut_factor=NUT_FACTORS[look.condition or "dry"])
        )
    except Refused:
        return None


def _force(ask: Ask, look: StrengthLook) -> Point3:
    """The peak that pulls. Raises Missing."""
    if look.pull is None:
        if look.force_n is None:
            raise Missing(None, "what pulls on it: a pull of Recovery, or newtons")
        about = ask.times(f"{look.name}, its peak as typed", FORCE_SHARE)
        return look.force_n[0] * about, look.force_n[1] * about, look.force_n[2] * about
    if look.direction is None or math.hypot(*look.direction) == 0:
        raise Missing(None, "the direction of the pull on the bracket")
    newtons = peak_kg(ask, look.pull) * STANDARD_GRAVITY
    long = math.hypot(*look.direction)
    x, y, z = (newtons * each / long for each in look.direction)
    return x, y, z


def peak_kg(ask: Ask, name: str) -> float:
    """The most that a pull of Recovery can put on the vehicle: what the winch pulls at that layer, or a rope's peak.

    Raises Missing.
    """
    if all(each.name != name for each in ask.all(Pull)):
        raise Missing(None, f"the pull “{name}”, which is none of Recovery's any more")
    pull = next((each for each in pulls_of(ask) if each.name == name), None)
    if pull is None:
        raise Missing(None, f"the pull “{name}”, which is for another trip")
    stands = foreseen(ask, pull)
    if stands.winched is not None:
        return max(stands.winched.rope_kg, stands.winched.winch_kg)
    if stands.stretched is not None:
        return stands.stretched.peak_kg
    raise Missing(
        None, f"what the pull “{name}” comes to: {stands.gaps[0].label if stands.gaps else 'nothing pulls'}"
    )


def _load_kg(ask: Ask, look: StrengthLook) -> float:
    """What hangs on it. Raises Missing."""
    if look.load_kg is None and not look.carries:
        raise Missing(None, "what it carries")
    kg = (look.load_kg or 0.0) * ask.times(f"{look.name}, its load as typed", usual_share(MASS, "assumed"))
    by_change = {each.change: each for each in brought_laden(ask) if each.change is not None}
    for change in look.carries:
        brought = by_change.get(change)
        if brought is None:
            raise Missing(None, "the mass of what it carries: it is not in this stage, or has none noted")
        kg += brought.kg * ask.times(brought.label, brought.off, brought.path)
    return kg


def _bar(ask: Ask, look: StrengthLook) -> LookStands:
    load, waits, cannot = _or_why(lambda: _load_kg(ask, look))
    gaps = [
        label
        for label, noted in (
            ("its section", look.section),
            ("its material", look.material),
            ("how it is held", look.support),
            ("its free length", look.length_mm),
        )
        if noted is None
    ]
    if waits is not None:
        gaps.append(waits)
    if gaps or load is None or look.length_mm is None:
        return _stands(look, bars.LEAST_FACTOR, BAR_NOT, load_kg=load, gaps=tuple(gaps), cannot=cannot)
    length = max(look.length_mm + USUAL_OFF_MM * ask.unit(f"{look.name}, free length"), 1.0)
    assert look.section is not None and look.material is not None and look.support is not None
    try:
        came_to = beam(
            BeamIn(
                section=look.section, material=look.material, welded=look.welded, support=look.support,
                length_mm=length, load_kg=load, spread=look.spread, bump=look.bump,
            )
        )  # fmt: skip
    except Refused as refused:
        return _stands(look, bars.LEAST_FACTOR, BAR_NOT, load_kg=load, cannot=refused.message)
    return _stands(
        look, bars.LEAST_FACTOR, BAR_NOT, load_kg=load, factor=came_to.factor,
        stress_mpa=came_to.stress_mpa, deflection_mm=came_to.deflection_mm,
    )  # fmt: skip


def _hinge(ask: Ask, look: StrengthLook) -> LookStands:
    load, waits, cannot = _or_why(lambda: _load_kg(ask, look))
    gaps = [
        label
        for label, noted in (
            ("how far out its centre is", look.out_mm),
            ("how far its hinges are apart", look.spacing_mm),
            ("what one hinge is rated for", look.rated_n),
        )
        if noted is None
    ]
    if waits is not None:
        gaps.append(waits)
    if load is None or look.out_mm is None or look.spacing_mm is None:
        return _stands(look, hinges.LEAST_FACTOR, HINGE_NOT, load_kg=load, gaps=tuple(gaps), cannot=cannot)
    out = max(look.out_mm + USUAL_OFF_MM * ask.unit(f"{look.name}, its centre"), 0.0)
    spacing = max(look.spacing_mm + USUAL_OFF_MM * ask.unit(f"{look.name}, between hinges"), 1.0)
    came_to = hinge_load(
        HingeLoadIn(mass_kg=load, out_mm=out, spacing_mm=spacing, bump=look.bump, rated_n=look.rated_n)
    )
    return _stands(
        look, hinges.LEAST_FACTOR, HINGE_NOT, load_kg=load, factor=came_to.factor,
        resultant_n=came_to.resultant_n, gaps=tuple(gaps),
    )  # fmt: skip


_LOOKS: dict[LookSort, Callable[[Ask, StrengthLook], LookStands]] = {
    "bolts": _bolts,
    "bar": _bar,
    "hinge": _hinge,
}

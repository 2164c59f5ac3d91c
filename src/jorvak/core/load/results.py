"""What a rig weighs at a stage, on each axle and to which side, and what is left of what it may."""

import math
from collections.abc import Sequence

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Mixture, mixture
from jorvak.core.engine.sources import Labelled
from jorvak.core.immutable import record
from jorvak.core.load.brought import Brought, What
from jorvak.core.load.masses import (
    HALF,
    brought_as_built,
    brought_laden,
    lever_of,
    on_axles,
    place_of,
    rear_share,
    triangle,
)
from jorvak.core.places import ENDS, End
from jorvak.core.rig import Known

NO_SIDE_OFF_MM = 300.0
"""How far to the side a mass may be of which nobody said on which it is."""
SIDES = "sides of masses"


@record(frozen=True, slots=True)
class Load:
    """As built or ``laden``; ``unplaced_kg`` is taken between the axles. None: no limit is noted.

    ``worst_left_kg`` is what is left on the axle that has less of it, ``worst`` which that is.
    """

    laden: bool
    total_kg: float
    front_kg: float
    rear_kg: float
    added_kg: float
    unplaced_kg: float
    cg_x_mm: float
    cg_y_mm: float
    payload_kg: float | None
    front_left_kg: float | None
    rear_left_kg: float | None
    worst_left_kg: float | None
    worst: End | None


def load(ask: Ask) -> Load:
    """Axle loads and what is left. Raises Missing. Source: moments about the front axle."""
    return laden_load(ask) if ask.laden else load_as_built(ask)


def load_as_built(ask: Ask) -> Load:
    """The same with nobody aboard, at whatever stage. Raises Missing."""
    return ask.shared("load, as built", lambda inner: _load(inner, brought_as_built(inner), False))


def laden_load(ask: Ask) -> Load:
    """The same with what the brief wants aboard, at whatever stage. Raises Missing."""
    return ask.shared("load, laden", lambda inner: _load(inner, brought_laden(inner), True))


def _load(ask: Ask, brought: Sequence[Brought], laden: bool) -> Load:
    found_front, found_rear = (ask.need(f"body.{end}_axle_kg") for end in ENDS)
    wheelbase_mm = ask.need("body.wheelbase_mm")
    own_y_mm = ask.typical("body.cg_y_mm")
    which = "masses together, laden" if laden else "masses together"
    mixed = ask.shared(
        which, lambda inner: _mixture(brought, lever_of(inner, brought), inner.moment.with_doubt)
    )
    on_front, on_rear, side, unplaced = ask.mixed(mixed)
    front, rear = found_front + on_front, found_rear + on_rear
    total = front + rear
    if total <= 0:
        raise Refused("body.front_axle_kg", "More was taken off than the vehicle weighs.")
    limits = [ask.maybe(f"body.permitted{which}_kg") for which in ("", "_front", "_rear")]
    left = [
        None if may is None else may - is_kg for may, is_kg in zip(limits, (total, front, rear), strict=True)
    ]
    worst: tuple[float, End] | None = min(
        ((kg, end) for kg, end in zip(left[1:], ENDS, strict=True) if kg is not None), default=None
    )
    return Load(
        laden=laden,
        total_kg=total,
        front_kg=front,
        rear_kg=rear,
        added_kg=on_front + on_rear,
        unplaced_kg=unplaced,
        cg_x_mm=rear * wheelbase_mm / total,
        cg_y_mm=(own_y_mm * (found_front + found_rear) + side) / total,
        payload_kg=left[0],
        front_left_kg=left[1],
        rear_left_kg=left[2],
        worst_left_kg=None if worst is None else worst[0],
        worst=None if worst is None else worst[1],
    )


NUMBERS = 4
Parts = dict[str, tuple[tuple[float, ...], Labelled]]


def _mixture(brought: Sequence[Brought], lever_mm: float, with_doubt: bool) -> Mixture:
    """On the front, on the rear, to the side times mass, and without a place: each mass and each unknown place a part."""
    total = [0.0, 0.0, 0.0, 0.0]
    parts: Parts = {}
    no_side = 0.0
    for each in brought:
        front, rear = on_axles(each, lever_mm)
        numbers = (front, rear, sum(mass.kg * (mass.y_mm or 0.0) for mass in each.masses), each.nowhere_kg)
        total = [one + other for one, other in zip(total, numbers, strict=True)]
        before = parts.get(each.label, ((0.0,) * 4, None))[0]
        parts[each.label] = (
            tuple(one + other for one, other in zip(before, numbers, strict=True)),
            Labelled(each.off, each.path),
        )
        if each.nowhere_kg:
            half = each.nowhere_kg * HALF
            parts[place_of(each)] = ((half, -half, 0.0, 0.0), Labelled(1.0))
        no_side += sum(
            (mass.kg * NO_SIDE_OFF_MM) ** 2
            for mass in each.masses
            if mass.y_mm is None and not isinstance(mass.x_mm, str)
        )
    parts[SIDES] = ((0.0, 0.0, math.sqrt(no_side), 0.0), Labelled(1.0 if no_side else 0.0))
    return mixture(_few(parts) if with_doubt else {}, tuple(total))


NAMED = 12
"""So many masses are sources by themselves; what the others may be off together is as many as there are numbers."""
OTHERS = "other masses"


def _few(parts: Parts) -> Parts:
    """The parts that may be off most, and the others together without loss of what they have in common."""
    if len(parts) <= NAMED + NUMBERS:
        return parts
    by_size = sorted(parts.items(), key=lambda each: -each[1][1].off * max(map(abs, each[1][0][:2])))
    few = dict(by_size[:NAMED])
    rest = [tuple(labelled.off * number for number in numbers) for _, (numbers, labelled) in by_size[NAMED:]]
    rows = triangle(rest, NUMBERS)
    for i in range(NUMBERS):
        few[f"{OTHERS}, {i + 1}"] = (tuple(row[i] for row in rows), Labelled(1.0))
    return few


@record(frozen=True, slots=True)
class MassRow:
    """One mass: where it is, what it puts on each axle, how it is known and how far it may be off.

    ``x_mm``, ``y_mm``, ``z_mm`` None: nobody said. ``change`` brings it, or ``path`` is the figure that says it;
    ``place`` is where it is packed.
    """

    label: str
    what: What
    kg: float
    off_kg: float
    known: Known
    weighed: bool
    x_mm: float | None
    y_mm: float | None
    z_mm: float | None
    front_kg: float
    rear_kg: float
    change: int | None
    path: str | None
    place: str | None


@record(frozen=True, slots=True)
class Masses:
    """Every mass that comes on the vehicle when it is laden, heaviest first, and which to weigh first."""

    rows: tuple[MassRow, ...]
    weigh_first: tuple[str, ...]


WEIGH_FIRST = 3
WORTH_KG = 1.0


def masses(ask: Ask) -> Masses:
    """All masses, laden. Raises Missing."""
    brought = brought_laden(ask)
    lever_mm = ask.need("body.wheelbase_mm")
    rows = [_row(each, lever_mm) for each in brought]
    guessed = sorted((row for row in rows if row.off_kg >= WORTH_KG), key=lambda row: -row.off_kg)
    return Masses(
        tuple(sorted(rows, key=lambda row: -abs(row.kg))),
        tuple(row.label for row in guessed[:WEIGH_FIRST]),
    )


def _row(brought: Brought, lever_mm: float) -> MassRow:
    front, rear = on_axles(brought, lever_mm)
    kg = brought.kg
    first = brought.masses[0]
    return MassRow(
        label=brought.label.removeprefix("mass of "),
        what=brought.what,
        kg=kg,
        off_kg=abs(kg) * brought.off,
        known=brought.known,
        weighed=brought.weighed,
        x_mm=_middle_mm(brought, lever_mm),
        y_mm=first.y_mm,
        z_mm=first.z_mm,
        front_kg=front,
        rear_kg=rear,
        change=brought.change,
        path=brought.path,
        place=brought.place,
    )


def _middle_mm(brought: Brought, lever_mm: float) -> float | None:
    """Where its masses are, taken together; None where nobody placed them."""
    placed = [mass for mass in brought.masses if mass.x_mm is not None]
    if not placed:
        return None
    whole = sum(mass.kg for mass in placed)
    if not whole:
        # A tank that holds what it held on the scale comes to nothing, and is somewhere all the same.
        return rear_share(placed[0], lever_mm) * lever_mm
    return sum(mass.kg * rear_share(mass, lever_mm) for mass in placed) * lever_mm / whole

"""Lift asked the other way round: so much up at an end, and the ways that reach it, with what each upsets."""

from collections.abc import Iterator
from dataclasses import replace

from jorvak.core.assess import assess
from jorvak.core.engine.asking import Ask, value_or_none
from jorvak.core.engine.moment import Stage, laden, moment, steps_before
from jorvak.core.engine.result import work_out
from jorvak.core.findings import Finding
from jorvak.core.immutable import record
from jorvak.core.places import ENDS
from jorvak.core.plan.kind_fields import End
from jorvak.core.plan.kinds import Draft, draft, guessed_hours
from jorvak.core.quantities import LENGTH, Preset, write_as
from jorvak.core.rig import Change, Figures, Rig
from jorvak.core.stance.area import StanceResults
from jorvak.core.stance.results import lift, motion_ratio


@record(frozen=True, slots=True)
class Way:
    """One way to so much lift at one end: its change, what it comes to, the hours, what it raises and settles.

    ``draft`` None: a way that no change of its own makes; ``says`` tells what it would take.
    """

    end: End
    wanted_mm: float
    name: str
    says: str
    draft: Draft | None
    reached_mm: float | None
    hours: float | None
    raised: tuple[Finding, ...]
    settled: tuple[str, ...]


def level_when_loaded_mm(rig: Rig, stage: Stage, front_mm: float) -> float | None:
    """How far the rear must come up so that the frame stands level with its load; None where its rake is not known."""
    here = laden(moment(rig, stage, with_doubt=False))
    rises = work_out(here, lift).value
    front, rear = (value_or_none(Ask(here), f"body.rake_{which}_mm") for which in ("from", "to"))
    if rises is None or front is None or rear is None:
        return None
    rake = rear - front + rises.rear.frame_rise_mm - rises.front.frame_rise_mm
    return float(front_mm - rake)


def ways_up(rig: Rig, stage: Stage, front_mm: float, rear_mm: float, preset: Preset) -> Iterator[Way]:
    """The ways for each end that is to come up. Raises Refused on ``stage``."""
    before = assess(rig, stage, preset, with_doubt=False)
    here = moment(rig, stage, with_doubt=False)
    for end, wanted in zip(ENDS, (front_mm, rear_mm), strict=True):
        if wanted <= 0:
            continue
        for name, says, made in _ways(here.here, motion_ratio(Ask(here), end), end, wanted, preset):
            if made is None:
                yield Way(end, wanted, name, says, None, None, None, (), ())
                continue
            changed, at = _with(rig, stage, made)
            after = assess(changed, at, preset, with_doubt=False)
            had, has = ({f.key: f for f in each.findings} for each in (before, after))
            lifts = [
                getattr(each.results.of(StanceResults).lift.value, end, None) for each in (before, after)
            ]
            reached = (
                None if None in lifts else lifts[1].suspension_lift_mm - lifts[0].suspension_lift_mm  # type: ignore[union-attr]
            )
            yield Way(
                end,
                wanted,
                name,
                says,
                made,
                reached,
                guessed_hours(changed.changes[at - 1]),
                tuple(finding for key, finding in has.items() if key not in had),
                tuple(finding.text for key, finding in had.items() if key not in has),
            )


def _ways(
    figures: Figures, ratio: float, end: End, wanted: float, preset: Preset
) -> Iterator[tuple[str, str, Draft | None]]:
    at = f"{end}_suspension"

    def value(path: str) -> float | None:
        noted = figures.get(path)
        return None if noted is None else float(noted.value)

    spring = figures.get(f"{at}.spring")
    kind = spring.value if spring else "coil"
    free, rate = value(f"{at}.free_length_mm"), value(f"{at}.rate_n_per_mm")
    if kind in ("coil", "strut"):
        if free is not None and rate is not None:
            longer = round(free + wanted * ratio)
            yield (
                "longer springs",
                "travel stays, load counts",
                draft("springs", {"axle": end, "free_length_mm": float(longer), "rate_n_per_mm": rate}),
            )
        else:
            yield "longer springs", "note free length and rate of those that are in", None
        where = "strut" if kind == "strut" else "coil"
        yield (
            f"{where} spacers",
            "droop goes down with the strut" if kind == "strut" else "the old springs, higher",
            draft(
                "coil-spacers", {"axle": end, "thickness_mm": float(round(wanted * ratio, 1)), "at": where}
            ),
        )
    if kind == "leaf":
        yield (
            "re-arched leaves",
            "the spring itself, higher",
            draft("lift", {"axle": end, "height_mm": wanted, "by": "arch"}),
        )
        yield (
            "longer shackles",
            "twice the lift; the axle turns with them",
            draft("shackles", {"axle": end, "longer_mm": 2 * wanted}),
        )
        yield "blocks", "under the spring", draft("blocks", {"axle": end, "thickness_mm": wanted})
        yield (
            "axle under the spring",
            "lifts by the axle tube and the spring pack: measure both",
            draft("lift", {"axle": end, "height_mm": wanted, "by": "spring-over"}),
        )
    if kind == "torsion bar":
        yield (
            "torsion bars turned",
            "no cost, and no droop won",
            draft("lift", {"axle": end, "height_mm": wanted, "by": "torsion-bar"}),
        )
    yield (
        "larger tyres",
        f"a static radius {write_as(preset, wanted, LENGTH)} larger: about {write_as(preset, wanted / 0.46, LENGTH)} of diameter",
        None,
    )
    yield "body lift", "raises the body alone: the frame stays where it is", None


def _with(rig: Rig, stage: Stage, made: Draft) -> tuple[Rig, int]:
    at = steps_before(rig, stage)
    change = Change(id=0, kind=made.kind, fields=made.fields)
    return replace(rig, changes=(*rig.changes[:at], change, *rig.changes[at:])), at + 1

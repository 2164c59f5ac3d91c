"""What the instruments count: the driven gear of a mechanical speedometer, and the distance that an odometer hides."""

from collections.abc import Mapping

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.engine.moment import Moment, moment
from jorvak.core.engine.result import work_out
from jorvak.core.immutable import record
from jorvak.core.plan.kinds import effect_of
from jorvak.core.rig import Rig
from jorvak.core.rolling.results import MM_PER_MILE, circumference_mm, driven_end, speedometer_state
from jorvak.core.rolling.speedometer_gear import (
    SpeedometerGearIn,
    SpeedometerGearOut,
    driven_exact,
    speedometer_gear,
)
from jorvak.core.rolling.true_distance import DistanceEvent, TrueDistanceIn, TrueDistanceOut, true_distance

COUNTED_BY = (".size", ".circumference_mm", ".ratio", ".correction")
"""What a change has to set for the odometer to count otherwise."""


@record(frozen=True, slots=True)
class DrivenGear:
    """A driven gear that exists, and what it leaves wrong: positive reads high."""

    teeth: int
    error_pct: float


@record(frozen=True, slots=True)
class DrivenGears:
    """The driven gear that would be right, those that exist, the best of them first."""

    calculated: SpeedometerGearOut
    exist: tuple[DrivenGear, ...]


@record(frozen=True, slots=True)
class Distance:
    """True distance since the step ``since``, the first fitted at a noted reading, and the factor in force now."""

    since: int
    calculated: TrueDistanceOut
    factor: float
    hidden_km: float


def driven_gears(ask: Ask) -> DrivenGears:
    """The driven gear for these tyres and this axle. Raises Missing."""
    end = driven_end(ask)
    asked = SpeedometerGearIn(
        drive_teeth=ask.need("speedometer.drive_teeth"),
        axle_ratio=ask.need(f"{end}_axle.ratio"),
        revs_per_mile=MM_PER_MILE / circumference_mm(ask, end),
        cable_revs_per_mile=ask.typical("speedometer.cable_revs_per_mile"),
    )
    exact = driven_exact(asked)
    exist = (
        DrivenGear(int(teeth), (exact / int(teeth) - 1) * 100)
        for teeth in ask.maybe("speedometer.driven_available") or ()
    )
    return DrivenGears(speedometer_gear(asked), tuple(sorted(exist, key=lambda gear: abs(gear.error_pct))))


def distance(ask: Ask) -> Distance:
    """True distance by the odometer's factor after each fitted change. Raises Missing."""
    events = fitted_at(ask.rig)
    if not events:
        raise Missing(None, "a change that was fitted at a noted odometer reading")
    answer = true_distance(
        TrueDistanceIn(events=list(events.values()), now_km=ask.need("odometer.reading_km"))
    )
    factor = list(events.values())[-1].factor
    return Distance(next(iter(events)), answer, factor, answer.true_km - answer.indicated_km)


def true_km_since(events: Mapping[int, DistanceEvent], step: int, now_km: float) -> float | None:
    """True kilometres since a step was fitted; None where its reading is missing or they run backwards."""
    if step not in events:
        return None
    since = [event for at, event in events.items() if at >= step]
    try:
        return true_distance(TrueDistanceIn(events=since, now_km=now_km)).true_km
    except Refused:
        return None


def true_km_between(events: Mapping[int, DistanceEvent], last_km: float, now_km: float) -> float | None:
    """True kilometres between two readings of the odometer; None where they run backwards.

    A stretch before anything was fitted counts as it was indicated.
    """
    read = [event for event in events.values() if event.odometer_km <= now_km]
    before = [event for event in read if event.odometer_km <= last_km]
    first = DistanceEvent(odometer_km=last_km, factor=before[-1].factor if before else 1.0)
    later = [event for event in read if event.odometer_km > last_km]
    try:
        return true_distance(TrueDistanceIn(events=[first, *later], now_km=now_km)).true_km
    except Refused:
        return None


def fitted_at(rig: Rig) -> dict[int, DistanceEvent]:
    """By the step that was fitted at a noted reading: that reading, and the factor from there on."""
    events: dict[int, DistanceEvent] = {}
    factor = 1.0
    for step, change in enumerate(rig.changes, 1):
        if change.fitted is None:
            continue
        if any(path.endswith(COUNTED_BY) for path in effect_of(change, rig.figures)):
            factor = odometer_factor(rig, step)
        if change.fitted.odometer_km is not None:
            events[step] = DistanceEvent(odometer_km=change.fitted.odometer_km, factor=factor)
    return events


def shown_per_true(here: Moment) -> float | None:
    """What the speedometer shows for each km/h of truth; None where that cannot be said."""
    state = work_out(here.without_doubt(), speedometer_state).value
    return None if state is None else 1 / state.calculated.factor


def odometer_factor(rig: Rig, step: int) -> float:
    """True over indicated kilometres after a step of the order; 1 where nothing says otherwise."""
    state = work_out(moment(rig, step, with_doubt=False), speedometer_state).value
    return 1.0 if state is None else state.calculated.odometer_factor

"""The few figures that a builder looks at first: at the stage and as found, for the strip and the line."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import TypeVar

from jorvak.core.areas import Results
from jorvak.core.results import Result, work_out
from jorvak.core.rolling.results import GearTable, speedometer_state
from jorvak.core.stages import Moment
from jorvak.core.stance.results import angles, height

T = TypeVar("T")


@dataclass(frozen=True, slots=True)
class Headline:
    """One figure: ``value`` at the stage and ``found`` before any change; None is not known."""

    key: str
    label: str
    places: int
    value: float | None
    found: float | None
    waits_for: str | None
    waits_label: str | None


def headlines(here: Results, found: Moment, found_gears: Result[GearTable]) -> tuple[Headline, ...]:
    """The headline figures of ``here`` beside those as found. Gearing and ground count from as found."""
    rolling, stance = here.rolling, here.stance
    found_speedometer = work_out(found, speedometer_state)
    found_angles, found_height = work_out(found, angles), work_out(found, height)
    gears = rolling.gears.value
    cruise = f"engine at {gears.speeds_kmh[0]:g} km/h in top" if gears else "engine in top"
    return (
        _row("speedometer_error_pct", "speedometer reads", 1, lambda s: s.calculated.error_pct,
             rolling.speedometer, found_speedometer),
        _row("taller_pct", "gearing taller by", 1, lambda t: t.taller_pct, rolling.taller),
        _row("top_gear_rpm", cruise, 0, lambda g: g.gears[-1].rpm[0], rolling.gears, found_gears),
        _row("crawl_ratio", "crawl ratio", 1, lambda g: g.calculated.crawl_ratio, rolling.gears, found_gears),
        _row("crawl_speed_kmh", "walks at idle", 2, lambda g: g.calculated.crawl_speed_kmh, rolling.gears, found_gears),
        _row("under_differentials_mm", "more under the differentials", 0, lambda mm: mm, stance.under_differentials_mm),
        _row("ground_clearance_mm", "lowest point", 0, lambda a: a.ground_clearance_mm, stance.angles, found_angles),
        _row("approach_deg", "approach", 1, lambda a: a.approach.deg if a.approach else None, stance.angles, found_angles),
        _row("breakover_deg", "breakover", 1, lambda a: a.breakover.deg if a.breakover else None, stance.angles, found_angles),
        _row("departure_deg", "departure", 1, lambda a: a.departure.deg if a.departure else None, stance.angles, found_angles),
        _row("height_mm", "overall height", 0, lambda h: h.height_mm, stance.height, found_height),
    )  # fmt: skip


def _row(
    key: str,
    label: str,
    places: int,
    pick: Callable[[T], float | None],
    here: Result[T],
    found: Result[T] | None = None,
) -> Headline:
    """A row from a result here and as found; without the latter it is a change, which is nothing as found."""
    value = None if here.value is None else pick(here.value)
    before = 0.0 if found is None and value is not None else None
    if found is not None and found.value is not None:
        before = pick(found.value)
    waits = here.waits_for
    return Headline(
        key, label, places, value, before, waits.path if waits else None, waits.label if waits else None
    )

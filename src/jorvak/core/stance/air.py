"""Air springs: pressure by the load on them, and what each corner loses while it stands."""

from collections.abc import Iterator

from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.places import ENDS, End
from jorvak.core.stance.rates import spring_load_n
from jorvak.core.stance.results import added_corner_kg, motion_ratio, sprung_corner_kg

NIGHT_H = 8.0
"""Over so long a corner is watched: what it sinks in an hour is less than a tape reads."""
KPA_PER_MPA = 1000.0


@record(frozen=True, slots=True)
class AirSprings:
    """An axle on air: what a gauge should read at this load, and what left and right lose in an hour.

    None: nobody has watched that corner over a night. ``apart_mm`` is how much lower one of them stands by morning.
    """

    end: End
    load_n: float
    pressure_kpa: float
    left_mm_per_h: float | None
    right_mm_per_h: float | None
    apart_mm: float | None


def air_springs(ask: Ask) -> tuple[AirSprings, ...]:
    """Each axle that stands on air. Raises Missing on what it carries. Source: load over the spring's effective area."""
    return tuple(_on_air(ask))


def _on_air(ask: Ask) -> Iterator[AirSprings]:
    for end in ENDS:
        area = ask.maybe(f"{end}_suspension.air_area_mm2")
        if area is None:
            continue
        load = spring_load_n(
            max(sprung_corner_kg(ask, end) + added_corner_kg(ask, end), 0.0), motion_ratio(ask, end)
        )
        sinks = [ask.maybe(f"{end}_suspension.{side}_sinks_mm") for side in ("left", "right")]
        left, right = (None if mm is None else mm / NIGHT_H for mm in sinks)
        apart = None if sinks[0] is None or sinks[1] is None else abs(sinks[0] - sinks[1])
        yield AirSprings(end, load, load / area * KPA_PER_MPA, left, right, apart)

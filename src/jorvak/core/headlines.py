"""The few figures that a builder looks at first, each as found and at the stage, for the strip and the line."""

from jorvak.core.assess import Assessment
from jorvak.core.results import Result
from jorvak.core.rig import Frozen


class Headline(Frozen):
    """One figure: ``value`` at the stage and ``found`` before any change; None is not known."""

    key: str
    label: str
    value: float | None
    found: float | None
    places: int
    waits_for: str | None = None
    waits_label: str | None = None


def headlines(here: Assessment, found: Assessment) -> tuple[Headline, ...]:
    """The headline figures of an assessment beside those as found."""
    rows = []
    here_figures, found_figures = _figures(here), _figures(found)
    for key, (label, places, value, result) in here_figures.items():
        waits = result.waits_for
        rows.append(
            Headline(
                key=key,
                label=label,
                places=places,
                value=value,
                found=found_figures[key][2],
                waits_for=waits.path if waits else None,
                waits_label=waits.label if waits else None,
            )
        )
    return tuple(rows)


def _figures(of: Assessment) -> dict[str, tuple[str, int, float | None, Result[object]]]:
    rolling, stance = of.results.rolling, of.results.stance
    speedometer, gears, taller = rolling.speedometer.value, rolling.gears.value, rolling.taller.value
    angles, height = stance.angles.value, stance.height.value
    cruise = f" at {gears.speeds_kmh[0]:g} km/h in top" if gears else " in top"
    rows: tuple[tuple[str, str, int, float | None, object], ...] = (
        (
            "speedometer_error_pct",
            "speedometer reads",
            1,
            speedometer.calculated.error_pct if speedometer else None,
            rolling.speedometer,
        ),
        ("taller_pct", "gearing taller by", 1, taller.taller_pct if taller else None, rolling.taller),
        ("top_gear_rpm", f"engine{cruise}", 0, gears.gears[-1].rpm[0] if gears else None, rolling.gears),
        ("crawl_ratio", "crawl ratio", 1, gears.calculated.crawl_ratio if gears else None, rolling.gears),
        (
            "crawl_speed_kmh",
            "walks at idle",
            2,
            gears.calculated.crawl_speed_kmh if gears else None,
            rolling.gears,
        ),
        (
            "under_differentials_mm",
            "more under the differentials",
            0,
            stance.under_differentials_mm.value,
            stance.under_differentials_mm,
        ),
        (
            "ground_clearance_mm",
            "lowest point",
            0,
            angles.ground_clearance_mm if angles else None,
            stance.angles,
        ),
        (
            "approach_deg",
            "approach",
            1,
            angles.approach.deg if angles and angles.approach else None,
            stance.angles,
        ),
        (
            "breakover_deg",
            "breakover",
            1,
            angles.breakover.deg if angles and angles.breakover else None,
            stance.angles,
        ),
        (
            "departure_deg",
            "departure",
            1,
            angles.departure.deg if angles and angles.departure else None,
            stance.angles,
        ),
        ("height_mm", "overall height", 0, height.height_mm if height else None, stance.height),
    )
    return {key: (label, places, value, result) for key, label, places, value, result in rows}  # type: ignore[misc]

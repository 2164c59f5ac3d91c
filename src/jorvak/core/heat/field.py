"""How hot it gets over grade and speed, at a height, on a day, with so much before the grille: the field around a climb."""

from pydantic import Field

from jorvak.core.calculation import Number, Refused
from jorvak.core.engine.areas import Steps
from jorvak.core.engine.asking import Ask, Missing, Waits
from jorvak.core.engine.moment import Moment
from jorvak.core.heat.climbing import ClimbHeat, at_speed, covered_pct
from jorvak.core.immutable import record
from jorvak.core.load.results import laden_load
from jorvak.core.rig import Frozen
from jorvak.core.rolling.pulling import STEP_KMH, holds_on_grade, puller

TRIED_IN = {
    "slope_pct": Steps(0.5, 0.0, 20.0),
    "speed_kmh": Steps(5.0, 10.0, 120.0),
    "ambient_c": Steps(1.0, -20.0, 50.0),
    "covered_pct": Steps(1.0, 0.0, 90.0),
    "altitude_m": Steps(50.0, 0.0, 4000.0),
}
SLOPES_PCT = tuple(float(slope) for slope in range(0, 21, 2))
SPEEDS_KMH = tuple(STEP_KMH * step for step in range(2, 25, 2))


class HeatTrial(Frozen):
    """A climb that is tried; ``covered_pct`` None: as it stands."""

    slope_pct: Number = Field(ge=0, le=40)
    speed_kmh: Number = Field(gt=0, le=200)
    ambient_c: Number = Field(ge=-40, le=60)
    altitude_m: Number = Field(0.0, ge=-430, le=6000)
    covered_pct: Number | None = Field(None, ge=0, lt=100)


@record(frozen=True, slots=True)
class HeatCell:
    """A grade at a speed: the coolant, and whether a gear holds it; None: nobody can say."""

    coolant_c: float
    holds: bool | None


@record(frozen=True, slots=True)
class HeatField:
    """``cells`` has a row for each speed, a column for each grade. ``climb`` is the one that is tried."""

    slopes_pct: tuple[float, ...]
    speeds_kmh: tuple[float, ...]
    cells: tuple[tuple[HeatCell, ...], ...]
    limit_c: float
    opens_c: float
    climb: ClimbHeat
    climb_holds: bool | None


@record(frozen=True, slots=True)
class TriedHeat:
    """The field, or what it waits for."""

    field: HeatField | None
    waits_for: Waits | None


def try_heat(here: Moment, trial: HeatTrial) -> TriedHeat:
    """The field around a climb, laden, every figure at its word."""
    try:
        return TriedHeat(_field(Ask(here.without_doubt()), trial), None)
    except Missing as missing:
        return TriedHeat(None, missing.waits)
    except Refused as refused:
        return TriedHeat(None, Waits(refused.field, refused.message, impossible=True))


def _field(ask: Ask, trial: HeatTrial) -> HeatField:
    covered = covered_pct(ask) if trial.covered_pct is None else trial.covered_pct
    mass, pulls = laden_load(ask).total_kg, puller(ask)

    def at(slope_pct: float, speed_kmh: float) -> ClimbHeat:
        return at_speed(
            ask, mass, slope_pct, trial.altitude_m, speed_kmh, speed_kmh, trial.ambient_c, covered
        )

    def holds(slope_pct: float, speed_kmh: float) -> bool | None:
        return holds_on_grade(ask, pulls, mass, speed_kmh, slope_pct, trial.altitude_m)

    climb = at(trial.slope_pct, trial.speed_kmh)
    return HeatField(
        slopes_pct=SLOPES_PCT,
        speeds_kmh=SPEEDS_KMH,
        cells=tuple(
            tuple(HeatCell(at(slope, speed).coolant_c, holds(slope, speed)) for slope in SLOPES_PCT)
            for speed in SPEEDS_KMH
        ),
        limit_c=climb.limit_c,
        opens_c=climb.opens_c,
        climb=climb,
        climb_holds=holds(trial.slope_pct, trial.speed_kmh),
    )

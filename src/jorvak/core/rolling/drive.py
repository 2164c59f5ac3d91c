"""A drive against satellite speed: what it says of the speedometer, point by point, and what it sets when accepted."""

from collections.abc import Sequence
from datetime import date

from jorvak.core.calculation import Refused
from jorvak.core.engine.moment import moment
from jorvak.core.engine.result import work_out
from jorvak.core.immutable import record
from jorvak.core.rig import Figure, Frozen, Rig
from jorvak.core.rolling.counting import odometer_factor
from jorvak.core.rolling.results import speedometer_state
from jorvak.core.rolling.speedometer_fit import SLOWEST_KMH, SpeedometerFitOut, fitted

STEADY_WITHIN_KMH = 2.5
STEADY_FOR_S = 15.0
MOST_DRAWN = 1500
STOCK_ERROR = "speedometer.stock_error_pct"


class Hold(Frozen):
    """What the dial showed over a stretch in which the speed was held."""

    from_s: float
    to_s: float
    indicated_kmh: float


@record(frozen=True, slots=True)
class Stretch:
    """A stretch at a steady speed, where the dial can be read by hand."""

    from_s: float
    to_s: float
    gps_kmh: float


@record(frozen=True, slots=True)
class DrivePoint:
    """One moment as it is drawn; ``indicated_kmh`` None where nothing said what the dial showed."""

    at_s: float
    gps_kmh: float
    indicated_kmh: float | None


@record(frozen=True, slots=True)
class DriveFit:
    """The fit so far, or why there is none yet; points to draw, thinned; steady stretches without a dial reading.

    ``over_reads_pct`` is what the fit says of the dial; below 0 it reads low.
    """

    moments: int
    pairs: int
    seconds: float
    fit: SpeedometerFitOut | None
    over_reads_pct: float | None
    why_not: str | None
    points: tuple[DrivePoint, ...]
    steady: tuple[Stretch, ...]


Speeds = Sequence[tuple[float, float, float | None]]
"""Moments: second, satellite speed, indicated speed or None."""


def fit_of(moments: Speeds, holds: Sequence[Hold] = ()) -> DriveFit:
    """What a drive says so far."""
    import numpy as np

    at = np.array([moment[0] for moment in moments], dtype=float)
    gps = np.array([moment[1] for moment in moments], dtype=float)
    shown = np.array([np.nan if moment[2] is None else moment[2] for moment in moments], dtype=float)
    for hold in holds:
        shown[(at >= hold.from_s) & (at <= hold.to_s)] = hold.indicated_kmh
    known = ~np.isnan(shown)
    fit, why_not = None, None
    try:
        fit = fitted(shown[known], gps[known])
    except Refused as refused:
        why_not = refused.message
    step = max(1, len(moments) // MOST_DRAWN)
    drawn = range(0, len(moments), step)
    return DriveFit(
        moments=len(moments),
        pairs=int(known.sum()),
        seconds=float(at[-1] - at[0]) if len(at) else 0.0,
        fit=fit,
        over_reads_pct=None if fit is None else (1 / fit.factor - 1) * 100,
        why_not=why_not,
        points=tuple(
            DrivePoint(float(at[i]), float(gps[i]), float(shown[i]) if known[i] else None) for i in drawn
        ),
        steady=steady(moments) if not known.any() or holds else (),
    )


def steady(moments: Speeds) -> tuple[Stretch, ...]:
    """Stretches of a quarter of a minute and more in which the speed kept within a few km/h."""
    found: list[Stretch] = []
    start = 0
    low = high = 0.0
    for index, (at, gps, _) in enumerate(moments):
        if index == start:
            low = high = gps
        low, high = min(low, gps), max(high, gps)
        if high - low > STEADY_WITHIN_KMH:
            _keep(found, moments, start, index - 1)
            start, low, high = index, gps, gps
        elif at - moments[start][0] < 0:
            start = index
    if moments:
        _keep(found, moments, start, len(moments) - 1)
    return tuple(found)


def _keep(found: list[Stretch], moments: Speeds, first: int, last: int) -> None:
    if last <= first or moments[last][0] - moments[first][0] < STEADY_FOR_S:
        return
    speeds = [moment[1] for moment in moments[first : last + 1]]
    mean = sum(speeds) / len(speeds)
    if mean >= SLOWEST_KMH:
        found.append(Stretch(moments[first][0], moments[last][0], mean))


def factor_today(rig: Rig) -> float:
    """True over indicated as the rig stands today, by what is known of it; 1 where nothing is."""
    state = work_out(moment(rig, "today", with_doubt=False), speedometer_state).value
    return 1.0 if state is None else state.calculated.factor


def accepted(rig: Rig, fit: SpeedometerFitOut, on: date, by: str) -> Figure:
    """What the instrument itself over-reads, so that today's factor is the one that was driven.

    factor = odometer factor/(1 + over-read): tyres and gears have their share of it already.
    """
    fitted_steps = [step for step, change in enumerate(rig.changes, 1) if change.state == "fitted"]
    of_the_drive = odometer_factor(rig, fitted_steps[-1]) if fitted_steps else 1.0
    over_reads = (of_the_drive / fit.factor - 1) * 100
    off = of_the_drive / fit.factor**2 * fit.ci95 * 100
    note = f"from a drive: true = {fit.factor:.4f} ± {fit.ci95:.4f} × indicated, {fit.used} moments"
    return Figure(over_reads, "measured", off, on, by, note)

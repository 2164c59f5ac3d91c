"""The steady stretch of a climb that was logged: where speed and coolant stand still, and what they come to there."""

from collections.abc import Sequence
from statistics import fmean

from jorvak.core.calculation import Refused
from jorvak.core.immutable import record

LASTS_S = 120.0
"""A radiator is in balance after so long."""
SPEED_WITHIN_KMH = 5.0
COOLANT_WITHIN_K = 1.5


@record(frozen=True, slots=True)
class BusReading:
    """What the vehicle bus and the receiver said at a moment. ``altitude_m`` None: nobody knew."""

    at_s: float
    speed_kmh: float
    coolant_c: float
    ambient_c: float
    altitude_m: float | None = None


@record(frozen=True, slots=True)
class SteadyStretch:
    """A stretch in balance: its ends, and the means over it. ``slope_pct`` None: heights were not logged."""

    from_s: float
    to_s: float
    speed_kmh: float
    coolant_c: float
    ambient_c: float
    slope_pct: float | None
    altitude_m: float | None


def steady_stretch(readings: Sequence[BusReading]) -> SteadyStretch:
    """The hottest stretch of two minutes or more in which speed and coolant stand still.

    Raises Refused on ``log`` where there is none. Source: a balance holds only where nothing changes.
    """
    best: SteadyStretch | None = None
    begin = 0
    for end in range(len(readings)):
        while begin < end and not _stands_still(readings[begin : end + 1]):
            begin += 1
        if readings[end].at_s - readings[begin].at_s < LASTS_S:
            continue
        stretch = _of(readings[begin : end + 1])
        if best is None or stretch.coolant_c >= best.coolant_c:
            best = stretch
    if best is None:
        raise Refused(
            "log",
            f"Nowhere do speed and coolant stand still for {LASTS_S:.0f} s, within {SPEED_WITHIN_KMH:g} km/h and "
            f"{COOLANT_WITHIN_K:g} K: a longer climb at one speed says something.",
        )
    return best


def _stands_still(readings: Sequence[BusReading]) -> bool:
    speeds, coolant = [each.speed_kmh for each in readings], [each.coolant_c for each in readings]
    return max(speeds) - min(speeds) <= SPEED_WITHIN_KMH and max(coolant) - min(coolant) <= COOLANT_WITHIN_K


def _of(readings: Sequence[BusReading]) -> SteadyStretch:
    first, last = readings[0], readings[-1]
    speed = fmean(each.speed_kmh for each in readings)
    run_m = speed / 3.6 * (last.at_s - first.at_s)
    heights = [each.altitude_m for each in readings if each.altitude_m is not None]
    slope = None
    if first.altitude_m is not None and last.altitude_m is not None and run_m > 0:
        slope = (last.altitude_m - first.altitude_m) / run_m * 100
    return SteadyStretch(
        from_s=first.at_s,
        to_s=last.at_s,
        speed_kmh=speed,
        coolant_c=fmean(each.coolant_c for each in readings),
        ambient_c=fmean(each.ambient_c for each in readings),
        slope_pct=slope,
        altitude_m=fmean(heights) if heights else None,
    )

"""An independent front on arms: what a lift does to camber at ride, and to toe about it."""

from collections.abc import Iterator

from jorvak.core.calculation import SLACK
from jorvak.core.engine.result import Result
from jorvak.core.findings import Finding, Here, Settle, measure_first
from jorvak.core.stance.area import StanceResults
from jorvak.core.stance.arms import FrontArms

MOST_CAMBER_DEG, MOST_STEER_DEG = 1.0, 0.5
"""Camber off that as found, and toe over 100 mm of travel. Source: the trade."""


def camber_off(here: Here) -> Iterator[Finding]:
    """Camber at ride further from that as found than an alignment takes out."""
    result = here.judged_results.of(StanceResults).front_arms
    if result.value is None:
        return
    place = "calculated.camber_at_ride_deg"
    camber, off = result.value.calculated.camber_at_ride_deg, result.off(place)
    if abs(camber) <= MOST_CAMBER_DEG - off + SLACK:
        here.passes("camber-off", result, place)
        return
    yield here.finding(
        "camber-off",
        "watch",
        f"The front wheels lean {abs(camber):.1f}°{here.near(off)} {'out' if camber > 0 else 'in'} at the top at ride "
        f"against as found; {MOST_CAMBER_DEG:g}° is what an alignment takes out.",
        "front-axle",
        result=result,
        settled_by=(*_measure(result, place, abs(camber) - MOST_CAMBER_DEG, off),
                    Settle(text="Less lift, or arms made for it; align it at ride, loaded as it is driven")),
    )  # fmt: skip


def bump_steer(here: Here) -> Iterator[Finding]:
    """Toe that changes with travel, after a lift."""
    result = here.judged_results.of(StanceResults).front_arms
    value = result.value
    if value is None or value.calculated.bump_steer_deg_per_100mm is None or abs(value.lift_mm) <= SLACK:
        return
    place = "calculated.bump_steer_deg_per_100mm"
    steer, off = value.calculated.bump_steer_deg_per_100mm, result.off(place)
    if abs(steer) <= MOST_STEER_DEG - off + SLACK:
        here.passes("bump-steer", result, place)
        return
    yield here.finding(
        "bump-steer",
        "watch",
        f"Each front wheel toes {'in' if steer > 0 else 'out'} by {abs(steer):.1f}°{here.near(off)} on 100 mm of bump at "
        f"this ride; beyond {MOST_STEER_DEG:g}° it steers itself.",
        "front-axle",
        result=result,
        settled_by=(*_measure(result, place, abs(steer) - MOST_STEER_DEG, off),
                    Settle(text="The rack or the rod's end moved so that the rod lies along its arms again")),
    )  # fmt: skip


def _measure(result: Result[FrontArms], place: str, beyond: float, off: float) -> tuple[Settle, ...]:
    """What to measure first where the limit lies inside the ±."""
    return measure_first("stance", result, place) if abs(beyond) < off else ()


RULES = (camber_off, bump_steer)

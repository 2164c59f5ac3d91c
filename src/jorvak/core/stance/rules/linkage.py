"""What a lift does to the axle's place, its caster and its half shafts, and how soon the rig tips."""

import math
from collections.abc import Iterator

from jorvak.core.calculation import SLACK
from jorvak.core.findings import Finding, Here, Settle, add, add_if_it_can_be, beyond, measure_first
from jorvak.core.stance.area import StanceResults
from jorvak.core.stance.balance import SOONER_DEG
from jorvak.core.stance.kinds.track_bar import TrackBar

ASIDE_MM = 5.0
APART_DEG = 2.0
NEAR_DEG = 2.0


def axle_pulled_sideways(here: Here) -> Iterator[Finding]:
    """The track bar pulls the axle aside and nothing takes it back."""
    result = here.results.of(StanceResults).bar
    if result.value is None:
        return
    if abs(result.value.shift_mm) <= ASIDE_MM + SLACK:
        return here.passes("axle-pulled-sideways", result, "shift_mm")
    off = result.off("shift_mm")
    yield here.finding(
        "axle-pulled-sideways",
        "watch",
        f"The track bar pulls the front axle {here.mm(abs(result.value.shift_mm))}{here.near_mm(off)} aside.",
        "front-axle",
        result=result,
        settled_by=(
            add(
                "track-bar",
                TrackBar(by="adjustable"),
                f", set to {here.mm(result.value.calculated.recentre_length_mm)}",
            ),
            *(
                measure_first("stance", result, "shift_mm")
                if abs(result.value.shift_mm) - off < ASIDE_MM
                else ()
            ),
        ),
    )


def bar_and_link_unlike(here: Here) -> Iterator[Finding]:
    """Bar and drag link that are not parallel steer over bumps."""
    result = here.results.of(StanceResults).bar
    apart = result.value.link_apart_deg if result.value else None
    if apart is None:
        return
    if abs(apart) <= APART_DEG + SLACK:
        return here.passes("bar-and-link-unlike", result, "link_apart_deg")
    off = result.off("link_apart_deg")
    yield here.finding(
        "bar-and-link-unlike",
        "watch",
        f"Track bar and drag link are {abs(apart):.1f}°{here.near(off)} from parallel: it steers itself over bumps.",
        "front-axle",
        result=result,
        settled_by=(
            Settle(text="Raise or lower both ends alike: a bracket for the bar wants one for the link"),
            *(measure_first("stance", result, "link_apart_deg") if abs(apart) - off < APART_DEG else ()),
        ),
    )


def caster_low(here: Here) -> Iterator[Finding]:
    """Caster below its lower limit; below 0° it will not return."""
    result = here.results.of(StanceResults).caster
    state = result.value
    if state is None:
        return
    if state.caster_deg >= state.lowest_deg - SLACK:
        return here.passes("caster-low", result, "caster_deg")
    off = result.off("caster_deg")
    severity = "watch" if state.lowest_noted and state.lowest_deg < 0 else beyond(-state.caster_deg, off)
    limit = (
        f"the lower limit is {state.lowest_deg:.1f}°"
        if state.lowest_noted
        else f"it was {state.found_deg:.1f}° as found"
    )
    wanted = round((state.lowest_deg - state.caster_deg + off) * 2) / 2
    yield here.finding(
        "caster-low",
        severity or "watch",
        f"Caster comes to {state.caster_deg:.1f}°{here.near(off)}; {limit}. It wanders, and returns badly.",
        "front-axle",
        result=result,
        figures=("steering.caster_low_deg",),
        settled_by=(
            *add_if_it_can_be("arms", "; its pinion drops by as much", caster_deg=max(wanted, 0.5)),
            *(
                measure_first("stance", result, "caster_deg")
                if state.lowest_deg - state.caster_deg < off
                else ()
            ),
        ),
    )


def half_shaft_steep(here: Here) -> Iterator[Finding]:
    """A half shaft's joints against what they bend, in any position."""
    result = here.results.of(StanceResults).half_shafts
    state = result.value
    if state is None:
        return
    for name, left in (
        ("inner", state.calculated.inner_left_deg),
        ("outer", state.calculated.outer_left_deg),
    ):
        place = f"calculated.{name}_left_deg"
        off = result.off(place)
        over = beyond(-left, off)
        severity = over or ("watch" if left < NEAR_DEG - SLACK else None)
        if severity is None:
            limit = (f"half_shafts.{name}_limit_deg",) if state.assumed else ()
            here.passes("half-shaft-steep", result, place, limit)
            continue
        if severity == "stop" and state.assumed:
            severity = "measure"
        worst = getattr(state.calculated, f"{name}_worst_deg")
        limit = getattr(state, f"{name}_limit_deg")
        yield here.finding(
            "half-shaft-steep",
            severity,
            f"The half shaft's {name} joint bends {worst:.1f}°{here.near(off)} of {limit:.0f}°{' (assumed)' if state.assumed else ''}"
            + (f": {-left:.1f}° beyond it." if left < 0 else f": {left:.1f}° left."),
            "front-axle",
            result=result,
            figures=(f"half_shafts.{name}_limit_deg",),
            settled_by=(
                *(measure_first("stance", result, place) if severity == "measure" else ()),
                *add_if_it_can_be(
                    "straps", shorter_mm=float(max(math.ceil(state.limit_droop_mm), 1)), axle="front"
                ),
                Settle(text="Less lift, or a joint that bends further"),
            ),
            subject=name,
        )


def tips_sooner(here: Here) -> Iterator[Finding]:
    """The side slope at which it would tip, against that as found."""
    result = here.judged_results.result("stance", "tip")
    if result.value is None:
        return
    if result.value.lost_deg <= SOONER_DEG + SLACK:
        return here.passes("tips-sooner", result, "lost_deg")
    off = result.off("lost_deg")
    yield here.finding(
        "tips-sooner",
        "watch",
        f"It would tip at {result.value.calculated.tip_deg:.0f}° at rest {here.load_in_words}, {result.value.lost_deg:.1f}°{here.near(off)} sooner than as found; moving, far sooner.",
        "roof",
        result=result,
        settled_by=(
            Settle(text="Weight lower, off the roof; wider track"),
            *(
                measure_first("stance", result, "lost_deg")
                if result.value.lost_deg - off < SOONER_DEG
                else ()
            ),
        ),
    )


RULES = (axle_pulled_sideways, bar_and_link_unlike, caster_low, half_shaft_steep, tips_sooner)

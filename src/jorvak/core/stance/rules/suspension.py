"""Springs, shocks and hoses at the ends of their travel, and sides that are not alike."""

import math
from collections.abc import Iterator
from functools import partial
from typing import Any

from jorvak.core.calculation import SLACK
from jorvak.core.engine.result import Result, work_out
from jorvak.core.findings import Finding, Here, Place, Settle, add_if_it_can_be, measure_first, room
from jorvak.core.places import ENDS, End
from jorvak.core.stance.area import StanceResults
from jorvak.core.stance.lines import SLACK_MM
from jorvak.core.stance.results import SIDES, Side
from jorvak.core.stance.shock import SPARE_MM
from jorvak.core.stance.suspension import Corner, corner

PLACES: dict[str, Place] = {"front": "front-axle", "rear": "rear-axle"}
UNEVEN_MM = 5.0
"""Sides whose measured ride heights differ by so much give a reason for sides that are not alike."""


def shocks(here: Here) -> Iterator[Finding]:
    """Spare stroke at both ends of a shock, less what is wanted there."""
    for end in ENDS:
        result = _of(here, end, "shock")
        if result.value is None:
            continue
        answer = result.value.calculated
        for code, place, left, what, more_mm in (
            ("shock-bottoms", "bump_spare_mm", answer.bump_left_mm, "bump", answer.extend_bump_stop_mm),
            ("shock-tops-out", "droop_spare_mm", answer.droop_left_mm, "droop", answer.limit_droop_mm),
        ):
            off = result.off(place)
            severity = room(getattr(result.value, place), off)
            if severity is None:
                here.passes(code, result, place)
                continue
            by = max(math.ceil(more_mm + off), 1)
            settle = (
                add_if_it_can_be("bump-stops", longer_mm=float(by), axle=end)
                if what == "bump"
                else add_if_it_can_be("straps", shorter_mm=float(by), axle=end)
            )
            says = f"{here.mm(left)} left" if left >= 0 else f"{here.mm(-left)} too little"
            yield here.finding(
                code,
                severity,
                f"The {end} shock has {says}{here.near_mm(off)} at full {what}; {here.mm(SPARE_MM)} are wanted.",
                PLACES[end],
                result=result,
                settled_by=(
                    *(measure_first("stance", result, place) if severity == "measure" else ()),
                    *settle,
                    Settle(text="Or a shock of another length"),
                ),
                subject=end,
            )


def springs(here: Here) -> Iterator[Finding]:
    """Whether the coil binds at full bump or comes loose at full droop; of each side where they are not the same."""
    for end in ENDS:
        for side, result in _corners(here, end):
            if result.value is not None:
                yield from _spring(here, end, side, result)


def _corners(here: Here, end: End) -> Iterator[tuple[Side | None, Result[Any]]]:
    yield None, _of(here, end, "corner")
    for side in SIDES:
        if f"{end}_suspension.{side}_free_length_mm" in here.moment.set_by:
            yield side, work_out(here.moment, partial(corner, end=end, side=side))


def _spring(here: Here, end: End, side: Side | None, result: Result[Any]) -> Iterator[Finding]:
    at_corner: Corner | None = result.value
    assert at_corner is not None
    for code, key, says, settle in (
        ("spring-coil-bound", "coil_bind_left_mm", "before its coils touch at full bump",
         "A longer bump stop, or a spring with a shorter solid length"),
        ("spring-unseats", "seated_by_mm", "of it still pressed at full droop",
         "Held in its seats, limited droop, or a longer spring; if it is held, note so"),
    ):  # fmt: skip
        left = getattr(at_corner.calculated, key)
        place = f"calculated.{key}"
        off = result.off(place)
        severity = None if left is None else room(left, off)
        if left is not None and severity is None:
            here.passes(code, result, place)
        if severity is None or (key == "seated_by_mm" and at_corner.retained):
            continue
        figures = (f"{end}_suspension.spring_retained",) if key == "seated_by_mm" else ()
        yield here.finding(
            code,
            severity,
            f"The {end}{f' {side}' if side else ''} spring has {here.mm(left)}{here.near_mm(off)} {says}.",
            PLACES[end],
            result=result,
            figures=figures,
            settled_by=(
                *(measure_first("stance", result, place) if severity == "measure" else ()),
                Settle(text=settle, figure=figures[0] if figures else None),
            ),
            subject=f"{end} {side}" if side else end,
        )


ANOTHER_LOAD = 0.1
"""Springs chosen for one load stand rightly under another within so much of it."""


def spring_for_another_load(here: Here) -> Iterator[Finding]:
    """Springs that were chosen for one load and stand under another."""
    for end in ENDS:
        path = f"{end}_suspension.added_corner_kg"
        chosen, corner = here.value(path), here.judged_results.result("stance", f"{end}_corner").value
        if chosen is None or corner is None:
            continue
        chosen_for, stands = corner.found_kg + chosen, corner.found_kg + corner.added_kg
        if chosen_for <= 0 or abs(stands / chosen_for - 1) <= ANOTHER_LOAD + SLACK:
            continue
        more = "more" if stands > chosen_for else "less"
        yield here.finding(
            "spring-for-another-load",
            "watch",
            f"The {end} springs are chosen for {here.kg(chosen_for)} on each and carry {here.kg(stands)} {here.load_in_words}, "
            f"{abs(stands / chosen_for - 1) * 100:.0f} % {more}: they ride {'low and bottom' if stands > chosen_for else 'high and hard'}.",
            PLACES[end],
            result=here.judged_results.result("stance", f"{end}_corner"),
            figures=(path,),
            settled_by=(Settle(text="Springs for the load that is there, or the load that they are for"),),
            subject=end,
        )


def hose_short(here: Here) -> Iterator[Finding]:
    """Hose, cable or breather at full droop and full lock, less the slack that it needs."""
    for end in ENDS:
        result = _of(here, end, "lines")
        for i, line in enumerate(result.value or ()):
            measured, length = f"{end}_suspension.{line.key}_spare_mm", f"{end}_lines.{line.key}_length_mm"
            off = result.off(f"{i}.spare_mm")
            severity = room(line.spare_mm, off)
            if severity is None:
                here.passes("hose-short", result, f"{i}.spare_mm")
                continue
            where = "where its ends are furthest apart" if line.on_its_way else "at full droop"
            keeps = (
                f"keeps {here.mm(line.left_mm)}"
                if line.left_mm >= 0
                else f"is {here.mm(-line.left_mm)} too short"
            )
            longer = max(math.ceil(off - min(line.spare_mm, 0.0)), 1)
            yield here.finding(
                "hose-short",
                severity,
                f"The {end} {line.name} {keeps}{here.near_mm(off)} {where}; it needs {here.mm(SLACK_MM)} of slack.",
                PLACES[end],
                result=result,
                settled_by=(
                    Settle(
                        text="Measure it with the axle hanging and the lock full",
                        figure=length if line.on_its_way else measured,
                    ),
                    *add_if_it_can_be(
                        "hoses",
                        ", thread and seat as the old ones'",
                        longer_mm=float(longer),
                        axle=end,
                        what=line.key,
                    ),
                ),
                subject=end if line.key == "hose" else f"{end} {line.key}",
            )


def sides_unlike(here: Here) -> Iterator[Finding]:
    """One side of a solid axle sprung otherwise than the other, and no measured reason for it."""
    for end in ENDS:
        path = f"{end}_suspension.sides"
        if here.value(path) != "unlike" or here.value(f"{end}_axle.build") == "independent":
            continue
        heights = [here.moment.found.get(f"body.{end}_{side}_ride_mm") for side in ("left", "right")]
        if all(noted is not None and noted.known == "measured" for noted in heights):
            left, right = (noted.value for noted in heights if noted is not None)
            if abs(left - right) >= UNEVEN_MM:
                continue
        yield here.finding(
            "sides-unlike",
            "stop",
            f"The {end} axle is sprung otherwise on one side than on the other, and no measured height says why.",
            PLACES[end],
            figures=(path, f"body.{end}_left_ride_mm", f"body.{end}_right_ride_mm"),
            settled_by=(
                Settle(text="Both sides alike"),
                Settle(
                    text="Or measure both heights on level ground: a side that sags is the reason",
                    figure=f"body.{end}_left_ride_mm",
                ),
            ),
            subject=end,
        )


def _of(here: Here, end: End, what: str) -> Result[Any]:
    result: Result[Any] = getattr(here.results.of(StanceResults), f"{end}_{what}")
    return result


RULES = (shocks, springs, spring_for_another_load, hose_short, sides_unlike)

"""Whether it stays cool: what stands before the grille, and the brief's longest climb."""

from collections.abc import Iterator
from typing import Any

from jorvak.core.calculation import SLACK
from jorvak.core.engine.result import Result
from jorvak.core.findings import Finding, Here, Settle, Severity, measure_first, room
from jorvak.core.heat.airflow import MOST_COVERED_PCT
from jorvak.core.heat.area import HeatResults
from jorvak.core.heat.climbing import ClimbHeat
from jorvak.core.quantities import SPEED, TEMPERATURE, WARMTH

DRIVE_ONE = "Drive a long climb with an eye on the gauge, and note what it comes to"


def airflow_blocked(here: Here) -> Iterator[Finding]:
    """More than a third of the air to the radiator is taken."""
    result = here.results.of(HeatResults).airflow
    if result.value is None:
        return
    covered, off = result.value.covered_pct, result.off("covered_pct")
    if covered <= MOST_COVERED_PCT + SLACK:
        here.passes("airflow-blocked", result, "covered_pct")
        return
    by = ", ".join(f"{row.title} {row.covers_pct:.0f} %" for row in result.value.rows)
    yield here.finding(
        "airflow-blocked",
        "watch",
        f"{covered:.0f} %{here.near(off, 0)} of the air to the radiator is in something's way"
        f"{f' ({by})' if by else ''}: more than a third.",
        "nose",
        result=result,
        settled_by=(
            *(measure_first("heat", result, "covered_pct") if covered - MOST_COVERED_PCT < off else ()),
            Settle(text="Lower, narrower, or open behind it; or a duct to the radiator"),
        ),
    )


def runs_hot(here: Here) -> Iterator[Finding]:
    """The margin of the brief's longest climb, laden, on its hottest day."""
    if here.moment.stage == "as-found" or not here.value("aims.climb_slope_pct"):
        return
    result = here.judged_results.of(HeatResults).longest_climb
    if result.value is None:
        waits = result.waits_for
        if waits is not None and not waits.impossible:
            yield here.finding(
                "runs-hot",
                "measure",
                f"Nobody can say how hot it gets on the longest climb: {waits.label} is not known.",
                "nose",
                figures=("aims.climb_slope_pct",),
                settled_by=(
                    Settle(text=f"Note {waits.label}", figure=waits.path)
                    if waits.path
                    else Settle(text=DRIVE_ONE),
                ),
                subject="not known",
            )
        return
    yield from too_hot(here, result, result.value, "", "the longest climb")


def too_hot(
    here: Here, result: Result[Any], climb: ClimbHeat, subject: str, where: str, place: str = "margin_k"
) -> Iterator[Finding]:
    """What a climb's margin says, at ``place`` of a result; nothing where it holds."""
    off = result.off(place)
    severity: Severity | None = room(climb.margin_k, off)
    if severity is None:
        here.passes("runs-hot", result, place)
        return
    if severity == "stop" and not climb.thermostat_open:
        severity = "measure"
    near = f" (±{here.in_units(off, WARMTH)})" if off else ""
    over = "over its limit" if climb.margin_k < 0 else "below its limit"
    close = ", too close to call" if severity == "measure" and abs(climb.margin_k) < off else ""
    errs = (
        ""
        if climb.thermostat_open
        else " The thermostat was not fully open on the climb that says so: it errs to hot."
    )
    yield here.finding(
        "runs-hot",
        severity,
        f"On {where}, laden, {climb.slope_pct:g} % at {here.in_units(climb.held_kmh, SPEED)} and "
        f"{here.in_units(climb.ambient_c, TEMPERATURE)}, the coolant comes to {here.in_units(climb.coolant_c, TEMPERATURE)}: "
        f"{here.in_units(abs(climb.margin_k), WARMTH)} {over}{near}{close}.{errs}",
        "nose",
        result=result,
        settled_by=(
            *(measure_first("heat", result, place) if severity == "measure" else ()),
            *(() if climb.thermostat_open else (Settle(text=DRIVE_ONE),)),
            Settle(text=_slower(here, climb)),
        ),
        subject=subject,
    )


def _slower(here: Here, climb: ClimbHeat) -> str:
    return (
        f"Climb it slower, or below {here.in_units(climb.ambient_to_limit_c, TEMPERATURE)}; "
        "clear the grille; a larger radiator"
    )


RULES = (airflow_blocked, runs_hot)

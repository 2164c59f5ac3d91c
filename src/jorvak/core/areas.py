"""The areas of the trade that say something of a rig at a stage."""

from collections.abc import Callable
from typing import Any

from jorvak.core.driveline import results as driveline
from jorvak.core.driveline.results import DrivelineResults, driveline_results
from jorvak.core.load import results as load
from jorvak.core.load.results import LoadResults, load_results
from jorvak.core.record import record
from jorvak.core.results import Ask, Result, work_out
from jorvak.core.rolling import area as rolling
from jorvak.core.rolling.area import RollingResults, rolling_results
from jorvak.core.stages import Moment
from jorvak.core.stance import area as stance
from jorvak.core.stance.area import StanceResults, stance_results

FUNCTIONS: dict[str, dict[str, Callable[[Ask], Any]]] = {
    "rolling": rolling.RESULTS,
    "driveline": driveline.RESULTS,
    "stance": stance.RESULTS,
    "load": load.RESULTS,
}
"""How each result of each area is worked out."""


@record(frozen=True, slots=True)
class Results:
    """Results by area."""

    rolling: RollingResults
    driveline: DrivelineResults
    stance: StanceResults
    load: LoadResults


def results_of(moment: Moment) -> Results:
    """Every result of every area."""
    return Results(
        rolling=rolling_results(moment),
        driveline=driveline_results(moment),
        stance=stance_results(moment),
        load=load_results(moment),
    )


def result_of(moment: Moment, area: str, name: str) -> Result[Any]:
    """One result of an area, where no more of it is wanted."""
    return work_out(moment, FUNCTIONS[area][name], kept_as=f"{area}.{name}")

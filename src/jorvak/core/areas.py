"""The areas of the trade that say something of a rig at a stage."""

from jorvak.core.driveline.results import DrivelineResults, driveline_results
from jorvak.core.load.results import LoadResults, load_results
from jorvak.core.record import record
from jorvak.core.rolling.area import RollingResults, rolling_results
from jorvak.core.stages import Moment
from jorvak.core.stance.area import StanceResults, stance_results


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

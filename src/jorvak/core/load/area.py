"""What load says of a rig at a stage."""

from jorvak.core.engine.areas import Area
from jorvak.core.engine.result import Result
from jorvak.core.immutable import record
from jorvak.core.load.headlines import HEADLINES
from jorvak.core.load.results import Load, load


@record(frozen=True, slots=True)
class LoadResults:
    load: Result[Load]


AREA = Area(
    name="load",
    results=LoadResults,
    functions={"load": load},
    says={"load": "axle loads and payload"},
    headlines=HEADLINES,
)

"""Records of heat: climbs that were driven with an eye on the gauge."""

from jorvak.core.records import RecordType
from jorvak.core.rig import Day, Line, Name, Record, Text


class HeatRun(Record):
    """A climb that was driven: what the gauge came to is a figure, ``heat_runs.NAME.coolant_c``."""

    name: Name
    driven_on: Day | None = None
    read_by: Line | None = None
    note: Text | None = None


RECORDS = (
    RecordType(
        "heat_run", HeatRun, "heat_runs", "name", "climb driven", most=100, figures="heat_runs", apart=True
    ),
)

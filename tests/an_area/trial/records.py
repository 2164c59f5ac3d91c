"""Records of the trial area."""

from jorvak.core.records import RecordType
from jorvak.core.rig import Name, Record


class Consumer(Record):
    """Something that draws on the battery."""

    name: Name
    switched: bool = True


RECORDS = (RecordType("consumer", Consumer, "consumers", "name", "consumer", most=50, figures="consumers"),)

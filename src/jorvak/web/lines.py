"""Records of a rig as sheets list them: each with the version that a write to it has to name."""

from typing import Generic, TypeVar

from jorvak.core.records import type_of
from jorvak.core.rig import Record
from jorvak.store import RigRecord
from jorvak.web.messages import Message

R = TypeVar("R", bound=Record)


class Line(Message, Generic[R]):
    """A record with the version that a write to it has to name."""

    id: int
    version: int
    record: R


def lines_of(record: RigRecord, kind: type[R]) -> list[Line[R]]:
    """The records of one type."""
    versions = record.record_versions.get(type_of(kind).name, {})
    return [Line(id=each.id, version=versions[each.id], record=each) for each in record.rig.all(kind)]

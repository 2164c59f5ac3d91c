"""What a rig has several of, of any type of the registry: each written and taken out one at a time."""

from typing import Annotated, Any

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import named_figures, spec_of
from jorvak.core.engine.moment import written_down
from jorvak.core.plan.line import read_figure
from jorvak.core.records import RecordType, record_types
from jorvak.core.rig import Figure, Known, Record, Rig
from jorvak.store import NotThere
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, rigs, today
from jorvak.web.typed import with_numbers

record_pages = Pages("records", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="records")])

Table = Annotated[
    str, Field(json_schema_extra={"enum": [k.name for k in record_types().values() if k.written_whole]})
]
Droppable = Annotated[str, Field(json_schema_extra={"enum": list(record_types())})]


class TablePath(RigPath):
    table: Table

    @property
    def type(self) -> RecordType:
        """The type of record that is kept there. Raises NotThere."""
        kind = record_types().get(self.table)
        if kind is None or not kind.written_whole:
            raise NotThere(f"There are no records called “{self.table[:40]}” that are written so.")
        return kind


class RecordPath(RigPath):
    table: Droppable
    record_id: int

    @property
    def type(self) -> RecordType:
        """The type of record that is kept there. Raises NotThere."""
        if self.table not in record_types():
            raise NotThere(f"There are no records called “{self.table[:40]}”.")
        return record_types()[self.table]


class RecordEdit(Message):
    """A record whole. ``version`` None: a new one. ``typed`` are figures of a new gap or part, as typed."""

    id: int = 0
    version: int | None = None
    record: dict[str, Any]
    typed: dict[str, str] = Field({})
    known: Known = Field("measured", description="how the typed figures are known")


class Version(View):
    version: int


@record_pages.put("/records/<table>", responses={200: Sheet})
def put_record(path: TablePath, query: View, body: RecordEdit) -> Response:
    """Keep a record, new or changed."""
    kind, rig = path.type, rigs().read(path.rig_id, query.person).rig
    given = with_numbers(body.record, query, rig.brief.currency)
    record = kind.model.model_validate({**given, "id": body.id})
    name = kind.name_of(record)
    if body.version is not None:
        _same_name(kind, rig, record)
    elif kind.noted is not None:
        record = record.model_copy(update=dict(zip(kind.noted, (today(), query.person), strict=True)))
    figures: dict[str, Figure] = {}
    for key in named_figures()[kind.figures] if kind.figures is not None else ():
        if body.typed.get(key, "").strip():
            spec = spec_of(f"{kind.figures}.{name}.{key}")
            try:
                value = read_figure(spec, body.typed[key], query.preset)
            except Refused as refused:
                raise Refused(key, refused.message) from None
            figures[spec.path] = written_down(rig, spec.path, value, body.known, today(), query.person)
    what = f"{kind.word}: {name}"
    rigs().put(path.rig_id, kind.name, record, body.version, query.person, what, query.key, figures)
    return answer(path.rig_id, query)


def _same_name(kind: RecordType, rig: Rig, record: Record) -> None:
    """Others point to a record by its name, so it keeps it."""
    old = next((each for each in rig.all(kind.model) if each.id == record.id), None)
    if old is not None and kind.name_of(old) != kind.name_of(record):
        raise Refused(
            kind.named_by, f"“{kind.name_of(old)}” keeps its name: figures and changes point to it."
        )


@record_pages.delete("/records/<table>/<int:record_id>", responses={200: Sheet})
def drop_record(path: RecordPath, query: Version) -> Response:
    """Take a record out, and the figures that are its own. Undo brings both back."""
    kind, rig = path.type, rigs().read(path.rig_id, query.person).rig
    record = next((each for each in rig.all(kind.model) if each.id == path.record_id), None)
    name = "" if record is None else kind.name_of(record)
    if record is not None:
        kind.may_go(rig, record)
    figures = f"{kind.figures}.{name}" if kind.figures is not None and name else None
    what = f"{kind.word} taken out: {name}"
    rigs().drop(path.rig_id, kind.name, path.record_id, query.version, query.person, what, query.key, figures)
    return answer(path.rig_id, query)

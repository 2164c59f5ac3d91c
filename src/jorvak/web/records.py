"""What a rig has several of: questions, gaps, parts, survey items and ground, each written and taken out one at a time."""

from typing import Any, Literal

from flask import Response
from flask_openapi3 import APIBlueprint, Tag
from pydantic import BaseModel

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import named_figures, spec_of
from jorvak.core.engine.moment import measured_now
from jorvak.core.plan.line import read_figure
from jorvak.core.rig import Figure
from jorvak.store.records import TABLES
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, rigs, today
from jorvak.web.typed import with_numbers

record_pages = APIBlueprint(
    "records", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="records")]
)

Table = Literal["question", "gap", "part", "survey_item", "profile"]
Droppable = Literal["question", "gap", "part", "survey_item", "photo", "accepted", "profile"]
NAMES = {
    "question": "key",
    "gap": "name",
    "part": "name",
    "survey_item": "item",
    "photo": "file",
    "accepted": "finding",
    "profile": "name",
}
FAMILIES = {"gap": "gaps", "part": "parts"}
WORDS = {
    "question": "question",
    "gap": "gap",
    "part": "part",
    "survey_item": "survey",
    "photo": "photograph",
    "accepted": "acceptance",
    "profile": "ground",
}


class TablePath(RigPath):
    table: Table


class RecordPath(RigPath):
    table: Droppable
    record_id: int


class RecordEdit(BaseModel):
    """A record whole. ``version`` None: a new one. ``typed`` are figures of a new gap or part, as typed."""

    id: int = 0
    version: int | None = None
    record: dict[str, Any]
    typed: dict[str, str] = {}


class Version(View):
    version: int


@record_pages.put("/records/<table>", responses={200: Sheet})
def put_record(path: TablePath, query: View, body: RecordEdit) -> Response:
    """Keep a record, new or changed."""
    table = TABLES[path.table]
    known = rigs().read(path.rig_id, query.person)
    given = with_numbers(body.record, query, known.rig.brief.currency)
    record = table.record.model_validate({**given, "id": body.id})
    name = str(getattr(record, NAMES[path.table]))
    if body.version is not None:
        _same_name(path, known, body.id, name)
    figures: dict[str, Figure] = {}
    if path.table in FAMILIES:
        family = FAMILIES[path.table]
        for key in named_figures()[family]:
            if body.typed.get(key, "").strip():
                spec = spec_of(f"{family}.{name}.{key}")
                try:
                    value = read_figure(spec, body.typed[key], query.preset)
                except Refused as refused:
                    raise Refused(key, refused.message) from None
                figures[spec.path] = measured_now(known.rig, spec.path, value, today(), query.person)
    if path.table == "survey_item" and body.version is None:
        record = record.model_copy(update={"found_on": today(), "found_by": query.person})
    what = f"{WORDS[path.table]}: {name}"
    rigs().put(path.rig_id, path.table, record, body.version, query.person, what, query.key, figures)
    return answer(path.rig_id, query)


def _same_name(path: TablePath, known: Any, record_id: int, name: str) -> None:
    """Others point to a record by its name, so it keeps it."""
    field = NAMES[path.table]
    for record in getattr(known.rig, TABLES[path.table].field):
        if record.id == record_id and getattr(record, field) != name:
            raise Refused(
                field, f"“{getattr(record, field)}” keeps its name: figures and changes point to it."
            )


@record_pages.delete("/records/<table>/<int:record_id>", responses={200: Sheet})
def drop_record(path: RecordPath, query: Version) -> Response:
    """Take a record out, and the figures that are its own. Undo brings both back."""
    rig = rigs().read(path.rig_id, query.person).rig
    found = next((r for r in getattr(rig, TABLES[path.table].field) if r.id == path.record_id), None)
    name = str(getattr(found, NAMES[path.table])) if found else ""
    if path.table == "question" and any((c.option or "").startswith(f"{name}/") for c in rig.changes):
        raise Refused("question", "Changes still belong to its options: take them out of the question first.")
    figures = f"{FAMILIES[path.table]}.{name}" if path.table in FAMILIES and name else None
    what = f"{WORDS[path.table]} taken out: {name}"
    rigs().drop(
        path.rig_id, path.table, path.record_id, query.version, query.person, what, query.key, figures
    )
    return answer(path.rig_id, query)

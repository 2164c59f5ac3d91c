"""What a rig has several of, each in a table of its own: questions, acceptances, gaps, parts, survey, photographs, ground.

One row is one record of core/rig.py; columns are its fields, those that hold more than a plain value as JSON.
"""

import json
import sqlite3
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from jorvak.core.rig import Accepted, Gap, Part, Photo, Profile, Question, Record, SurveyItem
from jorvak.store.journal import Row

ROWS_REMEMBERED = 4096


@dataclass(frozen=True)
class RecordTable:
    """A table and its record: ``field`` is where a rig keeps them, ``as_json`` the columns that hold JSON."""

    name: str
    field: str
    record: type[Record]
    as_json: tuple[str, ...] = ()

    def row(self, record: Record) -> Row:
        """A record as the values of its row."""
        values = record.model_dump(mode="json")
        return {
            key: None if value is None else json.dumps(value, ensure_ascii=False) if key in self.as_json else value
            for key, value in values.items()
        }  # fmt: skip

    @lru_cache(maxsize=ROWS_REMEMBERED)  # noqa: B019
    def of(self, row: sqlite3.Row) -> Any:
        """The record of a row."""
        values = {key: row[key] for key in self.record.model_fields}
        for key in self.as_json:
            if values[key] is not None:
                values[key] = json.loads(values[key])
        return self.record.model_validate(values)


TABLES = {
    table.name: table
    for table in (
        RecordTable("question", "questions", Question, ("options",)),
        RecordTable("accepted", "accepted", Accepted, ("figures",)),
        RecordTable("gap", "gaps", Gap),
        RecordTable("part", "parts", Part, ("faces",)),
        RecordTable("survey_item", "survey", SurveyItem, ("weighing",)),
        RecordTable("photo", "photos", Photo),
        RecordTable("profile", "profiles", Profile, ("corners",)),
    )
}

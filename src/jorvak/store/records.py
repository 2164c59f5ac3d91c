"""What a rig has several of, each type in a table of its own, made from the registry of record types.

One row is one record; columns are its fields, those that hold more than a plain value as JSON.
"""

import json
import sqlite3
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

from jorvak.core.records import RecordType, record_types
from jorvak.core.rig import Record
from jorvak.store.journal import Row

ROWS_REMEMBERED = 4096


@dataclass(frozen=True)
class RecordTable:
    """The table of a type of record."""

    of_type: RecordType

    @property
    def name(self) -> str:
        return self.of_type.name

    def row(self, record: Record) -> Row:
        """A record as the values of its row."""
        nested = self.of_type.nested_fields
        values = record.model_dump(mode="json")
        return {
            key: None if value is None else json.dumps(value, ensure_ascii=False) if key in nested else value
            for key, value in values.items()
        }  # fmt: skip

    @lru_cache(maxsize=ROWS_REMEMBERED)  # noqa: B019
    def of(self, row: sqlite3.Row) -> Record:
        """The record of a row."""
        values = {key: row[key] for key in self.of_type.model.model_fields}
        for key in self.of_type.nested_fields:
            if values[key] is not None:
                values[key] = json.loads(values[key])
        return self.of_type.model.model_validate(values)


TABLES: Mapping[str, RecordTable] = {name: RecordTable(kind) for name, kind in record_types().items()}

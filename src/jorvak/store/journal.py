"""Every write leaves a line: what, before, after, when, by whom. Undo, redo and history come from it."""

import json
import sqlite3
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any

from jorvak.core.calculation import Refused
from jorvak.core.records import record_types
from jorvak.core.rig import MOST_CHANGES, MOST_POINTS
from jorvak.store.database import Database

Row = dict[str, Any]

MOST = {
    "change": MOST_CHANGES,
    "point": MOST_POINTS,
    **{name: kind.most for name, kind in record_types().items()},
}
"""How many of each a rig may have: as many as a build file."""
LATEST = 2**63 - 1
"""Behind every entry."""
LARGEST_RIG = 2_500_000
"""Characters of all rows of a rig: its build file, which is laid out for people, has at most three times as many."""


class Stale(Exception):
    """A write against an old version: somebody else was quicker. ``theirs`` is what stands there now."""

    def __init__(self, table: str, yours: int | None, theirs: Row | None) -> None:
        super().__init__("Somebody else changed this meanwhile.")
        self.table = table
        self.yours = yours
        self.theirs = theirs


class CannotUndo(Exception):
    """There is nothing to take back, or it was changed again since. The message says which."""


class NotThere(Exception):
    """No such rig, change or other record."""


class AlreadyDone(Exception):
    """This very write was done before: it had been sent twice."""


@dataclass(frozen=True)
class Entry:
    """A line of the history."""

    id: int
    at: str
    person: str
    act: str
    what: str
    undone: bool


def utc_now() -> datetime:
    """The time by the machine's clock."""
    return datetime.now(UTC)


class Journal:
    """The journal of one database. ``now`` is its clock."""

    def __init__(self, database: Database, now: Callable[[], datetime] = utc_now) -> None:
        self.database = database
        self.now = now

    @contextmanager
    def write(self, rig_id: int, person: str, what: str, key: str | None = None) -> Iterator["Write"]:
        """One journalled transaction on a rig. Raises NotThere, and AlreadyDone where ``key`` was written before."""
        with self.database.writing() as connection:
            _check(connection, rig_id, key)
            write = Write(connection, self.now())
            yield write
            write.keep(rig_id, person, "do", what, key=key)

    def undo(self, rig_id: int, person: str, key: str | None = None) -> Entry:
        """Take back the last thing that ``person`` did. Raises CannotUndo, NotThere."""
        return self._turn(rig_id, person, "undo", _LAST_DONE, key)

    def redo(self, rig_id: int, person: str, key: str | None = None) -> Entry:
        """Do again what ``person`` took back last. Raises CannotUndo, NotThere."""
        return self._turn(rig_id, person, "redo", _FIRST_UNDONE, key)

    def next_turns(
        self, connection: sqlite3.Connection, rig_id: int, person: str
    ) -> tuple[str | None, str | None]:
        """What undo and redo would take back and do again for ``person``."""
        found = [
            connection.execute(sql, {"rig": rig_id, "person": person}).fetchone()
            for sql in (_LAST_DONE, _FIRST_UNDONE)
        ]
        undo, redo = (row["what"] if row else None for row in found)
        return undo, redo

    def last_of(self, connection: sqlite3.Connection, rig_id: int) -> int:
        """The number of a rig's last line."""
        row = connection.execute("SELECT max(id) FROM journal WHERE rig_id = ?", (rig_id,)).fetchone()
        return int(row[0] or 0)

    def history(self, rig_id: int, most: int = 200, before: int | None = None) -> list[Entry]:
        """The latest lines of a rig's history before an entry, newest first."""
        with self.database.reading() as connection:
            rows = connection.execute(
                """
                SELECT id, at, person, act, what, undone FROM journal
                WHERE rig_id = ? AND id < ? ORDER BY id DESC LIMIT ?
                """,
                (rig_id, before or LATEST, most),
            ).fetchall()
        return [_entry(row) for row in rows]

    def begun_by(self, connection: sqlite3.Connection, key: str | None) -> int | None:
        """The rig that was begun by a write of that key, or None."""
        row = connection.execute(
            "SELECT rig_id FROM journal WHERE act = 'begin' AND once_key = rig_id || ' ' || ?", (key,)
        ).fetchone()
        return None if row is None else int(row[0])

    def _turn(self, rig_id: int, person: str, act: str, which: str, key: str | None) -> Entry:
        with self.database.writing() as connection:
            _check(connection, rig_id, key)
            found = connection.execute(which, {"rig": rig_id, "person": person}).fetchone()
            if found is None:
                raise CannotUndo(f"There is nothing to {act}.")
            rows = connection.execute(
                "SELECT table_name, row_id, before, after FROM journal_row WHERE journal_id = ? ORDER BY place",
                (found["id"],),
            ).fetchall()
            write = Write(connection, self.now())
            for row in reversed(rows) if act == "undo" else rows:
                source, target = ("after", "before") if act == "undo" else ("before", "after")
                write.restore(
                    row["table_name"],
                    row["row_id"],
                    _parsed(row[source]),
                    _parsed(row[target]),
                    found["what"],
                )
            connection.execute("UPDATE journal SET undone = ? WHERE id = ?", (act == "undo", found["id"]))
            write.keep(rig_id, person, act, found["what"], of_entry=found["id"], key=key)
        return _entry(found)


def _check(connection: sqlite3.Connection, rig_id: int, key: str | None) -> None:
    """Before a write: there is such a rig, and nothing was written by that key."""
    if connection.execute("SELECT 1 FROM rig WHERE id = ?", (rig_id,)).fetchone() is None:
        raise NotThere(f"There is no rig {rig_id} here.")
    if (
        key is not None
        and connection.execute(
            "SELECT 1 FROM journal WHERE once_key = ?", (_once_key(rig_id, key),)
        ).fetchone()
    ):
        raise AlreadyDone


def _once_key(rig_id: int, key: str | None) -> str | None:
    """A write's key as it is kept: two rigs may have one."""
    return None if key is None else f"{rig_id} {key}"


# The last thing done that stands; and the first of those taken back that can still be done again.
_LAST_DONE = """
    SELECT id, at, person, act, what, undone FROM journal
    WHERE rig_id = :rig AND person = :person AND act = 'do' AND undone = 0
    ORDER BY id DESC LIMIT 1
"""
_FIRST_UNDONE = """
    SELECT id, at, person, act, what, undone FROM journal
    WHERE rig_id = :rig AND person = :person AND act = 'do' AND undone = 1
    ORDER BY id LIMIT 1
"""


class Write:
    """The rows that one transaction touches, each kept as it was before and is after."""

    def __init__(self, connection: sqlite3.Connection, at: datetime) -> None:
        self.connection = connection
        self.at = at.isoformat(timespec="milliseconds")
        self._rows: list[tuple[str, int, Row | None, Row | None]] = []

    def insert(self, table: str, values: Row) -> int:
        """Insert a row under a new id (or that given) and answer its id."""
        values = {"id": self._next(table), "version": self._next("version"), **values}
        marks = ", ".join("?" for _ in values)
        self.connection.execute(
            f"INSERT INTO {table} ({', '.join(values)}) VALUES ({marks})", list(values.values())
        )
        row_id: int = values["id"]
        self._check_room(table, values)
        self._rows.append((table, row_id, None, self._read(table, row_id)))
        return row_id

    def update(self, table: str, row_id: int, values: Row, version: int | None = None) -> None:
        """Change a row. With a ``version``: only if the row still has it. Raises Stale."""
        before = self._read(table, row_id)
        if before is None or (version is not None and before["version"] != version):
            raise Stale(table, version, before)
        if all(before[key] == value for key, value in values.items()):
            return
        values = {**values, "version": self._next("version")}
        sets = ", ".join(f"{key} = ?" for key in values)
        self.connection.execute(f"UPDATE {table} SET {sets} WHERE id = ?", [*values.values(), row_id])
        self._rows.append((table, row_id, before, self._read(table, row_id)))

    def delete(self, table: str, row_id: int, version: int | None = None) -> None:
        """Remove a row. With a ``version``: only if the row still has it. Raises Stale."""
        before = self._read(table, row_id)
        if before is None or (version is not None and before["version"] != version):
            raise Stale(table, version, before)
        self.connection.execute(f"DELETE FROM {table} WHERE id = ?", (row_id,))
        self._rows.append((table, row_id, before, None))

    def restore(self, table: str, row_id: int, expected: Row | None, wanted: Row | None, what: str) -> None:
        """Put a row back to ``wanted``, if it still is as ``expected``. Raises CannotUndo."""
        present = self._read(table, row_id)
        if _content(present) != _content(self._of_today(table, expected)):
            by = self._last_writer(table, row_id)
            raise CannotUndo(
                f"“{what}” cannot be taken back or done again: {by or 'somebody'} changed it since."
            )
        if wanted is None:
            self.delete(table, row_id)
        elif present is None:
            self._bring_back(table, {key: value for key, value in wanted.items() if key != "version"}, what)
        else:
            self.update(
                table, row_id, {key: value for key, value in wanted.items() if key not in ("id", "version")}
            )

    def _check_room(self, table: str, values: Row) -> None:
        """Raises Refused where a rig would have more of something than its build file may."""
        most = MOST.get(table)
        if most is None:
            return
        count = self.connection.execute(
            f"SELECT count(*) FROM {table} WHERE rig_id = ?", (values["rig_id"],)
        ).fetchone()[0]
        if count > most:
            raise Refused(
                table, f"A rig has at most {most} of these ({table.replace('_', ' ')}). Take one out first."
            )

    def _check_size(self, rig_id: int, grown: int) -> None:
        """Raises Refused where all that is written of a rig would be more than its build file may be."""
        name = f"bytes of rig {rig_id}"
        kept = self.connection.execute("SELECT last FROM counter WHERE name = ?", (name,)).fetchone()
        size = max((self._size_of(rig_id) if kept is None else kept["last"] + grown), 1)
        if size > LARGEST_RIG and grown > 0:
            raise Refused(
                "body", f"All that is noted of this rig would be more than {LARGEST_RIG / 1e6:g} MB of text."
            )
        self.connection.execute(
            "INSERT INTO counter VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET last = excluded.last",
            (name, size),
        )

    def _size_of(self, rig_id: int) -> int:
        tables = ("figure", "point", "change", *record_types())
        rows = (
            row
            for table in tables
            for row in self.connection.execute(f"SELECT * FROM {table} WHERE rig_id = ?", (rig_id,))
        )
        return sum(len(_dumped(dict(row)) or "") for row in rows)

    def _bring_back(self, table: str, wanted: Row, what: str) -> None:
        """Insert a row that was taken out. Raises CannotUndo where another stands in its place: of its name, its path."""
        try:
            self.insert(table, wanted)
        except sqlite3.IntegrityError as error:
            if error.sqlite_errorcode != sqlite3.SQLITE_CONSTRAINT_UNIQUE:
                raise
            raise CannotUndo(
                f"“{what}” cannot be taken back or done again: somebody has put another in its place since."
            ) from None

    def _next(self, name: str) -> int:
        """The next number of a counter. None is given twice, also where what had it is gone."""
        found = self.connection.execute(
            "INSERT INTO counter VALUES (?, 1) ON CONFLICT (name) DO UPDATE SET last = last + 1 RETURNING last",
            (name,),
        ).fetchone()
        return int(found[0])

    def keep(
        self,
        rig_id: int,
        person: str,
        act: str,
        what: str,
        of_entry: int | None = None,
        key: str | None = None,
    ) -> None:
        """Write the journal line and its rows. A write that touched nothing leaves none."""
        if not self._rows and act == "do":
            return
        if act == "do":
            self.connection.execute(
                "UPDATE journal SET undone = 2 WHERE rig_id = ? AND person = ? AND undone = 1",
                (rig_id, person),
            )
        cursor = self.connection.execute(
            "INSERT INTO journal (rig_id, at, person, act, what, of_entry, once_key) VALUES (?, ?, ?, ?, ?, ?, ?)",
            (rig_id, self.at, person, act, what, of_entry, _once_key(rig_id, key)),
        )
        rows = [
            (cursor.lastrowid, place, table, row_id, _dumped(before), _dumped(after))
            for place, (table, row_id, before, after) in enumerate(self._rows)
        ]
        self.connection.executemany(
            "INSERT INTO journal_row (journal_id, place, table_name, row_id, before, after) VALUES (?, ?, ?, ?, ?, ?)",
            rows,
        )
        self._check_size(rig_id, sum(len(row[5] or "") - len(row[4] or "") for row in rows))

    def _of_today(self, table: str, row: Row | None) -> Row | None:
        """A row from before a column was added, with what the column had for it then."""
        columns = self.connection.execute("SELECT name, dflt_value FROM pragma_table_info(?)", (table,))
        if row is None:
            return None
        added = [(name, default) for name, default in columns if name not in row]
        return row | {
            name: self.connection.execute(f"SELECT {default or 'NULL'}").fetchone()[0]
            for name, default in added
        }

    def _last_writer(self, table: str, row_id: int) -> str | None:
        found = self.connection.execute(
            """
            SELECT journal.person FROM journal JOIN journal_row ON journal_row.journal_id = journal.id
            WHERE journal_row.table_name = ? AND journal_row.row_id = ? ORDER BY journal.id DESC LIMIT 1
            """,
            (table, row_id),
        ).fetchone()
        return None if found is None else str(found[0])

    def _read(self, table: str, row_id: int) -> Row | None:
        row = self.connection.execute(f"SELECT * FROM {table} WHERE id = ?", (row_id,)).fetchone()
        return dict(row) if row is not None else None


def _content(row: Row | None) -> Row | None:
    return None if row is None else {key: value for key, value in row.items() if key != "version"}


def _dumped(row: Row | None) -> str | None:
    return None if row is None else json.dumps(row, ensure_ascii=False)


def _parsed(text: str | None) -> Row | None:
    return None if text is None else json.loads(text)


def _entry(row: sqlite3.Row) -> Entry:
    return Entry(row["id"], row["at"], row["person"], row["act"], row["what"], bool(row["undone"]))

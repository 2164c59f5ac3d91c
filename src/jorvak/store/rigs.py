"""Rigs in the database: read whole, written one record at a time."""

import json
import sqlite3
import threading
from collections import OrderedDict
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime
from functools import lru_cache
from typing import Any, Literal

from jorvak.core.records import with_changes_renumbered
from jorvak.core.rig import Brief, Carrier, Change, Figure, Fitted, Record, Rig, some_of
from jorvak.store.database import Database
from jorvak.store.journal import LATEST, Journal, NotThere, Row, Stale, Write, utc_now
from jorvak.store.records import ROWS_REMEMBERED, TABLES

NO_FIGURES: Mapping[str, Figure] = {}
NO_POINTS: Mapping[str, Carrier] = {}
MOST_REMEMBERED = 64
"""Rigs that were read lately, each by who reads it."""


Shelf = Literal["archived", "deleted"]


@dataclass(frozen=True)
class RigLine:
    """A rig in the list of rigs; ``shelf`` where it is archived or deleted, which can be taken back."""

    id: int
    version: int
    name: str
    vehicle: str
    form: str
    leaves_on: str | None
    shelf: Shelf | None


@dataclass(frozen=True)
class RigRecord:
    """A rig as it stands, with the version of each of its records, and what ``person`` could take back.

    ``revision`` is that of its last write, whoever made it: at one revision a rig is the same.
    """

    id: int
    version: int
    revision: int
    rig: Rig
    figure_versions: dict[str, int]
    change_versions: dict[int, int]
    record_versions: dict[str, dict[int, int]]
    undo: str | None
    redo: str | None


@dataclass(frozen=True)
class FigureWas:
    """A figure as an entry of the journal left it; None: taken out."""

    entry: int
    at: str
    person: str
    figure: Figure | None


@dataclass(frozen=True)
class Put:
    """A record to keep, of one of ``records.TABLES``; new where ``version`` is None."""

    table: str
    record: Record
    version: int | None = None


class Rigs:
    """The rigs of one database. ``now`` is the clock of its journal."""

    def __init__(self, database: Database, now: Callable[[], datetime] = utc_now) -> None:
        self.database = database
        self.journal = Journal(database, now)
        self._lately: OrderedDict[tuple[int, str], RigRecord] = OrderedDict()
        self._lock = threading.Lock()

    def list(self) -> list[RigLine]:
        """All rigs by name."""
        with self.database.reading() as connection:
            rows = connection.execute(
                "SELECT id, version, name, vehicle, form, leaves_on, shelf FROM rig ORDER BY name, id"
            ).fetchall()
        return [RigLine(*row) for row in rows]

    def revisions(self) -> dict[int, int]:
        """The revision of each rig that is here."""
        rows = self.database.connection.execute(
            "SELECT rig.id, max(journal.id) FROM rig LEFT JOIN journal ON journal.rig_id = rig.id GROUP BY rig.id"
        )
        return {rig_id: revision or 0 for rig_id, revision in rows.fetchall()}

    def revision(self, rig_id: int) -> int:
        """The revision of a rig. Raises NotThere."""
        row = self.database.connection.execute(
            "SELECT (SELECT max(id) FROM journal WHERE rig_id = rig.id) FROM rig WHERE id = ?", (rig_id,)
        ).fetchone()
        if row is None:
            raise NotThere(f"There is no rig {rig_id} here.")
        return int(row[0] or 0)

    def read(self, rig_id: int, person: str) -> RigRecord:
        """A rig whole. Raises NotThere.

        One request reads a rig several times: at one revision it is the same, which one statement tells.
        """
        which = (rig_id, person)
        with self._lock:
            known = self._lately.get(which)
            if known is not None:
                self._lately.move_to_end(which)
        if known is not None and self.journal.last_of(self.database.connection, rig_id) == known.revision:
            return known
        record = self._read(rig_id, person)
        with self._lock:
            self._lately[which] = record
            self._lately.move_to_end(which)
            while len(self._lately) > MOST_REMEMBERED:
                self._lately.popitem(last=False)
        return record

    def _read(self, rig_id: int, person: str) -> RigRecord:
        with self.database.reading() as connection:
            head = connection.execute("SELECT * FROM rig WHERE id = ?", (rig_id,)).fetchone()
            if head is None:
                raise NotThere(f"There is no rig {rig_id} here.")
            noted = connection.execute(
                "SELECT path, value, known, doubt, noted_on, noted_by, note, taken, fitted_after, version FROM figure WHERE rig_id = ?",
                (rig_id,),
            ).fetchall()
            points = connection.execute(
                "SELECT name, carried_by FROM point WHERE rig_id = ? ORDER BY id", (rig_id,)
            ).fetchall()
            changes = connection.execute(
                "SELECT * FROM change WHERE rig_id = ? ORDER BY position, id", (rig_id,)
            ).fetchall()
            records = {
                name: connection.execute(
                    f"SELECT * FROM {name} WHERE rig_id = ? ORDER BY id", (rig_id,)
                ).fetchall()
                for name in TABLES
            }
            undo, redo = self.journal.next_turns(connection, rig_id, person)
            revision = self.journal.last_of(connection, rig_id)
        return RigRecord(
            id=rig_id,
            version=head["version"],
            revision=revision,
            rig=_rig(head, noted, points, changes, records),
            figure_versions={row["path"]: row["version"] for row in noted},
            change_versions={row["id"]: row["version"] for row in changes},
            record_versions={
                name: {row["id"]: row["version"] for row in rows} for name, rows in records.items()
            },
            undo=undo,
            redo=redo,
        )

    def fitted(self, rig_id: int) -> tuple[Change, ...]:
        """The changes that are on a rig, in order: for those who need no more of it."""
        with self.database.reading() as connection:
            rows = connection.execute(
                "SELECT * FROM change WHERE rig_id = ? AND fitted_on IS NOT NULL ORDER BY position, id",
                (rig_id,),
            ).fetchall()
        return tuple(_change_of(row) for row in rows)

    def figure(self, rig_id: int, path: str) -> Figure | None:
        """One figure as it stands, or None."""
        with self.database.reading() as connection:
            row = connection.execute(
                "SELECT * FROM figure WHERE rig_id = ? AND path = ?", (rig_id, path)
            ).fetchone()
        return None if row is None else _figure_of(row)

    def begin(self, rig: Rig, person: str, what: str, key: str | None = None) -> int:
        """Take in a rig whole, as one write that cannot be undone in part; its changes get ids anew. Answers its id.

        One that was begun by the same ``key`` before is answered instead: a press sent twice makes one.
        """
        with self.database.writing() as connection:
            known = self.journal.begun_by(connection, key)
            if known is not None:
                return known
            write = Write(connection, self.journal.now())
            rig_id = write.insert(
                "rig", {"name": rig.name, "vehicle": rig.vehicle, "form": rig.form, **_brief(rig.brief)}
            )
            for name, carrier in rig.points.items():
                write.insert("point", {"rig_id": rig_id, "name": name, "carried_by": carrier})
            ids = {
                change.id: write.insert("change", {"rig_id": rig_id, "position": position, **_change(change)})
                for position, change in enumerate(rig.changes, start=1)
            }
            for path, figure in rig.figures.items():
                after = tuple(ids[each] for each in figure.fitted_after if each in ids)
                row = _figure(replace(figure, fitted_after=after))
                write.insert("figure", {"rig_id": rig_id, "path": path, **row})
            rig = replace(rig, records=with_changes_renumbered(rig.records, ids))
            for table in TABLES.values():
                for record in rig.all(table.of_type.model):
                    write.insert(table.name, {"rig_id": rig_id, **table.row(record)})
            write.keep(rig_id, person, "begin", what, key=key)
        return rig_id

    def note_figure(
        self,
        rig_id: int,
        path: str,
        figure: Figure | None,
        version: int | None,
        person: str,
        what: str,
        key: str | None = None,
    ) -> None:
        """Note a figure, or remove it with None. ``version`` None says that there was none yet. Raises Stale."""
        with self.journal.write(rig_id, person, what, key) as write:
            _note(write, rig_id, path, figure, version)

    def put_all(
        self,
        rig_id: int,
        puts: Sequence[Put],
        figures: Mapping[str, Figure],
        versions: Mapping[str, int],
        person: str,
        what: str,
        key: str | None = None,
        changes: Sequence[tuple[Change, int]] = (),
        points: Mapping[str, Carrier] = NO_POINTS,
        added: Sequence[Change] = (),
        after: int | None = None,
        head: tuple[Row, int] | None = None,
    ) -> None:
        """Keep several records, figures and changes as one write, figures of ``versions`` in the place of what was there.

        Each of ``changes`` stands with the version that it replaces, ``added`` are put into the order behind the change
        ``after``, at its end where None; ``points`` are new ones of the underside, ``head`` is as for
        :meth:`set_head`, with its version. Raises Stale, NotThere.
        """
        with self.journal.write(rig_id, person, what, key) as write:
            if head is not None:
                write.update("rig", rig_id, *head)
            _add_to_order(write, rig_id, added, after)
            for change, version in changes:
                _belongs(write, "change", change.id, rig_id)
                write.update("change", change.id, _change(change), version)
            for name, carrier in points.items():
                write.insert("point", {"rig_id": rig_id, "name": name, "carried_by": carrier})
            for put in puts:
                _put(write, rig_id, put.table, put.record, put.version)
            for path, figure in figures.items():
                _note(write, rig_id, path, figure, versions.get(path))

    def add_point(
        self,
        rig_id: int,
        name: str,
        carrier: Carrier,
        x: Figure,
        z: Figure,
        person: str,
        key: str | None = None,
    ) -> None:
        """Add an underside point with its two figures. Raises Stale where one of that name is there."""
        with self.journal.write(rig_id, person, f"point {name} added", key) as write:
            row = write.connection.execute(
                "SELECT * FROM point WHERE rig_id = ? AND name = ?", (rig_id, name)
            ).fetchone()
            if row is not None:
                raise Stale("point", None, dict(row))
            write.insert("point", {"rig_id": rig_id, "name": name, "carried_by": carrier})
            for axis, figure in (("x_mm", x), ("z_mm", z)):
                _put_figure(write, rig_id, f"points.{name}.{axis}", figure)

    def put(
        self,
        rig_id: int,
        table: str,
        record: Record,
        version: int | None,
        person: str,
        what: str,
        key: str | None = None,
        figures: Mapping[str, Figure] = NO_FIGURES,
    ) -> int:
        """Keep a record of one of ``records.TABLES``, new where ``version`` is None, with new figures of its own.

        Answers its id. Raises Stale, also where a new one has the name of one that is there; NotThere.
        """
        with self.journal.write(rig_id, person, what, key) as write:
            record_id = _put(write, rig_id, table, record, version)
            for path, figure in figures.items():
                _put_figure(write, rig_id, path, figure)
        return record_id

    def drop(
        self,
        rig_id: int,
        table: str,
        record_id: int,
        version: int,
        person: str,
        what: str,
        key: str | None = None,
        figures: str | None = None,
    ) -> None:
        """Remove a record, and the figures under ``figures`` (``parts.winch``). Raises Stale, NotThere."""
        with self.journal.write(rig_id, person, what, key) as write:
            _belongs(write, table, record_id, rig_id)
            write.delete(table, record_id, version)
            if figures is not None:
                rows = write.connection.execute(
                    "SELECT id FROM figure WHERE rig_id = ? AND substr(path, 1, ?) = ?",
                    (rig_id, len(figures) + 1, f"{figures}."),
                ).fetchall()
                for row in rows:
                    write.delete("figure", row["id"])

    def drop_figures(
        self, rig_id: int, paths: Sequence[str], person: str, what: str, key: str | None = None
    ) -> None:
        """Remove figures, those that are there."""
        with self.journal.write(rig_id, person, what, key) as write:
            for path in paths:
                row = _figure_row(write, rig_id, path)
                if row is not None:
                    write.delete("figure", row["id"])

    def figure_history(
        self, rig_id: int, path: str, before: int | None = None, most: int = 50
    ) -> Sequence[FigureWas]:
        """What a figure was, the latest ``most`` of those before an entry of the journal, oldest first."""
        with self.database.reading() as connection:
            rows = connection.execute(
                """
                SELECT journal.id, journal.at, journal.person, journal_row.after FROM journal
                JOIN journal_row ON journal_row.journal_id = journal.id
                WHERE journal.rig_id = ? AND journal.id < ? AND journal_row.table_name = 'figure'
                  AND json_extract(coalesce(journal_row.after, journal_row.before), '$.path') = ?
                ORDER BY journal.id DESC, journal_row.place DESC LIMIT ?
                """,
                (rig_id, before or LATEST, path, most),
            ).fetchall()
        return [
            FigureWas(
                row["id"],
                row["at"],
                row["person"],
                _figure_of(json.loads(row["after"])) if row["after"] else None,
            )
            for row in reversed(rows)
        ]

    def drop_point(self, rig_id: int, name: str, person: str, key: str | None = None) -> None:
        """Remove an underside point with its figures. Raises NotThere."""
        with self.journal.write(rig_id, person, f"point {name} taken out", key) as write:
            row = write.connection.execute(
                "SELECT id FROM point WHERE rig_id = ? AND name = ?", (rig_id, name)
            ).fetchone()
            if row is None:
                raise NotThere(f"There is no point {name} on this rig.")
            write.delete("point", row["id"])
            for axis in ("x_mm", "z_mm"):
                noted = _figure_row(write, rig_id, f"points.{name}.{axis}")
                if noted is not None:
                    write.delete("figure", noted["id"])

    def set_head(
        self, rig_id: int, values: Row, version: int, person: str, what: str, key: str | None = None
    ) -> None:
        """Change a rig's name, form or brief. ``values`` has columns of the table rig. Raises Stale."""
        with self.journal.write(rig_id, person, what, key) as write:
            write.update("rig", rig_id, values, version)

    def add_change(
        self, rig_id: int, change: Change, after: int | None, person: str, what: str, key: str | None = None
    ) -> int:
        """Put a change into the order behind the change ``after``, at its end where None. Answers its id."""
        with self.journal.write(rig_id, person, what, key) as write:
            (change_id,) = _add_to_order(write, rig_id, (change,), after)
        return change_id

    def set_change(
        self,
        rig_id: int,
        change: Change,
        version: int,
        person: str,
        what: str,
        key: str | None = None,
        figures: Mapping[str, Figure] = NO_FIGURES,
    ) -> None:
        """Replace a change's record, and figures that are read otherwise for it; fitting it moves it behind those
        fitted before. Raises Stale, NotThere."""
        with self.journal.write(rig_id, person, what, key) as write:
            order = _order(write, rig_id)
            if change.id not in order:
                raise NotThere("That change is not in this order any more.")
            write.update("change", change.id, _change(change), version)
            _put_in_order(write, rig_id, order)
            for path, figure in figures.items():
                if _figure_row(write, rig_id, path) is not None:
                    _put_figure(write, rig_id, path, figure)

    def move_change(
        self,
        rig_id: int,
        change_id: int,
        to: int,
        version: int,
        person: str,
        what: str,
        key: str | None = None,
    ) -> None:
        """Move a change to place ``to`` (from 1) of the order. Raises Stale, NotThere."""
        with self.journal.write(rig_id, person, what, key) as write:
            order = _order(write, rig_id)
            if change_id not in order:
                raise NotThere("That change is not in this order any more.")
            row = write.connection.execute("SELECT * FROM change WHERE id = ?", (change_id,)).fetchone()
            if row["version"] != version:
                raise Stale("change", version, dict(row))
            order.remove(change_id)
            order.insert(max(0, to - 1), change_id)
            _put_in_order(write, rig_id, order)


def _figure_row(write: Write, rig_id: int, path: str) -> sqlite3.Row | None:
    row: sqlite3.Row | None = write.connection.execute(
        "SELECT * FROM figure WHERE rig_id = ? AND path = ?", (rig_id, path)
    ).fetchone()
    return row


def _put_figure(write: Write, rig_id: int, path: str, figure: Figure) -> None:
    """Note a figure with what it belongs to, whatever stood at its path."""
    row = _figure_row(write, rig_id, path)
    if row is None:
        write.insert("figure", {"rig_id": rig_id, "path": path, **_figure(figure)})
    else:
        write.update("figure", row["id"], _figure(figure))


def _note(write: Write, rig_id: int, path: str, figure: Figure | None, version: int | None) -> None:
    row = _figure_row(write, rig_id, path)
    if (row["version"] if row else None) != version:
        raise Stale("figure", version, dict(row) if row else None)
    if figure is not None:
        _put_figure(write, rig_id, path, figure)
    elif row is not None:
        write.delete("figure", row["id"])


def _belongs(write: Write, table: str, record_id: int, rig_id: int) -> None:
    row = write.connection.execute(f"SELECT rig_id FROM {table} WHERE id = ?", (record_id,)).fetchone()
    if row is None or row["rig_id"] != rig_id:
        raise NotThere("That is not on this rig any more.")


def _order(write: Write, rig_id: int) -> list[int]:
    rows = write.connection.execute("SELECT id FROM change WHERE rig_id = ? ORDER BY position, id", (rig_id,))
    return [row["id"] for row in rows]


def _add_to_order(write: Write, rig_id: int, changes: Sequence[Change], after: int | None) -> list[int]:
    """Put changes into the order, one behind the other, behind ``after``; at its end where that is not there."""
    order = _order(write, rig_id)
    place = order.index(after) + 1 if after in order else len(order)
    ids = [
        write.insert("change", {"rig_id": rig_id, "position": len(order) + 1 + count, **_change(change)})
        for count, change in enumerate(changes)
    ]
    if ids:
        _put_in_order(write, rig_id, order[:place] + ids + order[place:])
    return ids


def _put_in_order(write: Write, rig_id: int, order: Sequence[int]) -> None:
    """Number the changes by ``order``, the fitted ones first: what is on the vehicle came before what is not."""
    fitted = {
        row["id"]
        for row in write.connection.execute(
            "SELECT id FROM change WHERE rig_id = ? AND state = 'fitted'", (rig_id,)
        )
    }
    for position, change_id in enumerate(sorted(order, key=lambda id: id not in fitted), start=1):
        write.update("change", change_id, {"position": position})


def _put(write: Write, rig_id: int, table: str, record: Record, version: int | None) -> int:
    values = TABLES[table].row(record)
    if version is not None:
        _belongs(write, table, record.id, rig_id)
        write.update(table, record.id, values, version)
        return record.id
    try:
        return write.insert(table, {"rig_id": rig_id, **values})
    except sqlite3.IntegrityError as error:
        # Another of that name; any other rule that is broken is no matter of who came first.
        if error.sqlite_errorcode != sqlite3.SQLITE_CONSTRAINT_UNIQUE:
            raise
        raise Stale(table, None, values) from None


def _rig(
    head: sqlite3.Row,
    noted: list[sqlite3.Row],
    points: list[sqlite3.Row],
    changes: list[sqlite3.Row],
    records: dict[str, list[sqlite3.Row]],
) -> Rig:
    brief = {key: head[key] for key in Brief.model_fields}
    return Rig(
        name=head["name"],
        vehicle=head["vehicle"],
        form=head["form"],
        brief=Brief.model_validate({**brief, "deciding": json.loads(brief["deciding"])}),
        figures={row["path"]: _figure_as_read(row) for row in noted},
        points={row["name"]: row["carried_by"] for row in points},
        changes=tuple(_change_of(row) for row in changes),
        records=some_of(
            {table.of_type.model: tuple(map(table.of, records[table.name])) for table in TABLES.values()}
        ),
    )


# A row that says the same gives the same object, which nobody alters: what rests on it need not be looked at again.
@lru_cache(maxsize=ROWS_REMEMBERED)
def _figure_as_read(row: sqlite3.Row) -> Figure:
    return _figure_of(row)


def _figure_of(row: sqlite3.Row | Row) -> Figure:
    value = _value(row["value"])
    noted_on = row["noted_on"]
    return Figure(
        value=value,
        known=row["known"],
        doubt=row["doubt"],
        noted_on=date.fromisoformat(noted_on) if noted_on else None,
        noted_by=row["noted_by"],
        note=row["note"],
        # The journal has rows from before there were such columns.
        taken=row["taken"] if "taken" in row.keys() else None,  # noqa: SIM118 - a row of SQLite is no mapping
        fitted_after=tuple(json.loads(row["fitted_after"])) if "fitted_after" in row.keys() else (),  # noqa: SIM118
    )


def _value(text: str) -> Any:
    """The value of a figure as it is kept: JSON, and nearly always a plain number."""
    if text[0] in "-0123456789":
        return float(text)
    value = json.loads(text)
    return tuple(value) if isinstance(value, list) else value


@lru_cache(maxsize=ROWS_REMEMBERED)
def _change_of(row: sqlite3.Row) -> Change:
    fitted = None
    if row["fitted_on"] is not None:
        fitted = Fitted(
            on=row["fitted_on"],
            odometer_km=row["fitted_odometer_km"],
            hours=row["fitted_hours"],
            by=row["fitted_by"],
        )
    return Change(
        id=row["id"],
        kind=row["kind"],
        fields=json.loads(row["fields"]),
        state=row["state"],
        mass_kg=row["mass_kg"],
        mass_known=row["mass_known"],
        mass_x_mm=row["mass_x_mm"],
        mass_y_mm=row["mass_y_mm"],
        mass_z_mm=row["mass_z_mm"],
        mass_off_kg=row["mass_off_kg"],
        cost=row["cost"],
        gift=bool(row["gift"]),
        paid=row["paid"],
        credit=row["credit"],
        option=row["option"],
        hours=row["hours"],
        note=row["note"],
        fitted=fitted,
    )


def _figure(figure: Figure) -> Row:
    return {
        "value": json.dumps(figure.value, ensure_ascii=False),
        "known": figure.known,
        "doubt": figure.doubt,
        "noted_on": figure.noted_on.isoformat() if figure.noted_on else None,
        "noted_by": figure.noted_by,
        "note": figure.note,
        "taken": figure.taken,
        "fitted_after": json.dumps(figure.fitted_after),
    }


def _brief(brief: Brief) -> Row:
    values = brief.model_dump(mode="json")
    return {**values, "deciding": json.dumps(values["deciding"])}


def _change(change: Change) -> Row:
    fitted = change.fitted
    return {
        "kind": change.kind,
        "fields": json.dumps(change.fields, ensure_ascii=False, sort_keys=True),
        "state": change.state,
        "mass_kg": change.mass_kg,
        "mass_known": change.mass_known,
        "mass_x_mm": change.mass_x_mm,
        "mass_y_mm": change.mass_y_mm,
        "mass_z_mm": change.mass_z_mm,
        "mass_off_kg": change.mass_off_kg,
        "gift": int(change.gift),
        "paid": change.paid,
        "credit": change.credit,
        "option": change.option,
        "cost": change.cost,
        "hours": change.hours,
        "note": change.note,
        "fitted_on": fitted.on.isoformat() if fitted else None,
        "fitted_odometer_km": fitted.odometer_km if fitted else None,
        "fitted_hours": fitted.hours if fitted else None,
        "fitted_by": fitted.by if fitted else None,
    }

"""Ids and versions are given once: what somebody read long ago is never taken for what stands there now."""

import sqlite3
from contextlib import closing
from pathlib import Path

import pytest

from jorvak.core.rig import Change, Figure, Rig
from jorvak.core.stance.records import Gap
from jorvak.store import CannotUndo, Database, NotThere, Rigs, Stale
from jorvak.store.database import FILE_NAME
from jorvak.store.journal import AlreadyDone

WHEELBASE = "body.wheelbase_mm"


def gap(rigs: Rigs, rig_id: int, name: str, person: str) -> tuple[int, int]:
    """The id and version of a new gap."""
    number = rigs.put(rig_id, "gap", Gap(name=name, axle="front"), None, person, "kept")
    return number, rigs.read(rig_id, person).record_versions["gap"][number]


def test_a_gap_that_was_taken_out_does_not_come_back_as_another(rigs: Rigs, rig_id: int) -> None:
    mine, version = gap(rigs, rig_id, "liner", "Ines")
    rigs.drop(rig_id, "gap", mine, version, "Ines", "out")
    theirs, _ = gap(rigs, rig_id, "fender", "Ruben")
    assert theirs > mine
    with pytest.raises(NotThere):
        rigs.drop(rig_id, "gap", mine, version, "Ines", "out")
    assert [each.name for each in rigs.read(rig_id, "x").rig.all(Gap)] == ["fender"]


def test_nor_does_one_of_another_rig(rigs: Rigs, rig_id: int) -> None:
    mine, version = gap(rigs, rig_id, "liner", "Ines")
    rigs.drop(rig_id, "gap", mine, version, "Ines", "out")
    other = rigs.begin(Rig(name="Other"), "Ruben", "begun")
    assert gap(rigs, other, "liner", "Ruben")[0] != mine


def test_a_stale_edit_of_a_change_that_is_gone_meets_nobody(rigs: Rigs, rig_id: int) -> None:
    mine = rigs.add_change(rig_id, Change(kind="gears", fields={"ratio": 4.1}), None, "Ines", "added")
    rigs.journal.undo(rig_id, "Ines")
    theirs = rigs.add_change(rig_id, Change(kind="gears", fields={"ratio": 3.9}), None, "Ruben", "added")
    assert theirs != mine
    dropped = Change(id=mine, kind="gears", fields={"ratio": 4.1}, state="dropped")
    with pytest.raises(NotThere):
        rigs.set_change(rig_id, dropped, 1, "Ines", "dropped")
    assert [change.state for change in rigs.read(rig_id, "x").rig.changes] == ["chosen"]


def test_a_figure_noted_anew_has_a_version_that_it_never_had(rigs: Rigs, rig_id: int) -> None:
    seen = set()
    for value in range(4):
        rigs.note_figure(rig_id, WHEELBASE, Figure(2700.0 + value), None, "Ruben", "noted")
        version = rigs.read(rig_id, "x").figure_versions[WHEELBASE]
        assert version not in seen
        seen.add(version)
        rigs.note_figure(rig_id, WHEELBASE, None, version, "Ruben", "removed")
    rigs.note_figure(rig_id, WHEELBASE, Figure(2740.0), None, "Ruben", "noted")
    for old in seen:
        with pytest.raises(Stale):
            rigs.note_figure(rig_id, WHEELBASE, Figure(1.0), old, "Ines", "noted")


def test_a_version_is_not_that_of_what_was_taken_back(rigs: Rigs, rig_id: int) -> None:
    rigs.note_figure(rig_id, WHEELBASE, Figure(2740.0), None, "Ines", "noted")
    before = rigs.read(rig_id, "x").figure_versions[WHEELBASE]
    rigs.note_figure(rig_id, WHEELBASE, Figure(2750.0), before, "Ines", "noted")
    rigs.journal.undo(rig_id, "Ines")
    # It stands as it was read, and was something else meanwhile: whoever read it then looks again.
    assert rigs.read(rig_id, "x").figure_versions[WHEELBASE] > before + 1


def test_an_undo_says_who_put_another_in_the_place(rigs: Rigs, rig_id: int) -> None:
    rigs.note_figure(rig_id, WHEELBASE, Figure(2740.0), None, "Ines", "noted")
    version = rigs.read(rig_id, "x").figure_versions[WHEELBASE]
    rigs.note_figure(rig_id, WHEELBASE, None, version, "Ines", "removed")
    rigs.note_figure(rig_id, WHEELBASE, Figure(2755.0), None, "Ruben", "noted")
    with pytest.raises(CannotUndo, match="another in its place"):
        rigs.journal.undo(rig_id, "Ines")
    assert rigs.read(rig_id, "x").rig.figures[WHEELBASE].value == 2755


def test_an_undo_is_about_its_own_record_whatever_else_was_noted(rigs: Rigs, rig_id: int) -> None:
    rigs.note_figure(rig_id, WHEELBASE, Figure(2740.0), None, "Ines", "noted")
    version = rigs.read(rig_id, "x").figure_versions[WHEELBASE]
    rigs.note_figure(rig_id, WHEELBASE, None, version, "Ines", "removed")
    rigs.note_figure(rig_id, "body.height_mm", Figure(1900.0), None, "Ruben", "noted")
    rigs.journal.undo(rig_id, "Ines")
    assert rigs.read(rig_id, "x").rig.figures[WHEELBASE].value == 2740


def test_one_key_on_two_rigs_is_two_writes(rigs: Rigs, rig_id: int) -> None:
    other = rigs.begin(Rig(name="Other"), "Ines", "begun")
    for each in (rig_id, other):
        rigs.note_figure(each, WHEELBASE, Figure(2740.0), None, "Ines", "noted", key="once")
        assert rigs.read(each, "x").rig.figures[WHEELBASE].value == 2740
    with pytest.raises(AlreadyDone):
        rigs.note_figure(other, WHEELBASE, Figure(1.0), None, "Ines", "noted", key="once")


def test_a_file_from_before_there_were_counters_goes_on_behind_what_it_had(
    rigs: Rigs, rig_id: int, folder: Path
) -> None:
    mine, version = gap(rigs, rig_id, "liner", "Ines")
    rigs.drop(rig_id, "gap", mine, version, "Ines", "out")
    rigs.note_figure(rig_id, WHEELBASE, Figure(2740.0), None, "Ines", "noted", key="once")
    rigs.database.close()
    with closing(sqlite3.connect(folder / FILE_NAME)) as old:
        old.executescript(
            "DROP TABLE ladder; DROP TABLE point_table; DROP TABLE string_run; DROP TABLE cut_piece; DROP TABLE strength_look; DROP TABLE room_box;"
            "DROP TABLE battery; DROP TABLE circuit; DROP TABLE connector; DROP TABLE heat_run; DROP TABLE kit_part; DROP TABLE winch_table; DROP TABLE pull;"
            "DROP TABLE leg; DROP TABLE fill; DROP TABLE paper; DROP TABLE country; DROP TABLE contact; DROP TABLE ledger_entry;"
            "DROP TABLE job; DROP TABLE log_line; DROP TABLE taken_off; DROP TABLE interval; DROP TABLE shop_was; DROP TABLE shop; DROP TABLE laid; DROP TABLE invoice; DROP TABLE test_card;"
            "ALTER TABLE part DROP COLUMN state; ALTER TABLE part DROP COLUMN supplier; ALTER TABLE part DROP COLUMN ordered_on;"
            "ALTER TABLE part DROP COLUMN due_on; ALTER TABLE part DROP COLUMN here_on; ALTER TABLE part DROP COLUMN order_number;"
            "ALTER TABLE part DROP COLUMN paid; ALTER TABLE part DROP COLUMN sold_for; ALTER TABLE part DROP COLUMN minutes;"
            "ALTER TABLE part DROP COLUMN kit; ALTER TABLE part DROP COLUMN for_change;"
            "DROP TABLE tape_photo; DROP TABLE counter; DROP TABLE share; DROP TABLE seat; DROP TABLE tank; DROP TABLE place; DROP TABLE cargo;"
            "DROP TABLE trailer; DROP TABLE weighing; ALTER TABLE rig DROP COLUMN trip; ALTER TABLE rig DROP COLUMN shelf; ALTER TABLE rig DROP COLUMN shop;"
            "ALTER TABLE change DROP COLUMN mass_y_mm; ALTER TABLE change DROP COLUMN mass_off_kg;"
            "UPDATE journal SET once_key = 'once' WHERE once_key IS NOT NULL; PRAGMA user_version = 8;"
        )
    again = Rigs(Database(folder))
    theirs, newer = gap(again, rig_id, "fender", "Ruben")
    assert theirs > mine and newer > version
    with pytest.raises(AlreadyDone):
        again.note_figure(rig_id, WHEELBASE, Figure(1.0), None, "Ines", "noted", key="once")

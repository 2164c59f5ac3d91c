"""Backups of a data folder: one a day while it is used, seven kept; one by hand, and back from one.

A backup is a whole database. Photographs are files that are never altered, and stay where they are.
"""

import os
import sqlite3
from contextlib import closing, suppress
from datetime import date, datetime
from pathlib import Path

from jorvak.store.database import BACKUPS, FILE_NAME, Database, Unwritable, why_not

KEPT = 7


def back_up(database: Database, target: Path) -> Path:
    """Write a backup to ``target``, whole or not at all. Raises Unwritable."""
    part = target.with_name(f"{target.name}.part")
    try:
        target.parent.mkdir(parents=True, exist_ok=True)
        part.unlink(missing_ok=True)
        with closing(sqlite3.connect(part)) as copy:
            database.connection.backup(copy)
            # One file, that can be carried elsewhere.
            copy.execute("PRAGMA journal_mode = DELETE")
        _to_the_disk(part)
        part.replace(target)
    except (OSError, sqlite3.DatabaseError) as error:
        with suppress(OSError):
            part.unlink(missing_ok=True)
        why = why_not(error) if isinstance(error, sqlite3.DatabaseError) else f"{error.strerror}."
        raise Unwritable(f"The backup {target} cannot be written: {why}") from None
    return target


def back_up_today(database: Database, today: date) -> Path | None:
    """The backup of a day, where there is none yet; the oldest of more than seven go. Raises Unwritable."""
    folder = database.path.parent / BACKUPS
    target = folder / f"{today.isoformat()}.sqlite3"
    if target.exists():
        return None
    back_up(database, target)
    for old in _daily(folder)[:-KEPT]:
        old.unlink(missing_ok=True)
    return target


def restore(folder: Path, backup: Path, now: datetime) -> Path | None:
    """Put a backup in the place of a folder's database, which is kept aside under the name that is answered.

    Whoever calls holds the folder (``holding.hold``). Raises Unwritable, and changes nothing then.
    """
    _check(backup)
    present = folder / FILE_NAME
    folder.mkdir(parents=True, exist_ok=True)
    part = folder / f"{FILE_NAME}.part"
    try:
        part.write_bytes(backup.read_bytes())
        _to_the_disk(part)
        aside = None
        if present.exists():
            aside = present.with_name(f"{FILE_NAME}.before-restore-{now:%Y-%m-%d-%H%M%S}")
            # What is still in its log belongs to it.
            with suppress(sqlite3.DatabaseError), closing(sqlite3.connect(present)) as old:
                old.execute("PRAGMA wal_checkpoint(TRUNCATE)")
            present.replace(aside)
        for ending in ("-wal", "-shm"):
            present.with_name(f"{FILE_NAME}{ending}").unlink(missing_ok=True)
        part.replace(present)
    except OSError as error:
        with suppress(OSError):
            part.unlink(missing_ok=True)
        raise Unwritable(f"The data folder {folder} does not take it: {error.strerror}.") from None
    return aside


def _check(backup: Path) -> None:
    if not backup.is_file():
        raise Unwritable(f"There is no file {backup}. The backups stand in {BACKUPS} of the data folder.")
    try:
        with closing(sqlite3.connect(f"{backup.resolve().as_uri()}?mode=ro", uri=True)) as connection:
            found = connection.execute("PRAGMA quick_check(1)").fetchone()[0]
            connection.execute("SELECT 1 FROM rig LIMIT 1")
    except sqlite3.DatabaseError as error:
        raise Unwritable(f"{backup}: {why_not(error)}") from None
    if found != "ok":
        raise Unwritable(f"{backup} is damaged itself ({str(found)[:120]}). Take an older one.")


def _daily(folder: Path) -> list[Path]:
    """The daily backups, oldest first; one that was made by hand has another name, and is never removed."""
    return sorted(folder.glob("[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9].sqlite3"))


def _to_the_disk(file: Path) -> None:
    with file.open("rb") as written:
        os.fsync(written.fileno())

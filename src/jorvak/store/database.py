"""The SQLite file: opening it, bringing it up to date after a backup, one connection a thread."""

import os
import sqlite3
import threading
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path

FILE_NAME = "jorvak.sqlite3"
BACKUPS = "backups"
"""The folder of the backups, in the data folder."""
MIGRATIONS = Path(__file__).parent / "migrations"


class Unwritable(Exception):
    """The data folder cannot be used. The message says why and what would work."""


class FileGone(Exception):
    """The file under a running application was removed or put in another's place. The message says what to do."""


class NewerDatabase(Exception):
    """The file was made by a newer version of Jorvak."""


class Database:
    """A data folder with its SQLite file, up to date. Raises Unwritable or NewerDatabase when opened.

    A commit is on the disk before it returns (WAL with full synchronisation): what was acknowledged
    survives a killed process and a lost power supply.
    """

    def __init__(self, folder: Path, migrations: Path = MIGRATIONS) -> None:
        self.path = folder / FILE_NAME
        self._local = threading.local()
        self._turn = threading.Lock()
        try:
            folder.mkdir(parents=True, exist_ok=True)
            (folder / ".writable").touch()
            (folder / ".writable").unlink()
        except OSError as error:
            raise Unwritable(
                f"The data folder {folder} cannot be written ({error.strerror}). "
                "Name another with --data DIR, or give yourself the right to write there."
            ) from None
        try:
            with closing(_connect(self.path)) as connection:
                _migrate(connection, self.path, migrations)
                _check_whole(connection, self.path)
        except sqlite3.DatabaseError as error:
            raise Unwritable(f"{self.path}: {why_not(error)}{last_backup(folder)}") from None
        opened = os.stat(self.path)
        self._file = (opened.st_dev, opened.st_ino)

    @property
    def connection(self) -> sqlite3.Connection:
        """This thread's connection."""
        found: sqlite3.Connection | None = getattr(self._local, "connection", None)
        if found is None:
            self._check_file()
            found = self._local.connection = _connect(self.path)
        return found

    def _check_file(self) -> None:
        """Raises FileGone where the file is not the one that was opened: what is written to it nobody would find."""
        try:
            now = os.stat(self.path)
        except OSError:
            now = None
        if now is None or (now.st_dev, now.st_ino) != self._file:
            raise FileGone(
                f"{self.path} was removed or put in another's place while Jorvak ran. Nothing can be kept. "
                "Put it back and start Jorvak again; what is on the screen and was not sent stays in this browser."
            )

    @contextmanager
    def reading(self) -> Iterator[sqlite3.Connection]:
        """One consistent view of the file, whatever is written meanwhile."""
        connection = self.connection
        self._check_file()
        connection.execute("BEGIN")
        try:
            yield connection
        finally:
            connection.execute("COMMIT")

    @contextmanager
    def writing(self) -> Iterator[sqlite3.Connection]:
        """One transaction: all of it is kept, or, on any exception, nothing."""
        connection = self.connection
        # In turn: threads that wait for SQLite itself look again after a while, and the last looks longest.
        with self._turn:
            self._check_file()
            connection.execute("BEGIN IMMEDIATE")
            try:
                yield connection
            except BaseException:
                connection.execute("ROLLBACK")
                raise
            connection.execute("COMMIT")
            # Taken away meanwhile, it is not acknowledged.
            self._check_file()

    def close(self) -> None:
        """Close this thread's connection."""
        if getattr(self._local, "connection", None) is not None:
            self._local.connection.close()
            self._local.connection = None


def why_not(error: sqlite3.DatabaseError) -> str:
    """Why the database did not do what was asked of it, and what to do, in sentences."""
    code = (getattr(error, "sqlite_errorcode", None) or 0) & 0xFF
    match code:
        case sqlite3.SQLITE_BUSY | sqlite3.SQLITE_LOCKED:
            return (
                "Another program holds the database: it waited ten seconds. Try again, or close that program."
            )
        case sqlite3.SQLITE_FULL:
            return "The disk is full. Make room and try again."
        case sqlite3.SQLITE_READONLY | sqlite3.SQLITE_PERM | sqlite3.SQLITE_CANTOPEN:
            return "The data folder cannot be written. Give yourself the right to write there, or name another with --data DIR."
        case sqlite3.SQLITE_CORRUPT:
            return "The database is damaged. Stop Jorvak and take the last backup: bin/jorvak restore."
        case sqlite3.SQLITE_NOTADB:
            return "This is not a database of Jorvak. Move it aside, or name another folder with --data DIR."
        case sqlite3.SQLITE_IOERR:
            return (
                f"The disk does not read or write as it should ({error}). Look after it before anything else."
            )
        case _:
            return f"The database does not do that ({error})."


def _check_whole(connection: sqlite3.Connection, path: Path) -> None:
    """Raises Unwritable where pages of the file are damaged."""
    found = connection.execute("PRAGMA quick_check(1)").fetchone()[0]
    if found != "ok":
        raise Unwritable(f"{path} is damaged ({str(found)[:120]}).{last_backup(path.parent)}")


def last_backup(folder: Path) -> str:
    """A sentence that names the latest backup in a data folder; empty where there is none."""
    found = max((folder / BACKUPS).glob("*.sqlite3"), key=lambda file: file.name, default=None)
    if found is None:
        return ""
    return f" The last backup is {found.name}: bin/jorvak restore --data {folder} {found}"


def _connect(path: Path) -> sqlite3.Connection:
    connection = sqlite3.connect(path, isolation_level=None, timeout=10)
    connection.row_factory = sqlite3.Row
    for pragma in ("journal_mode = WAL", "synchronous = FULL", "foreign_keys = ON"):
        connection.execute(f"PRAGMA {pragma}")
    return connection


def _migrate(connection: sqlite3.Connection, path: Path, folder: Path) -> None:
    steps = sorted((int(file.name[:4]), file) for file in folder.glob("[0-9][0-9][0-9][0-9]_*.sql"))
    newest = steps[-1][0]
    present = connection.execute("PRAGMA user_version").fetchone()[0]
    if present > newest:
        raise NewerDatabase(
            f"{path} was written by a newer Jorvak (its layout is {present}, this one knows {newest}). "
            "Start that newer one, or name another folder with --data DIR. Nothing was changed."
        )
    if 0 < present < newest:
        _back_up(connection, path.with_name(f"{path.name}.before-{newest:04d}"))
    for number, file in steps:
        if number > present:
            # One script, one transaction: a migration that fails or is killed leaves the layout before it.
            connection.executescript(
                f"BEGIN IMMEDIATE;\n{file.read_text(encoding='utf-8')}\nPRAGMA user_version = {number};\nCOMMIT;"
            )


def _back_up(connection: sqlite3.Connection, target: Path) -> None:
    free = next(p for p in (target, *(Path(f"{target}-{n}") for n in range(2, 1000))) if not p.exists())
    with closing(sqlite3.connect(free)) as copy:
        connection.backup(copy)

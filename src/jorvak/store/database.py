"""The SQLite file: opening it, bringing it up to date after a backup, one connection a thread."""

import sqlite3
import threading
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path

FILE_NAME = "jorvak.sqlite3"
MIGRATIONS = Path(__file__).parent / "migrations"


class Unwritable(Exception):
    """The data folder cannot be used. The message says why and what would work."""


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
        except sqlite3.DatabaseError as error:
            raise Unwritable(
                f"{self.path} is not a database that can be read ({error}). "
                "Move it aside, or name another folder with --data DIR."
            ) from None

    @property
    def connection(self) -> sqlite3.Connection:
        """This thread's connection."""
        found: sqlite3.Connection | None = getattr(self._local, "connection", None)
        if found is None:
            found = self._local.connection = _connect(self.path)
        return found

    @contextmanager
    def reading(self) -> Iterator[sqlite3.Connection]:
        """One consistent view of the file, whatever is written meanwhile."""
        connection = self.connection
        connection.execute("BEGIN")
        try:
            yield connection
        finally:
            connection.execute("COMMIT")

    @contextmanager
    def writing(self) -> Iterator[sqlite3.Connection]:
        """One transaction: all of it is kept, or, on any exception, nothing."""
        connection = self.connection
        connection.execute("BEGIN IMMEDIATE")
        try:
            yield connection
        except BaseException:
            connection.execute("ROLLBACK")
            raise
        connection.execute("COMMIT")

    def close(self) -> None:
        """Close this thread's connection."""
        if getattr(self._local, "connection", None) is not None:
            self._local.connection.close()
            self._local.connection = None


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

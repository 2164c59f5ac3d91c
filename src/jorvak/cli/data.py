"""``backup`` and ``restore``, and how a data folder is opened."""

import argparse
from datetime import UTC, date, datetime, time
from pathlib import Path
from typing import TYPE_CHECKING

from jorvak.cli.failed import Commands, Failed, add_data

if TYPE_CHECKING:
    from jorvak.store import Rigs


def add_commands(commands: Commands) -> None:
    """Add the commands to the command line."""
    backup = commands.add_parser("backup", help="write a backup of the data folder, also while it is in use")
    backup.add_argument("file", type=Path, nargs="?", help="where to (default: backups in the data folder)")
    add_data(backup)
    backup.set_defaults(run=_backup)

    restore = commands.add_parser("restore", help="put a backup in the place of what the data folder holds")
    restore.add_argument("file", type=Path)
    add_data(restore)
    restore.set_defaults(run=_restore)


def open_rigs(folder: Path, today: date | None = None) -> "Rigs":
    """The rigs in a data folder; on a fixed day the clock stands at noon. Raises Failed."""
    from jorvak.store import Database, NewerDatabase, Rigs, Unwritable

    try:
        if today is not None:
            noon = datetime.combine(today, time(12), UTC)
            return Rigs(Database(folder), now=lambda: noon)
        return Rigs(Database(folder))
    except (NewerDatabase, Unwritable) as error:
        raise Failed(str(error)) from None


def _backup(arguments: argparse.Namespace) -> int:
    from jorvak.store import Unwritable
    from jorvak.store.backups import back_up
    from jorvak.store.database import BACKUPS, FILE_NAME

    if not (arguments.data / FILE_NAME).exists():
        raise Failed(
            f"There is nothing in {arguments.data} to back up. Name the data folder with --data DIR."
        )
    now = datetime.now()
    target = arguments.file or arguments.data / BACKUPS / f"by-hand-{now:%Y-%m-%d-%H%M%S}.sqlite3"
    if target.exists():
        raise Failed(f"{target} is there already, and stays. Name another.")
    try:
        print(f"{back_up(open_rigs(arguments.data).database, target)} written.")
    except Unwritable as error:
        raise Failed(str(error)) from None
    return 0


def _restore(arguments: argparse.Namespace) -> int:
    from jorvak.store import Unwritable
    from jorvak.store.backups import restore
    from jorvak.store.holding import Held, hold

    try:
        with hold(arguments.data, "a restore"):
            aside = restore(arguments.data, arguments.file, datetime.now())
            # Opened once: an older layout is brought up to date, and what cannot be read shows now.
            count = len(open_rigs(arguments.data).list())
    except (Held, Unwritable) as error:
        raise Failed(str(error)) from None
    print(
        f"{arguments.file} is in its place: {count} rigs." + (f" What was there is {aside}." if aside else "")
    )
    return 0

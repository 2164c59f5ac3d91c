"""``backup``, ``restore`` and ``password``, and how a data folder is opened."""

import argparse
import sys
from datetime import UTC, date, datetime, time
from getpass import getpass
from pathlib import Path
from typing import TYPE_CHECKING

from jorvak.cli.failed import Commands, Failed, add_data, person

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

    password = commands.add_parser(
        "password",
        help="give a person a password, to sign in beyond loopback; it is asked for, or read from a line",
    )
    password.add_argument("name", type=person, nargs="?", help="who; without it, those who have one")
    password.add_argument("--remove", action="store_true", help="take the person out instead")
    add_data(password)
    password.set_defaults(run=_password)


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


def _password(arguments: argparse.Namespace) -> int:
    from jorvak.store.people import BadPassword, People

    people, name = People(arguments.data), arguments.name
    if name is None:
        print("\n".join(people.names()) or "Nobody has a password yet.")
        return 0
    if arguments.remove:
        if not people.remove(name):
            raise Failed(f"{name} has no password here.")
        print(f"{name} cannot sign in any more.")
        return 0
    try:
        people.set_password(name, _asked())
    except BadPassword as bad:
        raise Failed(str(bad)) from None
    print(f"{name} can sign in with it, and nobody with an older one.")
    return 0


def _asked() -> str:
    """A password, typed twice unseen; or the line that comes in. Never on the command line, where others read it."""
    if sys.stdin is None:
        raise Failed("Nothing comes in: standard input is closed.")
    if not sys.stdin.isatty():
        return sys.stdin.readline().rstrip("\n")
    first = getpass("Password: ")
    if getpass("Once more: ") != first:
        raise Failed("These were two different ones. Nothing was changed.")
    return first

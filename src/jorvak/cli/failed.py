"""What a command cannot do, and what several commands take."""

import argparse
import os
from datetime import date
from pathlib import Path
from typing import Any

from jorvak.core.rig import FIRST_DAY, LAST_DAY

BAD_INPUT = 2
Commands = Any
"""What argparse adds commands to; it has no public name."""


class Failed(Exception):
    """A command cannot be done. The message says why, and what would work."""


def day(text: str) -> date:
    """A day of the command line."""
    try:
        found = date.fromisoformat(text)
    except ValueError:
        raise argparse.ArgumentTypeError(f"“{text[:20]}” is no day such as 2026-03-02") from None
    if not FIRST_DAY <= found <= LAST_DAY:
        raise argparse.ArgumentTypeError(f"a day lies between {FIRST_DAY} and {LAST_DAY}, not {found}")
    return found


def person(text: str) -> str:
    """Who does it, by the command line."""
    if not 0 < len(text.strip()) <= 80:
        raise argparse.ArgumentTypeError("a person has a name of 1 to 80 characters")
    return text.strip()


def add_data(parser: argparse.ArgumentParser) -> None:
    """The option that names the data folder."""
    home = Path(os.environ.get("XDG_DATA_HOME") or Path.home() / ".local" / "share")
    parser.add_argument(
        "--data", type=Path, default=home / "jorvak", help="the data folder (default %(default)s)"
    )

"""``read``: lines as builders scratch them into a notebook, one JSON object each."""

import argparse
import json
import sys
from datetime import date
from typing import Any

from jorvak.cli.failed import BAD_INPUT, Commands, Failed, day
from jorvak.core.notebook.reader import read_note
from jorvak.core.quantities import PRESETS, Preset

LONGEST_LINE = 100_000


def add_commands(commands: Commands) -> None:
    """Add the command to the command line."""
    read = commands.add_parser(
        "read", help="lines of a notebook, from standard input: figures, a change, or a question, each"
    )
    read.add_argument(
        "--units", choices=("metric", "inch"), default="metric", help="of numbers without a unit"
    )
    read.add_argument("--on", type=day, help="today, for days without a year (default: today)")
    read.set_defaults(run=_read)


def _read(arguments: argparse.Namespace) -> int:
    if sys.stdin is None:
        raise Failed("Nothing comes in: standard input is closed.")
    preset, on = PRESETS[arguments.units], arguments.on or date.today()
    asked = False
    while raw := sys.stdin.buffer.readline(LONGEST_LINE):
        line = raw.decode("utf-8", "replace").strip("\ufeff\r\n")
        if not line.strip():
            continue
        answer = answer_to(line, preset, on)
        asked = asked or answer["ask"] is not None
        print(json.dumps(answer, ensure_ascii=False))
    return BAD_INPUT if asked else 0


def answer_to(line: str, preset: Preset, on: date) -> dict[str, Any]:
    """What a line says, as it is printed."""
    found = read_note(line, preset, on)
    change = None
    if found.change is not None:
        change = {"kind": found.change.kind, **found.change.fields}
        for key in ("mass_kg", "mass_x_mm", "mass_y_mm", "mass_z_mm"):
            if getattr(found.change, key) is not None:
                change[key] = getattr(found.change, key)
    return {
        "line": line, "figures": found.figures, "change": change, "ask": found.ask, "note": found.note,
        "guessed": found.guessed,
    }  # fmt: skip

"""The command line: calculations, build files, the server and its data."""

import argparse
import os
import sqlite3
import sys
from contextlib import suppress

from jorvak.cli import builds, calc, data, read, service
from jorvak.cli.failed import BAD_INPUT, Failed


def main(argv: list[str] | None = None) -> int:
    """Run one command. Answers the exit code: 0, or 2 for what cannot be done, with a sentence that says why."""
    arguments = _parser().parse_args(argv)
    try:
        code: int = arguments.run(arguments)
        if sys.stdout is not None:
            sys.stdout.flush()
    except Failed as failed:
        print(failed, file=sys.stderr)
        return BAD_INPUT
    except sqlite3.DatabaseError as error:
        from jorvak.store import why_not

        print(f"{why_not(error)} Nothing of this was kept.", file=sys.stderr)
        return BAD_INPUT
    except KeyboardInterrupt:
        print("Stopped.", file=sys.stderr)
        return BAD_INPUT
    except OSError as error:
        if not isinstance(error, BrokenPipeError):
            where = error.filename or "What comes out"
            print(f"{where} cannot be read or written: {error.strerror}.", file=sys.stderr)
        _write_no_more()
        return BAD_INPUT
    return code


def _write_no_more() -> None:
    """Have the interpreter not try once more to write what could not be written."""
    with suppress(OSError, AttributeError, ValueError):
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="bin/jorvak", description="The rig on paper before metal is cut.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")
    for module in (calc, read, builds, service, data):
        module.add_commands(commands)
    return parser

"""The command line: calculations, the server, build files in, the API's description."""

import argparse
import json
import logging
import os
import socket
import sys
from datetime import UTC, date, datetime, time
from pathlib import Path
from typing import Any

from jorvak.core.calculation import Refused, describe
from jorvak.core.calculations import calculations
from jorvak.core.doubt import answer_with_doubt

BAD_INPUT = 2
DEFAULT_PORT = 5370


def main(argv: list[str] | None = None) -> int:
    """Run one command. Answers the exit code: 0, or 2 for bad input."""
    arguments = _parser().parse_args(argv)
    code: int = arguments.run(arguments)
    return code


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="bin/jorvak", description="The rig on paper before metal is cut.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    calc = commands.add_parser("calc", help="a calculation of the handbook: JSON in, JSON out")
    calc.add_argument("name", nargs="?", help="which; without it, the list")
    calc.add_argument("--describe", action="store_true", help="its inputs, outputs and source")
    calc.set_defaults(run=_calc)

    assess = commands.add_parser("assess", help="a build file assessed at a stage: JSON out")
    assess.add_argument("file", type=Path)
    assess.add_argument(
        "--stage",
        default="planned",
        help="as-found, today, planned, or K: after the K-th change of the order",
    )
    assess.add_argument(
        "--laden", action="store_true", help="with crew, water, fuel and goods; else as built, nobody aboard"
    )
    assess.add_argument(
        "--on", type=date.fromisoformat, default=date.today(), help="the day, for what ages (default today)"
    )
    assess.set_defaults(run=_assess)

    check = commands.add_parser("check", help="is this a build file? every fault with its place")
    check.add_argument("file", type=Path)
    check.set_defaults(run=_check)

    schema = commands.add_parser("schema", help="print the JSON Schema of a build file")
    schema.set_defaults(run=_schema)

    serve = commands.add_parser("serve", help="start the application on loopback")
    serve.add_argument(
        "--port", type=int, default=DEFAULT_PORT, help=f"where it listens (default {DEFAULT_PORT})"
    )
    _add_data(serve)
    serve.add_argument(
        "--today", type=date.fromisoformat, help="take this day for today (pictures and tests)"
    )
    serve.set_defaults(run=_serve)

    load = commands.add_parser("load", help="take a build file into the data folder")
    load.add_argument("file", type=Path, nargs="+")
    _add_data(load)
    load.add_argument(
        "--move-dates", action="store_true", help="move its dates as if it had been written today"
    )
    load.add_argument("--if-empty", action="store_true", help="do nothing where there is a rig already")
    load.add_argument("--person", default="bench", help="who takes it in")
    load.add_argument("--today", type=date.fromisoformat, help="take this day for today (pictures and tests)")
    load.set_defaults(run=_load)

    api = commands.add_parser("openapi", help="print the description of the web API")
    api.set_defaults(run=_openapi)
    return parser


def _add_data(parser: argparse.ArgumentParser) -> None:
    home = Path(os.environ.get("XDG_DATA_HOME") or Path.home() / ".local" / "share")
    parser.add_argument(
        "--data", type=Path, default=home / "jorvak", help="the data folder (default %(default)s)"
    )


def _calc(arguments: argparse.Namespace) -> int:
    name = arguments.name
    if name is None:
        width = max(map(len, calculations()))
        for calculation in calculations().values():
            print(f"{calculation.name:<{width}}  {calculation.line}")
        return 0
    if name not in calculations():
        known = ", ".join(calculations())
        return _print(_error(name, Refused("calc", f"There is no calculation “{name}”. There are {known}.")))
    if arguments.describe:
        print(describe(calculations()[name]))
        return 0
    try:
        given = json.loads(sys.stdin.buffer.read().decode("utf-8"))
    except (ValueError, RecursionError) as error:
        return _print(_error(name, Refused("input", f"What came in is not JSON: {error}.")))
    if not isinstance(given, list):
        return _print(_answer(name, given))
    return _print([_answer(name, one) for one in given])


def _answer(name: str, given: Any) -> dict[str, Any]:
    try:
        if not isinstance(given, dict):
            raise Refused("input", "An input is an object with keys, or an array of such objects.")
        return {"calc": name, **answer_with_doubt(given, calculations()[name].as_json)}
    except Refused as refused:
        return _error(name, refused)


def _error(name: str, refused: Refused) -> dict[str, Any]:
    return {"calc": name, "error": {"field": refused.field, "message": refused.message}}


def _print(answers: dict[str, Any] | list[dict[str, Any]]) -> int:
    print(json.dumps(answers, ensure_ascii=False, indent=1 if isinstance(answers, dict) else None))
    bad = any("error" in answer for answer in (answers if isinstance(answers, list) else [answers]))
    return BAD_INPUT if bad else 0


def _assess(arguments: argparse.Namespace) -> int:
    from jorvak.core.assess import assess
    from jorvak.core.engine.moment import read_stage
    from jorvak.formats.assessment import assessment_as_json
    from jorvak.formats.build_file import read_build

    try:
        rig = read_build(_bytes_of(arguments.file)).rig
        assessed = assess(rig, read_stage(arguments.stage), on=arguments.on, with_load=arguments.laden)
    except Refused as refused:
        print(
            json.dumps(
                {"error": {"field": refused.field, "message": refused.message}}, ensure_ascii=False, indent=1
            )
        )
        return BAD_INPUT
    print(json.dumps(assessment_as_json(assessed), ensure_ascii=False, indent=1))
    return 0


def _check(arguments: argparse.Namespace) -> int:
    from jorvak.formats.build_file import Fault, faults_of

    try:
        faults = faults_of(_bytes_of(arguments.file))
    except Refused as refused:
        faults = [Fault(refused.field, refused.message)]
    for fault in faults:
        print(f"{fault.place}: {fault.message}")
    if not faults:
        print(f"{arguments.file} is a build file.")
    return BAD_INPUT if faults else 0


def _schema(arguments: argparse.Namespace) -> int:
    from jorvak.formats.build_schema import schema

    print(json.dumps(schema(), indent=1, ensure_ascii=False))
    return 0


def _bytes_of(file: Path) -> bytes:
    """The bytes of a build file, or of the build inside a zip. Raises Refused on ``file``."""
    from jorvak.formats.build_zip import build_of

    try:
        return build_of(file.read_bytes())
    except OSError as error:
        raise Refused("file", f"{file} cannot be read: {error.strerror}.") from None


def _open(folder: Path, today: date | None) -> Any:
    """The rigs in a data folder, or None after saying why not. On a fixed day the clock stands at noon."""
    from jorvak.store import Database, NewerDatabase, Rigs, Unwritable

    try:
        if today is not None:
            noon = datetime.combine(today, time(12), UTC)
            return Rigs(Database(folder), now=lambda: noon)
        return Rigs(Database(folder))
    except (NewerDatabase, Unwritable) as error:
        print(error, file=sys.stderr)
        return None


def _serve(arguments: argparse.Namespace) -> int:
    from waitress import create_server

    from jorvak.web import create_app, memory

    logging.basicConfig(level=logging.WARNING, format="%(levelname)s %(name)s: %(message)s")
    rigs = _open(arguments.data, arguments.today)
    if rigs is None:
        return BAD_INPUT
    if not 0 <= arguments.port <= 65535:
        print(f"There is no port {arguments.port}. Give one from 1024 to 65535 with --port.", file=sys.stderr)
        return BAD_INPUT
    app = create_app(rigs, today=arguments.today)
    try:
        server = create_server(
            app,
            host="127.0.0.1",
            port=arguments.port,
            threads=4,
            ident="jorvak",
        )
    except OSError as error:
        print(
            f"Port {arguments.port} cannot be used ({error.strerror or error}): something else listens there, "
            f"perhaps another Jorvak. Try --port {_free_port()}.",
            file=sys.stderr,
        )
        return BAD_INPUT
    memory.settle()
    memory.tidy_when_quiet(app)
    print(
        f"Jorvak is at http://127.0.0.1:{server.effective_port}/  (data in {arguments.data}; Ctrl C stops it)",
        flush=True,
    )
    server.run()
    return 0


def _free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
        return port


def _load(arguments: argparse.Namespace) -> int:
    from jorvak.formats.build_file import moved, read_build

    rigs = _open(arguments.data, arguments.today)
    if rigs is None:
        return BAD_INPUT
    if arguments.if_empty and rigs.list():
        return 0
    for file in arguments.file:
        try:
            build = read_build(file.read_bytes())
        except OSError as error:
            print(f"{file} cannot be read: {error.strerror}.", file=sys.stderr)
            return BAD_INPUT
        except Refused as refused:
            print(f"{file}: {refused.field}: {refused.message} Nothing was taken in.", file=sys.stderr)
            return BAD_INPUT
        if arguments.move_dates:
            build = moved(build, arguments.today or date.today())
        rigs.begin(build.rig, arguments.person, f"{build.rig.name} taken in from a build file")
        print(f"{build.rig.name} taken in.")
    return 0


def _openapi(arguments: argparse.Namespace) -> int:
    from jorvak.web import create_app

    print(json.dumps(create_app(rigs=None).api_doc, indent=1, sort_keys=True, ensure_ascii=False))  # type: ignore[arg-type]
    return 0


if __name__ == "__main__":
    sys.exit(main())

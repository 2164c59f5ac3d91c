"""``assess``, ``check``, ``schema`` and ``load``: build files."""

import argparse
import json
from datetime import date
from pathlib import Path
from typing import TYPE_CHECKING

from jorvak.cli.failed import BAD_INPUT, Commands, Failed, add_data, day, person
from jorvak.core.calculation import Refused

if TYPE_CHECKING:
    from jorvak.store import Rigs


def add_commands(commands: Commands) -> None:
    """Add the commands to the command line."""
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
    assess.add_argument("--on", type=day, default=date.today(), help="the day, for what ages (default today)")
    assess.set_defaults(run=_assess)

    check = commands.add_parser("check", help="is this a build file? every fault with its place")
    check.add_argument("file", type=Path)
    check.set_defaults(run=_check)

    schema = commands.add_parser("schema", help="print the JSON Schema of a build file")
    schema.set_defaults(run=_schema)

    load = commands.add_parser(
        "load", help="take build files, or zips with photographs, into the data folder"
    )
    load.add_argument("file", type=Path, nargs="+")
    add_data(load)
    load.add_argument(
        "--move-dates", action="store_true", help="move its dates as if it had been written today"
    )
    load.add_argument("--if-empty", action="store_true", help="do nothing where there is a rig already")
    load.add_argument("--person", type=person, default="bench", help="who takes it in")
    load.add_argument("--today", type=day, help="take this day for today (pictures and tests)")
    load.set_defaults(run=_load)


def _assess(arguments: argparse.Namespace) -> int:
    from jorvak.core.assess import assess
    from jorvak.core.engine.moment import read_stage
    from jorvak.formats.assessment import assessment_as_json
    from jorvak.formats.build_file import read_build

    try:
        rig = read_build(_bytes_of(arguments.file)).rig
        assessed = assess(rig, read_stage(arguments.stage), on=arguments.on, with_load=arguments.laden)
    except Refused as refused:
        fault = {"error": {"field": refused.field, "message": refused.message}}
        print(json.dumps(fault, ensure_ascii=False, indent=1))
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


def _schema(_: argparse.Namespace) -> int:
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


def _load(arguments: argparse.Namespace) -> int:
    from jorvak.cli.data import open_rigs

    take_in(
        arguments.file,
        open_rigs(arguments.data, arguments.today),
        arguments.person,
        arguments.today or date.today() if arguments.move_dates else None,
        arguments.if_empty,
    )
    return 0


def take_in(
    files: list[Path], rigs: "Rigs", who: str, to: date | None = None, if_empty: bool = False
) -> None:
    """Take build files, zips and files of shops into a data folder, their dates moved as if written on ``to``.

    Raises Failed.
    """
    from jorvak.formats.build_file import moved
    from jorvak.formats.build_zip import read_any
    from jorvak.store import PhotoFiles

    if if_empty and rigs.list():
        return
    photos = PhotoFiles(rigs.database.path.parent)
    for file in files:
        try:
            if _is_shop(file):
                print(f"{_shop_taken_in(file, rigs, who, to)} taken in.")
                continue
            with file.open("rb") as source, photos.all_or_none() as keep:
                build = read_any(source, keep)
                build = build if to is None else moved(build, to)
                rigs.begin(build.rig, who, f"{build.rig.name} taken in from a build file")
        except Refused as refused:
            raise Failed(f"{file}: {refused.field}: {refused.message} Nothing was taken in.") from None
        except OSError as error:
            raise Failed(f"{file} cannot be read or kept: {error.strerror}. Nothing was taken in.") from None
        print(f"{build.rig.name} taken in.")


def _is_shop(file: Path) -> bool:
    from jorvak.formats.shop_file import is_shop

    with file.open("rb") as source:
        return is_shop(source.read(400))


def _shop_taken_in(file: Path, rigs: "Rigs", who: str, to: date | None) -> str:
    """Keep the shop in a file, in the place of one of its name; answers what it is called. Raises Refused."""
    from jorvak.formats.shop_file import read_shop
    from jorvak.store.shops import Shops

    shop = read_shop(file.read_bytes(), to)
    shops = Shops(rigs.database, rigs.journal.now)
    known = shops.named(shop.name)
    shops.put(shop, known.version if known else None, who, known.id if known else None)
    return shop.name

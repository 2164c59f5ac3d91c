"""The build file: one readable JSON file that holds a rig and its plan.

Units stand in the keys, figures say how they are known, and what is not known is left out. Out and in
again gives an equal rig.
"""

import json
from datetime import date, timedelta
from typing import Any, Literal

from pydantic import ValidationError

from jorvak.core.calculation import Refused, sentence_of
from jorvak.core.kinds import fields_of
from jorvak.core.rig import BadFigure, Frozen, Rig, check_believable

LARGEST_BYTES = 8_000_000


class BuildFile(Frozen):
    """What stands in the file. ``written_on`` is the day to which its dates belong."""

    jorvak_build: Literal[1]
    written_on: date
    rig: Rig


def write_build(rig: Rig, written_on: date) -> str:
    """A rig as the text of a build file."""
    build = BuildFile(jorvak_build=1, written_on=written_on, rig=rig)
    return json.dumps(build.model_dump(mode="json", exclude_none=True), indent=1, ensure_ascii=False) + "\n"


def read_build(raw: bytes) -> BuildFile:
    """Read a build file whole, or refuse it whole. Raises Refused with the place of the first fault."""
    if len(raw) > LARGEST_BYTES:
        raise Refused("file", f"The file has {len(raw)} bytes; a build file has at most {LARGEST_BYTES}.")
    try:
        data: Any = json.loads(raw.decode("utf-8"))
    except (UnicodeDecodeError, ValueError, RecursionError) as error:
        raise Refused("file", f"This is not JSON: {str(error)[:120]}.") from None
    if not isinstance(data, dict) or "jorvak_build" not in data:
        raise Refused("file", "This is not a build file: it has no key jorvak_build at its top.")
    try:
        build = BuildFile.model_validate(data)
    except ValidationError as error:
        fault = error.errors(include_url=False)[0]
        place = ".".join(str(part) for part in fault["loc"])
        raise Refused(place, sentence_of(fault, place)) from None
    try:
        check_believable(build.rig)
    except BadFigure as error:
        raise Refused(f"rig.{error.path}", str(error)) from None
    for index, change in enumerate(build.rig.changes):
        try:
            fields_of(change.kind, change.fields)
        except Refused as refused:
            raise Refused(f"rig.changes.{index}.{refused.field}", refused.message) from None
    return build


def moved(build: BuildFile, to: date) -> BuildFile:
    """The same build with every date moved as if it had been written on ``to``."""
    days = to - build.written_on
    data = _moved(build.model_dump(mode="python"), days)
    for change, old in zip(data["rig"]["changes"], build.rig.changes, strict=True):
        change["id"] = old.id
    return BuildFile.model_validate(data)


def _moved(value: Any, days: timedelta) -> Any:
    if isinstance(value, date):
        return value + days
    if isinstance(value, dict):
        return {key: _moved(item, days) for key, item in value.items()}
    if isinstance(value, (list, tuple)):
        return type(value)(_moved(item, days) for item in value)
    return value

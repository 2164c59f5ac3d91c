"""The build file: one readable JSON file that holds a rig and its plan.

Units stand in the keys, figures say how they are known, and what is not known is left out. Figures are
nested by the parts of their path: ``body.wheelbase_mm`` is ``{"body": {"wheelbase_mm": {"value": 2740,
"known": "measured"}}}``. Out and in again gives an equal rig.
"""

import json
from collections.abc import Iterator, Mapping
from dataclasses import asdict, dataclass, replace
from datetime import date, timedelta
from typing import Annotated, Any, Literal, get_args

from pydantic import Field, StringConstraints, ValidationError, model_validator

from jorvak.core.calculation import NotNegative, Refused, sentence_of
from jorvak.core.catalogue import POINT_FIGURES, BadFigure, catalogue, checked
from jorvak.core.kinds import fields_of
from jorvak.core.rig import Brief, Carrier, Change, Figure, Form, Frozen, Known, Line, Rig, Text

LARGEST_BYTES = 8_000_000
PointName = Annotated[
    str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60, pattern=r"^[^.]+$")
]


class FigureEntry(Frozen):
    """A figure as it stands in the file. A bare value is a figure that nobody vouches for."""

    value: Any
    known: Known = "assumed"
    doubt: NotNegative | None = None
    noted_on: date | None = None
    noted_by: Text | None = None
    note: Text | None = None

    @model_validator(mode="before")
    @classmethod
    def _bare_value(cls, given: Any) -> Any:
        return given if isinstance(given, dict) else {"value": given}


class RigEntry(Frozen):
    """A rig as it stands in the file, less its figures."""

    name: Line
    vehicle: Text = ""
    form: Form = "wagon"
    brief: Brief = Brief()
    changes: Annotated[tuple[Change, ...], Field(max_length=500)] = ()


class BuildEntry(Frozen):
    """The whole file. ``written_on`` is the day to which its dates belong."""

    jorvak_build: Literal[1]
    written_on: date
    rig: dict[str, Any]


@dataclass(frozen=True, slots=True)
class Build:
    """A rig out of a file, and the day to which its dates belong."""

    rig: Rig
    written_on: date


def write_build(rig: Rig, written_on: date) -> str:
    """A rig as the text of a build file."""
    entry = RigEntry(name=rig.name, vehicle=rig.vehicle, form=rig.form, brief=rig.brief, changes=rig.changes)
    plan = entry.model_dump(mode="json", exclude_none=True)
    changes = plan.pop("changes")
    nested: dict[str, Any] = {}
    for name, carrier in rig.points.items():
        nested.setdefault("points", {})[name] = {"on": carrier}
    for path, figure in rig.figures.items():
        place = nested
        *parts, key = path.split(".")
        for part in parts:
            place = place.setdefault(part, {})
        place[key] = {name: value for name, value in asdict(figure).items() if value is not None}
    whole = {"jorvak_build": 1, "written_on": written_on, "rig": {**plan, **nested, "changes": changes}}
    return json.dumps(whole, indent=1, ensure_ascii=False, default=date.isoformat) + "\n"


def read_build(raw: bytes) -> Build:
    """Read a build file whole, or refuse it whole. Raises Refused with the place of the first fault."""
    if len(raw) > LARGEST_BYTES:
        raise Refused("file", f"The file has {len(raw)} bytes; a build file has at most {LARGEST_BYTES}.")
    try:
        data: Any = json.loads(raw.decode("utf-8"))
    except (UnicodeDecodeError, ValueError, RecursionError) as error:
        raise Refused("file", f"This is not JSON: {str(error)[:120]}.") from None
    if not isinstance(data, dict) or "jorvak_build" not in data:
        raise Refused("file", "This is not a build file: it has no key jorvak_build at its top.")
    whole = _parsed(BuildEntry, data, "")
    plan = {key: value for key, value in whole.rig.items() if key in RigEntry.model_fields}
    rest = {key: value for key, value in whole.rig.items() if key not in RigEntry.model_fields}
    entry = _parsed(RigEntry, plan, "rig.")
    points = dict(_points(rest.pop("points", {})))
    rig = Rig(
        name=entry.name,
        vehicle=entry.vehicle,
        form=entry.form,
        brief=entry.brief,
        figures=dict(_figures("", rest))
        | {path: figure for _, figures in points.values() for path, figure in figures},
        points={name: carrier for name, (carrier, _) in points.items()},
        changes=entry.changes,
    )
    for index, change in enumerate(rig.changes):
        try:
            fields_of(change.kind, change.fields)
        except Refused as refused:
            raise Refused(f"rig.changes.{index}.{refused.field}", refused.message) from None
    return Build(rig=rig, written_on=whole.written_on)


def moved(build: Build, to: date) -> Build:
    """The same build with every date moved as if it had been written on ``to``."""
    days = to - build.written_on
    rig = build.rig
    figures = {
        path: replace(figure, noted_on=_shifted(figure.noted_on, days))
        for path, figure in rig.figures.items()
    }
    brief = rig.brief.model_copy(update={"leaves_on": _shifted(rig.brief.leaves_on, days)})
    changes = tuple(
        change.model_copy(update={"fitted": change.fitted.model_copy(update={"on": change.fitted.on + days})})
        if change.fitted
        else change
        for change in rig.changes
    )
    return Build(rig=replace(rig, figures=figures, brief=brief, changes=changes), written_on=to)


def _shifted(day: date | None, by: timedelta) -> date | None:
    return None if day is None else day + by


def _parsed(model: type[Any], data: Any, prefix: str) -> Any:
    try:
        return model.model_validate(data)
    except ValidationError as error:
        fault = error.errors(include_url=False)[0]
        place = prefix + ".".join(str(part) for part in fault["loc"])
        raise Refused(place, sentence_of(fault, place)) from None


def _points(data: Any) -> Iterator[tuple[str, tuple[Carrier, list[tuple[str, Figure]]]]]:
    if not isinstance(data, Mapping) or len(data) > 500:
        raise Refused("rig.points", "rig.points is an object of at most 500 points, each under its name.")
    for name, point in data.items():
        place = f"rig.points.{name}"
        if not isinstance(point, Mapping) or not 0 < len(name.strip()) <= 60 or "." in name:
            raise Refused(
                place, f"{place} is an object with on, x_mm and z_mm; its name has no full stop in it."
            )
        if point.get("on") not in get_args(Carrier):
            raise Refused(f"{place}.on", f"{place}.on is one of {', '.join(get_args(Carrier))}.")
        unknown = set(point) - {"on", *POINT_FIGURES}
        if unknown:
            raise Refused(f"{place}.{min(unknown)}", f"{place} has on, x_mm and z_mm, nothing else.")
        figures = {f"points.{name}.{key}": point[key] for key in POINT_FIGURES if key in point}
        yield name, (point["on"], [(path, _figure(path, value)) for path, value in figures.items()])


def _figures(prefix: str, data: Any) -> Iterator[tuple[str, Figure]]:
    """The figures under a place of the file, by path."""
    for key, value in data.items():
        path = f"{prefix}{key}"
        if path in catalogue():
            yield path, _figure(path, value)
        elif isinstance(value, Mapping) and any(known.startswith(f"{path}.") for known in catalogue()):
            yield from _figures(f"{path}.", value)
        else:
            raise Refused(f"rig.{path}", f"A rig has no figure or part called {path[:80]}.")


def _figure(path: str, data: Any) -> Figure:
    entry = _parsed(FigureEntry, data, f"rig.{path}.")
    try:
        value = checked(path, entry.value)
    except BadFigure as error:
        raise Refused(f"rig.{path}", str(error)) from None
    return Figure(value, entry.known, entry.doubt, entry.noted_on, entry.noted_by, entry.note)

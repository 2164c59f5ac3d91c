"""The build file: one readable JSON file that holds a rig and its plan.

Units stand in the keys, figures say how they are known, and what is not known is left out. Figures are
nested by the parts of their path: ``body.wheelbase_mm`` is ``{"body": {"wheelbase_mm": {"value": 2740,
"known": "measured"}}}``. Out and in again gives an equal rig. Its JSON Schema is made in
``formats/build_schema.py`` from the same models.
"""

import json
from collections.abc import Iterator, Mapping
from contextlib import suppress
from dataclasses import asdict, dataclass, replace
from datetime import date, timedelta
from functools import cache
from typing import Annotated, Any, Literal, TypeVar

from pydantic import BaseModel, Field, ValidationError, create_model, model_validator

from jorvak.core.calculation import NotNegative, Refused, sentence_of
from jorvak.core.catalogue import BadFigure, catalogue, checked, named_figures
from jorvak.core.plan.kinds import check_mass, fields_of
from jorvak.core.plan.records import Question
from jorvak.core.records import record_types, type_of, with_changes_renumbered
from jorvak.core.rig import (
    AS_IT_STOOD,
    FIRST_DAY,
    LAST_DAY,
    MOST_CHANGES,
    MOST_POINTS,
    Brief,
    Carrier,
    Change,
    Day,
    Figure,
    Form,
    Frozen,
    Known,
    Line,
    Record,
    Rig,
    Taken,
    Text,
    numbered,
    some_of,
)
from jorvak.formats.json_text import read_json

LARGEST_BYTES = 8_000_000
MOST_FAULTS = 1000
"""So many are written down: whoever made more of them mends these first."""
FrozenRecord = TypeVar("FrozenRecord", bound=Frozen)
Owned = list[tuple[str, Figure]]


class FigureEntry(Frozen):
    """A figure as it stands in the file. A bare value is a figure that nobody vouches for."""

    value: Any
    known: Known = "assumed"
    doubt: NotNegative | None = None
    noted_on: Day | None = None
    noted_by: Text | None = None
    note: Text | None = None
    taken: Taken | None = None
    fitted_after: tuple[Annotated[int, Field(ge=1)], ...] = ()

    @model_validator(mode="after")
    def _stood_on_a_day(self) -> "FigureEntry":
        if self.taken == AS_IT_STOOD and self.noted_on is None:
            raise ValueError(f"A figure that was taken “{AS_IT_STOOD}” says on which day (noted_on).")
        return self

    @model_validator(mode="before")
    @classmethod
    def _bare_value(cls, given: Any) -> Any:
        return given if isinstance(given, dict) else {"value": given}


class PointEntry(Frozen):
    """An underside point, less its figures."""

    on: Carrier


class RigHead(Frozen):
    """A rig as it stands in the file, less its figures, points and records."""

    name: Line
    vehicle: Text = ""
    form: Form = "wagon"
    brief: Brief = Brief()
    changes: Annotated[tuple[Change, ...], Field(max_length=MOST_CHANGES)] = ()


LISTED = tuple(kind for kind in record_types().values() if kind.figures is None)
"""Record types that stand in lists; those with figures of their own stand under their names, with them."""

_LISTS: dict[str, Any] = {
    kind.in_file: (Annotated[tuple.__class_getitem__((kind.model, ...)), Field(max_length=kind.most)], ())
    for kind in LISTED
}
RigEntry: Any = create_model("RigEntry", __base__=RigHead, **_LISTS)
"""A rig as it stands in the file, less its figures, points and what stands under its name."""


class BuildEntry(Frozen):
    """The whole file. ``written_on`` is the day to which its dates belong."""

    jorvak_build: Literal[1]
    written_on: Day | None = None
    rig: dict[str, Any]


@dataclass(frozen=True, slots=True)
class Build:
    """A rig out of a file, and the day to which its dates belong."""

    rig: Rig
    written_on: date | None


@dataclass(frozen=True, slots=True)
class Fault:
    """Something wrong in a file, and its place."""

    place: str
    message: str


@dataclass(frozen=True, slots=True)
class Named:
    """What a builder names and that has figures of its own, nested in the file under its name."""

    model: type[BaseModel]
    figures: Mapping[str, Any]
    most: int


NAMED: dict[str, Named] = {
    "points": Named(PointEntry, named_figures()["points"], MOST_POINTS),
    **{
        kind.in_file: Named(kind.model, named_figures()[kind.figures], kind.most)
        for kind in record_types().values()
        if kind.figures is not None
    },
}


def write_build(rig: Rig, written_on: date) -> str:
    """A rig as the text of a build file."""
    steps = {change.id: step for step, change in enumerate(rig.changes, 1)}
    rig = replace(rig, records=with_changes_renumbered(rig.records, steps))
    entry = RigEntry(
        name=rig.name,
        vehicle=rig.vehicle,
        form=rig.form,
        brief=rig.brief,
        changes=rig.changes,
        **{kind.in_file: rig.all(kind.model) for kind in LISTED},
    )
    plan = {
        key: value for key, value in entry.model_dump(mode="json", exclude_none=True).items() if value != []
    }
    head = {key: plan.pop(key) for key in ("name", "vehicle", "form", "brief")}
    nested: dict[str, Any] = {}
    for name, carrier in rig.points.items():
        nested.setdefault("points", {})[name] = {"on": carrier}
    for kind in record_types().values():
        for record in rig.all(kind.model) if kind.figures is not None else ():
            entry_of = record.model_dump(mode="json", exclude_none=True, exclude={kind.named_by})
            under = nested.setdefault(kind.in_file, {})
            under[kind.name_of(record)] = {
                key: value for key, value in entry_of.items() if value not in ({}, [])
            }
    for path, figure in rig.figures.items():
        place = nested
        *parts, key = path.split(".")
        for part in parts:
            place = place.setdefault(part, {})
        place[key] = {name: value for name, value in asdict(figure).items() if value not in (None, ())}
        if figure.fitted_after:
            place[key]["fitted_after"] = sorted(steps[each] for each in figure.fitted_after if each in steps)
    whole = {"jorvak_build": 1, "written_on": written_on, "rig": {**head, **nested, **plan}}
    return json.dumps(whole, indent=1, ensure_ascii=False, default=date.isoformat) + "\n"


def read_build(raw: bytes) -> Build:
    """Read a build file whole, or refuse it whole; its changes are numbered by their step.

    Raises Refused with the place of the first fault.
    """
    build, faults = _read(raw)
    if build is None:
        raise Refused(faults[0].place, faults[0].message)
    return build


def faults_of(raw: bytes) -> list[Fault]:
    """Everything that is wrong with a build file, each with its place; nothing where it can be read."""
    return _read(raw)[1]


def _read(raw: bytes) -> tuple[Build | None, list[Fault]]:
    if len(raw) > LARGEST_BYTES:
        return None, [
            Fault("file", f"The file has {len(raw)} bytes; a build file has at most {LARGEST_BYTES}.")
        ]
    try:
        data: Any = read_json(raw)
    except Refused as refused:
        return None, [Fault(refused.field, refused.message)]
    if not isinstance(data, dict) or "jorvak_build" not in data:
        return None, [Fault("file", "This is not a build file: it has no key jorvak_build at its top.")]
    reader = _Reader()
    build = reader.build(data)
    return (None if reader.faults else build), reader.faults


@cache
def _groups() -> frozenset[str]:
    """Where figures are nested: every place above one."""
    parts = (path.split(".") for path in catalogue())
    return frozenset(".".join(each[:depth]) for each in parts for depth in range(1, len(each)))


class _Reader:
    """Reads a build and writes down every fault instead of stopping at the first."""

    def __init__(self) -> None:
        self.faults: list[Fault] = []

    def build(self, data: dict[str, Any]) -> Build | None:
        whole = self.parsed(BuildEntry, data, "")
        if whole is None:
            return None
        plan = {key: value for key, value in whole.rig.items() if key in RigEntry.model_fields}
        rest = {key: value for key, value in whole.rig.items() if key not in RigEntry.model_fields}
        entry = self.parsed(RigEntry, plan, "rig.")
        owned: Owned = []
        named = {family: list(self.named(family, rest.pop(family, {}), owned)) for family in NAMED}
        figures = dict(self.figures("", rest)) | dict(owned)
        if entry is None:
            self.changes(
                self.readable(Change, plan.get("changes")), self.readable(Question, plan.get("questions"))
            )
            return None
        self.changes(dict(enumerate(entry.changes)), dict(enumerate(entry.questions)))
        self.told_once(entry)
        for path, figure in figures.items():
            if any(step > len(entry.changes) for step in figure.fitted_after):
                self.fault(
                    f"rig.{path}.fitted_after",
                    f"This file has {len(entry.changes)} changes, and none beyond.",
                )
        rig = Rig(
            name=entry.name,
            vehicle=entry.vehicle,
            form=entry.form,
            brief=entry.brief,
            figures=figures,
            points={name: point.on for name, point in named["points"]},
            changes=entry.changes,
            records=some_of(
                {
                    kind.model: getattr(entry, kind.in_file)
                    if kind.figures is None
                    else tuple(record for _, record in named[kind.in_file])
                    for kind in record_types().values()
                }
            ),
        )
        return Build(rig=numbered(rig), written_on=whole.written_on)

    def fault(self, place: str, message: str) -> None:
        if len(self.faults) < MOST_FAULTS:
            self.faults.append(Fault(place[:300], message))

    def parsed(self, model: type[Any], data: Any, prefix: str) -> Any:
        """``data`` as ``model``, or None after writing its faults down."""
        try:
            return model.model_validate(data)
        except ValidationError as error:
            for fault in error.errors(include_url=False)[:50]:
                place = (prefix + ".".join(str(part) for part in fault["loc"])).rstrip(".")
                self.fault(place, sentence_of(fault, place))
            return None

    def named(self, family: str, data: Any, owned: Owned) -> Iterator[tuple[str, Any]]:
        """Points, gaps or parts, each under its name; their figures go to ``owned``."""
        model, specs, most = NAMED[family].model, NAMED[family].figures, NAMED[family].most
        if not isinstance(data, Mapping) or len(data) > most:
            self.fault(f"rig.{family}", f"rig.{family} is an object of at most {most}, each under its name.")
            return
        for name, entry in data.items():
            place = f"rig.{family}.{name}"
            if not isinstance(entry, Mapping) or not 0 < len(name) <= 60 or {".", "/"} & set(name):
                self.fault(place, f"{place[:80]} is an object, and its name has no full stop or slash in it.")
                continue
            if name != name.strip():
                self.fault(
                    place, f"“{name[:60]}” begins or ends with a space: another may be called the same."
                )
                continue
            about = {key: value for key, value in entry.items() if key not in specs}
            if issubclass(model, Record):
                about["name"] = name
            read = self.parsed(model, about, f"{place}.")
            paths = {f"{family}.{name}.{key}": entry[key] for key in specs if key in entry}
            owned += [(p, figure) for p, v in paths.items() if (figure := self.figure(p, v)) is not None]
            if read is not None:
                yield name, read

    def figures(self, prefix: str, data: Any) -> Iterator[tuple[str, Figure]]:
        """The figures under a place of the file, by path."""
        for key, value in data.items():
            if len(self.faults) >= MOST_FAULTS:
                return
            path = f"{prefix}{key}"
            if path in catalogue():
                if (figure := self.figure(path, value)) is not None:
                    yield path, figure
            elif isinstance(value, Mapping) and path in _groups():
                yield from self.figures(f"{path}.", value)
            else:
                self.fault(f"rig.{path}", f"A rig has no figure or part called {path[:80]}.")

    def figure(self, path: str, data: Any) -> Figure | None:
        entry = self.parsed(FigureEntry, data, f"rig.{path}.")
        if entry is None:
            return None
        try:
            value = checked(path, entry.value)
        except BadFigure as error:
            self.fault(f"rig.{path}", str(error))
            return None
        return Figure(
            value,
            entry.known,
            entry.doubt,
            entry.noted_on,
            entry.noted_by,
            entry.note,
            entry.taken,
            entry.fitted_after,
        )

    def readable(self, model: type[Any], entries: Any) -> dict[int, Any]:
        """Those of a list that can be read, by their place: what is wrong with the others is written down."""
        read = {}
        for index, entry in enumerate(entries if isinstance(entries, list) else []):
            with suppress(ValidationError):
                read[index] = model.model_validate(entry)
        return read

    def changes(self, changes: dict[int, Change], questions: dict[int, Question]) -> None:
        """Each change by its kind, and its option by its question."""
        options = {
            f"{question.key}/{option}" for question in questions.values() for option in question.options
        }
        for index, change in changes.items():
            place = f"rig.changes.{index}"
            try:
                fields_of(change.kind, change.fields)
                check_mass(change.kind, change.mass_kg)
            except Refused as refused:
                self.fault(f"{place}.{refused.field}", refused.message)
            if change.option is not None and change.option not in options:
                self.fault(
                    f"{place}.option", f"There is no question with an option “{change.option}” in this file."
                )

    def told_once(self, entry: Any) -> None:
        """Names by which others are found stand once, and what others belong to is there."""
        for kind in LISTED:
            records = getattr(entry, kind.in_file)
            names = [kind.name_of(record) for record in records]
            for index, name in enumerate(names):
                if name in names[:index] and not kind.several:
                    self.fault(f"rig.{kind.in_file}.{index}.{kind.named_by}", f"“{name[:60]}” stands twice.")
            if kind.belongs_to is not None:
                field, owner = kind.belongs_to[0], type_of(kind.belongs_to[1])
                owners = {owner.name_of(record) for record in getattr(entry, owner.in_file)}
                for index, record in enumerate(records):
                    if (to := str(getattr(record, field))) not in owners:
                        self.fault(
                            f"rig.{kind.in_file}.{index}.{field}",
                            f"The {owner.word} of this file has no {field} “{to[:60]}”.",
                        )


def moved(build: Build, to: date) -> Build:
    """The same build with every date moved as if it had been written on ``to``."""
    if build.written_on is None:
        return build
    by = to - build.written_on
    rig = build.rig
    return Build(
        rig=replace(
            rig,
            figures={path: replace(f, noted_on=_later(f.noted_on, by)) for path, f in rig.figures.items()},
            brief=dates_moved(rig.brief, by),
            changes=tuple(
                change.model_copy(update={"fitted": dates_moved(change.fitted, by)})
                if change.fitted
                else change
                for change in rig.changes
            ),
            records={
                kind: tuple(dates_moved(record, by) for record in records)
                for kind, records in rig.records.items()
            },
        ),
        written_on=to,
    )


def dates_moved(record: FrozenRecord, by: timedelta) -> FrozenRecord:
    """A record with every day in it moved by so much. Raises Refused where one would be no day that can be."""
    moved_fields = {key: _moved_value(value, by) for key, value in record.__dict__.items()}
    changed = {key: value for key, value in moved_fields.items() if value is not record.__dict__[key]}
    return record.model_copy(update=changed)


def _moved_value(value: Any, by: timedelta) -> Any:
    if isinstance(value, date):
        return _later(value, by)
    if isinstance(value, Frozen):
        return dates_moved(value, by)
    if isinstance(value, tuple) and any(isinstance(each, Frozen) for each in value):
        return tuple(_moved_value(each, by) for each in value)
    return value


def _later(day: date | None, by: timedelta) -> date | None:
    try:
        later = None if day is None else day + by
    except OverflowError:
        later = LAST_DAY + timedelta(1)
    if later is not None and not FIRST_DAY <= later <= LAST_DAY:
        raise Refused(
            "written_on", f"Moved as if this had been written today, {day} would be no day that can be."
        )
    return later

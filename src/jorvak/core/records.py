"""The registry of record types: what a rig has several of, and all that there is to know to keep and write them.

The plan and each area bring theirs, as ``RECORDS`` in a module ``records``; nothing else names them. The store's
tables, the addresses of the web, the build file and the clash dialog are made from what stands here.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import cache, cached_property
from importlib import import_module
from typing import Any, get_args

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import named_figures
from jorvak.core.discovery import module_of
from jorvak.core.order import AREAS
from jorvak.core.rig import Record, Records, Rig


def _may_go(rig: Rig, record: Record) -> None:
    return None


@dataclass(frozen=True)
class RecordType:
    """One type of record.

    ``name`` is that of its table and in addresses, ``in_file`` its key in a build file. ``named_by`` is the field by
    which others point to it, so that it keeps that; ``word`` what history calls it, ``titled_by`` the field that
    people know it by where that is another. ``most`` is how many a rig may
    have. ``figures``: it has figures of its own, whose paths begin so (``gaps.NAME.x_mm``); in a build file it stands
    under its name then, with them. ``written_whole``: by the address of all records; others have one of their own.
    ``several``: one name may stand several times. ``noted`` are the fields that say on which day and by whom it was
    noted first, ``belongs_to`` the field that names a record of another type. ``may_go`` raises Refused where
    something of the rig still rests on it. ``renumbered`` makes, where it names changes by their id, the same record
    for a place where they have others. ``apart``: it is asked for by itself, and is no part of every sheet.
    """

    name: str
    model: type[Record]
    in_file: str
    named_by: str
    word: str
    most: int
    titled_by: str | None = None
    figures: str | None = None
    written_whole: bool = True
    several: bool = False
    noted: tuple[str, str] | None = None
    belongs_to: tuple[str, type[Record]] | None = None
    apart: bool = False
    may_go: Callable[[Rig, Record], None] = _may_go
    renumbered: Callable[[Record, Mapping[int, int]], Record] | None = None

    def name_of(self, record: Record) -> str:
        """What a record is called."""
        return str(getattr(record, self.named_by))

    @cached_property
    def nested_fields(self) -> frozenset[str]:
        """Its fields that hold more than a plain value."""
        return frozenset(key for key, info in self.model.model_fields.items() if _is_nested(info.annotation))


def _is_nested(annotation: Any) -> bool:
    from pydantic import BaseModel

    origin = getattr(annotation, "__origin__", annotation)
    if isinstance(origin, type) and issubclass(origin, (tuple, list, dict, Mapping, BaseModel)):
        return True
    return any(_is_nested(part) for part in get_args(annotation) if not isinstance(part, str))


@cache
def record_types() -> Mapping[str, RecordType]:
    """Every record type by name: those of the plan, then those of the areas in their order."""
    modules = [import_module("jorvak.core.plan.records"), *(module_of(area, "records") for area in AREAS)]
    return {kind.name: kind for module in modules if module is not None for kind in module.RECORDS}


def with_changes_renumbered(records: Records, ids: Mapping[int, int]) -> Records:
    """Records as they are where each change has the id that ``ids`` gives for its own."""
    return {
        kind: tuple(renumber(each, ids) for each in those)
        if (renumber := type_of(kind).renumbered) is not None
        else those
        for kind, those in records.items()
    }


@cache
def pictured() -> tuple[type[Record], ...]:
    """The types of which each may have a photograph, in its field ``file``."""
    return tuple(kind.model for kind in record_types().values() if "file" in kind.model.model_fields)


def picture_files(rig: Rig) -> frozenset[str]:
    """The names of the photographs of a rig."""
    files = (each.file for kind in pictured() for each in rig.all(kind))  # type: ignore[attr-defined]
    return frozenset(file for file in files if file is not None)


def with_pictures(rig: Rig, names: Mapping[str, str]) -> Rig:
    """A rig whose photographs have other names. One without a name there is gone, and what is nothing but it."""
    for kind in pictured():
        bare = kind.model_fields["file"].is_required()
        rig = rig.having(
            kind,
            (
                each if each.file is None else each.model_copy(update={"file": names.get(each.file)})  # type: ignore[attr-defined]
                for each in rig.all(kind)
                if not bare or each.file in names  # type: ignore[attr-defined]
            ),
        )
    return rig


def type_of(record: type[Record]) -> RecordType:
    """What there is to know of a type of record."""
    return next(kind for kind in record_types().values() if kind.model is record)


def check_owner(rig: Rig, path: str) -> None:
    """Raises Refused on ``path`` for a figure of a point, place or part that is not on the rig."""
    family, *rest = path.split(".")
    if family not in named_figures():
        return
    owners = {kind.figures: kind for kind in record_types().values()}
    names = (
        {owners[family].name_of(each) for each in rig.all(owners[family].model)}
        if family in owners
        else set(rig.points)
    )
    if rest[0] not in names:
        raise Refused(
            "path", f"There is no {family.removesuffix('s')} “{rest[0][:60]}” on this rig. Add it first."
        )

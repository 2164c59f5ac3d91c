"""Kinds of change. Each is one module in an area's ``kinds`` package and is found there; nothing else names it."""

import importlib
import pkgutil
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any, Generic, TypeVar

from pydantic import ValidationError

from jorvak.core.calculation import Refused, refusal_of
from jorvak.core.rig import Change, Figure, Figures, Frozen, Rig
from jorvak.core.work.jobs import Job

F = TypeVar("F", bound=Frozen)


@dataclass(frozen=True)
class Kind(Generic[F]):
    """What there is to know about one kind of change.

    ``effect`` gives the figures it sets on a rig by path (None removes one: a measured roll-out does not
    outlive its tyre); ``read`` makes its fields from the words after the kind's own in the line and raises
    Refused.
    """

    name: str
    words: tuple[str, ...]
    example: str
    fields: type[F]
    title: Callable[[F], str]
    effect: Callable[[F, Figures], Mapping[str, Figure | None]]
    jobs: Callable[[F], tuple[Job, ...]]
    read: Callable[[str, Rig], F]


class Draft(Frozen):
    """A change that is not in the order yet."""

    kind: str
    fields: dict[str, Any]
    title: str


@cache
def kinds() -> dict[str, Kind[Any]]:
    """Every kind of change by name."""
    core = importlib.import_module("jorvak.core")
    found = {}
    for area in pkgutil.iter_modules(core.__path__, "jorvak.core."):
        if not area.ispkg or not _has_kinds(area.name):
            continue
        package = importlib.import_module(f"{area.name}.kinds")
        for module in pkgutil.iter_modules(package.__path__, f"{package.__name__}."):
            kind: Kind[Any] = importlib.import_module(module.name).KIND
            found[kind.name] = kind
    return found


def _has_kinds(area: str) -> bool:
    package = importlib.import_module(area)
    return any(module.name == "kinds" for module in pkgutil.iter_modules(package.__path__))


def kind_of(name: str) -> Kind[Any]:
    """The kind of that name. Raises Refused on ``kind``."""
    if name not in kinds():
        raise Refused(
            "kind",
            f"“{name[:40]}” is no kind of change that is known here. There are {', '.join(sorted(kinds()))}.",
        )
    return kinds()[name]


def fields_of(kind: str, fields: Mapping[str, Any]) -> Any:
    """``fields`` as the kind's own model. Raises Refused with the field's path."""
    model = kind_of(kind).fields
    try:
        return model.model_validate(dict(fields))
    except ValidationError as error:
        refused = refusal_of(error, model)
        raise Refused(f"fields.{refused.field}", refused.message) from None


def draft(kind: str, fields: Mapping[str, Any] | Frozen) -> Draft:
    """A checked draft of a change. Raises Refused."""
    good = fields if isinstance(fields, Frozen) else fields_of(kind, fields)
    return Draft(
        kind=kind, fields=good.model_dump(mode="json", exclude_none=True), title=kind_of(kind).title(good)
    )


def title_of(change: Change) -> str:
    """A change in the trade's words."""
    return str(kind_of(change.kind).title(fields_of(change.kind, change.fields)))


def jobs_of(change: Change) -> tuple[Job, ...]:
    """The jobs that a change brings."""
    return kind_of(change.kind).jobs(fields_of(change.kind, change.fields))


def effect_of(change: Change, before: Figures) -> Mapping[str, Figure | None]:
    """The figures that a change sets on a rig whose figures are ``before``, by path."""
    return kind_of(change.kind).effect(fields_of(change.kind, change.fields), before)

"""What a typed line means."""

from typing import Annotated, Literal

from pydantic import Field

from jorvak.core.immutable import record
from jorvak.core.plan.kinds import Draft
from jorvak.core.rig import Frozen, Known, Record, Value


@record(frozen=True, slots=True)
class Noted:
    """A further figure that a line notes."""

    path: str
    value: Value


class Typed(Frozen):
    """What a line means: a change to put into the order, or a figure of the rig to note.

    ``also`` are further paths at which the same figure is noted: what is alike at every wheel; ``more`` further figures.
    ``known`` says how they are known (None: as each of its kind is, by the catalogue), ``record`` is one that has to be there for them.
    """

    means: Literal["change", "figure"]
    draft: Draft | None = None
    path: str | None = None
    also: tuple[str, ...] = ()
    value: float | str | tuple[float, ...] | None = None
    more: tuple[Noted, ...] = ()
    known: Known | None = None
    record: Annotated[Record | None, Field(exclude=True)] = None
    title: str

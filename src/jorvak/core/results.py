"""A result and the figures it rests on.

A result is worked out by a function that asks for figures by path. What it asked for is written down, so
that every result says what it rests on, and one whose figure is missing says what it waits for.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Generic, TypeVar

from jorvak.core.calculation import Refused
from jorvak.core.rig import Figure, Frozen, Known, spec_of
from jorvak.core.stages import Moment

T = TypeVar("T")


@dataclass(frozen=True, slots=True)
class Rest:
    """A figure under a result. ``as_found`` tells the figure before any change from that of the stage."""

    path: str
    label: str
    value: float | str | tuple[float, ...]
    known: Known
    as_found: bool = False
    change: int | None = None


class Waits(Frozen):
    """The figure that a result waits for, or the reason why it cannot be had."""

    path: str | None
    label: str


class Result(Frozen, Generic[T]):
    """A calculation's answer for a rig at a stage: ``value``, or None with what it ``waits_for``."""

    value: T | None
    rests_on: tuple[Rest, ...] = ()
    waits_for: Waits | None = None


class Missing(Exception):
    """A figure that was asked for and that nobody has noted."""

    def __init__(self, path: str | None, label: str) -> None:
        super().__init__(label)
        self.waits = Waits(path=path, label=label)


class Ask:
    """Figures of a moment, and a record of which were asked for."""

    def __init__(self, moment: Moment) -> None:
        self.moment = moment
        self._asked: dict[tuple[str, bool], Figure[Any]] = {}

    def figure(self, path: str, as_found: bool = False) -> Figure[Any] | None:
        """The figure at ``path``, or None."""
        noted = (self.moment.found if as_found else self.moment.here).get(path)
        if noted is not None:
            self._asked[path, as_found and path in self.moment.set_by] = noted
        return noted

    @property
    def rests(self) -> tuple[Rest, ...]:
        """The figures that were asked for and noted, in the order of asking."""
        return tuple(self._rest(path, as_found, noted) for (path, as_found), noted in self._asked.items())

    def _rest(self, path: str, as_found: bool, noted: Figure[Any]) -> Rest:
        change = None if as_found else self.moment.set_by.get(path)
        return Rest(
            path, spec_of(path).label, noted.value, noted.known, as_found, change.id if change else None
        )

    def maybe(self, path: str, as_found: bool = False) -> Any:
        """The value at ``path``, or None where nobody has noted it."""
        noted = self.figure(path, as_found)
        return None if noted is None else noted.value

    def need(self, path: str, as_found: bool = False) -> Any:
        """The value at ``path``. Raises Missing."""
        value = self.maybe(path, as_found)
        if value is None:
            raise Missing(path, spec_of(path).label)
        return value


def work_out(moment: Moment, kind: type[Result[T]], function: Callable[[Ask], T]) -> Result[T]:
    """Run ``function`` on a moment and keep what it rested on, or what it waits for, as a ``kind`` of Result."""
    ask = Ask(moment)
    try:
        return kind(value=function(ask), rests_on=ask.rests)
    except Missing as missing:
        return kind(value=None, rests_on=ask.rests, waits_for=missing.waits)
    except Refused as refused:
        return kind(value=None, rests_on=ask.rests, waits_for=Waits(path=None, label=refused.message))

"""A result and the figures it rests on.

A result is worked out by a function that asks for figures by path. What it asked for is written down, so
that every result says what it rests on, and one whose figure is missing says what it waits for.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Generic, TypeVar

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import spec_of
from jorvak.core.stages import Moment

T = TypeVar("T")


@dataclass(frozen=True, slots=True)
class Waits:
    """The figure that a result waits for, or the reason why it cannot be had."""

    path: str | None
    label: str


@dataclass(frozen=True, slots=True)
class Result(Generic[T]):
    """A calculation's answer for a rig at a stage: ``value``, or None with what it ``waits_for``.

    ``rests_on`` are the paths of the figures under it at the stage, ``rests_on_found`` those that it took
    as they were before any change and that a change has set since.
    """

    value: T | None
    rests_on: tuple[str, ...] = ()
    rests_on_found: tuple[str, ...] = ()
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
        self.here: dict[str, None] = {}
        self.found: dict[str, None] = {}

    def maybe(self, path: str, as_found: bool = False) -> Any:
        """The value at ``path``, or None where nobody has noted it."""
        moment = self.moment
        noted = (moment.rig.figures if as_found else moment.here).get(path)
        if noted is None:
            return None
        (self.found if as_found and path in moment.set_by else self.here)[path] = None
        return noted.value

    def need(self, path: str, as_found: bool = False) -> Any:
        """The value at ``path``. Raises Missing."""
        value = self.maybe(path, as_found)
        if value is None:
            raise Missing(path, spec_of(path).label)
        return value


def work_out(moment: Moment, function: Callable[[Ask], T]) -> Result[T]:
    """Run ``function`` on a moment and keep what it rested on, or what it waits for."""
    ask = Ask(moment)
    value: T | None = None
    waits: Waits | None = None
    try:
        value = function(ask)
    except Missing as missing:
        waits = missing.waits
    except Refused as refused:
        waits = Waits(path=None, label=refused.message)
    return Result(value, tuple(ask.here), tuple(ask.found), waits)

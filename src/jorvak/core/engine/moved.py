"""What a result comes to with some of its sources moved: how doubt is carried through functions that know nothing of it."""

import math
from collections.abc import Callable, Iterator, Mapping
from datetime import date
from typing import Any, TypeVar

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import (
    NO_ANSWER,
    Ask,
    Missing,
    Mixture,
    SharedValue,
    changes_when_taken,
    intermediate_key,
    stand_in_of,
)
from jorvak.core.engine.moment import AsItStood, Moment, stood, then
from jorvak.core.engine.sources import SourceKey
from jorvak.core.engine.spread import spread_of
from jorvak.core.rig import Carrier, Change, Figure, Record, Rig

T = TypeVar("T")
R = TypeVar("R", bound=Record)
Moves = Mapping[SourceKey, float]
"""By how much each source is moved, in its own unit."""

UNKNOWN = object()


class MovedAsk(Ask):
    """Figures that were asked for, some of them moved by so much.

    It writes nothing down, and has nowhere to: thousands are made for an edit.
    """

    __slots__ = ("_asked", "_found", "_here", "_labels", "_move", "_moves")

    def __init__(self, asked: Ask, moves: Moves) -> None:
        self._moment = moment = asked.moment
        self._asked = asked
        self._here: dict[str, Any] = {}
        self._found: dict[str, Any] = {}
        self._labels: dict[str, float] = {}
        self._moves = moves
        self._move = tuple(moves.items())
        for key, by in moves.items():
            if key.basis == "here":
                _move(self._here, moment.here, key, by)
            elif key.basis == "as found":
                _move(self._found, moment.found, key, by)
            elif key.basis == "no figure":
                self._labels[key.path] = by

    def shared(self, name: str, function: Callable[[Ask], T]) -> T:
        known = self._asked.shared_values.get(name)
        if known is None:
            return function(self)
        if known.moved_by.isdisjoint(self._moves):
            value: T = known.value
            return value
        # Several results move the same value in the same way.
        moved = known.moved.get(self._move, UNKNOWN)
        if moved is UNKNOWN:
            moved = known.moved[self._move] = function(self)
        came_to: T = moved
        return came_to

    def intermediate(self, name: str, function: Callable[[Ask], float]) -> float:
        key = intermediate_key(name)
        if key in self._moves:
            return float(self._asked.shared_values[name].value) + self._moves[key]
        return self.shared(name, function)

    def is_set(self, path: str) -> bool:
        return path in self._moment.set_by

    def is_noted(self, path: str) -> bool:
        return path in self._moment.here

    def figure(self, path: str) -> Figure:
        return self._moment.here[path]

    def word(self, path: str) -> Figure | None:
        return self._moment.here.get(path)

    @property
    def changes(self) -> tuple[Change, ...]:
        return self._moment.changes

    @property
    def plan(self) -> tuple[Change, ...]:
        return self._moment.rig.changes

    @property
    def points(self) -> Mapping[str, Carrier]:
        return self._moment.points

    def all(self, kind: type[R]) -> tuple[R, ...]:
        return self._moment.rig.all(kind)

    @property
    def rig(self) -> Rig:
        return self._moment.rig

    @property
    def on(self) -> date | None:
        return self._moment.on

    @property
    def trip(self) -> str | None:
        return self._moment.rig.brief.trip

    def on_it_when_taken(self, path: str) -> tuple[Change, ...]:
        return changes_when_taken(self._moment, path)

    def maybe(self, path: str, as_found: bool = False) -> Any:
        moment = self._moment
        moved = self._found if as_found and path in moment.set_by else self._here
        noted = (moment.found if as_found else moment.here).get(path)
        if noted is None:
            return None
        value = moved.get(path, noted.value)
        when = None if noted.taken is None else stood(noted)
        return value if when is None else self._as_found_value(path, when, value)

    def as_it_stood(self, when: AsItStood, function: Callable[[Ask], float]) -> float:
        moment = then(self._moment, when)
        if not moment.changes:
            return 0.0
        return function(MovedAsk(Ask(moment), dict(self._moves_on(when, moment))))

    def _moves_on(self, when: AsItStood, moment: Moment) -> Iterator[tuple[SourceKey, float]]:
        """What is moved here, by the keys that it had as the vehicle stood."""
        for key, by in self._moves.items():
            figures = self._moment.found if key.basis == "as found" else self._moment.here
            figure = figures.get(key.path)
            if key.basis == "no figure" or key.path in self._asked.stands_in:
                yield key, by
            elif key.basis == "as it stood":
                if key.day == when:
                    yield SourceKey(key.path, part=key.part), by
            elif figure is None:
                continue
            elif moment.here.get(key.path) == figure:
                yield SourceKey(key.path, part=key.part), by
            elif moment.found.get(key.path) == figure:
                yield SourceKey(key.path, "as found", part=key.part), by

    def typical(
        self, path: str, value: float | None = None, as_found: bool = False, off: float | None = None
    ) -> float:
        noted = self.maybe(path, as_found)
        if noted is not None:
            return float(noted)
        return stand_in_of(path, value) + self._moves.get(SourceKey(path), 0.0)

    def times(self, label: str, share: float, path: str | None = None, as_found: bool = False) -> float:
        return 1.0 + self._labels.get(label, 0.0)

    def mixed(self, mixture: Mixture) -> tuple[float, ...]:
        numbers = list(mixture.total)
        for label, by in self._labels.items():
            for i, value in enumerate(mixture.parts.get(label, ())):
                numbers[i] += by * value
        return tuple(numbers)


def _move(moved: dict[str, Any], figures: Mapping[str, Any], key: SourceKey, by: float) -> None:
    """Write down what a figure comes to, moved by so much; one of a list moves in its place."""
    noted = figures.get(key.path)
    if noted is None:
        return
    value = moved.get(key.path, noted.value)
    if isinstance(key.part, int):
        value = tuple(ratio + by if index == key.part else ratio for index, ratio in enumerate(value))
    else:
        value += by
    moved[key.path] = value


def run_moved(asked: Ask, function: Callable[[Ask], T], moves: Moves) -> T | None:
    """``function`` again with figures moved; None where that comes to nothing."""
    try:
        return function(MovedAsk(asked, moves))
    except (Missing, Refused, *NO_ANSWER):
        return None


def offs_of(known: SharedValue) -> dict[SourceKey, float]:
    """By how much each source moves a shared number."""
    if known.offs is None:

        def run(moves: Moves) -> Any:
            return run_moved(known.asked, known.function, moves)

        spread = spread_of(known.value, run, known.sources, together=False)
        off = spread.by.get((), 0.0)
        shares = spread.shares.get((), ()) if off else ()
        known.offs = {key: off * math.sqrt(share) for key, share in shares}
    return known.offs

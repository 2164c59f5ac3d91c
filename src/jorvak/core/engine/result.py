"""A result of a rig at a stage: what it comes to, what it rests on or waits for, and how far it may be off.

Doubt is carried by running the function of a result again with what it asked for moved (``moved``). That takes many
times as long as the result itself, so it is done when somebody looks: a number on the sheet that is open, a finding
that weighs it.
"""

import math
from collections import Counter
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import field, replace
from typing import Annotated, Generic, TypeVar, overload

from pydantic import Field, PlainSerializer, ValidationError

from jorvak.core.calculation import Refused, sentence_of
from jorvak.core.engine.asking import NO_ANSWER, Ask, Missing, Waits, intermediate_key
from jorvak.core.engine.moment import Moment
from jorvak.core.engine.moved import Moves, offs_of, run_moved
from jorvak.core.engine.sources import Share, SourceKey, share_of
from jorvak.core.engine.spread import Doubted, LazyMapping, spread_of, written
from jorvak.core.immutable import record

T = TypeVar("T")

ROUNDING = 1e-9
"""What moves a number by less is floating point: sources that cancel."""


@record(frozen=True, slots=True)
class Doubts:
    """What doubt does to a result: ± above 0 by place, who causes each, and the places of verdicts that may be otherwise."""

    by_place: Mapping[str, float]
    from_whom: Mapping[str, tuple[Share, ...]]
    unsure: tuple[str, ...]


NO_DOUBT = Doubts({}, {}, ())


class Deferred:
    """The doubts of a result, worked out once somebody looks at them."""

    def __init__(self, work_out: Callable[[], Doubts]) -> None:
        self._work_out: Callable[[], Doubts] | None = work_out
        self._doubts = NO_DOUBT

    @property
    def is_looked_at(self) -> bool:
        """Whether they have been worked out."""
        return self._work_out is None

    def look(self) -> Doubts:
        """The doubts."""
        work_out = self._work_out
        if work_out is not None:
            # What they were worked out from is let go: it is a whole moment.
            self._doubts, self._work_out = work_out(), None
        return self._doubts


class DeferredMapping(Mapping[str, T]):
    """One of the mappings of doubts that are worked out once somebody looks."""

    def __init__(self, deferred: Deferred, pick: Callable[[Doubts], Mapping[str, T]]) -> None:
        self.deferred, self._pick = deferred, pick

    def __getitem__(self, place: str) -> T:
        return self._pick(self.deferred.look())[place]

    def __iter__(self) -> Iterator[str]:
        return iter(self._pick(self.deferred.look()))

    def __len__(self) -> int:
        return len(self._pick(self.deferred.look()))


class DeferredPlaces(Sequence[str]):
    """The unsure places of doubts that are worked out once somebody looks."""

    def __init__(self, deferred: Deferred) -> None:
        self._deferred = deferred

    @overload
    def __getitem__(self, index: int) -> str: ...

    @overload
    def __getitem__(self, index: slice) -> Sequence[str]: ...

    def __getitem__(self, index: int | slice) -> str | Sequence[str]:
        return self._deferred.look().unsure[index]

    def __len__(self) -> int:
        return len(self._deferred.look().unsure)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Sequence) and tuple(self) == tuple(other)

    def __hash__(self) -> int:
        return hash(tuple(self))


@record(frozen=True, slots=True)
class Result(Generic[T]):
    """A calculation's answer for a rig at a stage: ``value``, or None with what it ``waits_for``.

    ``rests_on`` are the paths of the figures under it at the stage, ``rests_on_found`` those that it took
    as they were before any change and that a change has set since, ``stands_in`` typical values that it
    took where nobody has noted any. ``doubt`` holds the ± above 0 of its numbers by their place
    (``breakover.deg``; "" where the value is a number itself), ``doubt_from`` who causes it, largest first,
    ``unsure`` the places of verdicts that come out otherwise within the doubt. All three are worked out when they are
    looked at. Who causes a doubt is asked for one number at a time and left out of a whole sheet.
    """

    value: T | None
    rests_on: tuple[str, ...] = ()
    rests_on_found: tuple[str, ...] = ()
    waits_for: Waits | None = None
    stands_in: Mapping[str, float] = field(default_factory=dict)
    doubt: Annotated[Mapping[str, float], PlainSerializer(dict, return_type=dict[str, float])] = field(
        default_factory=dict
    )
    doubt_from: Annotated[Mapping[str, tuple[Share, ...]], Field(exclude=True)] = field(default_factory=dict)
    unsure: Annotated[Sequence[str], PlainSerializer(tuple, return_type=tuple[str, ...])] = ()

    def off(self, place: str) -> float:
        """How far the number at ``place`` may be off; 0 where nothing under it is uncertain."""
        return self.doubt.get(place, 0.0)

    @property
    def is_whole(self) -> bool:
        """Whether nothing of it is still to be worked out."""
        return not isinstance(self.doubt, DeferredMapping) or self.doubt.deferred.is_looked_at


def work_out(
    moment: Moment, function: Callable[[Ask], T], with_doubt: bool = True, kept_as: str | None = None
) -> Result[T]:
    """Run ``function`` on a moment and keep what it rested on, how far it may be off, or what it waits for.

    ``with_doubt`` False takes every figure at its word here, where running it again for each would take too long.
    ``kept_as`` is the area and name of the result, ``stance.lift``, under which it is recalled while it holds;
    one without a name is worked out each time.
    """
    kept = None if kept_as is None else moment.kept
    if kept is None or kept_as is None:
        return _worked_out(Ask(moment), function, with_doubt)
    recalled: Result[T] | None = kept.recall(kept_as, with_doubt)
    if recalled is not None:
        return recalled
    ask = Ask(moment)
    result = _worked_out(ask, function, with_doubt)
    kept.keep(kept_as, with_doubt, ask.asked_for, ask.looked_at, result)
    return result


def _worked_out(ask: Ask, function: Callable[[Ask], T], with_doubt: bool) -> Result[T]:
    value: T | None = None
    waits: Waits | None = None
    try:
        value = function(ask)
    except Missing as missing:
        waits = missing.waits
    except Refused as refused:
        waits = Waits(None, refused.message, impossible=True, clash=refused.field)
    except NO_ANSWER as error:
        waits = Waits(None, f"These figures do not go together: {_why_not(error)}", impossible=True)
    whole = ask.with_intermediates() if ask.intermediates else ask
    bare = Result(value, (*whole.here, *whole.at_its_word), tuple(whole.found), waits, whole.stands_in)
    if waits is not None and waits.impossible:
        return replace(bare, waits_for=replace(waits, within_doubt=_could_be(ask, function)))
    if value is None or not (ask.moment.with_doubt and with_doubt):
        return bare
    deferred = Deferred(lambda: _doubts(value, ask, whole, function))
    return replace(
        bare,
        doubt=DeferredMapping(deferred, lambda doubts: doubts.by_place),
        doubt_from=DeferredMapping(deferred, lambda doubts: doubts.from_whom),
        unsure=DeferredPlaces(deferred),
    )


def _why_not(error: Exception) -> str:
    if isinstance(error, ValidationError):
        fault = error.errors(include_url=False)[0]
        return sentence_of(fault, ".".join(str(part) for part in fault["loc"]))
    return "something comes out as nothing, or beyond all measure."


def _could_be(ask: Ask, function: Callable[[Ask], T]) -> bool:
    """Whether what is impossible comes to something with one of its figures at the end of its ±."""
    return any(
        run_moved(ask, function, {key: by}) is not None
        for key, each in ask.sources().items()
        for by in (each.doubt, -each.doubt)
    )


def _doubts(value: T, ask: Ask, whole: Ask, function: Callable[[Ask], T]) -> Doubts:
    behind = _alone_behind(ask)
    sources = whole.own_sources()
    for each in behind.values():
        for key in each:
            del sources[key]
    for key, offs in behind.items():
        sources[key] = Doubted(0.0, math.hypot(*offs.values()))

    def run(moves: Moves) -> T | None:
        return run_moved(ask, function, moves)

    # Findings weigh each number against its ± themselves: verdicts need not be tried at every corner.
    spread = spread_of(value, run, sources, together=False)
    by_place = {written(place): off for place, off in spread.by.items() if off > ROUNDING}
    return Doubts(
        by_place,
        LazyMapping(
            {written(place): place for place in spread.shares if written(place) in by_place},
            lambda place: tuple(
                share_of(key, share, whole.labelled.get(key.path))
                for key, share in _unfolded(spread.shares[place], behind)
            ),
        ),
        tuple(written(place) for place in spread.unsure),
    )


def _alone_behind(ask: Ask) -> dict[SourceKey, dict[SourceKey, float]]:
    """By intermediate: what lies behind it and behind nothing else of a result, and how far each moves it.

    What a result also asks for itself, or through another intermediate, moves with all that it moves.
    """
    if not ask.intermediates:
        return {}
    times = Counter(list(ask.own_sources()))
    for known in ask.intermediates.values():
        times.update(list(known.sources))
    alone = {
        intermediate_key(name): {key: off for key, off in offs_of(known).items() if times[key] == 1}
        for name, known in ask.intermediates.items()
    }
    return {key: offs for key, offs in alone.items() if len(offs) > 1}


def _unfolded(
    shares: list[tuple[SourceKey, float]], behind: Mapping[SourceKey, Mapping[SourceKey, float]]
) -> list[tuple[SourceKey, float]]:
    """Shares with those of intermediates handed on to what lies behind them, largest first."""
    whole: list[tuple[SourceKey, float]] = []
    for key, share in shares:
        offs = behind.get(key, {key: 1.0})
        every = sum(off**2 for off in offs.values())
        whole += [(source, share * off**2 / every) for source, off in offs.items()]
    return sorted(whole, key=lambda each: -each[1])

"""Asking a moment for figures: what a result asks for is what it rests on, and what is missing is what it waits for.

A result is worked out by a function that is given an ``Ask`` and asks it for figures by path. The function knows
nothing of doubt, of what was kept from the last time, or of how a figure was taken.
"""

from collections.abc import Callable, Mapping
from datetime import date
from typing import Any, TypeVar, overload

from pydantic import ValidationError

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import spec_of
from jorvak.core.engine.moment import AsItStood, Moment, on_it_when, stood, then
from jorvak.core.engine.shifts import shift_of
from jorvak.core.engine.sources import Basis, Labelled, SourceKey, sources_of
from jorvak.core.engine.spread import Doubted
from jorvak.core.immutable import record
from jorvak.core.rig import Carrier, Change, Figure, Record, Rig

T = TypeVar("T")
R = TypeVar("R", bound=Record)

Look = str | type[Record]
"""What else of a moment is looked at: one of ``keeping.LOOKS``, or all records of a type."""

NO_ANSWER = (ValidationError, ZeroDivisionError, OverflowError)
"""What a calculation comes to when figures that can each be do not go together: two joints in one place."""


@record(frozen=True, slots=True)
class Waits:
    """The figure that a result waits for, or the reason why it cannot be had.

    ``impossible``: its figures are there and cannot be together; ``clash`` is the field, mostly a figure's path, at
    which that shows. ``within_doubt``: with one of them at the end of its ± it could be.
    """

    path: str | None
    label: str
    impossible: bool = False
    clash: str | None = None
    within_doubt: bool = False


class Missing(Exception):
    """A figure that was asked for and that nobody has noted."""

    def __init__(self, path: str | None, label: str) -> None:
        super().__init__(label)
        self.waits = Waits(path=path, label=label)


class SharedValue:
    """A value that results share, as it came to with nothing moved; what it asked for, and what it comes to moved.

    ``moved`` has what it came to for each move that somebody tried, ``offs`` by how much each source moves it where
    that was asked: both are filled by ``moved.MovedAsk``.
    """

    __slots__ = ("_moved_by", "_sources", "asked", "function", "moved", "offs", "value")

    def __init__(self, value: Any, asked: "Ask", function: Callable[["Ask"], Any]) -> None:
        self.value = value
        self.asked = asked
        self.function = function
        self.moved: dict[tuple[tuple[SourceKey, float], ...], Any] = {}
        self.offs: dict[SourceKey, float] | None = None
        self._sources: dict[SourceKey, Doubted[SourceKey]] | None = None
        self._moved_by: frozenset[SourceKey] | None = None

    @property
    def sources(self) -> dict[SourceKey, Doubted[SourceKey]]:
        """Every uncertain input that lies behind it."""
        if self._sources is None:
            self._sources = self.asked.sources()
        return self._sources

    @property
    def moved_by(self) -> frozenset[SourceKey]:
        """The keys of all that moves it, its intermediates among them."""
        if self._moved_by is None:
            self._moved_by = frozenset(self.sources) | {
                intermediate_key(name) for name in self.asked.intermediates
            }
        return self._moved_by


def intermediate_key(name: str) -> SourceKey:
    """The key under which a shared intermediate is moved."""
    return SourceKey(f"{name}, all behind it", "no figure")


@record(frozen=True, slots=True)
class Mixture:
    """Numbers that many independent things make together: ``total``, and by label what one has in each of them."""

    total: tuple[float, ...]
    parts: Mapping[str, tuple[float, ...]]
    labelled: Mapping[str, Labelled]


def mixture(parts: Mapping[str, tuple[tuple[float, ...], Labelled]], total: tuple[float, ...]) -> Mixture:
    """Of parts by label: what a full share of each is in every number, and how far it may be off as a share."""
    unsure = {label: part for label, part in parts.items() if part[1].off > 0}
    return Mixture(
        total,
        {label: values for label, (values, _) in unsure.items()},
        {label: labelled for label, (_, labelled) in unsure.items()},
    )


class Ask:
    """Figures of a moment, and a record of which were asked for.

    ``here`` has the figures of the stage that were asked for, ``found`` those as found that a change has set since,
    ``at_its_word`` those whose doubt goes with what was made of them, ``then`` those that are neither now and were asked for as the vehicle stood on a day. ``asked_for`` has every path
    that was asked for, whether there was a figure or not, ``looked_at`` what else of the moment was looked at
    (``keeping.LOOKS``). What lies behind a number of ``intermediates`` is kept there and not among the ask's own.
    """

    __slots__ = (
        "_moment", "asked_for", "at_its_word", "found", "here", "intermediates", "labelled", "looked_at", "shared_values",
        "stands_in", "stands_in_off", "then",
    )  # fmt: skip

    def __init__(self, moment: Moment) -> None:
        self._moment = moment
        self.asked_for: set[str] = set()
        self.looked_at: set[Look] = set()
        self.here: dict[str, Figure] = {}
        self.found: dict[str, Figure] = {}
        self.at_its_word: dict[str, Figure] = {}
        self.then: dict[SourceKey, Figure] = {}
        self.stands_in: dict[str, float] = {}
        self.stands_in_off: dict[str, float] = {}
        self.labelled: dict[str, Labelled] = {}
        self.shared_values: dict[str, SharedValue] = {}
        self.intermediates: dict[str, SharedValue] = {}

    @property
    def moment(self) -> Moment:
        """The moment whose figures these are; what is read from it past the ask is not written down."""
        return self._moment

    def shared(self, name: str, function: Callable[["Ask"], T]) -> T:
        """A value that results share: worked out once for a moment, and again when something under it moves."""
        known = self._shared_at_moment(name, function)
        if self.shared_values.get(name) is not known:
            self._takes_over(known.asked)
            self.shared_values[name] = known
        value: T = known.value
        return value

    def intermediate(self, name: str, function: Callable[["Ask"], float]) -> float:
        """A shared number that much lies behind: its own doubt is carried once.

        In results it is one source; what lies behind it alone has its share of what it causes.
        """
        known = self._shared_at_moment(name, function)
        self.shared_values[name] = self.intermediates[name] = known
        self.shared_values |= known.asked.shared_values
        self.intermediates |= known.asked.intermediates
        self.asked_for |= known.asked.asked_for
        self.looked_at |= known.asked.looked_at
        value: float = known.value
        return value

    def is_set(self, path: str) -> bool:
        """Whether a change has set the figure at ``path``."""
        self.asked_for.add(path)
        return path in self._moment.set_by

    def is_noted(self, path: str) -> bool:
        """Whether there is a figure at ``path``: a result does not rest on one that it only asks whether it is."""
        self.asked_for.add(path)
        return path in self._moment.here

    def figure(self, path: str) -> Figure:
        """The figure that stands at ``path``, with how it is known."""
        self.asked_for.add(path)
        return self._moment.here[path]

    def word(self, path: str) -> Figure | None:
        """The figure at ``path``, or None. What is made of it rests on it; how far it may be off is for whoever asks."""
        self.asked_for.add(path)
        noted = self._moment.here.get(path)
        if noted is not None:
            self.at_its_word[path] = noted
        return noted

    @property
    def laden(self) -> bool:
        """Whether crew, water, fuel and goods are aboard."""
        return self._moment.laden

    @property
    def changes(self) -> tuple[Change, ...]:
        self.looked_at.add("changes")
        return self._moment.changes

    @property
    def plan(self) -> tuple[Change, ...]:
        """Every change, also those behind the stage."""
        self.looked_at.add("plan")
        return self._moment.rig.changes

    @property
    def points(self) -> Mapping[str, Carrier]:
        self.looked_at.add("points")
        return self._moment.points

    def all(self, kind: type[R]) -> tuple[R, ...]:
        """The records of one type."""
        self.looked_at.add(kind)
        return self._moment.rig.all(kind)

    @property
    def rig(self) -> Rig:
        self.looked_at.add("rig")
        return self._moment.rig

    @property
    def on(self) -> date | None:
        """The day on which the rig is looked at."""
        self.looked_at.add("on")
        return self._moment.on

    @property
    def trip(self) -> str | None:
        """The trip that it is laden for."""
        self.looked_at.add("trip")
        return self._moment.rig.brief.trip

    def _shared_at_moment(self, name: str, function: Callable[["Ask"], Any]) -> SharedValue:
        known: SharedValue | None = self._moment.shared.get(name)
        if known is None:
            inner = Ask(self._moment)
            try:
                known = SharedValue(function(inner), inner, function)
            except (Missing, Refused, *NO_ANSWER):
                # That there is no answer rests on all that was asked for on the way to it.
                self._takes_over(inner)
                raise
            self._moment.shared[name] = known
        return known

    def hint(self, name: str, function: Callable[[], T]) -> T:
        """Where to look for an answer, which is never the answer: worked out once for a moment, and not again."""
        if name not in self._moment.shared:
            self._moment.shared[name] = function()
        known: T = self._moment.shared[name]
        return known

    def _takes_over(self, inner: "Ask") -> None:
        """What a shared value asked for, the result asked for."""
        self.here |= inner.here
        self.asked_for |= inner.asked_for
        self.looked_at |= inner.looked_at
        self.shared_values |= inner.shared_values
        if inner.at_its_word:
            self.at_its_word |= inner.at_its_word
        # The others are mostly empty, and this is done hundreds of times for an assessment.
        if inner.found:
            self.found |= inner.found
        if inner.then:
            self.then |= inner.then
        if inner.stands_in:
            self.stands_in |= inner.stands_in
            self.stands_in_off |= inner.stands_in_off
        if inner.labelled:
            self.labelled |= inner.labelled
        if inner.intermediates:
            self.intermediates |= inner.intermediates

    def maybe(self, path: str, as_found: bool = False) -> Any:
        """The value at ``path``, or None where nobody has noted it."""
        moment = self._moment
        self.asked_for.add(path)
        noted = (moment.found if as_found else moment.here).get(path)
        if noted is None:
            return None
        (self.found if as_found and path in moment.set_by else self.here)[path] = noted
        when = None if noted.taken is None else stood(noted)
        return noted.value if when is None else self._as_found_value(path, when, noted.value)

    def _as_found_value(self, path: str, when: AsItStood, value: Any) -> Any:
        """A value less what changes had done to it when it was taken as it stood. Raises Missing."""
        shift = shift_of(path)
        if shift is None:
            return value
        return value - self.shared(f"{path}, by {when}", lambda inner: inner.as_it_stood(when, shift))

    def as_it_stood(self, when: AsItStood, function: Callable[["Ask"], float]) -> float:
        """What ``function`` comes to for the rig as it stood."""
        self.looked_at.add("then")
        moment = then(self._moment, when)
        if not moment.changes:
            return 0.0
        inner = Ask(moment)
        try:
            return function(inner)
        finally:
            self._takes_over(self._as_of_today(inner.with_intermediates(), when))

    def _as_of_today(self, inner: "Ask", when: AsItStood) -> "Ask":
        """What was asked for as the vehicle stood, each under its own key where it still is the same."""
        asked = Ask(self._moment)
        for noted_at, figure in (*inner.here.items(), *inner.found.items()):
            match self._which(noted_at, figure):
                case "here":
                    asked.here[noted_at] = figure
                case "as found":
                    asked.found[noted_at] = figure
                case _:
                    asked.then[SourceKey(noted_at, "as it stood", when)] = figure
        for label, source in inner.labelled.items():
            figures = inner.found if source.as_found else inner.here
            basis = None if source.path is None else self._which(source.path, figures.get(source.path))
            # What a source of that day was a figure of may be none of today.
            path = source.path if basis in ("here", "as found") else None
            asked.labelled[label] = Labelled(source.off, path, basis == "as found")
        asked.stands_in |= inner.stands_in
        asked.stands_in_off |= inner.stands_in_off
        asked.asked_for |= inner.asked_for
        asked.looked_at |= inner.looked_at
        return asked

    def _which(self, path: str, figure: Figure | None) -> str | None:
        """On which basis a figure stands at a path today; None where it is neither here nor as found."""
        if figure is not None and self._moment.here.get(path) == figure:
            return "here"
        if figure is not None and self._moment.found.get(path) == figure:
            return "as found"
        return None

    def on_it_when_taken(self, path: str) -> tuple[Change, ...]:
        """The changes that were on the vehicle when the figure at ``path`` was taken: none where it is as found."""
        self.asked_for.add(path)
        self.looked_at.add("then")
        return changes_when_taken(self._moment, path)

    @overload
    def need(self, path: str, as_found: bool = False) -> float: ...

    @overload
    def need(self, path: str, as_found: bool = False, *, of: type[T]) -> T: ...

    def need(self, path: str, as_found: bool = False, *, of: type[Any] = float) -> Any:
        """The value at ``path``: a number, or what ``of`` says of words and lists of ratios. Raises Missing."""
        value = self.maybe(path, as_found)
        if value is None:
            raise Missing(path, spec_of(path).label)
        return value

    def typical(
        self, path: str, value: float | None = None, as_found: bool = False, off: float | None = None
    ) -> float:
        """The value at ``path``; where nobody has noted it ``value`` or what is typical, as assumed.

        ``off`` is how far the stand-in may be off, where that is not what is usual of its quantity.
        """
        noted = self.maybe(path, as_found)
        if noted is not None:
            return float(noted)
        self.stands_in[path] = stand_in = stand_in_of(path, value)
        off = spec_of(path).typical_off if off is None else off
        if off is not None:
            self.stands_in_off[path] = off
        return stand_in

    def more(self, path: str) -> float:
        """What changes have made a figure larger by; nothing noted as found counts as nothing there."""
        if not self.is_set(path):
            return 0.0
        return float((self.maybe(path) or 0.0) - (self.maybe(path, as_found=True) or 0.0))

    def times(self, label: str, share: float, path: str | None = None, as_found: bool = False) -> float:
        """A factor of 1 that may be off by ``share``, of what is no figure of the rig: the mass of a change.

        Sources of one ``label`` are one. ``path`` is the figure to look at where it causes a doubt.
        """
        if share > 0:
            self.labelled.setdefault(label, Labelled(share, path, as_found))
        return 1.0

    def mixed(self, mixture: Mixture) -> tuple[float, ...]:
        """The numbers of a mixture: each of its parts may be off by a share of its own."""
        for label, labelled in mixture.labelled.items():
            self.labelled.setdefault(label, labelled)
        return mixture.total

    def unit(self, label: str) -> float:
        """0, and ±1 at the ends of the ± of a source that is no figure: what it moves is for whoever asks."""
        return self.times(label, 1.0) - 1.0

    def with_intermediates(self) -> "Ask":
        """All that was asked for, what lies behind its intermediates among it."""
        whole = Ask(self._moment)
        whole._takes_over(self)
        for known in self.intermediates.values():
            whole._takes_over(known.asked)
        return whole

    def sources(self) -> dict[SourceKey, Doubted[SourceKey]]:
        """Every uncertain input that was asked for, by the key under which it can be moved; no intermediates."""
        return (self.with_intermediates() if self.intermediates else self).own_sources()

    def own_sources(self) -> dict[SourceKey, Doubted[SourceKey]]:
        """Those that do not lie behind an intermediate, or that are asked for beside it."""
        sources: dict[SourceKey, Doubted[SourceKey]] = {}
        # Many results rest on the same figures of a moment: that of one path and basis is looked at once for all.
        known = self._moment.shared.setdefault("sources of figures", {})
        bases: tuple[tuple[Basis, dict[str, Figure]], ...] = (("here", self.here), ("as found", self.found))
        for basis, figures in bases:
            for path, figure in figures.items():
                each = known.get((path, basis))
                if each is None:
                    each = known[path, basis] = sources_of(figure, SourceKey(path, basis))
                sources |= each
        for key, figure in self.then.items():
            sources |= sources_of(figure, key)
        for path, value in self.stands_in.items():
            sources |= sources_of(Figure(value, doubt=self.stands_in_off.get(path)), SourceKey(path))
        for label, source in self.labelled.items():
            sources[SourceKey(label, "no figure")] = Doubted(1.0, source.off)
        return sources


def changes_when_taken(moment: Moment, path: str) -> tuple[Change, ...]:
    """The changes that were on the vehicle when a figure was taken; none where it is as found."""
    noted = moment.here.get(path)
    when = None if noted is None else stood(noted)
    return () if when is None else on_it_when(moment.rig, when)


def stand_in_of(path: str, value: float | None) -> float:
    """What stands in at ``path``: ``value``, or what is typical of it."""
    stand_in = spec_of(path).typical if value is None else value
    assert stand_in is not None, path
    return stand_in


def value_or_none(ask: Ask, path: str, as_found: bool = False) -> Any:
    """The value at ``path`` as results take it, or None where it is not noted or waits for another."""
    try:
        return ask.maybe(path, as_found)
    except (Missing, Refused, *NO_ANSWER):
        return None


def as_found_values(moment: Moment) -> dict[str, float]:
    """Figures that were taken as the vehicle stood, as they were found: by path, as far as that can be said."""
    ask = Ask(moment)
    later = (path for path, figure in moment.rig.figures.items() if stood(figure) is not None)
    found = ((path, value_or_none(ask, path, as_found=True)) for path in later if shift_of(path) is not None)
    return {path: value for path, value in found if value is not None}

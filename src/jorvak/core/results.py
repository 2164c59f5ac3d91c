"""A result, the figures it rests on, and how far it may be off.

A result is worked out by a function that asks for figures by path. What it asked for is written down, so
that every result says what it rests on, and one whose figure is missing says what it waits for. Doubt is
carried by running the same function again with figures moved: the function knows nothing of it.
"""

import math
from collections import Counter
from collections.abc import Callable, Iterator, Mapping
from dataclasses import field, replace
from datetime import date
from functools import cached_property, lru_cache
from typing import Annotated, Any, Generic, TypeVar

from pydantic import Field as ForJson
from pydantic import ValidationError

from jorvak.core.calculation import Refused, sentence_of
from jorvak.core.catalogue import spec_of, usual_doubt
from jorvak.core.doubt import Doubted, WhenAsked, said, spread_of
from jorvak.core.record import record
from jorvak.core.rig import Carrier, Change, Figure, Gap, Profile, Rig
from jorvak.core.rolling.tyre_size import TyreSizeOut, designation, sidewall
from jorvak.core.shifts import shift_of
from jorvak.core.stages import Moment, Stood, on_it_when, stood, then

T = TypeVar("T")

SCALE = "one scale"
SCALE_OWN_KG = 1.0
AS_FOUND = " as found"
AS_OF = " as it stood on "
ROUNDING = 1e-9
"""What moves a number by less is floating point: sources that cancel."""
# Of a size: diameter (radii and circumference move with it), section, rolling factor.
SIZE_SOURCES = {"diameter": 0.015, "section": 0.015, "rolling factor": 0.01}


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


@record(frozen=True, slots=True)
class Share:
    """A source of doubt: ``label`` in words, ``path`` the figure to look at, ``share`` of the variance.

    ``as_found``: it is meant as it was before a change that has set it since.
    """

    label: str
    path: str | None
    share: float
    as_found: bool = False


@record(frozen=True, slots=True)
class Result(Generic[T]):
    """A calculation's answer for a rig at a stage: ``value``, or None with what it ``waits_for``.

    ``rests_on`` are the paths of the figures under it at the stage, ``rests_on_found`` those that it took
    as they were before any change and that a change has set since, ``stands_in`` typical values that it
    took where nobody has noted any. ``doubt`` holds the ± above 0 of its numbers by their place
    (``breakover.deg``; "" where the value is a number itself), ``doubt_from`` who causes it, largest first,
    ``unsure`` the places of verdicts that come out otherwise within the doubt. Who causes a doubt is asked
    for one number at a time and left out of a whole sheet.
    """

    value: T | None
    rests_on: tuple[str, ...] = ()
    rests_on_found: tuple[str, ...] = ()
    waits_for: Waits | None = None
    stands_in: Mapping[str, float] = field(default_factory=dict)
    doubt: Mapping[str, float] = field(default_factory=dict)
    doubt_from: Annotated[Mapping[str, tuple[Share, ...]], ForJson(exclude=True)] = field(
        default_factory=dict
    )
    unsure: tuple[str, ...] = ()

    def off(self, place: str) -> float:
        """How far the number at ``place`` may be off; 0 where nothing under it is uncertain."""
        return self.doubt.get(place, 0.0)


class Missing(Exception):
    """A figure that was asked for and that nobody has noted."""

    def __init__(self, path: str | None, label: str) -> None:
        super().__init__(label)
        self.waits = Waits(path=path, label=label)


class Ask:
    """Figures of a moment, and a record of which were asked for.

    A figure's key is its path, with a mark where it is meant as found and a change has set it since, or as it
    stood on a day and is neither now (``then``).
    ``asked_for`` has every path that was asked for, whether there was a figure or not, ``looked_at`` what
    else of the moment was looked at (``known.LOOKS``). What lies behind a number of ``middles`` is kept there
    and not among the ask's own.
    """

    __slots__ = (
        "_moment", "asked_for", "found", "here", "looked_at", "middles", "parts", "shares", "sizes", "stands_in",
        "stands_in_off", "then",
    )  # fmt: skip

    def __init__(self, moment: Moment) -> None:
        self._moment = moment
        self.asked_for: set[str] = set()
        self.looked_at: set[str] = set()
        self.here: dict[str, Figure] = {}
        self.found: dict[str, Figure] = {}
        self.then: dict[str, Figure] = {}
        self.stands_in: dict[str, float] = {}
        self.stands_in_off: dict[str, float] = {}
        self.shares: dict[str, float] = {}
        self.sizes: dict[str, float] = {}
        self.parts: dict[str, Part] = {}
        self.middles: dict[str, Part] = {}

    def part(self, name: str, function: Callable[["Ask"], T]) -> T:
        """A part that results have in common: worked out once for a moment, and again when something under it moves."""
        part = self._part_of_moment(name, function)
        if self.parts.get(name) is not part:
            self._takes_over(part.asked)
            self.parts[name] = part
        value: T = part.value
        return value

    def middle(self, name: str, function: Callable[["Ask"], float]) -> float:
        """A number that results have in common and that much lies behind: its own doubt is carried once.

        In results it is one source; what lies behind it alone has its share of what it causes.
        """
        part = self._part_of_moment(name, function)
        self.parts[name] = self.middles[name] = part
        self.parts |= part.asked.parts
        self.middles |= part.asked.middles
        self.asked_for |= part.asked.asked_for
        self.looked_at |= part.asked.looked_at
        value: float = part.value
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

    @property
    def laden(self) -> bool:
        """Whether crew, water, fuel and goods are aboard."""
        return self._moment.laden

    @property
    def changes(self) -> tuple[Change, ...]:
        self.looked_at.add("changes")
        return self._moment.changes

    @property
    def points(self) -> Mapping[str, Carrier]:
        self.looked_at.add("points")
        return self._moment.points

    @property
    def gaps(self) -> tuple[Gap, ...]:
        self.looked_at.add("gaps")
        return self._moment.rig.gaps

    @property
    def profiles(self) -> tuple[Profile, ...]:
        self.looked_at.add("profiles")
        return self._moment.rig.profiles

    @property
    def rig(self) -> Rig:
        self.looked_at.add("rig")
        return self._moment.rig

    @property
    def on(self) -> date | None:
        self.looked_at.add("on")
        return self._moment.on

    def _part_of_moment(self, name: str, function: Callable[["Ask"], Any]) -> "Part":
        part: Part | None = self._moment.parts.get(name)
        if part is None:
            inner = Ask(self._moment)
            try:
                part = Part(function(inner), inner, function)
            except (Missing, Refused, *NO_ANSWER):
                # That there is no answer rests on all that was asked for on the way to it.
                self._takes_over(inner)
                raise
            self._moment.parts[name] = part
        return part

    def hint(self, name: str, function: Callable[[], T]) -> T:
        """Where to look for an answer, which is never the answer: worked out once for a moment, and not again."""
        if name not in self._moment.parts:
            self._moment.parts[name] = function()
        known: T = self._moment.parts[name]
        return known

    def _takes_over(self, inner: "Ask") -> None:
        """What a part asked for, the result asked for."""
        self.here |= inner.here
        self.found |= inner.found
        self.then |= inner.then
        self.stands_in |= inner.stands_in
        self.stands_in_off |= inner.stands_in_off
        self.shares |= inner.shares
        self.sizes |= inner.sizes
        self.parts |= inner.parts
        self.middles |= inner.middles
        self.asked_for |= inner.asked_for
        self.looked_at |= inner.looked_at

    def maybe(self, path: str, as_found: bool = False) -> Any:
        """The value at ``path``, or None where nobody has noted it."""
        moment = self._moment
        self.asked_for.add(path)
        noted = (moment.found if as_found else moment.here).get(path)
        if noted is None:
            return None
        (self.found if as_found and path in moment.set_by else self.here)[path] = noted
        when = None if noted.taken is None else stood(noted)
        return noted.value if when is None else self._taken_back(path, when, noted.value)

    def _taken_back(self, path: str, when: Stood, value: Any) -> Any:
        """A value less what changes had done to it when it was taken as it stood. Raises Missing."""
        shift = shift_of(path)
        if shift is None:
            return value
        return value - self.part(f"{path}, by {when}", lambda inner: inner.as_it_stood(when, shift))

    def as_it_stood(self, when: Stood, function: Callable[["Ask"], float]) -> float:
        """What ``function`` comes to for the rig as it stood."""
        self.looked_at.add("then")
        moment = then(self._moment, when)
        if not moment.changes:
            return 0.0
        inner = Ask(moment)
        try:
            return function(inner)
        finally:
            whole = inner.with_middles()
            for path, figure in (*whole.here.items(), *whole.found.items()):
                self._note_of(path, figure, when)
            whole.here, whole.found, whole.parts, whole.middles = {}, {}, {}, {}
            self._takes_over(whole)

    def _note_of(self, path: str, figure: Figure, when: Stood) -> None:
        """Note a figure as it stood: under its own key where it still is the same."""
        if self._moment.here.get(path) == figure:
            self.here[path] = figure
        elif self._moment.found.get(path) == figure:
            self.found[path] = figure
        else:
            self.then[f"{path}{AS_OF}{when}"] = figure

    def on_it_when_taken(self, path: str) -> tuple[Change, ...]:
        """The changes that were on the vehicle when the figure at ``path`` was taken: none where it is as found."""
        self.asked_for.add(path)
        self.looked_at.add("then")
        noted = self._moment.here.get(path)
        when = None if noted is None else stood(noted)
        return () if when is None else on_it_when(self._moment.rig, when)

    def need(self, path: str, as_found: bool = False) -> Any:
        """The value at ``path``. Raises Missing."""
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
        spec = spec_of(path)
        stand_in = spec.typical if value is None else value
        assert stand_in is not None, path
        self.stands_in[path] = stand_in
        off = spec.typical_off if off is None else off
        if off is not None:
            self.stands_in_off[path] = off
        return stand_in

    def more(self, path: str) -> float:
        """What changes have made a figure larger by; nothing noted as found counts as nothing there."""
        if not self.is_set(path):
            return 0.0
        return float((self.maybe(path) or 0.0) - (self.maybe(path, as_found=True) or 0.0))

    def size(
        self, path: str, as_found: bool = False, moves: tuple[str, ...] = tuple(SIZE_SOURCES)
    ) -> TyreSizeOut:
        """What the size noted at ``path`` says. Raises Missing.

        ``moves``: which of ``SIZE_SOURCES`` move what is taken from it; nothing else is to be taken.
        """
        size = self.need(path, as_found)
        self.sizes |= {size_key(size, source): SIZE_SOURCES[source] for source in moves}
        return sidewall(size)

    def times(self, label: str, share: float) -> float:
        """A factor of 1 that may be off by ``share``: of what is no figure of the rig, such as a change's mass."""
        if share > 0:
            self.shares[label] = share
        return 1.0

    def unit(self, label: str) -> float:
        """0, and ±1 at the ends of the ± of a source that is no figure: what it moves is for whoever asks."""
        return self.times(label, 1.0) - 1.0

    def with_middles(self) -> "Ask":
        """All that was asked for, what lies behind its middles among it."""
        whole = Ask(self._moment)
        whole._takes_over(self)
        for part in self.middles.values():
            whole._takes_over(part.asked)
        return whole

    def sources(self) -> dict[str, Doubted]:
        """Every uncertain input that was asked for, by the key under which it can be moved; no middles."""
        return (self.with_middles() if self.middles else self).own_sources()

    def own_sources(self) -> dict[str, Doubted]:
        """Those that do not lie behind a middle, or that are asked for beside it."""
        found: dict[str, Doubted] = {}
        for path, figure in self.here.items():
            found |= _sources(path, path, figure)
        for path, figure in self.found.items():
            found |= _sources(path + AS_FOUND, path, figure)
        for key, figure in self.then.items():
            found |= _sources(key, key.partition(AS_OF)[0], figure)
        for path, value in self.stands_in.items():
            found |= _sources(path, path, Figure(value, doubt=self.stands_in_off.get(path)))
        found |= {key: Doubted(0.0, off) for key, off in self.sizes.items()}
        return found | {label: Doubted(1.0, share) for label, share in self.shares.items()}


def known_of(ask: Ask, path: str, as_found: bool = False) -> Any:
    """The value at ``path`` as results take it, or None where it is not noted or waits for another."""
    try:
        return ask.maybe(path, as_found)
    except (Missing, Refused, *NO_ANSWER):
        return None


def taken_back(moment: Moment) -> dict[str, float]:
    """Figures that were taken as the vehicle stood, as they were found: by path, as far as that can be said."""
    ask = Ask(moment)
    later = (path for path, figure in moment.rig.figures.items() if stood(figure) is not None)
    found = ((path, known_of(ask, path, as_found=True)) for path in later if shift_of(path) is not None)
    return {path: value for path, value in found if value is not None}


class Part:
    """A part of results as it was worked out with nothing moved, what moves it, and what it came to when moved."""

    def __init__(self, value: Any, asked: Ask, function: Callable[[Ask], Any]) -> None:
        self.value = value
        self.asked = asked
        self.function = function
        self.moved: dict[tuple[tuple[str, float], ...], Any] = {}

    @cached_property
    def sources(self) -> dict[str, Doubted]:
        """Every uncertain input that lies behind it."""
        return self.asked.sources()

    @cached_property
    def moved_by(self) -> frozenset[str]:
        return frozenset(self.sources) | {middle_key(name) for name in self.asked.middles}

    @cached_property
    def offs(self) -> dict[str, float]:
        """By how much each source moves it, where it is a number."""

        def run(moves: Mapping[str, float]) -> Any:
            return _run(self.asked, self.function, moves)

        spread = spread_of(self.value, run, self.sources, together=False)
        off = spread.by.get((), 0.0)
        return {name: off * math.sqrt(share) for name, share in spread.shares.get((), ())} if off else {}


UNKNOWN = object()


def middle_key(name: str) -> str:
    """The key under which a middle can be moved."""
    return f"{name}, all behind it"


def _run(asked: Ask, function: Callable[[Ask], T], moves: Mapping[str, float]) -> T | None:
    """``function`` again with figures moved; None where that comes to nothing."""
    try:
        return function(MovedAsk(asked, moves))
    except (Missing, Refused, *NO_ANSWER):
        return None


class MovedAsk(Ask):
    """Figures that were asked for, some of them moved by so much; it writes nothing down."""

    __slots__ = ("_asked", "_found", "_here", "_move", "_moves")

    def __init__(self, asked: Ask, moves: Mapping[str, float]) -> None:
        moment = asked._moment
        super().__init__(moment)
        self._asked = asked
        self._here: dict[str, Any] = {}
        self._found: dict[str, Any] = {}
        self._moves = moves
        self._move = tuple(moves.items())
        for key, by in moves.items():
            plain = key.removesuffix(f" {SCALE}")
            path = plain.removesuffix(AS_FOUND)
            values: dict[str, Any] = self._found if plain != path else self._here
            noted = (moment.found if plain != path else moment.here).get(path)
            if noted is not None:
                value: Any = noted.value
                values[path] = values.get(path, value) + by
            elif (place := _place_in_list(path)) is not None and place[0] in moment.here:
                ratios: Any = moment.here[place[0]].value
                whole = list(values.get(place[0], ratios))
                whole[place[1]] += by
                values[place[0]] = tuple(whole)

    def part(self, name: str, function: Callable[[Ask], T]) -> T:
        known = self._asked.parts.get(name)
        if known is None:
            return function(self)
        if known.moved_by.isdisjoint(self._moves):
            value: T = known.value
            return value
        # Several results move the same part in the same way.
        moved = known.moved.get(self._move, UNKNOWN)
        if moved is UNKNOWN:
            moved = known.moved[self._move] = function(self)
        came_to: T = moved
        return came_to

    def middle(self, name: str, function: Callable[[Ask], float]) -> float:
        key = middle_key(name)
        if key in self._moves:
            return float(self._asked.parts[name].value) + self._moves[key]
        return self.part(name, function)

    def maybe(self, path: str, as_found: bool = False) -> Any:
        moment = self._moment
        moved = self._found if as_found and path in moment.set_by else self._here
        noted = (moment.found if as_found else moment.here).get(path)
        if noted is None:
            return moved.get(path)
        value = moved.get(path, noted.value)
        when = None if noted.taken is None else stood(noted)
        return value if when is None else self._taken_back(path, when, value)

    def as_it_stood(self, when: Stood, function: Callable[[Ask], float]) -> float:
        moment = then(self._moment, when)
        if not moment.changes:
            return 0.0
        return function(MovedAsk(Ask(moment), dict(self._moves_on(when, moment))))

    def _moves_on(self, when: Stood, moment: Moment) -> Iterator[tuple[str, float]]:
        """What is moved here, by the keys that it had as the vehicle stood."""
        of_day = f"{AS_OF}{when}"
        for key, by in self._moves.items():
            scale = f" {SCALE}" if key.endswith(f" {SCALE}") else ""
            plain = key.removesuffix(scale)
            path = plain.removesuffix(AS_FOUND).removesuffix(of_day)
            figure = (self._moment.found if plain.endswith(AS_FOUND) else self._moment.here).get(path)
            if key in self._asked.shares or key in self._asked.sizes or key in self._asked.stands_in:
                yield key, by
            elif plain.endswith(of_day):
                yield f"{path}{scale}", by
            elif figure is None:
                continue
            elif moment.here.get(path) == figure:
                yield f"{path}{scale}", by
            elif moment.found.get(path) == figure:
                yield f"{path}{AS_FOUND}{scale}", by

    def typical(
        self, path: str, value: float | None = None, as_found: bool = False, off: float | None = None
    ) -> float:
        noted = self.maybe(path, as_found)
        if noted is not None:
            return float(noted)
        return super().typical(path, value, as_found, off) + self._moves.get(path, 0.0)

    def times(self, label: str, share: float) -> float:
        return 1.0 + self._moves.get(label, 0.0)

    def size(
        self, path: str, as_found: bool = False, moves: tuple[str, ...] = tuple(SIZE_SOURCES)
    ) -> TyreSizeOut:
        size = self.need(path, as_found)
        by = [self._moves.get(size_key(size, source), 0.0) for source in SIZE_SOURCES]
        return _moved_size(size, *by) if any(by) else sidewall(size)


def _place_in_list(path: str) -> tuple[str, int] | None:
    """A ratio of a list: ``gearbox.gears.0`` is the first of gearbox.gears."""
    parent, _, index = path.rpartition(".")
    return (parent, int(index)) if index.isdigit() else None


@lru_cache(maxsize=8192)
def _sources(key: str, path: str, figure: Figure) -> dict[str, Doubted]:
    """What is uncertain of one figure, by the key under which it is moved: the same for every result and edit."""
    spec, value = spec_of(path), figure.value
    if spec.shape in ("choice", "text", "size"):
        return {}
    if isinstance(value, tuple):
        return {
            f"{key}.{i}": Doubted(v, usual_doubt(spec, v, figure.known))
            for i, v in enumerate(value)
            if usual_doubt(spec, v, figure.known) > 0
        }
    if figure.doubt is None and figure.known == "measured" and path.endswith("_axle_kg"):
        # Two readings of one scale: it reads a share too much or too little, and each is read to a kilogram.
        return {
            key: Doubted(value, SCALE_OWN_KG),
            f"{key} {SCALE}": Doubted(value, usual_doubt(spec, value, "measured"), SCALE),
        }
    off = usual_doubt(spec, value, figure.known) if figure.doubt is None else figure.doubt
    return {key: Doubted(value, off)} if off > 0 else {}


@lru_cache(maxsize=1024)
def size_key(size: str, source: str) -> str:
    """All tyres of one size share their sources, wherever they sit."""
    return f"{designation(size)}, {source}"


@lru_cache(maxsize=1024)
def _moved_size(size: str, diameter: float, section: float, rolling: float) -> TyreSizeOut:
    """A size whose diameter, section and rolling factor are off by these shares."""
    said_size = sidewall(size)
    by = {
        "diameter_mm": 1 + diameter,
        "static_radius_mm": 1 + diameter,
        "rolling_circumference_mm": (1 + diameter) * (1 + rolling),
        "section_width_mm": 1 + section,
    }
    values = {key: getattr(said_size, key) for key in by}
    return said_size.model_copy(
        update={key: value * by[key] for key, value in values.items() if value is not None}
    )


NO_ANSWER = (ValidationError, ZeroDivisionError, OverflowError)
"""What a calculation comes to when figures that can each be do not go together: two joints in one place."""


def _why_not(error: Exception) -> str:
    if isinstance(error, ValidationError):
        fault = error.errors(include_url=False)[0]
        return sentence_of(fault, ".".join(str(part) for part in fault["loc"]))
    return "something comes out as nothing, or beyond all measure."


def work_out(
    moment: Moment, function: Callable[[Ask], T], with_doubt: bool = True, kept_as: str | None = None
) -> Result[T]:
    """Run ``function`` on a moment and keep what it rested on, how far it may be off, or what it waits for.

    ``with_doubt`` False takes every figure at its word here, where running it again for each would take too long.
    ``kept_as`` is the area and name of the result, ``stance.lift``, under which it is recalled while it holds;
    one without a name is worked out each time.
    """
    known = None if kept_as is None else moment.known
    if known is None or kept_as is None:
        return _worked_out(moment, Ask(moment), function, with_doubt)
    recalled: Result[T] | None = known.recall(kept_as, with_doubt)
    if recalled is not None:
        return recalled
    ask = Ask(moment)
    result = _worked_out(moment, ask, function, with_doubt)
    known.keep(kept_as, with_doubt, ask.asked_for, ask.looked_at, result)
    return result


def results_by_name(
    moment: Moment, area: str, functions: Mapping[str, Callable[[Ask], Any]]
) -> dict[str, Result[Any]]:
    """The results of an area, each by its name."""
    return {
        name: work_out(moment, function, kept_as=f"{area}.{name}") for name, function in functions.items()
    }


def _worked_out(moment: Moment, ask: Ask, function: Callable[[Ask], T], with_doubt: bool) -> Result[T]:
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
    whole = ask.with_middles() if ask.middles else ask
    bare = Result(value, tuple(whole.here), tuple(whole.found), waits, whole.stands_in)
    if waits is not None and waits.impossible:
        return replace(bare, waits_for=replace(waits, within_doubt=_could_be(ask, function)))
    if value is None or not (moment.with_doubt and with_doubt):
        return bare
    return _with_doubt(bare, ask, whole, function)


def _could_be(ask: Ask, function: Callable[[Ask], T]) -> bool:
    """Whether what is impossible comes to something with one of its figures at the end of its ±."""
    return any(
        _run(ask, function, {name: by}) is not None
        for name, each in ask.sources().items()
        for by in (each.doubt, -each.doubt)
    )


def _with_doubt(bare: Result[T], ask: Ask, whole: Ask, function: Callable[[Ask], T]) -> Result[T]:
    behind = _alone_behind(ask)
    sources = whole.own_sources()
    for each in behind.values():
        for key in each:
            del sources[key]
    sources |= {middle_key(name): Doubted(0.0, math.hypot(*offs.values())) for name, offs in behind.items()}

    def run(moves: Mapping[str, float]) -> T | None:
        return _run(ask, function, moves)

    # Findings weigh each number against its ± themselves: verdicts need not be tried at every corner.
    spread = spread_of(bare.value, run, sources, together=False)
    doubt = {said(place): off for place, off in spread.by.items() if off > ROUNDING}
    return Result(
        bare.value,
        bare.rests_on,
        bare.rests_on_found,
        None,
        bare.stands_in,
        doubt=doubt,
        doubt_from=WhenAsked(
            {said(place): place for place in spread.shares if said(place) in doubt},
            lambda place: tuple(
                _share(name, share, whole) for name, share in _unfolded(spread.shares[place], behind)
            ),
        ),
        unsure=tuple(said(place) for place in spread.unsure),
    )


def _alone_behind(ask: Ask) -> dict[str, dict[str, float]]:
    """By middle: what lies behind it and behind nothing else of a result, and how far each moves it.

    What a result also asks for itself, or through another middle, moves with all that it moves.
    """
    if not ask.middles:
        return {}
    times = Counter(list(ask.own_sources()))
    for part in ask.middles.values():
        times.update(list(part.sources))
    alone = {
        name: {source: off for source, off in part.offs.items() if times[source] == 1}
        for name, part in ask.middles.items()
    }
    return {name: offs for name, offs in alone.items() if len(offs) > 1}


def _unfolded(
    shares: list[tuple[str, float]], behind: Mapping[str, Mapping[str, float]]
) -> list[tuple[str, float]]:
    """Shares with those of middles handed on to what lies behind them, largest first."""
    folded = {middle_key(name): offs for name, offs in behind.items()}
    whole: list[tuple[str, float]] = []
    for name, share in shares:
        offs = folded.get(name, {name: 1.0})
        every = sum(off**2 for off in offs.values())
        whole += [(source, share * off**2 / every) for source, off in offs.items()]
    return sorted(whole, key=lambda each: -each[1])


def _share(name: str, share: float, whole: Ask) -> Share:
    if name in whole.shares:
        return Share(name, None, share)
    if name == SCALE:
        return Share("the scale itself", "body.front_axle_kg", share)
    if name in whole.sizes:
        of_it = (
            (path, as_found)
            for noted, as_found in ((whole.here, False), (whole.found, True))
            for path, figure in reversed(noted.items())
            if spec_of(path).shape == "size" and name.startswith(f"{designation(figure.value)}, ")
        )
        # A size that was on it only on the day on which something was measured is no figure of today.
        path, as_found = next(of_it, (None, False))
        return Share(f"catalogue size {name}", path, share, as_found)
    path, _, day = name.partition(AS_OF)
    if day:
        on = date.fromisoformat(day.partition(",")[0])
        return Share(f"{spec_of(path).label}, as it stood on {on.day} {on:%B %Y}", None, share)
    path = name.removesuffix(AS_FOUND)
    if path.rsplit(".", 1)[-1].isdigit():
        path = path.rsplit(".", 1)[0]
    as_found = name.endswith(AS_FOUND)
    return Share(spec_of(path).label + (AS_FOUND if as_found else ""), path, share, as_found)

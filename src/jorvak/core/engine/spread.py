"""Doubt carried through a function that knows nothing of it.

Each uncertain input is moved by its doubt up and down and the function is run again; of the two distances that a
number moves the larger counts, and they add as root of sum of squares. Inputs of one source move together. Source:
first-order propagation of uncertainty (ISO/IEC Guide 98-3), with the larger of both moves instead of their mean,
because builders aim at optima.
"""

import math
from collections.abc import Callable, Hashable, Iterator, Mapping
from functools import lru_cache
from typing import Any, Generic, TypeGuard, TypeVar

from jorvak.core.engine.flat import FlatResult, Path, ResultDifference
from jorvak.core.immutable import record

PICKED = frozenset(
    {
        "pick", "majority", "driven_teeth", "used", "dropped", "max_kmh", "layer", "layer_now", "lines_needed", "fuse_a",
        "carries_a", "tacks", "skip", "worst",
    }
)  # fmt: skip
"""Numbers that are counts or picked from a list: they have no ±."""

K = TypeVar("K", bound=Hashable)
P = TypeVar("P")
A = TypeVar("A")
V = TypeVar("V")


@record(frozen=True, slots=True)
class Doubted(Generic[K]):
    """An input that may be off by ``doubt`` either way; those of one ``source`` move together."""

    value: float
    doubt: float
    source: K | None = None


class LazyMapping(Mapping[P, V], Generic[P, A, V]):
    """A mapping whose values are worked out when they are asked for: who causes a doubt is asked of few numbers."""

    def __init__(self, known: Mapping[P, A], work_out: Callable[[A], V]) -> None:
        self._known, self._work_out = known, work_out

    def __getitem__(self, key: P) -> V:
        return self._work_out(self._known[key])

    def __iter__(self) -> Iterator[P]:
        return iter(self._known)

    def __len__(self) -> int:
        return len(self._known)


@record(frozen=True, slots=True)
class Spread(Generic[K]):
    """What doubt does to each number of a result, by its place.

    ``by`` holds ±, ``shares`` who causes it, largest first; ``unsure`` the places of words and true/false
    values that come out otherwise; ``resized`` those of lists whose length changes, which have no ±.
    """

    by: dict[Path, float]
    shares: Mapping[Path, list[tuple[K, float]]]
    unsure: tuple[Path, ...]
    resized: frozenset[Path]


def spread_of(
    result: Any,
    run: Callable[[Mapping[K, float]], Any],
    inputs: Mapping[K, Doubted[K]],
    together: bool = True,
    picked: frozenset[str] = PICKED,
) -> Spread[K]:
    """What the doubt of ``inputs`` does to ``result``, which ``run`` gives when nothing is moved.

    ``run`` is given by how much some inputs are moved, by their keys, and answers None where that comes to nothing.
    Results are dicts, lists, records and plain values, nested. ``together``: words are also tried with all
    inputs moved together so that a number reaches the end of its ±, at twice the cost per number. ``picked``: keys of
    numbers that have no ±.

    An area of 2 ± 0.1 by 3 ± 0.2 is 6 ± 0.5, the root of 0.3² + 0.4²:

    >>> sides = {"a": Doubted(2.0, 0.1), "b": Doubted(3.0, 0.2)}
    >>> def area(moved):
    ...     return (2.0 + moved.get("a", 0.0)) * (3.0 + moved.get("b", 0.0))
    >>> spread = spread_of(6.0, area, sides)
    >>> round(spread.by[()], 6), [(side, round(share, 2)) for side, share in spread.shares[()]]
    (0.5, [('b', 0.64), ('a', 0.36)])
    """
    groups = _groups(inputs)
    bare = FlatResult(result)

    def side(moved: Mapping[K, float]) -> ResultDifference | None:
        came_to = run(moved)
        return None if came_to is None else bare.difference(came_to)

    sides = {name: (side(moved), side(_reversed(moved))) for name, moved in groups.items()}
    shaken = [each for pair in sides.values() for each in pair if each is not None]
    resized = frozenset().union(*(each.resized for each in shaken))
    slopes = {
        at: slope
        for at, slope in _slopes(bare.values, sides).items()
        if not _is_picked(bare.places[at], picked) and not _under(bare.places[at], resized)
    }
    by = {at: math.hypot(*slope.values()) for at, slope in slopes.items()}
    words = [at for at, value in enumerate(bare.values) if isinstance(value, (str, bool))]
    if words and together:
        ends = [
            side(_towards(end, slopes[at], spread, groups))
            for at, spread in by.items()
            if spread > 0
            for end in (1, -1)
        ]
        shaken += [each for each in ends if each is not None]
    otherwise = {at for each in shaken for at, value in each.moved.items() if value is not None}
    return Spread(
        by={bare.places[at]: spread for at, spread in by.items()},
        shares=LazyMapping(
            {bare.places[at]: at for at, spread in by.items() if spread > 0},
            lambda at: _shares(slopes[at], by[at]),
        ),
        unsure=tuple(bare.places[at] for at in words if at in otherwise),
        resized=resized,
    )


def _groups(inputs: Mapping[K, Doubted[K]]) -> dict[K, dict[K, float]]:
    """By source, or by key where there is none: how far each input of it moves."""
    groups: dict[K, dict[K, float]] = {}
    for key, doubted in inputs.items():
        if doubted.doubt > 0:
            groups.setdefault(doubted.source or key, {})[key] = doubted.doubt
    return groups


def _reversed(moved: Mapping[K, float]) -> dict[K, float]:
    return {key: -by for key, by in moved.items()}


def _slopes(
    values: list[Any], sides: Mapping[K, tuple[ResultDifference | None, ResultDifference | None]]
) -> Mapping[int, Mapping[K, float]]:
    """How far each group moves each number, signed as it moves with the input.

    Groups that do not move a number are left out, and numbers of which that cannot be said.
    """
    slopes: dict[int, dict[K, float]] = {at: {} for at, value in enumerate(values) if is_number(value)}
    for name, (up, down) in sides.items():
        if up is None and down is None:
            return {}
        ups, downs = _otherwise(up), _otherwise(down)
        for at in slopes.keys() & (ups.keys() | downs.keys()):
            value = values[at]
            # What came to nothing on one side is said by the other alone.
            above = None if up is None else ups.get(at, value)
            below = None if down is None else downs.get(at, value)
            if is_number(above) and is_number(below):
                slopes[at][name] = (
                    above - value if abs(above - value) >= abs(value - below) else value - below
                )
            elif is_number(above):
                slopes[at][name] = above - value
            elif is_number(below):
                slopes[at][name] = value - below
            else:
                del slopes[at]
    return slopes


def _otherwise(side: ResultDifference | None) -> Mapping[int, Any]:
    return {} if side is None else side.moved


def _towards(
    end: int, slopes: Mapping[K, float], spread: float, groups: Mapping[K, Mapping[K, float]]
) -> dict[K, float]:
    """All inputs moved together so that a number reaches that end of its ±."""
    return {
        key: end * by * slope / spread for name, slope in slopes.items() for key, by in groups[name].items()
    }


def _shares(slopes: Mapping[K, float], spread: float) -> list[tuple[K, float]]:
    shares = [(name, (slope / spread) ** 2) for name, slope in slopes.items() if slope]
    return sorted(shares, key=lambda share: -share[1])


def _is_picked(path: Path, picked: frozenset[str]) -> bool:
    return bool(path) and path[-1] in picked


def _under(path: Path, lists: frozenset[Path]) -> bool:
    return any(path[: len(above)] == above for above in lists)


def is_number(value: Any) -> TypeGuard[float]:
    return type(value) is float or (isinstance(value, (int, float)) and not isinstance(value, bool))


@lru_cache(maxsize=8192)
def written(path: Path) -> str:
    """A place as it is written: ``points.2.z_mm``."""
    return ".".join(map(str, path))

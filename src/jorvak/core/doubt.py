"""Doubt carried through a calculation that knows nothing of it.

Each uncertain input is moved by its doubt up and down and the calculation is run again; of the two
distances that a number moves the larger counts, and they add as root of sum of squares. Inputs of one source
move together. Source: first-order propagation of uncertainty (ISO/IEC Guide 98-3), with the larger of both
moves instead of their mean, because builders aim at optima.
"""

import math
from collections.abc import Callable, Iterator, Mapping
from functools import lru_cache
from typing import Any, Generic, TypeGuard, TypeVar

from jorvak.core.calculation import Refused
from jorvak.core.laid_over import Laid, Over, Path, parts
from jorvak.core.record import record

PICKED = frozenset({"pick", "majority", "driven_teeth", "used", "dropped"})
"""Numbers that are counts or picked from a list: they have no ±."""

K = TypeVar("K")
A = TypeVar("A")
V = TypeVar("V")
Run = Callable[[Mapping[str, float]], Any]
"""Runs a calculation with some inputs, by path, moved by so much; answers its result, or None for an error."""


@record(frozen=True, slots=True)
class Doubted:
    """An input that may be off by ``doubt`` either way; those of one ``source`` move together."""

    value: float
    doubt: float
    source: str | None = None


@record(frozen=True, slots=True)
class Carried:
    """What doubt does to a result.

    ``doubt`` has the result's shape: ± for each number, None for all else. ``doubt_from`` names the inputs
    or sources of each ± above 0 with their shares of the variance. ``unsure`` are the paths of the words
    and true/false values that come out otherwise within the doubt.
    """

    doubt: Any
    doubt_from: dict[str, list[tuple[str, float]]]
    unsure: list[str]


def doubted_inputs(raw: Any) -> tuple[Any, dict[str, Doubted]]:
    """``raw`` with bare values, and its doubted numbers by path. Raises Refused on the path of a bad one."""
    found: dict[str, Doubted] = {}
    return _bare(raw, "", found), found


class WhenAsked(Mapping[K, V], Generic[K, A, V]):
    """A mapping whose values are worked out when they are asked for: who causes a doubt is asked of few numbers."""

    def __init__(self, known: Mapping[K, A], work_out: Callable[[A], V]) -> None:
        self._known, self._work_out = known, work_out

    def __getitem__(self, key: K) -> V:
        return self._work_out(self._known[key])

    def __iter__(self) -> Iterator[K]:
        return iter(self._known)

    def __len__(self) -> int:
        return len(self._known)


@record(frozen=True, slots=True)
class Spread:
    """What doubt does to each number of a result, by its place.

    ``by`` holds ±, ``shares`` who causes it, largest first; ``unsure`` the places of words and true/false
    values that come out otherwise; ``resized`` those of lists whose length changes, which have no ±.
    """

    by: dict[Path, float]
    shares: Mapping[Path, list[tuple[str, float]]]
    unsure: tuple[Path, ...]
    resized: frozenset[Path]


def spread_of(result: Any, run: Run, inputs: Mapping[str, Doubted], together: bool = True) -> Spread:
    """What the doubt of ``inputs`` does to ``result``, which ``run`` gives when nothing is moved.

    Results are dicts, lists, records and plain values, nested. ``together``: words are also tried with all
    inputs moved together so that a number reaches the end of its ±, at twice the cost per number.
    """
    groups = _groups(inputs)
    bare = Laid(result)

    def side(moved: Mapping[str, float]) -> Over | None:
        came_to = run(moved)
        return None if came_to is None else bare.under(came_to)

    sides = {name: (side(moved), side(_reversed(moved))) for name, moved in groups.items()}
    shaken = [each for pair in sides.values() for each in pair if each is not None]
    resized = frozenset().union(*(each.resized for each in shaken))
    slopes = {
        at: slope
        for at, slope in _slopes(bare.values, sides).items()
        if not _is_picked(bare.places[at]) and not _under(bare.places[at], resized)
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
        shares=WhenAsked(
            {bare.places[at]: at for at, spread in by.items() if spread > 0},
            lambda at: _shares(slopes[at], by[at]),
        ),
        unsure=tuple(bare.places[at] for at in words if at in otherwise),
        resized=resized,
    )


def carry(result: Any, run: Run, inputs: Mapping[str, Doubted]) -> Carried:
    """``spread_of`` in the shape in which the command line shows it."""
    spread = spread_of(result, run, inputs)
    return Carried(
        doubt=shaped(result, spread.by, spread.resized),
        doubt_from={said(path): shares for path, shares in spread.shares.items()},
        unsure=[said(path) for path in spread.unsure],
    )


def answer_with_doubt(raw: Any, calculate: Callable[[Any], Any]) -> dict[str, Any]:
    """``result`` of a calculation on JSON input, and what doubt does to it where an input carries any.

    ``calculate`` takes bare input and gives a result as JSON. Raises Refused.
    """
    bare, inputs = doubted_inputs(raw)
    result = calculate(bare)
    if not inputs:
        return {"result": result}

    def run(moves: Mapping[str, float]) -> Any:
        try:
            return calculate(_moved(bare, "", moves))
        except Refused:
            return None

    carried = carry(result, run, inputs)
    return {
        "result": result,
        "doubt": carried.doubt,
        "doubt_from": carried.doubt_from,
        "unsure": carried.unsure,
    }


def _moved(raw: Any, path: str, moves: Mapping[str, float]) -> Any:
    if path in moves:
        return raw + moves[path]
    if isinstance(raw, dict):
        return {
            key: _moved(value, f"{path}.{key}" if path else str(key), moves) for key, value in raw.items()
        }
    if isinstance(raw, list):
        return [
            _moved(value, f"{path}.{index}" if path else str(index), moves) for index, value in enumerate(raw)
        ]
    return raw


def _bare(raw: Any, path: str, found: dict[str, Doubted]) -> Any:
    if isinstance(raw, dict):
        if raw and {"value", "doubt"} & set(raw) and set(raw) <= {"value", "doubt", "source"}:
            found[path] = _doubted(raw, path)
            return raw["value"]
        return {key: _bare(value, f"{path}.{key}" if path else str(key), found) for key, value in raw.items()}
    if isinstance(raw, list):
        return [
            _bare(value, f"{path}.{index}" if path else str(index), found) for index, value in enumerate(raw)
        ]
    return raw


def _doubted(raw: dict[str, Any], path: str) -> Doubted:
    value, doubt, source = raw.get("value"), raw.get("doubt"), raw.get("source")
    if not _is_finite(value) or not _is_finite(doubt) or doubt < 0:
        raise Refused(
            path, f'{path}: give a number and how far it may be off, as {{"value": 541, "doubt": 3}}.'
        )
    if source is not None and not isinstance(source, str):
        raise Refused(path, f"{path}: a source is a name in quotes; inputs of one source move together.")
    return Doubted(value, float(doubt), source)


def _groups(inputs: Mapping[str, Doubted]) -> dict[str, dict[str, float]]:
    """By source, or by path where there is none: how far each input of it moves."""
    groups: dict[str, dict[str, float]] = {}
    for path, doubted in inputs.items():
        if doubted.doubt > 0:
            groups.setdefault(doubted.source or path, {})[path] = doubted.doubt
    return groups


def _reversed(moved: Mapping[str, float]) -> dict[str, float]:
    return {path: -by for path, by in moved.items()}


Slopes = Mapping[str, float]
"""How far each group moves a number, signed as it moves with the input; those that do not move it are left out."""


def _slopes(values: list[Any], sides: Mapping[str, tuple[Over | None, Over | None]]) -> Mapping[int, Slopes]:
    """The slopes of each number; one whose slopes cannot be said is left out."""
    slopes: dict[int, dict[str, float]] = {at: {} for at, value in enumerate(values) if _is_number(value)}
    for name, (up, down) in sides.items():
        if up is None and down is None:
            return {}
        ups, downs = _otherwise(up), _otherwise(down)
        for at in slopes.keys() & (ups.keys() | downs.keys()):
            value = values[at]
            # What came to nothing on one side is said by the other alone.
            above = None if up is None else ups.get(at, value)
            below = None if down is None else downs.get(at, value)
            if _is_number(above) and _is_number(below):
                slopes[at][name] = (
                    above - value if abs(above - value) >= abs(value - below) else value - below
                )
            elif _is_number(above):
                slopes[at][name] = above - value
            elif _is_number(below):
                slopes[at][name] = value - below
            else:
                del slopes[at]
    return slopes


def _otherwise(side: Over | None) -> Mapping[int, Any]:
    return {} if side is None else side.moved


def _towards(
    end: int, slopes: Slopes, spread: float, groups: Mapping[str, Mapping[str, float]]
) -> dict[str, float]:
    """All inputs moved together so that a number reaches that end of its ±."""
    return {
        path: end * by * slope / spread for name, slope in slopes.items() for path, by in groups[name].items()
    }


def _shares(slopes: Slopes, spread: float) -> list[tuple[str, float]]:
    shares = [(name, (slope / spread) ** 2) for name, slope in slopes.items() if slope]
    return sorted(shares, key=lambda share: -share[1])


def shaped(
    result: Any, spread: Mapping[Path, float], resized: frozenset[Path] = frozenset(), path: Path = ()
) -> Any:
    """``spread`` in the shape of ``result``: ± for each number, None for all else."""
    if path in resized:
        return None
    if result is None or isinstance(result, (float, int, str)):
        return spread.get(path)
    if isinstance(result, (list, tuple)):
        return [shaped(value, spread, resized, (*path, index)) for index, value in enumerate(result)]
    return {key: shaped(value, spread, resized, (*path, key)) for key, value in parts(result).items()}


def _is_picked(path: Path) -> bool:
    return bool(path) and path[-1] in PICKED


def _under(path: Path, lists: frozenset[Path]) -> bool:
    return any(path[: len(above)] == above for above in lists)


def _is_number(value: Any) -> TypeGuard[float]:
    return type(value) is float or (isinstance(value, (int, float)) and not isinstance(value, bool))


def _is_finite(value: Any) -> TypeGuard[float]:
    return _is_number(value) and math.isfinite(value)


@lru_cache(maxsize=8192)
def said(path: Path) -> str:
    """A place as it is written: ``points.2.z_mm``."""
    return ".".join(map(str, path))

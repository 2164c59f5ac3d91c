"""Doubt carried through a calculation that knows nothing of it.

Each uncertain input is moved by its doubt up and down and the calculation is run again; of the two
distances that a number moves the larger counts, and they add as root of sum of squares. Inputs of one source
move together. Source: first-order propagation of uncertainty (ISO/IEC Guide 98-3), with the larger of both
moves instead of their mean, because builders aim at optima.
"""

import math
from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass, fields
from functools import cache
from itertools import compress, count
from operator import ne
from typing import Any, Generic, TypeGuard, TypeVar

from pydantic import BaseModel

from jorvak.core.calculation import Refused

PICKED = frozenset({"pick", "majority", "driven_teeth", "used", "dropped"})
"""Numbers that are counts or picked from a list: they have no ±."""

PLAIN = frozenset({float, int, str, bool, type(None)})
K = TypeVar("K")
A = TypeVar("A")
V = TypeVar("V")
Path = tuple[str | int, ...]
Run = Callable[[Mapping[str, float]], Any]
"""Runs a calculation with some inputs, by path, moved by so much; answers its result, or None for an error."""


@dataclass(frozen=True, slots=True)
class Doubted:
    """An input that may be off by ``doubt`` either way; those of one ``source`` move together."""

    value: float
    doubt: float
    source: str | None = None


@dataclass(frozen=True, slots=True)
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


@dataclass(frozen=True, slots=True)
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
    bare = _laid_flat(result)
    places = _places(result)
    sides = {
        name: (_side(run(moved), bare, places), _side(run(_reversed(moved)), bare, places))
        for name, moved in groups.items()
    }
    shaken = [side for pair in sides.values() for side in pair if side is not None]
    resized = frozenset().union(*(side.resized for side in shaken))
    slopes = {
        at: slope
        for at, slope in _slopes(bare, sides).items()
        if not _is_picked(places.of_values[at]) and not _under(places.of_values[at], resized)
    }
    by = {at: math.hypot(*slope.values()) for at, slope in slopes.items()}
    words = [at for at, value in enumerate(bare.values) if isinstance(value, (str, bool))]
    if words and together:
        ends = [
            _side(run(_towards(end, slopes[at], spread, groups)), bare, places)
            for at, spread in by.items()
            if spread > 0
            for end in (1, -1)
        ]
        shaken += [side for side in ends if side is not None]
    otherwise = {at for side in shaken for at in side.moved if side.values[at] is not None}
    return Spread(
        by={places.of_values[at]: spread for at, spread in by.items()},
        shares=WhenAsked(
            {places.of_values[at]: at for at, spread in by.items() if spread > 0},
            lambda at: _shares(slopes[at], by[at]),
        ),
        unsure=tuple(places.of_values[at] for at in words if at in otherwise),
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


@dataclass(frozen=True, slots=True)
class _Flat:
    """A result laid flat: its plain values in order, and the shape that they stand in.

    Records that say of themselves that they are ``WITHOUT_DOUBT`` are left out: drawn, and asked for no ±.

    Results of one shape have their values at the same places and are compared in order, which is quick.
    """

    values: list[Any]
    shape: list[Any]


def _laid_flat(result: Any) -> _Flat:
    flat = _Flat([], [])
    _lay(result, flat)
    return flat


def _lay(value: Any, flat: _Flat) -> None:
    # Each run of each result passes here: looking up a type is several times quicker than isinstance.
    values, shape = flat.values, flat.shape
    of = type(value)
    if of in PLAIN:
        values.append(value)
        return
    if _is_left_out(of):  # type: ignore[arg-type]
        return
    shape.append(len(values))
    if of is list or of is tuple:
        shape.append(len(value))
        items: Iterable[Any] = value
    elif of is dict:
        shape.append(tuple(value))
        items = value.values()
    else:
        shape.append(of)
        items = _parts(value).values()
    for item in items:
        if type(item) in PLAIN:
            values.append(item)
        else:
            _lay(item, flat)


def _parts(value: Any) -> Mapping[str, Any]:
    """The parts of a dict, a model or a record, by name."""
    if type(value) is dict:
        return value
    names = _field_names(type(value))  # type: ignore[arg-type]
    parts: Mapping[str, Any] = value.__dict__ if names is None else {n: getattr(value, n) for n in names}
    return parts


@cache
def _field_names(of: type[Any]) -> tuple[str, ...] | None:
    """The fields of a record; None for a model, which keeps them in a dict."""
    return None if issubclass(of, BaseModel) else tuple(field.name for field in fields(of))


@cache
def _is_left_out(of: type[Any]) -> bool:
    return bool(getattr(of, "WITHOUT_DOUBT", False))


@dataclass(frozen=True, slots=True)
class _Places:
    """Where the values of a result stand, in the order in which they are laid flat, and the lengths of its lists."""

    of_values: list[Path]
    sizes: dict[Path, int]


def _places(result: Any) -> _Places:
    places = _Places([], {})
    _find_places(result, (), places)
    return places


def _find_places(value: Any, path: Path, places: _Places) -> None:
    if type(value) in PLAIN:
        places.of_values.append(path)
    elif _is_left_out(type(value)):  # type: ignore[arg-type]
        return
    elif isinstance(value, (list, tuple)):
        places.sizes[path] = len(value)
        for index, item in enumerate(value):
            _find_places(item, (*path, index), places)
    else:
        for key, item in _parts(value).items():
            _find_places(item, (*path, key), places)


@dataclass(frozen=True, slots=True)
class _Side:
    """A result with something moved, laid over the one with nothing moved.

    ``values`` stand in the order of that one, None where there is nothing any more; ``moved`` says which of
    them came out otherwise, ``resized`` the lists whose length is another.
    """

    values: list[Any]
    moved: list[int]
    resized: frozenset[Path] = frozenset()


def _side(result: Any, bare: _Flat, places: _Places) -> _Side | None:
    """``result`` laid over the bare one; None for an error."""
    if result is None:
        return None
    flat = _laid_flat(result)
    if flat.shape == bare.shape:
        return _Side(flat.values, _otherwise(flat.values, bare.values))
    there = _places(result)
    by_place = dict(zip(there.of_values, flat.values, strict=True))
    values = [by_place.get(place) for place in places.of_values]
    resized = frozenset(path for path, size in places.sizes.items() if there.sizes.get(path, size) != size)
    return _Side(values, _otherwise(values, bare.values), resized)


def _otherwise(values: list[Any], bare: list[Any]) -> list[int]:
    return list(compress(count(), map(ne, values, bare)))


def _reversed(moved: Mapping[str, float]) -> dict[str, float]:
    return {path: -by for path, by in moved.items()}


Slopes = Mapping[str, float]
"""How far each group moves a number, signed as it moves with the input; those that do not move it are left out."""


def _slopes(bare: _Flat, sides: Mapping[str, tuple[_Side | None, _Side | None]]) -> Mapping[int, Slopes]:
    """The slopes of each number; one whose slopes cannot be said is left out."""
    slopes: dict[int, dict[str, float]] = {
        at: {} for at, value in enumerate(bare.values) if _is_number(value)
    }
    for name, pair in sides.items():
        signed = [(sign, side) for sign, side in zip((1, -1), pair, strict=True) if side is not None]
        if not signed:
            return {}
        for at in {at for _, side in signed for at in side.moved} & slopes.keys():
            value = bare.values[at]
            moves = [sign * (there - value) for sign, side in signed if _is_number(there := side.values[at])]
            if moves:
                slopes[at][name] = max(moves, key=abs)
            else:
                del slopes[at]
    return slopes


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
    return {key: shaped(value, spread, resized, (*path, key)) for key, value in _parts(result).items()}


def _is_picked(path: Path) -> bool:
    return bool(path) and path[-1] in PICKED


def _under(path: Path, lists: frozenset[Path]) -> bool:
    return any(path[: len(above)] == above for above in lists)


def _is_number(value: Any) -> TypeGuard[float]:
    return isinstance(value, (int, float)) and not isinstance(value, bool)


def _is_finite(value: Any) -> TypeGuard[float]:
    return _is_number(value) and math.isfinite(value)


def said(path: Path) -> str:
    """A place as it is written: ``points.2.z_mm``."""
    return ".".join(map(str, path))

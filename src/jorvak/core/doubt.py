"""Doubt carried through a calculation that knows nothing of it.

Each uncertain input is moved by its doubt up and down and the calculation is run again; of the two
distances that a number moves the larger counts, and they add as root of sum of squares. Inputs of one source
move together. Source: first-order propagation of uncertainty (ISO/IEC Guide 98-3), with the larger of both
moves instead of their mean, because builders aim at optima.
"""

import math
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from typing import Any, TypeGuard

from jorvak.core.calculation import Refused

PICKED = frozenset({"pick", "majority", "driven_teeth", "used", "dropped"})
"""Numbers that are counts or picked from a list: they have no ±."""

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


def carry(result: Any, run: Run, inputs: Mapping[str, Doubted]) -> Carried:
    """What the doubt of ``inputs`` does to ``result``, which ``run`` gives when nothing is moved."""
    groups = _groups(inputs)
    sides = {
        name: (run(moved), run({path: -by for path, by in moved.items()})) for name, moved in groups.items()
    }
    shaken = [side for pair in sides.values() for side in pair if side is not None]
    resized = {
        path for path, size in _lists(result) if any(_size(side, path) not in (None, size) for side in shaken)
    }
    slopes: dict[Path, dict[str, float] | None] = {}
    for path, value in _leaves(result):
        if _is_number(value) and path[-1] not in PICKED and not _under(path, resized):
            slopes[path] = _slopes(path, value, sides)
    spread = {path: math.hypot(*slope.values()) for path, slope in slopes.items() if slope is not None}
    ends = [
        run(_towards(end, slopes[path] or {}, by, groups))
        for path, by in spread.items()
        if by > 0
        for end in (1, -1)
    ]
    shaken += [side for side in ends if side is not None]
    return Carried(
        doubt=_shaped(result, (), spread, resized),
        doubt_from={_said(path): _shares(slopes[path] or {}, by) for path, by in spread.items() if by > 0},
        unsure=[
            _said(p) for p, v in _leaves(result) if isinstance(v, (str, bool)) and _differs(p, v, shaken)
        ],
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


def _slopes(path: Path, value: float, sides: Mapping[str, tuple[Any, Any]]) -> dict[str, float] | None:
    """How far each group moves a number, signed as it moves with the input; None where one cannot be said."""
    slopes = {}
    for name, pair in sides.items():
        moves = [
            sign * (there - value)
            for sign, side in zip((1, -1), pair, strict=True)
            if side is not None and _is_number(there := _at(side, path))
        ]
        if not moves:
            return None
        slopes[name] = max(moves, key=abs)
    return slopes


def _towards(
    end: int, slopes: Mapping[str, float], spread: float, groups: Mapping[str, Mapping[str, float]]
) -> dict[str, float]:
    """All inputs moved together so that a number reaches that end of its ±."""
    return {
        path: end * by * slopes[name] / spread for name, moved in groups.items() for path, by in moved.items()
    }


def _shares(slopes: Mapping[str, float], spread: float) -> list[tuple[str, float]]:
    shares = [(name, (slope / spread) ** 2) for name, slope in slopes.items() if slope]
    return sorted(shares, key=lambda share: -share[1])


def _shaped(result: Any, path: Path, spread: Mapping[Path, float], resized: set[Path]) -> Any:
    if path in resized:
        return None
    if isinstance(result, dict):
        return {key: _shaped(value, (*path, key), spread, resized) for key, value in result.items()}
    if isinstance(result, list):
        return [_shaped(value, (*path, index), spread, resized) for index, value in enumerate(result)]
    return spread.get(path)


def _leaves(result: Any, path: Path = ()) -> Iterator[tuple[Path, Any]]:
    if isinstance(result, dict):
        for key, value in result.items():
            yield from _leaves(value, (*path, key))
    elif isinstance(result, list):
        for index, value in enumerate(result):
            yield from _leaves(value, (*path, index))
    else:
        yield path, result


def _lists(result: Any, path: Path = ()) -> Iterator[tuple[Path, int]]:
    if isinstance(result, list):
        yield path, len(result)
    for key, value in (
        result.items() if isinstance(result, dict) else enumerate(result) if isinstance(result, list) else ()
    ):
        yield from _lists(value, (*path, key))


def _at(result: Any, path: Path) -> Any:
    for key in path:
        try:
            result = result[key]
        except (KeyError, IndexError, TypeError):
            return None
    return result


def _size(result: Any, path: Path) -> int | None:
    found = _at(result, path)
    return len(found) if isinstance(found, list) else None


def _under(path: Path, lists: set[Path]) -> bool:
    return any(path[: len(above)] == above for above in lists)


def _differs(path: Path, value: Any, shaken: list[Any]) -> bool:
    return any((there := _at(side, path)) is not None and there != value for side in shaken)


def _is_number(value: Any) -> TypeGuard[float]:
    return isinstance(value, (int, float)) and not isinstance(value, bool)


def _is_finite(value: Any) -> TypeGuard[float]:
    return _is_number(value) and math.isfinite(value)


def _said(path: Path) -> str:
    return ".".join(map(str, path))

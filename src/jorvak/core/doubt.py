"""Numbers that may be off, in what goes into a calculation as JSON, and what that does to its answer."""

import math
from collections.abc import Callable, Mapping
from typing import Any, TypeGuard

from jorvak.core.calculation import Calculation, Refused
from jorvak.core.engine.flat import Path, parts
from jorvak.core.engine.spread import PICKED, Doubted, is_number, spread_of, written
from jorvak.core.immutable import record


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


def doubted_inputs(raw: Any) -> tuple[Any, dict[str, Doubted[str]]]:
    """``raw`` with bare values, and its doubted numbers by path. Raises Refused on the path of a bad one."""
    found: dict[str, Doubted[str]] = {}
    return _bare(raw, "", found), found


def carry(
    result: Any,
    run: Callable[[Mapping[str, float]], Any],
    inputs: Mapping[str, Doubted[str]],
    picked: frozenset[str] = PICKED,
) -> Carried:
    """``spread_of`` in the shape in which the command line shows it."""
    spread = spread_of(result, run, inputs, picked=picked)
    return Carried(
        doubt=shaped(result, spread.by, spread.resized),
        doubt_from={written(path): shares for path, shares in spread.shares.items()},
        unsure=[written(path) for path in spread.unsure],
    )


def answer_with_doubt(raw: Any, calculation: Calculation[Any, Any]) -> dict[str, Any]:
    """``result`` of a calculation on JSON input, and what doubt does to it where an input carries any.

    Raises Refused.
    """
    bare, inputs = doubted_inputs(raw)
    result = calculation.as_json(bare)
    if not inputs:
        return {"result": result}
    calculate = calculation.moved_as_json(bare)

    def run(moves: Mapping[str, float]) -> Any:
        try:
            return calculate(_moved(bare, "", moves))
        except Refused:
            return None

    carried = carry(result, run, inputs, PICKED | calculation.picked)
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


def _bare(raw: Any, path: str, found: dict[str, Doubted[str]]) -> Any:
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


def _doubted(raw: dict[str, Any], path: str) -> Doubted[str]:
    value, doubt, source = raw.get("value"), raw.get("doubt"), raw.get("source")
    if not _is_finite(value) or not _is_finite(doubt) or doubt < 0:
        raise Refused(
            path, f'{path}: give a number and how far it may be off, as {{"value": 541, "doubt": 3}}.'
        )
    if source is not None and not isinstance(source, str):
        raise Refused(path, f"{path}: a source is a name in quotes; inputs of one source move together.")
    return Doubted(value, float(doubt), source)


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


def _is_finite(value: Any) -> TypeGuard[float]:
    return is_number(value) and math.isfinite(value)

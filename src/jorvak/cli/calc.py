"""``calc``: the handbook's calculations, JSON in, JSON out."""

import argparse
import json
import sys
from collections.abc import Iterator
from itertools import chain, islice
from typing import Any

from jorvak.cli.failed import BAD_INPUT, Commands
from jorvak.core.calculation import Refused, describe
from jorvak.core.calculations import calculations
from jorvak.core.doubt import answer_with_doubt
from jorvak.formats.json_text import elements


def add_commands(commands: Commands) -> None:
    """Add the command to the command line."""
    calc = commands.add_parser("calc", help="a calculation of the handbook: JSON in, JSON out")
    calc.add_argument("name", nargs="?", help="which; without it, the list")
    calc.add_argument("--describe", action="store_true", help="its inputs, outputs and source")
    calc.set_defaults(run=_calc)


def _calc(arguments: argparse.Namespace) -> int:
    name = arguments.name
    if name is None:
        width = max(map(len, calculations()))
        for calculation in calculations().values():
            print(f"{calculation.name:<{width}}  {calculation.line}")
        return 0
    if name not in calculations():
        known = ", ".join(calculations())
        return _print_one(
            _error(name, Refused("calc", f"There is no calculation “{name}”. There are {known}."))
        )
    if arguments.describe:
        print(describe(calculations()[name]))
        return 0
    if sys.stdin is None:
        return _print_one(_error(name, Refused("input", "Nothing comes in: standard input is closed.")))
    try:
        is_array, given = elements(sys.stdin.buffer, "input")
        # What is no JSON from its start is one fault, and no array of answers.
        given = chain(list(islice(given, 1)), given)
    except Refused as refused:
        return _print_one(_error(name, refused))
    return _print_all(_answers(name, given)) if is_array else _print_one(next(_answers(name, given)))


def _answers(name: str, given: Iterator[Any]) -> Iterator[dict[str, Any]]:
    """An answer to each input as it comes in; a fault of what comes in is the last."""
    try:
        for one in given:
            yield _answer(name, one)
    except Refused as refused:
        yield _error(name, refused)


def _answer(name: str, given: Any) -> dict[str, Any]:
    try:
        if not isinstance(given, dict):
            raise Refused("input", "An input is an object with keys, or an array of such objects.")
        return {"calc": name, **answer_with_doubt(given, calculations()[name])}
    except Refused as refused:
        return _error(name, refused)


def _error(name: str, refused: Refused) -> dict[str, Any]:
    return {"calc": name, "error": {"field": refused.field, "message": refused.message}}


def _print_one(answer: dict[str, Any]) -> int:
    print(json.dumps(answer, ensure_ascii=False, indent=1))
    return BAD_INPUT if "error" in answer else 0


def _print_all(answers: Iterator[dict[str, Any]]) -> int:
    """Print an array, each answer once it is there: a million of them need no memory."""
    bad, sign = False, "["
    for answer in answers:
        sys.stdout.write(sign + json.dumps(answer, ensure_ascii=False))
        bad, sign = bad or "error" in answer, ", "
    print("[]" if sign == "[" else "]")
    return BAD_INPUT if bad else 0

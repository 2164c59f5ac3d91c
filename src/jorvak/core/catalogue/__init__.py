"""Which figures a rig can have: what each is called, what it looks like typed, and what is believable."""

import itertools
import re
from dataclasses import replace
from functools import cache, lru_cache
from typing import Any

from jorvak.core.calculation import Refused
from jorvak.core.catalogue.spec import FigureSpec, Shape, usual_doubt, usual_share
from jorvak.core.catalogue.table import (
    ENDS,
    GAP_FIGURES,
    LINES,
    PART_FIGURES,
    POINT_FIGURES,
    POSITIONS,
    TWINS,
    rows,
)
from jorvak.core.rolling.tyre_size import readable_size

__all__ = [
    "ENDS",
    "GAP_FIGURES",
    "LINES",
    "NAMED",
    "PART_FIGURES",
    "POINT_FIGURES",
    "POSITIONS",
    "TWINS",
    "BadFigure",
    "FigureSpec",
    "Shape",
    "catalogue",
    "checked",
    "spec_of",
    "usual_doubt",
    "usual_share",
]

MOST_RATIOS = 24
MOST_TEXT = 120
NAMED = {"points": POINT_FIGURES, "gaps": GAP_FIGURES, "parts": PART_FIGURES}
"""Figures of what a builder names: underside points, gaps around a tyre, parts."""


class BadFigure(ValueError):
    """A figure that cannot be. ``path`` says which, the message what would work."""

    def __init__(self, path: str, message: str) -> None:
        super().__init__(message)
        self.path = path


@cache
def catalogue() -> dict[str, FigureSpec]:
    """Every figure that a rig can have apart from its points, by path, in the order in which they are shown."""
    return {spec.path: spec for spec in rows()}


@lru_cache(maxsize=4096)
@lru_cache(maxsize=4096)
def spec_of(path: str) -> FigureSpec:
    """The specification of the figure at ``path``. Raises BadFigure where no such figure exists."""
    if path in catalogue():
        return catalogue()[path]
    parts = path.split(".")
    if len(parts) == 3 and parts[0] in NAMED and parts[1] and parts[2] in NAMED[parts[0]]:
        spec = NAMED[parts[0]][parts[2]]
        return replace(spec, path=path, label=f"{parts[1]}, {spec.label}")
    raise BadFigure(path, f"A rig has no figure called {path[:80]}.")


def checked(path: str, value: Any) -> Any:
    """``value`` as the figure at ``path`` holds it: a float, a tuple of floats, or text.

    Raises BadFigure with what would work.
    """
    spec = spec_of(path)
    match spec.shape:
        case "choice":
            if value not in spec.choices:
                raise BadFigure(path, f"The {spec.label} is {_either(spec.choices)}, not {_said(value)}.")
            return value
        case "size":
            return _size(spec, value)
        case "text":
            if not isinstance(value, str) or not 0 < len(value.strip()) <= MOST_TEXT:
                raise BadFigure(
                    path, f"The {spec.label} is text of at most {MOST_TEXT} letters, such as {spec.example}."
                )
            return _date_code(spec, value.strip()) if path.endswith(".date_code") else value.strip()
        case "ratios":
            if not isinstance(value, (list, tuple)) or not 0 < len(value) <= MOST_RATIOS:
                raise BadFigure(
                    path, f"The {spec.label}: give 1 to {MOST_RATIOS} ratios, for example {spec.example}."
                )
            ratios = tuple(_number(spec, one) for one in value)
            if path == "gearbox.gears":
                _check_gears(spec, ratios)
            return ratios
        case "number":
            return _number(spec, value)


FEWEST_GEARS = 3


def _check_gears(spec: FigureSpec, ratios: tuple[float, ...]) -> None:
    """First to top, each taller than the one before: a list that is torn off or turned round is none."""
    falling = all(one > other for one, other in itertools.pairwise(ratios))
    if len(ratios) < FEWEST_GEARS or not falling:
        said = " ".join(f"{ratio:g}" for ratio in ratios)
        raise BadFigure(
            spec.path,
            f"The {spec.label}: {said} were read. There are {FEWEST_GEARS} to {MOST_RATIOS}, first to top, each smaller "
            f"than the one before. Type for example {spec.example}.",
        )


DATE_CODE = re.compile(r"(?:dot\s*)?((?:0[1-9]|[1-4][0-9]|5[0-3])[0-9]{1,2})", re.IGNORECASE)


def _date_code(spec: FigureSpec, text: str) -> str:
    found = DATE_CODE.fullmatch(text)
    if found is None:
        raise BadFigure(
            spec.path,
            f"The {spec.label}: “{text[:20]}” is no week and year. Type the last four digits of the maker's code, "
            "for example 2319 for week 23 of 2019; before 2000 there were three.",
        )
    return found[1]


def _size(spec: FigureSpec, value: Any) -> str:
    if not isinstance(value, str):
        raise BadFigure(spec.path, f"The {spec.label} is text such as {spec.example}, not {_said(value)}.")
    try:
        return readable_size(value)
    except Refused as refused:
        raise BadFigure(spec.path, refused.message) from None


def _number(spec: FigureSpec, value: Any) -> float:
    if isinstance(value, bool) or not isinstance(value, (int, float)):
        raise BadFigure(
            spec.path, f"The {spec.label} is a number such as {spec.example}, not {_said(value)}."
        )
    if not spec.low <= value <= spec.high:
        unit = f" {spec.quantity.core_unit.symbol}".rstrip() if spec.quantity else ""
        far = f"{value:g}" if abs(value) < 1e12 else "beyond all measure"
        raise BadFigure(
            spec.path,
            f"The {spec.label} would be {far}{unit}; it lies between {spec.low:g} and {spec.high:g}{unit}. "
            f"Type for example {spec.example}.",
        )
    return float(value)


def _either(choices: tuple[str, ...]) -> str:
    return f"{', '.join(choices[:-1])} or {choices[-1]}"


def _said(value: Any) -> str:
    text = repr(value)
    return text if len(text) <= 40 else text[:40] + "…"

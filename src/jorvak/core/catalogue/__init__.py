"""Which figures a rig can have: what each is called, what it looks like typed, and what is believable.

Each area brings its own, as ``TABLES`` in its module ``figures``; nothing else names them.
"""

from collections.abc import Mapping
from dataclasses import replace
from functools import cache, lru_cache
from typing import Any

from jorvak.core.catalogue.known import known_by
from jorvak.core.catalogue.spec import (
    MOST_RATIOS,
    BadFigure,
    FigureSpec,
    FigureTable,
    Shape,
    Spot,
    usual_doubt,
    usual_share,
)
from jorvak.core.discovery import module_of
from jorvak.core.order import AREAS

__all__ = [
    "BadFigure",
    "FigureSpec",
    "Shape",
    "Spot",
    "catalogue",
    "checked",
    "headings",
    "known_by",
    "named_figures",
    "spec_of",
    "usual_doubt",
    "usual_share",
]

MOST_TEXT = 120


@cache
def _tables() -> tuple[FigureTable, ...]:
    modules = (module_of(area, "figures") for area in AREAS)
    return tuple(table for module in modules if module is not None for table in module.TABLES)


@cache
def catalogue() -> dict[str, FigureSpec]:
    """Every figure that a rig can have apart from those of what a builder names, by path, as they are shown."""
    tables = sorted((table for table in _tables() if table.named is None), key=_rank)
    return {spec.path: replace(spec, spot=_spot(spec)) for table in tables for spec in table.figures}


@cache
def headings() -> Mapping[str, tuple[str, ...]]:
    """The headings under which figures are shown, in order, each with the paths under it."""
    under: dict[str, tuple[str, ...]] = {}
    for table in sorted((table for table in _tables() if table.heading and not table.named), key=_rank):
        assert table.heading is not None
        paths = tuple(spec.path for spec in table.figures)
        under[table.heading.title] = under.get(table.heading.title, ()) + paths
    return under


@cache
def named_figures() -> Mapping[str, Mapping[str, FigureSpec]]:
    """Figures of what a builder names, such as underside points and parts: by the first part of their path, and the last."""
    return {
        table.named: {spec.path: replace(spec, spot=_spot(spec)) for spec in table.figures}
        for table in _tables()
        if table.named is not None
    }


def _rank(table: FigureTable) -> float:
    return float("inf") if table.heading is None else table.heading.rank


def _spot(spec: FigureSpec) -> Spot:
    at_rear = "rear" in spec.path or "spare" in spec.path
    return spec.spot or Spot(along=1.0 if at_rear else 0.0)


@lru_cache(maxsize=4096)
def spec_of(path: str) -> FigureSpec:
    """The specification of the figure at ``path``. Raises BadFigure where no such figure exists."""
    if path in catalogue():
        return catalogue()[path]
    parts = path.split(".")
    if len(parts) == 3 and parts[1] and parts[2] in named_figures().get(parts[0], {}):
        spec = named_figures()[parts[0]][parts[2]]
        return replace(spec, path=path, label=f"{parts[1]}, {spec.label}")
    raise BadFigure(path, f"A rig has no figure called {path[:80]}.")


def checked(path: str, value: Any) -> Any:
    """``value`` as the figure at ``path`` holds it: a float, a tuple of floats, or text.

    Raises BadFigure with what would work.
    """
    spec = spec_of(path)
    shaped = _of_its_shape(spec, value)
    return shaped if spec.check is None else spec.check(spec, shaped)


def _of_its_shape(spec: FigureSpec, value: Any) -> Any:
    match spec.shape:
        case "choice":
            if value not in spec.choices:
                raise BadFigure(
                    spec.path, f"The {spec.label} is {_either(spec.choices)}, not {_in_words(value)}."
                )
            return value
        case "size":
            if not isinstance(value, str):
                raise BadFigure(
                    spec.path, f"The {spec.label} is text such as {spec.example}, not {_in_words(value)}."
                )
            return value
        case "text":
            if not isinstance(value, str) or not 0 < len(value.strip()) <= MOST_TEXT:
                raise BadFigure(
                    spec.path,
                    f"The {spec.label} is text of at most {MOST_TEXT} letters, such as {spec.example}.",
                )
            return value.strip()
        case "ratios":
            if not isinstance(value, (list, tuple)) or not 0 < len(value) <= MOST_RATIOS:
                raise BadFigure(
                    spec.path,
                    f"The {spec.label}: give 1 to {MOST_RATIOS} ratios, for example {spec.example}.",
                )
            return tuple(_number(spec, one) for one in value)
        case "number":
            return _number(spec, value)


def _number(spec: FigureSpec, value: Any) -> float:
    if isinstance(value, bool) or not isinstance(value, (int, float)):
        raise BadFigure(
            spec.path, f"The {spec.label} is a number such as {spec.example}, not {_in_words(value)}."
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


def _in_words(value: Any) -> str:
    text = repr(value)
    return text if len(text) <= 40 else text[:40] + "…"

"""The few figures that a builder looks at first: at the stage, as found, with their ± and their working."""

import re
from collections.abc import Callable, Mapping
from functools import cache
from typing import Any

from jorvak.core.engine.areas import Results, Shown, areas
from jorvak.core.engine.asking import Ask, value_or_none
from jorvak.core.engine.keeping import KeptResults
from jorvak.core.engine.moment import Moment, moment
from jorvak.core.engine.sources import Share
from jorvak.core.immutable import record
from jorvak.core.places import End
from jorvak.core.quantities import METRIC, Preset, quantity_of_key, write
from jorvak.core.rig import Rig


@cache
def shown_figures() -> Mapping[str, tuple[str, Shown]]:
    """Every headline figure with the area that brings it, by key, as they stand on the strip."""
    found = [(area.name, shown) for area in areas().values() for shown in area.headlines]
    return {shown.key: (area, shown) for area, shown in sorted(found, key=lambda each: each[1].rank)}


@record(frozen=True, slots=True)
class Headline:
    """One figure: ``value`` at the stage with its ±, and ``found`` before any change; None is not known.

    ``turned``: the label says that it is below 0, so that it is shown without its sign.
    """

    key: str
    label: str
    places: int
    value: float | None
    off: float
    found: float | None
    turned: bool
    waits_for: str | None
    waits_label: str | None


@record(frozen=True, slots=True)
class Working:
    """How a figure came about: formula in symbols and with numbers, where it is from, what it rests on."""

    headline: Headline
    symbols: str
    numbers: str
    source: str
    rests_on: tuple[str, ...]
    rests_on_found: tuple[str, ...]
    stands_in: dict[str, float]
    doubt_from: tuple[Share, ...]


def found_results(rig: Rig, kept: KeptResults | None = None) -> Results:
    """The results as found, every figure taken at its word: what headlines are compared with."""
    return Results(moment(rig, "as-found", with_doubt=False, kept=kept))


def headlines(here: Results, found: Results, preset: Preset = METRIC) -> tuple[Headline, ...]:
    """The headline figures of ``here`` beside those as found; labels carry speeds in the units of ``preset``."""
    return tuple(headline(key, here, found, preset) for key in shown_figures())


def headline(key: str, here: Results, found: Results, preset: Preset = METRIC) -> Headline:
    """One figure here beside that as found. Raises KeyError for one that is not shown."""
    area, shown = shown_figures()[key]
    result = here.result(area, shown.result)
    value, place = number_at(result.value, shown.place)
    before = 0.0 if value is not None else None
    if not shown.change:
        before, _ = number_at(found.result(area, shown.result).value, shown.place)
    label = None if shown.label_with is None else shown.label_with(result, preset)
    waits = result.waits_for
    turned = shown.label_below is not None and value is not None and round(value, shown.places) < 0
    return Headline(
        shown.key,
        str(shown.label_below) if turned else shown.label if label is None else label,
        shown.places,
        value,
        result.off(place),
        before,
        turned,
        waits.path if waits else None,
        waits.label if waits else None,
    )


def number_at(value: Any, place: str) -> tuple[float | None, str]:
    """The number at a place of a result, and the place with ``last`` counted out."""
    parts = []
    for part in place.split(".") if place else ():
        if value is None:
            return None, place
        if part == "last":
            part = str(len(value) - 1)
        value = value[int(part)] if part.isdigit() else getattr(value, part)
        parts.append(part)
    return value, ".".join(parts)


def working(rig: Rig, here: Moment, results: Results, key: str, preset: Preset) -> Working:
    """The working of a headline figure. Raises KeyError for one that is not shown."""
    area, shown = shown_figures()[key]
    found = found_results(rig)
    result = results.result(area, shown.result)
    end: End = "front" if "rear_axle.ratio" not in here.here and "front_axle.ratio" in here.here else "rear"
    formula = shown.working.replace("END", end)

    def number(token: str) -> str:
        return _number(token, here, results, found, preset)

    _, place = number_at(result.value, shown.place)
    return Working(
        headline=headline(key, results, found),
        symbols=_filled(formula, lambda token: token.split("|")[1]),
        numbers=_filled(formula, number) if result.value is not None and "{" in formula else "",
        source=shown.source,
        rests_on=result.rests_on,
        rests_on_found=result.rests_on_found,
        stands_in=dict(result.stands_in),
        doubt_from=result.doubt_from.get(place, ()),
    )


def _filled(formula: str, say: Callable[[str], str]) -> str:
    return re.sub(r"\{([^}]*)\}", lambda found: say(found[1]), formula)


def _number(token: str, here: Moment, results: Results, found: Results, preset: Preset) -> str:
    address = token.split("|")[0]
    as_found = address.startswith("found")
    address = address.removeprefix("found").lstrip(":")
    if address.startswith("="):
        area, result, place = (*address[1:].split(".", 2), "")[:3]
        value, _ = number_at((found if as_found else results).result(area, result).value, place)
    else:
        noted = value_or_none(Ask(here), address, as_found)
        value = _standing_in(address, results) if noted is None else noted
    return "?" if value is None else written_number(value, address, preset)


def _standing_in(path: str, results: Results) -> float | None:
    for name, area in areas().items():
        for each in area.functions:
            stand_in = results.result(name, each).stands_in.get(path)
            if stand_in is not None:
                return stand_in
    return None


def written_number(value: float, address: str, preset: Preset, places: int | None = None) -> str:
    """A number in the units of ``preset``, by what the last part of ``address`` says that it is; a ratio is bare."""
    quantity = quantity_of_key(address.rsplit(".", 1)[-1])
    if quantity is None or address.endswith("ratio"):
        if places is not None:
            return f"{value:.{places}f}"
        return f"{value:.3g}" if abs(value) < 1000 else f"{value:.0f}"
    return write(value, quantity, preset.unit(quantity).symbol, places=places)

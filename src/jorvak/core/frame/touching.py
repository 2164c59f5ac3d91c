"""What a changed wheelbase touches: this vehicle at a stage, before and after its rear axle is moved."""

import math
from collections.abc import Callable, Iterator
from dataclasses import replace
from typing import Any

from jorvak.core.calculation import Refused
from jorvak.core.engine.areas import Results
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.engine.moment import Moment
from jorvak.core.frame.kinds import wheelbase as kind
from jorvak.core.frame.kinds.wheelbase import Wheelbase
from jorvak.core.immutable import record
from jorvak.core.load.area import LoadResults
from jorvak.core.quantities import ANGLE, LENGTH, MASS, Preset, Quantity, write_as
from jorvak.core.stance.area import StanceResults


@record(frozen=True, slots=True)
class TouchedRow:
    """One thing, as written, before and after."""

    label: str
    before: str
    after: str


NOT_KNOWN = "not known"


def touched(here: Moment, fields: Wheelbase, preset: Preset) -> tuple[TouchedRow, ...]:
    """Everything that differs. Raises Refused on ``move`` where it cannot be."""
    try:
        kind.fits(fields, here.here)
    except Refused as refused:
        raise Refused("move", refused.message) from None
    figures = {
        **here.here,
        **{path: figure for path, figure in kind.effect(fields, here.here).items() if figure},
    }
    after = replace(here, here=figures, with_doubt=False, shared={}, kept=None)
    before = replace(here, with_doubt=False, shared={}, kept=None)
    return tuple(_rows(before, after, fields, preset))


def _rows(before: Moment, after: Moment, fields: Wheelbase, preset: Preset) -> Iterator[TouchedRow]:
    for label, quantity, read in _READ:
        one, other = (_or_none(moment, read) for moment in (before, after))
        if one is None and other is None:
            continue
        yield TouchedRow(label, _written(one, quantity, preset), _written(other, quantity, preset))
    one, other = (_or_none(moment, lambda ask: ask.need("body.wheelbase_mm")) for moment in (before, after))
    if one and other:
        yield TouchedRow("turning circle, about", "as it is", f"{100 * other / one:.0f} %")
    longer = write_as(preset, abs(fields.move_mm), LENGTH)
    for label in ("brake pipe and hose to the rear axle", "handbrake cable, fuel line, wiring, exhaust"):
        yield TouchedRow(label, "as they are", f"{longer} {'longer' if fields.move_mm > 0 else 'shorter'}")


def _or_none(moment: Moment, read: Callable[[Ask], float | None]) -> float | None:
    try:
        return read(Ask(moment))
    except (Missing, Refused):
        return None


def _written(value: float | None, quantity: Quantity, preset: Preset) -> str:
    return NOT_KNOWN if value is None else write_as(preset, value, quantity)


def _of(area: type[Any], name: str, place: str) -> Callable[[Ask], float | None]:
    def read(ask: Ask) -> float | None:
        value = getattr(Results(ask.moment).of(area), name).value
        for part in place.split("."):
            value = None if value is None else getattr(value, part)
        return value  # type: ignore[no-any-return]

    return read


def _shaft_mm(ask: Ask) -> float:
    drive, pinion = (
        [ask.need(f"rear_shaft.{end}_{axis}_mm") for axis in "xyz"] for end in ("drive", "pinion")
    )
    return math.dist(drive, pinion)


_READ: tuple[tuple[str, Quantity, Callable[[Ask], float | None]], ...] = (
    ("wheelbase", LENGTH, lambda ask: ask.need("body.wheelbase_mm")),
    ("rear overhang", LENGTH, lambda ask: ask.need("body.rear_overhang_mm")),
    ("on the front axle", MASS, _of(LoadResults, "load", "front_kg")),
    ("on the rear axle", MASS, _of(LoadResults, "load", "rear_kg")),
    ("left on the rear axle", MASS, _of(LoadResults, "load", "rear_left_kg")),
    ("rear shaft, joint to joint", LENGTH, _shaft_mm),
    ("approach", ANGLE, _of(StanceResults, "angles", "approach.deg")),
    ("breakover", ANGLE, _of(StanceResults, "angles", "breakover.deg")),
    ("departure", ANGLE, _of(StanceResults, "angles", "departure.deg")),
)

"""Tyres against what stands on them, at the pressure and speed in use; and a pressure that nobody has set for it."""

from collections.abc import Iterator
from typing import Any

from jorvak.core.calculation import SLACK
from jorvak.core.engine.result import Result
from jorvak.core.findings import Finding, Here, Place, Settle, measure_first, room
from jorvak.core.places import ENDS
from jorvak.core.quantities import PRESSURE

PLACES: dict[str, Place] = {"front": "front-axle", "rear": "rear-axle"}
A_TENTH = 0.10


def over_tyres(here: Here) -> Iterator[Finding]:
    """More on a tyre than it carries at the pressure in use."""
    for end in ENDS:
        result: Result[Any] = here.judged_results.result("rolling", f"{end}_tyre_load")
        if (
            result.value is None
            or result.value.calculated is None
            or result.value.calculated.capacity_kg is None
        ):
            continue
        found = result.value.calculated
        place = "calculated.margin_kg"
        off = result.off(place)
        severity = room(found.margin_kg, off)
        if severity is None:
            here.passes("over-tyres", result, place)
            continue
        near = f" (±{here.kg(off)})" if off else ""
        wants = (
            f"that takes {here.in_units(found.pressure_kpa, PRESSURE)}"
            if found.pressure_kpa is not None
            else "no pressure carries that"
        )
        yield here.finding(
            "over-tyres",
            severity,
            f"On each {end} tyre stand {here.kg(result.value.stands_on_it_kg)} {here.load_in_words}, at its pressure it "
            f"carries {here.kg(found.capacity_kg)}{near}: {wants}.",
            PLACES[end],
            result=result,
            settled_by=(
                *(measure_first("rolling", result, place) if severity == "measure" else ()),
                Settle(text="Set the pressure for the load", figure=f"aims.{end}_laden_kpa"),
            ),
            subject=end,
        )


def pressure_unset(here: Here) -> Iterator[Finding]:
    """The load on an axle changed by more than a tenth, and nobody set the pressure for it."""
    pressures = here.judged_results.result("rolling", "pressures")
    load = here.judged_results.result("load", "load")
    if here.moment.stage == "as-found" or load.value is None:
        return
    for end in ENDS:
        found, path = here.value(f"body.{end}_axle_kg", as_found=True), f"aims.{end}_laden_kpa"
        if found is None or here.value(path) is not None:
            continue
        now = getattr(load.value, f"{end}_kg")
        if abs(now / found - 1) <= A_TENTH + SLACK:
            continue
        asks_kpa = getattr(pressures.value, end).asks_kpa if pressures.value else None
        asks = "" if asks_kpa is None else f" What carries it: {here.in_units(asks_kpa, PRESSURE)}, cold."
        yield here.finding(
            "pressure-unset",
            "note",
            f"The {end} axle carries {(now / found - 1) * 100:+.0f} % against as found, {here.load_in_words}, and its "
            f"pressure is not set for that.{asks}",
            PLACES[end],
            result=load,
            figures=(path,),
            settled_by=(Settle(text=f"Note the pressure that is set for the load, {end}", figure=path),),
            subject=end,
        )


RULES = (over_tyres, pressure_unset)

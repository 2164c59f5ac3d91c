"""Where a wheel of a rig stands at a stage, against as found: from the hub, inwards and outwards."""

import re

from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.places import End
from jorvak.core.quantities.units import MM_PER_IN
from jorvak.core.rolling.results import static_radius_mm, tyre
from jorvak.core.rolling.wheel_fit import (
    StandIn,
    WheelFitIn,
    WheelFitOut,
    inner_edge_mm,
    outer_edge_mm,
    scrub_change_mm,
    wheel_fit,
)

LIPS_IN = 1.0
"""A rim is named by its width between the lips: over them it is about so much wider."""
THREAD = re.compile(r"M(\d+(?:\.\d+)?)|(\d+)/(\d+)", re.IGNORECASE)


@record(frozen=True, slots=True)
class Edges:
    """A wheel as it is drawn: from the hub's face, inboard and outboard of it; ``flange_mm`` over the rim's lips."""

    inner_mm: float
    outer_mm: float
    rim_width_in: float
    flange_mm: float
    offset_mm: float
    spacer_mm: float
    radius_mm: float
    section_width_mm: float


@record(frozen=True, slots=True)
class WheelPlace:
    """One end's wheels, old over new.

    ``cover_left_mm`` is what the body still hangs over the tyre (None: not measured), ``stud_left_mm`` the
    thread still engaged beyond the stud's diameter, ``kpi_known`` whether scrub counts the tyre's radius.
    """

    found: Edges
    here: Edges
    fit: WheelFitOut
    cover_left_mm: float | None
    studs_engaged_mm: float | None
    stud_mm: float | None
    kpi_known: bool


def stand(ask: Ask, end: End) -> WheelPlace:
    """Wheel and tyre at one end against as found. Raises Missing."""
    old, new = (_stand_in(ask, end, found) for found in (True, False))
    kpi = ask.typical("steering.kpi_deg") if end == "front" else 0.0
    scrub = ask.maybe("steering.scrub_radius_mm", as_found=True) if end == "front" else None
    fit = wheel_fit(WheelFitIn(stock=old, new=new, kpi_deg=kpi, stock_scrub_radius_mm=scrub))
    cover = ask.maybe(f"body.{end}_cover_mm")
    engaged = ask.maybe(f"{end}_hub.stud_engaged_mm")
    return WheelPlace(
        found=_edges(old),
        here=_edges(new),
        fit=fit,
        cover_left_mm=None if cover is None else cover - fit.outer_edge_change_mm,
        studs_engaged_mm=None if engaged is None else engaged - threads_taken_mm(ask, end),
        stud_mm=stud_diameter_mm(ask.maybe(f"wheels.{end}_left.thread") or ""),
        kpi_known=end == "front" and ask.is_noted("steering.kpi_deg"),
    )


def _stand_in(ask: Ask, end: End, as_found: bool) -> StandIn:
    place = f"wheels.{end}_left"
    on = tyre(ask, end, as_found)
    return StandIn(
        rim_width_in=ask.need(f"{place}.rim_width_in", as_found),
        offset_mm=ask.need(f"{place}.offset_mm", as_found),
        section_width_mm=on.size.section_width_mm,
        static_radius_mm=on.static_radius_mm,
        spacer_mm=ask.maybe(f"{place}.spacer_mm", as_found) or 0.0,
    )


def _edges(stand_in: StandIn) -> Edges:
    return Edges(
        inner_mm=inner_edge_mm(stand_in),
        outer_mm=outer_edge_mm(stand_in),
        rim_width_in=stand_in.rim_width_in,
        flange_mm=(stand_in.rim_width_in + LIPS_IN) * MM_PER_IN,
        offset_mm=stand_in.offset_mm,
        spacer_mm=stand_in.spacer_mm,
        radius_mm=stand_in.static_radius_mm,
        section_width_mm=stand_in.section_width_mm,
    )


def outboard_mm(ask: Ask, end: End) -> float:
    """How much further out a wheel's middle stands than as found: by less offset, where that is noted, and by spacers."""
    place = f"wheels.{end}_left"
    noted = ask.maybe(f"{place}.offset_mm", as_found=True) is not None
    return ask.more(f"{place}.spacer_mm") - (ask.more(f"{place}.offset_mm") if noted else 0.0)


def scrub_gained_mm(ask: Ask) -> float:
    """How much further outboard of the steering axis the front wheels meet the ground than as found. Raises Missing."""
    kpi = ask.typical("steering.kpi_deg")
    old, new = (static_radius_mm(ask, "front", found) for found in (True, False)) if kpi else (0.0, 0.0)
    return scrub_change_mm(outboard_mm(ask, "front"), new - old, kpi)


def threads_taken_mm(ask: Ask, end: End) -> float:
    """What a spacer and a thicker wheel take of the thread that holds the wheel."""
    face = f"wheels.{end}_left.face_mm"
    thicker = ask.more(face) if ask.maybe(face, as_found=True) is not None and ask.is_noted(face) else 0.0
    return ask.more(f"wheels.{end}_left.spacer_mm") + thicker


def stud_diameter_mm(thread: str) -> float | None:
    """``M12x1.5`` is 12; ``1/2-20`` is half an inch; None where neither is written."""
    found = THREAD.search(thread)
    if found is None:
        return None
    if found[1]:
        return float(found[1])
    return float(found[2]) / float(found[3]) * 25.4 if float(found[3]) else None

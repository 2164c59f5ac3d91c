"""Room for the tyres of a rig at a stage: the tyre that is to be there against the gaps that were measured."""

from dataclasses import dataclass

from jorvak.core.results import Ask, Missing
from jorvak.core.rig import Gap
from jorvak.core.rolling.results import End, tyre
from jorvak.core.stance.tyre_room import (
    NewTyre,
    RoomPoint,
    RoomPointIn,
    TyreRoomIn,
    lowest_cells,
    rooms,
    smallest_from,
)

AXES = ("x_mm", "y_mm", "z_mm")


@dataclass(frozen=True, slots=True)
class GapRoom:
    """One measured place and what is left there; ``waits_for`` the figure without which that cannot be said."""

    name: str
    axle: End
    room: RoomPoint | None
    waits_for: str | None


def tyre_rooms(ask: Ask) -> tuple[GapRoom, ...]:
    """Every measured place by a tyre. Raises Missing where none was measured.

    Places are seen from where the wheel stood as found, and stops stay where they are: a lift moves the ride
    height between them and not the ends of the travel.
    """
    gaps = ask.moment.rig.gaps
    if not gaps:
        raise Missing(None, "a place by the tyre that was measured, on the Rig sheet")
    return tuple(_room(ask, gap) for gap in gaps)


def _room(ask: Ask, gap: Gap) -> GapRoom:
    try:
        room = ask.part(f"room at {gap.name}", lambda inner: _at(inner, gap))
    except Missing as missing:
        return GapRoom(gap.name, gap.axle, None, missing.waits.path)
    return GapRoom(gap.name, gap.axle, room, None)


def _at(ask: Ask, gap: Gap) -> RoomPoint:
    # Every figure carries its own doubt: given here too it would count twice.
    point = RoomPointIn.model_validate(
        {"name": gap.name, "doubt_mm": 0.0, **{axis: ask.need(f"gaps.{gap.name}.{axis}") for axis in AXES}}
    )
    given = ask.part(f"wheel in its travel, {gap.axle}", lambda inner: _travel(inner, gap.axle))
    (cell,) = ask.hint(
        f"room at {gap.name}, begin",
        lambda: lowest_cells(given.model_copy(update={"points": [point]})),
    )
    (room,) = rooms(
        given.model_copy(update={"points": [point]}), [smallest_from(given, point, cell)], None
    ).points
    return room


def _travel(ask: Ask, end: End) -> TyreRoomIn:
    """The new tyre with all its travel and lock, and no place yet."""
    place = f"wheels.{end}_left"
    found, here = tyre(ask, end, as_found=True), tyre(ask, end)
    if found.size.diameter_mm is None or here.size.diameter_mm is None:
        raise Missing(f"{place}.size", "a size that says how high the tyre is")
    front = end == "front"
    return TyreRoomIn(
        new=NewTyre(
            radius_mm=here.size.diameter_mm / 2,
            width_mm=here.size.section_width_mm,
            shift_mm=_offset(ask, place, True) - _offset(ask, place, False),
        ),
        scrub_radius_mm=ask.need("steering.scrub_radius_mm", as_found=True) if front else 0.0,
        static_radius_mm=found.static_radius_mm,
        kpi_deg=ask.maybe("steering.kpi_deg") or 0.0 if front else 0.0,
        caster_deg=ask.maybe("steering.caster_deg") or 0.0 if front else 0.0,
        bump_mm=max(ask.need(f"{end}_suspension.bump_mm") - ask.more(f"{end}_suspension.bump_stop_mm"), 0.0),
        droop_mm=ask.maybe(f"{end}_suspension.droop_mm") or 0.0,
        lock_out_deg=ask.need("steering.lock_out_deg") if front else 0.0,
        lock_in_deg=ask.need("steering.lock_in_deg") if front else 0.0,
        tyre_doubt_mm=0.0,
        points=[],
    )


def _offset(ask: Ask, place: str, as_found: bool) -> float:
    offset = ask.maybe(f"{place}.offset_mm", as_found)
    if offset is None:
        return 0.0
    return float(offset - (ask.maybe(f"{place}.spacer_mm", as_found) or 0.0))

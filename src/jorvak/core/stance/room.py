"""Room for the tyres of a rig at a stage: the tyre that is to be there against the gaps that were measured."""

from dataclasses import dataclass

from jorvak.core.results import Ask, Missing
from jorvak.core.rig import Gap
from jorvak.core.rolling.results import ENDS, End, tyre
from jorvak.core.stance.tyre_room import (
    NewTyre,
    RoomPoint,
    RoomPointIn,
    TyreRoomIn,
    coarse_cells,
    rooms,
    smallest_near,
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
    by_name = {gap.name: room for end in ENDS for gap, room in _rooms(ask, end)}
    return tuple(by_name[gap.name] for gap in gaps)


def _rooms(ask: Ask, end: End) -> list[tuple[Gap, GapRoom]]:
    """The places at one end, together: each for itself costs as much as all."""
    gaps = [gap for gap in ask.moment.rig.gaps if gap.axle == end]
    missing = {
        gap.name: path
        for gap in gaps
        for axis in AXES
        if ask.maybe(path := f"gaps.{gap.name}.{axis}") is None
    }
    there = [gap for gap in gaps if gap.name not in missing]
    waits: str | None = None
    found: dict[str, RoomPoint] = {}
    if there:
        try:
            found = dict(zip((gap.name for gap in there), _at(ask, end, there), strict=True))
        except Missing as missed:
            waits = missed.waits.path
    return [(gap, GapRoom(gap.name, end, found.get(gap.name), missing.get(gap.name, waits))) for gap in gaps]


def _at(ask: Ask, end: End, gaps: list[Gap]) -> list[RoomPoint]:
    place = f"wheels.{end}_left"
    found, here = tyre(ask, end, as_found=True), tyre(ask, end)
    if found.size.diameter_mm is None or here.size.diameter_mm is None:
        raise Missing(f"{place}.size", "a size that says how high the tyre is")
    front = end == "front"
    given = TyreRoomIn(
        new=NewTyre(
            radius_mm=here.size.diameter_mm / 2,
            width_mm=here.size.section_width_mm,
            shift_mm=_offset(ask, place, True) - _offset(ask, place, False),
        ),
        scrub_radius_mm=ask.need("steering.scrub_radius_mm", as_found=True) if front else 0.0,
        static_radius_mm=found.static_radius_mm,
        kpi_deg=ask.maybe("steering.kpi_deg") or 0.0 if front else 0.0,
        caster_deg=ask.maybe("steering.caster_deg") or 0.0 if front else 0.0,
        bump_mm=max(ask.need(f"{end}_suspension.bump_mm") - _longer_stop(ask, end), 0.0),
        droop_mm=ask.maybe(f"{end}_suspension.droop_mm") or 0.0,
        lock_out_deg=ask.need("steering.lock_out_deg") if front else 0.0,
        lock_in_deg=ask.need("steering.lock_in_deg") if front else 0.0,
        # Every figure carries its own doubt: given here too it would count twice.
        tyre_doubt_mm=0.0,
        points=[
            RoomPointIn.model_validate(
                {
                    "name": gap.name,
                    "doubt_mm": 0.0,
                    **{axis: ask.need(f"gaps.{gap.name}.{axis}") for axis in AXES},
                }
            )
            for gap in gaps
        ],
    )
    cells = ask.hint(f"cells {end}", lambda: coarse_cells(given, given.new, given.new.shift_mm))
    return rooms(given, smallest_near(given, given.new, given.new.shift_mm, cells), None).points


def _longer_stop(ask: Ask, end: End) -> float:
    stop = f"{end}_suspension.bump_stop_mm"
    if stop not in ask.moment.set_by:
        return 0.0
    return float((ask.maybe(stop) or 0.0) - (ask.maybe(stop, as_found=True) or 0.0))


def _offset(ask: Ask, place: str, as_found: bool) -> float:
    offset = ask.maybe(f"{place}.offset_mm", as_found)
    if offset is None:
        return 0.0
    return float(offset - (ask.maybe(f"{place}.spacer_mm", as_found) or 0.0))

"""Room for the tyres of a rig at a stage: the tyre that is to be there against the gaps that were measured."""

from functools import partial

from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.places import ENDS, End
from jorvak.core.rolling.results import tyre
from jorvak.core.rolling.stand import outboard_mm
from jorvak.core.stance.records import Gap
from jorvak.core.stance.results import axle_lift
from jorvak.core.stance.suspension import travel
from jorvak.core.stance.tyre_room import (
    NewTyre,
    RoomPoint,
    RoomPointIn,
    TyreRoomIn,
    lowest_cells,
    room_of,
    smallest_from,
)

AXES = ("x_mm", "y_mm", "z_mm")


@record(frozen=True, slots=True)
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
    gaps = ask.all(Gap)
    if not gaps:
        raise Missing(None, "a place by the tyre that was measured, on the Rig sheet")
    begin = {end: ask.hint(f"room at the {end} wheel, begin", partial(_begin, ask, end)) for end in ENDS}
    return tuple(_room(ask, gap, begin[gap.axle].get(gap.name, (0, 0))) for gap in gaps)


def _begin(ask: Ask, end: End) -> dict[str, tuple[int, int]]:
    """Where in the grid of bump and lock each place of a wheel has least room: all of them looked at together."""
    try:
        given = wheel_in_its_travel(ask, end)
    except Missing:
        return {}
    points = gap_points(ask, end)
    if not points:
        return {}
    cells = lowest_cells(given.model_copy(update={"points": points}))
    return {point.name: cell for point, cell in zip(points, cells, strict=True)}


def gap_points(ask: Ask, end: End) -> tuple[RoomPointIn, ...]:
    """The places by one wheel of which all three figures are noted."""
    where = [
        (gap, [ask.maybe(f"gaps.{gap.name}.{axis}") for axis in AXES])
        for gap in ask.all(Gap)
        if gap.axle == end
    ]
    return tuple(
        RoomPointIn(name=gap.name, x_mm=x, y_mm=y, z_mm=z + body_raised_mm(ask, gap))
        for gap, (x, y, z) in where
        if None not in (x, y, z)
    )


def body_raised_mm(ask: Ask, gap: Gap) -> float:
    """What a body lift has raised a place by that is on the body; of one that nobody said, nothing."""
    return ask.more(f"body.{gap.axle}_lift_mm") if gap.carried_by == "body" else 0.0


def _room(ask: Ask, gap: Gap, begin: tuple[int, int]) -> GapRoom:
    try:
        room = ask.shared(f"room at {gap.name}", lambda inner: _at(inner, gap, begin))
    except Missing as missing:
        return GapRoom(gap.name, gap.axle, None, missing.waits.path)
    return GapRoom(gap.name, gap.axle, room, None)


def _at(ask: Ask, gap: Gap, begin: tuple[int, int]) -> RoomPoint:
    x, y, z = (ask.need(f"gaps.{gap.name}.{axis}") for axis in AXES)
    z += body_raised_mm(ask, gap)
    # Every figure carries its own doubt: given here too it would count twice.
    return room_of(gap.name, smallest_from(wheel_in_its_travel(ask, gap.axle), (x, y, z), begin))


def wheel_in_its_travel(ask: Ask, end: End) -> TyreRoomIn:
    """The tyre that is to be there with all its travel and lock, and no place yet. Raises Missing."""
    return ask.shared(f"{end} wheel in its travel", lambda inner: _travel(inner, end))


def _travel(ask: Ask, end: End) -> TyreRoomIn:
    """The new tyre with all its travel and lock, and no place yet."""
    place = f"wheels.{end}_left"
    found, here = tyre(ask, end, as_found=True), tyre(ask, end)
    if found.size.diameter_mm is None or here.size.diameter_mm is None:
        raise Missing(f"{place}.size", "a size that says how high the tyre is")
    front = end == "front"
    goes, raised = travel(ask, end), axle_lift(ask, end).suspension_lift_mm
    up, down = goes.bump_mm - raised, goes.droop_mm + raised
    return TyreRoomIn(
        new=NewTyre(
            radius_mm=here.size.diameter_mm / 2,
            width_mm=here.size.section_width_mm,
            shift_mm=outboard_mm(ask, end),
        ),
        scrub_radius_mm=ask.need("steering.scrub_radius_mm", as_found=True) if front else 0.0,
        static_radius_mm=found.static_radius_mm,
        kpi_deg=ask.typical("steering.kpi_deg") if front else 0.0,
        caster_deg=ask.typical("steering.caster_deg") if front else 0.0,
        bump_mm=max(up, 0.0),
        droop_mm=max(down, 0.0),
        lock_out_deg=ask.need("steering.lock_out_deg") if front else 0.0,
        lock_in_deg=ask.need("steering.lock_in_deg") if front else 0.0,
        tyre_doubt_mm=0.0,
        points=(),
    )

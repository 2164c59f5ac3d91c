"""What sits in the bays of this vehicle: what is too close, what is in the way, and what is left of the bed."""

import math
from collections.abc import Iterator, Sequence

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.frame.bed_room import BedRoomIn, BedRoomOut, TakesIn, bed_room
from jorvak.core.frame.figures import BED, BED_WANTS
from jorvak.core.frame.fits_in import BoxIn, FitsInIn, RemovalIn, fits_in
from jorvak.core.frame.hoist import HoistIn, HoistOut, hoist
from jorvak.core.frame.laddered import USUAL_OFF_MM
from jorvak.core.frame.ramps import RampsIn, RampsOut, ramps
from jorvak.core.frame.records import Bay, RoomBox
from jorvak.core.immutable import record
from jorvak.core.load.masses import standing
from jorvak.core.stance.results import angles
from jorvak.core.stance.stance import StanceAngle, StanceOut

IN_THE_BED: Bay = "bed"


@record(frozen=True, slots=True)
class Close:
    """Two boxes that are too close, or whose ± reaches what they want: ``off_mm`` of the gap."""

    bay: Bay
    a: str
    b: str
    gap_mm: float
    off_mm: float
    needed_mm: float


@record(frozen=True, slots=True)
class WayOut:
    """A box that has to come out, and what it meets. ``free``: nothing, or what may come off first."""

    bay: Bay
    name: str
    blocked_by: tuple[str, ...]
    first_off: tuple[str, ...]
    free: bool


@record(frozen=True, slots=True)
class Bays:
    """All that sits in the bays; the worst first."""

    close: tuple[Close, ...]
    ways_out: tuple[WayOut, ...]


def bays(ask: Ask) -> Bays:
    """Every bay by itself. Source: fits-in; the ± of a gap from those of the two faces that stand against each other."""
    close: list[Close] = []
    ways: list[WayOut] = []
    for bay, boxes in _by_bay(ask.all(RoomBox)):
        close += _close(bay, boxes)
        ways += _ways_out(bay, boxes)
    return Bays(tuple(sorted(close, key=lambda each: each.gap_mm - each.needed_mm)), tuple(ways))


def _by_bay(boxes: Sequence[RoomBox]) -> Iterator[tuple[Bay, list[RoomBox]]]:
    for bay in dict.fromkeys(each.bay for each in boxes):
        yield bay, [each for each in boxes if each.bay == bay]


def _off(each: RoomBox) -> float:
    return USUAL_OFF_MM if each.off_mm is None else each.off_mm


def _close(bay: Bay, boxes: Sequence[RoomBox]) -> Iterator[Close]:
    # A gap is the root of squares of gaps along the axes, each off by both faces: with the same ± of a box all round
    # the whole gap is off by the root of squares of the two, whatever its direction.
    most_off = 2 * max(_off(each) for each in boxes)
    wide = fits_in(FitsInIn(boxes=[_box(each, each.wants_mm + most_off) for each in boxes]))
    by_name = {each.name: each for each in boxes}
    for pair in wide.tight:
        a, b = by_name[pair.a], by_name[pair.b]
        needed = max(a.wants_mm, b.wants_mm) + a.moves_mm + b.moves_mm
        off = math.hypot(_off(a), _off(b))
        if pair.gap_mm < needed + off:
            yield Close(bay, a.name, b.name, pair.gap_mm, off, needed)


def _box(each: RoomBox, wants_mm: float) -> BoxIn:
    return BoxIn(name=each.name, x=each.x, y=each.y, z=each.z, wants_mm=wants_mm, moves_mm=each.moves_mm)


def _ways_out(bay: Bay, boxes: Sequence[RoomBox]) -> Iterator[WayOut]:
    asked = [each for each in boxes if each.comes_out is not None]
    if not asked:
        return
    names = {each.name for each in boxes}
    came_to = fits_in(
        FitsInIn(
            boxes=[_box(each, 0.0) for each in boxes],
            out=[
                RemovalIn(
                    name=each.name, axis=each.comes_out.axis, sign=each.comes_out.sign,
                    accepts=[name for name in each.comes_out.accepts if name in names],
                )
                for each in asked
                if each.comes_out is not None
            ],
        )
    )  # fmt: skip
    for row, each in zip(came_to.removal, asked, strict=True):
        assert each.comes_out is not None
        yield WayOut(bay, row.name, tuple(row.blocked_by), each.comes_out.accepts, row.free)


def bed(ask: Ask) -> BedRoomOut:
    """What is left of the load bed. Raises Missing, also where nobody said what has to be left."""
    length = ask.need(BED)
    wants = ask.need(BED_WANTS)
    taken = [
        TakesIn(name=each.name, length_mm=_along(ask, each))
        for each in ask.all(RoomBox)
        if each.bay == IN_THE_BED
    ]
    return bed_room(BedRoomIn(bed_mm=length, taken=taken, wants_mm=wants))


def _along(ask: Ask, box: RoomBox) -> float:
    """How much of the bed it takes; both its faces may be off."""
    off = _off(box)
    front, rear = (off * ask.unit(f"{box.name}, {face} face") for face in ("front", "rear"))
    return max(box.x[1] - box.x[0] + rear - front, 1.0)


def hoisted(ask: Ask) -> HoistOut:
    """A unit out from below, in the bay that is noted. Raises Missing."""
    edge = ask.need("bay.edge_mm")
    height = ask.need("body.height_mm")
    if height < edge:
        raise Refused("bay.edge_mm", f"The body edge at {edge:g} mm is above the roof at {height:g} mm.")
    return hoist(
        HoistIn(
            dolly_mm=ask.need("bay.dolly_mm"),
            unit_mm=ask.need("bay.unit_mm"),
            edge_mm=edge,
            above_mm=height - edge,
            ceiling_mm=ask.need("bay.ceiling_mm"),
            posts_mm=ask.need("bay.posts_mm"),
        )
    )


def ramped(ask: Ask) -> RampsOut:
    """Up the ramps that are noted, as it stands. Raises Missing."""
    rise, length, rated = (ask.need(f"ramp.{key}") for key in ("rise_mm", "length_mm", "rated_kg"))
    seen = angles(ask)
    loads = standing(ask)
    approach, breakover, departure = (
        _need_deg(seen, name) for name in ("approach", "breakover", "departure")
    )
    return ramps(
        RampsIn(
            rise_mm=rise,
            length_mm=length,
            wheelbase_mm=ask.need("body.wheelbase_mm"),
            approach_deg=approach,
            breakover_deg=breakover,
            departure_deg=departure,
            axle_kg=max(loads.front_kg, loads.rear_kg),
            total_kg=loads.total_kg,
            ramp_rated_kg=rated,
        )
    )


def _need_deg(seen: StanceOut, name: str) -> float:
    angle: StanceAngle | None = getattr(seen, name)
    if angle is None:
        raise Missing(None, f"a point of the underside for the {name} angle")
    return angle.deg

"""How much more may go where, laden; and what is on each place already."""

from collections import defaultdict

from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.load.masses import brought_laden
from jorvak.core.load.payload import RoomLeft, room_at
from jorvak.core.load.records import ON_THE_ROOF, LoadPlace, PlaceKind
from jorvak.core.load.results import laden_load

OFF_ROAD = 0.5
"""Of what a roof may carry on the move: so much off road. Source: the trade's rule; a noted limit beats it."""
ROOF = "roof"


@record(frozen=True, slots=True)
class PlaceRoom:
    """A place with what is on it, what it may carry moving and off road, and how much more may go there.

    ``room`` None: nothing that is noted limits it.
    """

    name: str
    kind: PlaceKind
    kg: float
    limit_kg: float | None
    off_road_kg: float | None
    room: RoomLeft | None


@record(frozen=True, slots=True)
class Rooms:
    """Every place, and the roof as a whole where anything is on it or a limit of it is noted."""

    places: tuple[PlaceRoom, ...]


def rooms(ask: Ask) -> Rooms:
    """Room at each place. Raises Missing."""
    stands = laden_load(ask)
    wheelbase_mm = ask.need("body.wheelbase_mm")
    on_it: dict[str, float] = defaultdict(float)
    for each in brought_laden(ask):
        if each.place is not None:
            on_it[each.place] += each.kg
    rows = []
    for place in ask.all(LoadPlace):
        at = f"places.{place.name}"
        x_mm, limit, off_road = (
            ask.maybe(f"{at}.{key}") for key in ("x_mm", "limit_kg", "limit_off_road_kg")
        )
        rows.append(
            PlaceRoom(
                name=place.name, kind=place.kind, kg=on_it[place.name], limit_kg=limit, off_road_kg=off_road,
                room=None if x_mm is None else _room(place.name, x_mm / wheelbase_mm, stands, limit, on_it[place.name]),
            )
        )  # fmt: skip
    return Rooms((*rows, *_roof(ask, on_it)))


def _room(name: str, share: float, stands: object, limit: float | None, on_it: float) -> RoomLeft | None:
    left = [getattr(stands, key) for key in ("payload_kg", "front_left_kg", "rear_left_kg")]
    own = None if limit is None else limit - on_it
    if own is None and all(each is None for each in left):
        return None
    return room_at(name, share, left[0], left[1], left[2], own)


def room_anywhere(ask: Ask, x_mm: float) -> RoomLeft | None:
    """How much more may go so far behind the front axle; None where no limit is noted. Raises Missing."""
    stands = laden_load(ask)
    return _room("here", x_mm / ask.need("body.wheelbase_mm"), stands, None, 0.0)


def _roof(ask: Ask, on_it: dict[str, float]) -> list[PlaceRoom]:
    """The roof with its rack, against what the vehicle's sheet or the rack's allows, whichever is less."""
    racks = [change for change in ask.changes if change.kind == "rack"]
    own = sum(change.mass_kg or 0.0 for change in racks)
    kg = own + sum(on_it[place.name] for place in ask.all(LoadPlace) if place.kind in ON_THE_ROOF)
    rated = [change.fields.get("rating_kg") for change in racks]
    limits = [each for each in (ask.maybe("body.permitted_roof_kg"), *rated) if each is not None]
    limit = min(limits, default=None)
    if not kg and limit is None:
        return []
    off_road = None if limit is None else limit * OFF_ROAD
    return [PlaceRoom(ROOF, "roof", kg, limit, off_road, None)]

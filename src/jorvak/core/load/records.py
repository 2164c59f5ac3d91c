"""Records of load: seats, tanks, places and what goes into them, the trailer, and each weighing."""

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field, model_validator

from jorvak.core.calculation import Positive
from jorvak.core.records import RecordType
from jorvak.core.rig import Day, Line, MassKnown, Name, Record, Text

Holds = Literal["water", "diesel", "petrol"]
KG_PER_L: dict[Holds, float] = {"water": 1.0, "diesel": 0.84, "petrol": 0.745}
PlaceKind = Literal["inside", "bed", "drawer", "slide", "rack", "roof", "bar", "carrier", "hitch", "door"]
ON_THE_ROOF: tuple[PlaceKind, ...] = ("rack", "roof")
CargoSort = Literal["spare", "oil", "tool", "recovery"]
AxleName = Literal["total", "front", "rear"]
PERMITTED: Mapping[AxleName, str] = {
    "total": "body.permitted_kg",
    "front": "body.permitted_front_kg",
    "rear": "body.permitted_rear_kg",
}
"""The figures that say what may stand on the whole and on each axle."""
Trips = Annotated[tuple[Line, ...], Field(max_length=20)]


class Seat(Record):
    """A seat. Where it is and who sits in it are figures of the rig, ``seats.NAME.crew_kg`` and so on."""

    name: Name
    trips: Trips = Field((), description="on which trips somebody sits there; empty: on every one")


class FoundTank(Record):
    """A tank that was found on the vehicle; one that is fitted is a change. What it holds and where are figures."""

    name: Name
    holds: Holds
    trips: Trips = Field((), description="on which trips it is filled; empty: on every one")


class LoadPlace(Record):
    """A place for things. Where it is and what it may carry are figures, ``places.NAME.limit_kg`` and so on."""

    name: Name
    kind: PlaceKind = "inside"
    at_hand: bool = Field(False, description="what is in it is reached without unpacking")


class Cargo(Record):
    """Something to carry. What it weighs is a figure, ``cargo.NAME.mass_kg``.

    ``place`` is where it is packed now; ``pinned``: it stays there. ``may`` are the places where it may go, empty:
    anywhere. ``apart`` are things that do not go into the same place. ``for_what`` names the interval for which it is
    carried; ``packed_on``: it is in; ``used``: whether it was, on the trip that is over.
    """

    name: Name
    place: Name | None = None
    pinned: bool = False
    may: Annotated[tuple[Name, ...], Field(max_length=60)] = ()
    apart: Annotated[tuple[Name, ...], Field(max_length=60)] = ()
    at_hand: bool = Field(False, description="wanted without unpacking")
    at_home: bool = Field(False, description="it stays at home")
    trips: Trips = Field((), description="on which trips it comes along; empty: on every one")
    sort: CargoSort | None = None
    for_what: Line | None = None
    packed_on: Day | None = None
    used: bool | None = None

    @model_validator(mode="after")
    def _pinned_to_a_place(self) -> "Cargo":
        if self.pinned and self.place is None:
            raise ValueError("What is pinned is pinned to a place: say to which.")
        if self.name in self.apart:
            raise ValueError("Nothing can be kept apart from itself.")
        return self


class Trailer(Record):
    """A trailer. What it weighs and what stands on the hitch are figures, ``trailers.NAME.mass_kg`` and ``nose_kg``."""

    name: Name
    braked: bool = True
    trips: Trips = Field((), description="on which trips it comes along; empty: on every one")


class OnScales(Record):
    """The vehicle on scales: both axles, or all four wheels. ``scale`` tells one scale from another."""

    name: Name
    taken_on: Day | None = None
    scale: Line = "weighbridge"
    known: MassKnown = "measured"
    front_kg: Positive
    rear_kg: Positive
    left_front_kg: Positive | None = None
    right_front_kg: Positive | None = None
    left_rear_kg: Positive | None = None
    right_rear_kg: Positive | None = None
    note: Text | None = None

    @model_validator(mode="after")
    def _all_corners_or_none(self) -> "OnScales":
        corners = self.corners
        if None in corners and any(corner is not None for corner in corners):
            raise ValueError("Four scales or none: one of the corners is missing.")
        return self

    @property
    def corners(self) -> tuple[float | None, float | None, float | None, float | None]:
        """Left front, right front, left rear, right rear."""
        return self.left_front_kg, self.right_front_kg, self.left_rear_kg, self.right_rear_kg


MOST_CARGO = 300

RECORDS = (
    RecordType("seat", Seat, "seats", "name", "seat", most=20, figures="seats"),
    RecordType("tank", FoundTank, "tanks", "name", "tank", most=20, figures="tanks"),
    RecordType("place", LoadPlace, "places", "name", "place", most=60, figures="places"),
    RecordType("cargo", Cargo, "cargo", "name", "thing to carry", most=MOST_CARGO, figures="cargo"),
    RecordType("trailer", Trailer, "trailers", "name", "trailer", most=10, figures="trailers"),
    RecordType("weighing", OnScales, "weighings", "name", "weighing", most=200),
)

"""Records of the trip: its legs, what was filled, papers, countries, who knows the route, and figures before and after."""

from typing import Annotated, Literal

from pydantic import Field, StringConstraints, model_validator

from jorvak.core.calculation import NotNegative, Number, Positive
from jorvak.core.load.records import Trips
from jorvak.core.records import RecordType
from jorvak.core.rig import Day, Frozen, Line, Name, Record, Text

Surface = Literal["road", "gravel", "track", "sand", "low", "snow", "mud"]
"""What is driven on; ``low`` is low range, at a crawl. What snow and mud take against the road nobody can say for
another: they want a factor of one's own."""
GoesBy = Literal["fuel", "charge"]
"""What a vehicle is filled with to go on: ``charge`` where a battery drives it."""
Km = Annotated[NotNegative, Field(le=40_000)]
DayOfYear = Annotated[str, StringConstraints(pattern=r"^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$")]
"""A day of any year, month first: ``11-01``."""
MOST_POINTS = 200
"""Of the line of a leg: so many draw it as well as two hundred thousand."""


class WayPoint(Frozen):
    """A point of a leg's line: so far from its beginning, where on the earth, how high above the sea."""

    km: NotNegative
    lat_deg: Annotated[Number, Field(ge=-90, le=90)]
    lon_deg: Annotated[Number, Field(ge=-180, le=180)]
    altitude_m: Number | None = None


class Leg(Record):
    """A leg of the trip. Fills are to the full, at its beginning.

    ``fill_fuel``: with what drives it, a charge for a battery. ``place`` is where it stands among the others. ``slope_pct`` is its steepest climb that lasts, ``altitude_m`` how
    high it gets; ``line`` is its way, from a track. ``driven_on``: it is behind us.
    """

    name: Name
    place: Annotated[int, Field(ge=0, le=10_000)] = 0
    km: Km
    surface: Surface = "road"
    days: Annotated[NotNegative, Field(le=400)] = 0.0
    fill_fuel: bool = False
    fill_water: bool = False
    slope_pct: Annotated[Number, Field(ge=0, le=100)] | None = None
    altitude_m: Annotated[Number, Field(ge=-430, le=8000)] | None = None
    line: Annotated[tuple[WayPoint, ...], Field(max_length=MOST_POINTS)] = ()
    trips: Trips = Field((), description="on which trips it is driven; empty: on every one")
    driven_on: Day | None = None
    note: Text | None = None

    def fills_in_words(self, goes_by: GoesBy) -> str:
        """What is filled at its beginning: “fuel and water”, or nothing."""
        fills = ((goes_by, self.fill_fuel), ("water", self.fill_water))
        return " and ".join(what for what, fill in fills if fill)


class Fill(Record):
    """Fuel that went in. ``driven`` are the km by surface since the fill before; ``full``: to the full."""

    station: Line = "on the way"
    filled_on: Day
    litres: Annotated[Positive, Field(le=2000)]
    full: bool = True
    driven: dict[Surface, Km] = Field(default_factory=dict)
    odometer_km: NotNegative | None = None
    cost: NotNegative | None = None
    trip: Line | None = None
    note: Text | None = None


class Paper(Record):
    """A paper that the trip needs, and its last day; None: nobody noted it."""

    name: Name
    of_whom: Line | None = None
    ends_on: Day | None = None
    number: Line | None = None
    trips: Trips = ()
    note: Text | None = None


class Country(Record):
    """A country of the route, and its rules as the builder types them.

    ``tyres`` is what it wants on the wheels from ``tyres_from`` to ``tyres_until`` of each year; ``tyres_met``: what is
    fitted answers it.
    """

    name: Name
    from_on: Day | None = None
    until_on: Day | None = None
    rules: Text | None = None
    tyres: Line | None = None
    tyres_from: DayOfYear | None = None
    tyres_until: DayOfYear | None = None
    tyres_met: bool = False
    trips: Trips = ()

    @model_validator(mode="after")
    def _comes_before_it_goes(self) -> "Country":
        if self.from_on is not None and self.until_on is not None and self.until_on < self.from_on:
            raise ValueError("It is left before it is entered: which of the two days is it?")
        if (self.tyres_from is None) != (self.tyres_until is None):
            raise ValueError("A season has a first and a last day: give both, for example 11-01 and 04-15.")
        return self


class Contact(Record):
    """Somebody at home who knows the route, when to worry, and what to do then."""

    name: Name
    reach: Line | None = None
    knows: Text | None = None
    worry_on: Day | None = None
    worry_at: Annotated[str, StringConstraints(pattern=r"^([01]\d|2[0-3]):[0-5]\d$")] | None = None
    if_late: Text | None = Field(None, description="whom to call then, in which order")
    trips: Trips = ()


Moment4 = Literal["found", "built", "leaving", "home"]
MOMENTS: tuple[Moment4, ...] = ("found", "built", "leaving", "home")
"""The moments at which figures are held against one another."""


class LedgerEntry(Record):
    """A figure at one of the four moments; ``off`` is how far it may be off, None: what is usual."""

    what: Line
    moment: Moment4
    value: Number
    off: NotNegative | None = None
    read_on: Day | None = None
    read_by: Text | None = None
    note: Text | None = None


RECORDS = (
    RecordType("leg", Leg, "legs", "name", "leg", most=200, apart=True),
    RecordType("fill", Fill, "fills", "station", "fill", most=2000, several=True, apart=True),
    RecordType("paper", Paper, "papers", "name", "paper", most=100, apart=True),
    RecordType("country", Country, "countries", "name", "country", most=60, apart=True),
    RecordType("contact", Contact, "contacts", "name", "who knows the route", most=20, apart=True),
    RecordType("ledger_entry", LedgerEntry, "ledger", "what", "figure before and after", most=1000, several=True,
               apart=True, noted=("read_on", "read_by")),
)  # fmt: skip

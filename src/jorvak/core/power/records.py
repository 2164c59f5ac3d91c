"""Records of power: batteries that were found, circuits, and the connector book."""

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field

from jorvak.core.power.cable import CablePlace
from jorvak.core.records import RecordType
from jorvak.core.rig import Frozen, Line, Name, Record, Text

Chemistry = Literal["lead", "lithium"]
"""Lead, or lithium iron phosphate."""
Role = Literal["starter", "second"]
Isolator = Literal["none", "hand switch", "relay", "charger"]
CircuitSort = Literal["load", "charger", "motor", "winch", "starter"]
"""What hangs on it: a winch and a starter have their makers' leads."""
Runs = Literal["always", "camp", "driving", "night", "winching"]
"""When it is on: day and night; standing; driving; driving at night; while the winch pulls."""


class FoundBattery(Record):
    """A battery that was found; one that is fitted is a change. What it holds is a figure, ``batteries.NAME.capacity_ah``.

    ``isolator`` is what parts it from the others while the engine stands.
    """

    name: Name
    role: Role = "starter"
    isolator: Isolator | None = None
    note: Text | None = None


class Circuit(Record):
    """A circuit from a battery to what it feeds: load, length, cable and fuse are figures, ``circuits.NAME.length_m``.

    ``behind`` names the circuit that feeds it; None: the battery itself. ``for_change`` is the id of the change that it
    is wired for: it is on the vehicle when that is. One that has the name of a consumer that is planned goes with that.
    """

    name: Name
    sort: CircuitSort = "load"
    battery: Role | None = None
    behind: Name | None = None
    runs: Runs = "driving"
    place: CablePlace = "cabin"
    continuous: bool = True
    inverter: bool = False
    relay: Line | None = None
    connector: Line | None = None
    earth: Line | None = None
    route: Line | None = None
    for_change: int | None = None
    note: Text | None = None


Tested = Literal["no", "continuity", "polarity", "both"]


class Pin(Frozen):
    """One pin: its colour, what it carries, where it goes on the vehicle, and what of it was tested."""

    pin: Line
    colour: Line | None = None
    signal: Line | None = None
    to: Line | None = None
    tested: Tested = "no"
    reading: Line | None = None


MOST_PINS = 200


class Connector(Record):
    """A plug of a donor engine, a case or a loom, pin by pin: old to new."""

    name: Name
    on_what: Line | None = Field(None, description="the engine, case or loom that it is on")
    pins: Annotated[tuple[Pin, ...], Field(max_length=MOST_PINS)] = ()
    note: Text | None = None


def _renumbered(record: Record, ids: Mapping[int, int]) -> Record:
    change = getattr(record, "for_change", None)
    return record if change is None else record.model_copy(update={"for_change": ids.get(change)})


RECORDS = (
    RecordType(
        "battery", FoundBattery, "batteries", "name", "battery", most=10, figures="batteries", apart=True
    ),
    RecordType(
        "circuit",
        Circuit,
        "circuits",
        "name",
        "circuit",
        most=200,
        figures="circuits",
        apart=True,
        renumbered=_renumbered,
    ),
    RecordType("connector", Connector, "connectors", "name", "connector", most=100, apart=True),
)

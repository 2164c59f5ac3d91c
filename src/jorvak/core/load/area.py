"""What load says of a rig at a stage."""

from jorvak.core.engine.areas import Area, Steps
from jorvak.core.engine.result import Result
from jorvak.core.immutable import record
from jorvak.core.load.headlines import HEADLINES
from jorvak.core.load.results import Load, Masses, laden_load, load, masses
from jorvak.core.load.room import Rooms, rooms
from jorvak.core.load.towing import Towing, towing
from jorvak.core.load.weighed import Corners, WeighedAgain, corners, weighed_again


@record(frozen=True, slots=True)
class LoadResults:
    load: Result[Load]
    laden: Result[Load]
    masses: Result[Masses]
    rooms: Result[Rooms]
    towing: Result[Towing]
    corners: Result[Corners]
    weighed_again: Result[WeighedAgain]


AREA = Area(
    name="load",
    results=LoadResults,
    functions={
        "load": load,
        "laden": laden_load,
        "masses": masses,
        "rooms": rooms,
        "towing": towing,
        "corners": corners,
        "weighed_again": weighed_again,
    },
    says={"load": "axle loads and payload"},
    headlines=HEADLINES,
    tried={"mass_x_mm": Steps(10.0)},
)

"""What the frame says of a rig at a stage."""

from jorvak.core.engine.areas import Area
from jorvak.core.engine.result import Result
from jorvak.core.frame.bays import Bays, bays, bed, hoisted, ramped
from jorvak.core.frame.bed_room import BedRoomOut
from jorvak.core.frame.hoist import HoistOut
from jorvak.core.frame.laddered import MeasuredFrame, measured_frames
from jorvak.core.frame.looked import LookStands, looks
from jorvak.core.frame.ramps import RampsOut
from jorvak.core.frame.stringed import Strung, strung
from jorvak.core.immutable import record


@record(frozen=True, slots=True)
class FrameResults:
    measured: Result[tuple[MeasuredFrame, ...]]
    strings: Result[tuple[Strung, ...]]
    looks: Result[tuple[LookStands, ...]]
    bays: Result[Bays]
    bed: Result[BedRoomOut]
    hoist: Result[HoistOut]
    ramps: Result[RampsOut]


AREA = Area(
    name="frame",
    results=FrameResults,
    functions={
        "measured": measured_frames,
        "strings": strung,
        "looks": looks,
        "bays": bays,
        "bed": bed,
        "hoist": hoisted,
        "ramps": ramped,
    },
    says={},
)

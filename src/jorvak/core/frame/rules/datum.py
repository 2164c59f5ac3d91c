"""A frame that is out: a station against its own line, a point against what it is laid over."""

import math
from collections.abc import Iterator, Mapping

from jorvak.core.engine.result import Result
from jorvak.core.findings import Finding, Here, Settle, Severity
from jorvak.core.frame.area import FrameResults
from jorvak.core.frame.cautions import first_letter
from jorvak.core.frame.laddered import MeasuredFrame
from jorvak.core.frame.records import Mount
from jorvak.core.immutable import record

CARRIES_AXLE: tuple[Mount, ...] = ("axle", "steering")
SAID = {
    "side_mm": "to the side",
    "height_mm": "in height",
    "lead_mm": "along the frame, left against right",
    "twist_deg": "in twist",
}


@record(frozen=True, slots=True)
class Off:
    """By how much a station is off in one way: in mm, with its ±, and in words which way."""

    mm: float
    off_mm: float
    way: str


def frame_out(here: Here) -> Iterator[Finding]:
    """Each station and point beyond the limit; within the ± of it, it is to be measured better."""
    result = here.results.of(FrameResults).measured
    for at, frame in enumerate(result.value or ()):
        if frame.of_what != "this frame":
            continue  # The sheet's own and a donor's are what this one is held against.
        mounts = {each.name: each.mount for each in frame.mounts}
        for name, worst in _worst_of_each(result, at, frame):
            yield from _finding(here, result, frame, name, worst, mounts)


def _worst_of_each(
    result: Result[tuple[MeasuredFrame, ...]], at: int, frame: MeasuredFrame
) -> Iterator[tuple[str, Off]]:
    for number, station in enumerate(frame.line.stations if frame.line else ()):
        place = f"{at}.line.stations.{number}"
        offs = [
            Off(getattr(station, key), result.off(f"{place}.{key}"), way)
            for key, way in SAID.items()
            if key != "twist_deg"
        ]
        width = station.width_mm
        twisted = Off(
            math.radians(station.twist_deg) * width,
            math.radians(result.off(f"{place}.twist_deg")) * width,
            "in twist",
        )
        yield station.name, max((*offs, twisted), key=lambda each: abs(each.mm) - each.off_mm)
    if frame.over is not None:
        for number, point in enumerate(frame.over.points):
            off = result.off(f"{at}.over.points.{number}.distance_mm")
            yield point.name, Off(point.distance_mm, off, f"against {frame.over.other}")


def _finding(
    here: Here,
    result: Result[tuple[MeasuredFrame, ...]],
    frame: MeasuredFrame,
    name: str,
    worst: Off,
    mounts: Mapping[str, Mount],
) -> Iterator[Finding]:
    beyond = abs(worst.mm) - frame.limit_mm
    if beyond <= -worst.off_mm or (worst.off_mm == 0 and beyond <= 1e-9):
        here.passes("frame-out", None)
        return
    mount = mounts.get(name)
    severity: Severity = "stop" if mount in CARRIES_AXLE else "watch"
    close = beyond < worst.off_mm
    if severity == "stop" and close:
        severity = "measure"
    what = f", where an {mount} mount sits," if mount == "axle" else f", a {mount} mount," if mount else ""
    again = Settle(text=f"Take {name} again, to less than ±{here.mm(frame.off_mm)}, from the same grid")
    yield here.finding(
        "frame-out",
        severity,
        f"{first_letter(frame.name)}: {name}{what} is {here.mm(abs(worst.mm))}{here.near_mm(worst.off_mm)} off {worst.way}; "
        f"{here.mm(frame.limit_mm)} is the limit.",
        "middle",
        result=result,
        settled_by=(
            *((again,) if close else ()),
            Settle(text="Straighten it on a jig, or cut and set it: certified welding, and measure again"),
        ),
        subject=f"{frame.name}, {name}, {worst.way if frame.over else ''}".rstrip(", "),
    )


RULES = (frame_out,)

"""A line of shafts tried out: pinion turned, case lowered, shaft longer, another build; and the field around it."""

import math
from dataclasses import replace
from typing import Literal

from jorvak.core.driveline.shaft import ROUGH_RAD_S2, SMOOTH_RAD_S2, ShaftOut, runs
from jorvak.core.driveline.shafts import Joint, ShaftLine, shaft_line
from jorvak.core.engine.areas import Steps
from jorvak.core.engine.moment import Moment
from jorvak.core.engine.result import Result, work_out
from jorvak.core.immutable import record
from jorvak.core.places import End
from jorvak.core.rig import Change, Figure, Frozen

TRIED_IN = {
    "pinion_up_deg": Steps(0.5, -7.0, 7.0),
    "case_down_mm": Steps(5.0, -30.0, 60.0),
    "longer_mm": Steps(1.0, -80.0, 80.0),
}
TURNS_DEG, DROPS_MM = TRIED_IN["pinion_up_deg"].all(), TRIED_IN["case_down_mm"].all()
BUILDS: tuple[Literal["single", "double"], ...] = ("single", "double")
Region = Literal[0, 1, 2]
"""0 smooth, 1 felt by some, 2 rough: will be felt and wears."""


class Trial(Frozen):
    """What is tried: pinion up by so much, case down, shaft longer, another build."""

    pinion_up_deg: float = 0.0
    case_down_mm: float = 0.0
    longer_mm: float = 0.0
    build: Literal["single", "double"] | None = None


@record(frozen=True, slots=True)
class RunField:
    """How the shaft would run around the trial: ``regions`` has a row per case drop, a column per pinion turn."""

    turns_deg: tuple[float, ...]
    drops_mm: tuple[float, ...]
    regions: tuple[tuple[Region, ...], ...]


@record(frozen=True, slots=True)
class BuildOption:
    """A build of the shaft as it lies, and as it would with its pinion turned the way that this build needs.

    ``needs_up_deg`` turns the pinion from where it is tried: parallel to the case's axis for one joint at each
    end, pointed at the case's joint for a double one; seen from the side, as it is set with a level.
    """

    build: Literal["single", "double"]
    runs: ShaftOut
    region: Region
    needs_up_deg: float
    then: ShaftOut
    then_region: Region


@record(frozen=True, slots=True)
class Tried:
    """A line as tried, the field around it, and both builds; None and none where it cannot be worked out."""

    line: Result[ShaftLine]
    field: RunField | None
    builds: tuple[BuildOption, ...]


def try_out(here: Moment, end: End, trial: Trial) -> Tried:
    """The shaft at a moment with ``trial`` on top of it, every figure taken at its word."""
    tried = _with(here, end, trial)
    result = work_out(tried, lambda ask: shaft_line(ask, end))
    if result.value is None:
        return Tried(result, None, ())
    return Tried(
        result, _field(result.value, end, trial), tuple(_option(result.value, end, b) for b in BUILDS)
    )


def _option(line: ShaftLine, end: End, build: Literal["single", "double"]) -> BuildOption:
    sign = 1.0 if end == "rear" else -1.0
    drive, pinion = line.ride.drive, line.ride.pinion
    turned = pinion
    # The joint moves as its housing turns: what it then points at is looked for again.
    for _ in range(ROUNDS):
        wanted_deg = drive.side_deg if build == "single" else _points_deg(drive, turned, end)
        turned = line.turned(wanted_deg - pinion.side_deg)
    as_it_lies, then = (runs(drive, each, line.rpm, build) for each in (pinion, turned))
    return BuildOption(
        build,
        as_it_lies,
        region_of(build, as_it_lies),
        sign * (turned.side_deg - pinion.side_deg),
        then,
        region_of(build, then),
    )


ROUNDS = 4


def _points_deg(drive: Joint, pinion: Joint, end: End) -> float:
    """The slope of the line from the pinion's joint to the case's, as the pinion's axis would lie along it."""
    if end == "front":
        return math.degrees(math.atan2(pinion.z_mm - drive.z_mm, drive.x_mm - pinion.x_mm))
    return math.degrees(math.atan2(drive.z_mm - pinion.z_mm, pinion.x_mm - drive.x_mm))


def region_of(build: str, ran: ShaftOut) -> Region:
    """How a shaft runs at ride. Source: SAE AE-7's limits; for a double joint both are the pinion's."""
    if ran.residual_rad_s2 > ROUGH_RAD_S2 or ran.inertial_rad_s2 > ROUGH_RAD_S2:
        return 2
    return 1 if build == "single" and ran.residual_rad_s2 > SMOOTH_RAD_S2 else 0


def _with(here: Moment, end: End, trial: Trial) -> Moment:
    """The moment as the trial's changes would make it."""
    figures = dict(here.here)
    turned = f"{end}_axle.pinion_up_deg"
    moves = {
        f"{end}_shaft.drive_z_mm": -trial.case_down_mm,
        f"{end}_shaft.engaged_mm": trial.longer_mm,
        f"{end}_shaft.collapse_mm": -trial.longer_mm,
    }
    for path, by in moves.items():
        if by and path in figures:
            figures[path] = replace(figures[path], value=figures[path].value + by)
    if trial.pinion_up_deg:
        before = figures[turned].value if turned in figures else 0.0
        figures[turned] = Figure(before + trial.pinion_up_deg, "assumed")
    if trial.build is not None:
        figures[f"{end}_shaft.build"] = Figure(trial.build, "assumed")
    set_by = {turned: TRIED, **here.set_by}
    return replace(here, here=figures, set_by=set_by, with_doubt=False, shared={}, kept=None)


TRIED = Change(kind="pinion", fields={})
"""Stands for the change that a trial would be."""


def _field(line: ShaftLine, end: End, trial: Trial) -> RunField:
    sign = 1.0 if end == "rear" else -1.0
    drive = line.ride.drive
    rows = []
    for drop in DROPS_MM:
        lowered = replace(drive, z_mm=drive.z_mm + trial.case_down_mm - drop)
        rows.append(
            tuple(
                _region(line, lowered, line.turned(sign * (turn - trial.pinion_up_deg))) for turn in TURNS_DEG
            )
        )
    return RunField(TURNS_DEG, DROPS_MM, tuple(rows))


def _region(line: ShaftLine, drive: Joint, pinion: Joint) -> Region:
    return region_of(line.build, runs(drive, pinion, line.rpm, line.build))

"""Sizes side by side: what each tyre would do to this rig at a stage, worked out as if it were fitted."""

from collections.abc import Sequence
from dataclasses import replace
from typing import Literal

from jorvak.core.calculation import SLACK, Refused
from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import Stage, moment, steps_before
from jorvak.core.headlines import found_results
from jorvak.core.immutable import record
from jorvak.core.quantities.units import MM_PER_IN
from jorvak.core.rig import Change, Figure, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.rolling.rules.tyres import RIM_SHARE
from jorvak.core.rolling.tyre_size import TyreSizeOut, designation, readable_size, sidewall
from jorvak.core.stance.area import StanceResults

MOST = 6
Fit = Literal["first guess fits", "first guess outside", "unknown"]


@record(frozen=True, slots=True)
class Size:
    """A size on this rig. None: it cannot be said from what is noted. Lengths won are against as found."""

    marks: str
    size: str
    tyre: TyreSizeOut
    diameter_mm: float | None
    width_mm: float
    under_axles_mm: float | None
    height_mm: float | None
    approach_deg: float | None
    taller_pct: float | None
    speedometer_error_pct: float | None
    top_gear_rpm: float | None
    carries_axle_kg: float | None
    load_spare_kg: float | None
    rim: Fit
    spare_room_mm: float | None


def side_by_side(rig: Rig, stage: Stage, sizes: Sequence[str]) -> tuple[Size, ...]:
    """``sizes`` as moulded, one to six of them. Raises Refused on ``sizes.N``."""
    if not 1 <= len(sizes) <= MOST:
        raise Refused("sizes", f"Give one to {MOST} sizes.")
    return tuple(_size(rig, stage, marks, index) for index, marks in enumerate(sizes))


def _size(rig: Rig, stage: Stage, marks: str, index: int) -> Size:
    try:
        readable = readable_size(marks)
    except Refused as refused:
        raise Refused(f"sizes.{index}", refused.message) from None
    tyre = sidewall(readable)
    at = steps_before(rig, stage)
    tyres = Change(id=0, kind="tyres", fields={"size": readable})
    fitted = replace(rig, changes=(*rig.changes[:at], tyres, *rig.changes[at:]))
    here = moment(fitted, at + 1, with_doubt=False)
    results, found = Results(here), found_results(rig)
    stance, rolling = results.of(StanceResults), results.of(RollingResults)
    carries = None if tyre.max_load_kg is None else 2 * tyre.max_load_kg
    must = max((rig.figures[path].value for path in _PERMITTED if path in rig.figures), default=None)
    room = rig.figures.get("spare.most_diameter_mm")
    height, before = stance.height.value, found.of(StanceResults).height.value
    return Size(
        marks=readable,
        size=designation(readable),
        tyre=tyre,
        diameter_mm=tyre.diameter_mm,
        width_mm=tyre.section_width_mm,
        under_axles_mm=stance.under_differentials_mm.value,
        height_mm=height.height_mm if height and before else None,
        approach_deg=stance.angles.value.approach.deg
        if stance.angles.value and stance.angles.value.approach
        else None,
        taller_pct=rolling.taller.value.taller_pct if rolling.taller.value else None,
        speedometer_error_pct=rolling.speedometer.value.calculated.error_pct
        if rolling.speedometer.value
        else None,
        top_gear_rpm=rolling.gears.value.gears[-1].rpm[0] if rolling.gears.value else None,
        carries_axle_kg=carries,
        load_spare_kg=None if carries is None or must is None else carries - float(must),
        rim=_rim(here.here.get("wheels.front_left.rim_width_in"), tyre),
        spare_room_mm=None
        if room is None or tyre.diameter_mm is None
        else float(room.value) - tyre.diameter_mm,
    )


_PERMITTED = ("body.permitted_front_kg", "body.permitted_rear_kg")


def _rim(width: Figure | None, tyre: TyreSizeOut) -> Fit:
    """Against the rim on the vehicle, by the first guess: the maker's range of a size is not in the size."""
    if width is None:
        return "unknown"
    low, high = (share * tyre.section_width_mm / MM_PER_IN for share in RIM_SHARE)
    inside = low - SLACK <= float(width.value) <= high + SLACK
    return "first guess fits" if inside else "first guess outside"

"""The lines of shafts of a rig: where their joints stand at full bump, ride and full droop, and what that asks.

Everything is seen from the frame. There the joint at the case stands still and the axle moves: straight down
by the suspension's lift, and up and down by its travel. Held by parallel links or leaves an axle keeps its
angle to the frame; radius arms turn it, and what arms give back in caster turns it the other way. The
differential of an independent axle hangs on the frame: its shaft does not notice lift or travel.
"""

import math
from dataclasses import dataclass
from functools import cached_property
from typing import ClassVar, Literal

from jorvak.core.calculation import Refused
from jorvak.core.driveline.shaft import ShaftOut, runs
from jorvak.core.driveline.shaft_slip import (
    MIN_COLLAPSE_MM,
    MIN_ENGAGEMENT_MM,
    ShaftSlipOut,
    slips,
)
from jorvak.core.driveline.shaft_speed import ShaftSpeedOut, critical_rpm, shaft_rpm, whirls
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.places import End
from jorvak.core.rolling.results import circumference_mm, static_radius_mm
from jorvak.core.stance.linkage import arms_turned_deg, nose_up_by_parts_deg
from jorvak.core.stance.results import axle_lift
from jorvak.core.stance.suspension import travel

Place = Literal["bump", "ride", "droop"]
PLACES: tuple[Place, ...] = ("bump", "ride", "droop")
SINGLE_LIMIT_DEG, DOUBLE_LIMIT_DEG = 15.0, 20.0
"""What joints bend at most where nobody gave it: assumed."""
WHIRLS_AT = 0.9
"""Beyond so much of the critical speed nobody drives a shaft."""


# Not frozen: made some thousand times an edit, and a frozen one takes three times as long.
@dataclass(slots=True)
class Joint:
    """A joint's centre, seen from the frame, and how its own part lies."""

    WITHOUT_DOUBT: ClassVar[bool] = True

    x_mm: float
    y_mm: float
    z_mm: float
    side_deg: float
    plan_deg: float


@dataclass(slots=True)
class ShaftAt:
    """A shaft at one place of its travel; ``axle_up_mm`` from where the axle stood as found."""

    place: Place
    axle_up_mm: float
    drive: Joint
    pinion: Joint
    calculated: ShaftOut


@record(frozen=True, slots=True)
class Slip:
    """The slip over the travel, and what it keeps beyond the minimum (below 0: it does not)."""

    calculated: ShaftSlipOut
    engaged_at_ride_mm: float
    collapse_left_at_ride_mm: float
    min_engagement_mm: float
    engagement_spare_mm: float
    collapse_spare_mm: float


@record(frozen=True, slots=True)
class ShaftLine:
    """One shaft of a rig at a stage.

    ``places``: ride alone where the travel is not known. ``longer_mm`` is how much longer the line is at ride
    than as found: the length to order is the old shaft's with that. ``limit_deg`` is what its joints bend,
    ``limit_assumed`` where nobody gave it; ``whirl_spare_rpm`` is how far its speed stays below that near which it
    whirls, ``safe_spare_rpm`` below the safe one; ``steepest_deg`` what they are asked to, anywhere. ``gap_left_mm`` is
    what stays at full bump between the tube and what is above it.
    ``axle_x_mm`` and ``axle_z_mm`` are the axle's centre as found, about which its pinion turns.
    """

    end: End
    axle_x_mm: float
    axle_z_mm: float
    build: Literal["single", "double"]
    speed_kmh: float
    rpm: float
    places: tuple[ShaftAt, ...]
    longer_mm: float
    steepest_deg: float
    limit_deg: float
    limit_assumed: bool
    slip: Slip | None
    slip_waits: str | None
    whirl: ShaftSpeedOut | None
    whirl_spare_rpm: float | None
    safe_spare_rpm: float | None
    gap_left_mm: float | None

    @property
    def ride(self) -> ShaftAt:
        return next(at for at in self.places if at.place == "ride")

    def turned(self, nose_up_deg: float) -> Joint:
        """The pinion's joint at ride with its axle turned so much further."""
        at = self.ride
        return turned_about(at.pinion, self.axle_x_mm, self.axle_z_mm + at.axle_up_mm, nose_up_deg)


@record(frozen=True)
class Geometry:
    """A shaft's joints as found and what has moved since; lengths by how far up the axle stands."""

    drive: Joint
    pinion: Joint
    turned_deg: float
    axle_x_mm: float
    axle_z_mm: float
    rpm: float
    build: Literal["single", "double"]

    def at(self, axle_up_mm: float) -> tuple[Joint, ShaftOut]:
        pinion = self._pinion(axle_up_mm)
        return pinion, runs(self.drive, pinion, self.rpm, self.build)

    def length_mm(self, axle_up_mm: float) -> float:
        drive, pinion = self.drive, self._turned
        return math.hypot(
            pinion.x_mm - drive.x_mm, pinion.y_mm - drive.y_mm, pinion.z_mm + axle_up_mm - drive.z_mm
        )

    def lengths_mm(self, lowest: float, highest: float) -> tuple[float, float]:
        """The shortest and the longest that it gets between two places: shortest where it lies level."""
        level = self.drive.z_mm - self._turned.z_mm
        ends = (self.length_mm(lowest), self.length_mm(highest))
        return min(self.length_mm(min(max(level, lowest), highest)), *ends), max(ends)

    def _pinion(self, axle_up_mm: float) -> Joint:
        """The pinion's joint, moved with its axle."""
        still = self._turned
        return Joint(still.x_mm, still.y_mm, still.z_mm + axle_up_mm, still.side_deg, still.plan_deg)

    @cached_property
    def _turned(self) -> Joint:
        """The pinion's joint where the axle stood as found, turned about it."""
        return turned_about(self.pinion, self.axle_x_mm, self.axle_z_mm, self.turned_deg)


def turned_about(joint: Joint, axle_x_mm: float, axle_z_mm: float, nose_up_deg: float) -> Joint:
    """A joint that turns with its axle, nose up: its centre about the axle's, its own part with it."""
    if nose_up_deg == 0:
        return joint
    turn = math.radians(nose_up_deg)
    x, z = joint.x_mm - axle_x_mm, joint.z_mm - axle_z_mm
    return Joint(
        x_mm=axle_x_mm + x * math.cos(turn) + z * math.sin(turn),
        y_mm=joint.y_mm,
        z_mm=axle_z_mm - x * math.sin(turn) + z * math.cos(turn),
        side_deg=joint.side_deg + nose_up_deg,
        plan_deg=joint.plan_deg,
    )


def shaft_line(ask: Ask, end: End) -> ShaftLine:
    """A shaft at a stage, with its travel, slip and whirling where they are known. Raises Missing."""
    build = _build(ask, end)
    speed = _fastest_kmh(ask, end)
    here = geometry(ask, end)
    ups = _travel(ask, end)
    places = ask.shared(f"{end} shaft at its places", lambda inner: _places(inner, end))
    found_length = length_as_found(ask, end)
    ride = next(at for at in places if at.place == "ride")
    slip, slip_waits = _slip(ask, end, here, ups, ride.calculated.length_mm - found_length)
    limit = ask.maybe(f"{end}_shaft.joint_limit_deg")
    whirl = _whirl(ask, end, ride.calculated.length_mm, speed)
    return ShaftLine(
        end=end,
        axle_x_mm=here.axle_x_mm,
        axle_z_mm=here.axle_z_mm,
        build=build,
        speed_kmh=speed,
        rpm=here.rpm,
        places=places,
        longer_mm=ride.calculated.length_mm - found_length,
        steepest_deg=max(max(at.calculated.drive_joint_deg, at.calculated.pinion_joint_deg) for at in places),
        limit_deg=limit or (SINGLE_LIMIT_DEG if build == "single" else DOUBLE_LIMIT_DEG),
        limit_assumed=limit is None,
        slip=slip,
        slip_waits=slip_waits,
        whirl=whirl,
        whirl_spare_rpm=None if whirl is None else WHIRLS_AT * whirl.critical_rpm - here.rpm,
        safe_spare_rpm=None if whirl is None else whirl.safe_rpm - here.rpm,
        gap_left_mm=_gap_left(ask, end, here, ups),
    )


def hangs_on_frame(ask: Ask, end: End) -> bool:
    """Whether the differential is on the frame and not in an axle that moves."""
    return bool(ask.maybe(f"{end}_axle.build") == "independent")


def down_to_axle_mm(ask: Ask, end: End) -> float:
    """How much further below the frame the pinion stands than as found. Raises Missing."""
    return 0.0 if hangs_on_frame(ask, end) else axle_lift(ask, end).suspension_lift_mm


def shaft_at(ask: Ask, end: End, axle_up_mm: float) -> tuple[float, float]:
    """What the joints at the case and at the axle bend where the axle stands so far up from as found. Raises Missing."""
    ran = geometry(ask, end).at(0.0 if hangs_on_frame(ask, end) else axle_up_mm)[1]
    return ran.drive_joint_deg, ran.pinion_joint_deg


def _build(ask: Ask, end: End) -> Literal["single", "double"]:
    return "single" if ask.need(f"{end}_shaft.build", of=str) == "single" else "double"


def _fastest_kmh(ask: Ask, end: End) -> float:
    """The fastest road speed at which a shaft turns: a front one that is let go for the road only while engaged."""
    fastest = float(ask.maybe("aims.fastest_kmh") or ask.need("speedometer.top_speed_kmh"))
    part_time = end == "front" and ask.maybe("transfer.drive") == "part-time"
    if part_time and ask.maybe("front_axle.hubs") in ("free-wheeling", "disconnect"):
        return min(fastest, ask.typical("aims.fastest_engaged_kmh"))
    return fastest


def geometry(ask: Ask, end: End) -> Geometry:
    """A shaft's joints, and what has moved them. Raises Missing."""

    def made(inner: Ask) -> Geometry:
        drive = _joint(inner, end, "drive")
        moved, turned = case_moved_mm(inner, end), turned_deg(inner, end)
        turns = shaft_rpm(
            _fastest_kmh(inner, end), circumference_mm(inner, end), inner.need(f"{end}_axle.ratio")
        )
        return Geometry(
            drive=Joint(drive.x_mm + moved, drive.y_mm, drive.z_mm, drive.side_deg, drive.plan_deg),
            pinion=_joint(inner, end, "pinion"),
            turned_deg=turned,
            axle_x_mm=inner.need("body.wheelbase_mm") if end == "rear" else 0.0,
            axle_z_mm=static_radius_mm(inner, end, as_found=True),
            rpm=turns,
            build=_build(inner, end),
        )

    return ask.shared(f"{end} shaft, its geometry", made)


def _places(ask: Ask, end: End) -> tuple[ShaftAt, ...]:
    here, ups = geometry(ask, end), _travel(ask, end)
    return tuple(
        ShaftAt(place, ups[place], here.drive, *here.at(ups[place])) for place in PLACES if place in ups
    )


def length_as_found(ask: Ask, end: End) -> float:
    """Between the joints' centres, as found. Raises Missing."""

    def length(inner: Ask) -> float:
        drive, pinion = (_joint(inner, end, which, as_found=True) for which in ("drive", "pinion"))
        return math.hypot(pinion.x_mm - drive.x_mm, pinion.y_mm - drive.y_mm, pinion.z_mm - drive.z_mm)

    return ask.shared(f"{end} shaft, its length as found", length)


def _joint(ask: Ask, end: End, which: str, as_found: bool = False) -> Joint:
    at = f"{end}_shaft.{which}"

    def joint(inner: Ask) -> Joint:
        x, y, z, side = (inner.need(f"{at}_{key}", as_found) for key in ("x_mm", "y_mm", "z_mm", "side_deg"))
        return Joint(x, y, z, side, inner.typical(f"{at}_plan_deg", as_found=as_found))

    return ask.shared(f"{at}{' as found' if as_found else ''}", joint)


def case_moved_mm(ask: Ask, end: End) -> float:
    """How far back another gearbox or case, or an adapter ahead of it, has put the output. Raises Missing."""
    return sum(_longer(ask, path) for path in ("gearbox.length_mm", f"transfer.{end}_output_mm"))


def _longer(ask: Ask, path: str) -> float:
    """What another part is longer by; unknown until both lengths are."""
    if not ask.is_set(path):
        return 0.0
    found = ask.need(path, as_found=True)
    return float(ask.need(path) - found)


def turned_deg(ask: Ask, end: End) -> float:
    """By how much the axle has turned nose up against the frame, so that its pinion falls further towards the rear.

    Arms that steepen turn a front one nose down; other arms, wedges, links and shackles turn either. Raises Missing.
    """
    if hangs_on_frame(ask, end):
        return 0.0
    by_arms = arms_turned_deg(ask) if end == "front" else None
    return nose_up_by_parts_deg(ask, end) - (by_arms or 0.0)


def _travel(ask: Ask, end: End) -> dict[Place, float]:
    """How far up the axle stands from where it stood as found, at each place that is known."""
    if hangs_on_frame(ask, end):
        return dict.fromkeys(PLACES, 0.0)
    lift = axle_lift(ask, end).suspension_lift_mm
    if not all(ask.is_noted(f"{end}_suspension.{way}_mm") for way in ("bump", "droop")):
        return {"ride": -lift}
    goes = travel(ask, end)
    return {"bump": goes.bump_mm - lift, "ride": -lift, "droop": -goes.droop_mm - lift}


def _slip(
    ask: Ask, end: End, here: Geometry, ups: dict[Place, float], longer: float
) -> tuple[Slip | None, str | None]:
    at = f"{end}_shaft"
    ride = here.length_mm(ups["ride"])
    try:
        engaged, left = (
            _at_ride(ask, f"{at}.{key}", by) for key, by in (("engaged_mm", -longer), ("collapse_mm", longer))
        )
    except Missing as missing:
        return None, missing.waits.path
    shortens, lengthens = ask.maybe(f"{at}.shortens_mm"), ask.maybe(f"{at}.lengthens_mm")
    if shortens is not None and lengthens is not None:
        # Taken on the vehicle from where the axle stood as found; it beats what is worked out.
        level = here.length_mm(0.0)
        shortest, longest = level - shortens, level + lengthens
        if shortest <= 0:
            raise Refused(
                f"{at}.shortens_mm",
                f"The {end} shaft is {level:.0f} mm long: it cannot get {shortens:.0f} mm shorter.",
            )
    elif "bump" in ups:
        shortest, longest = here.lengths_mm(ups["droop"], ups["bump"])
    else:
        return (
            None,
            f"{end}_suspension.{'bump' if ask.maybe(f'{end}_suspension.bump_mm') is None else 'droop'}_mm",
        )
    minimum = ask.maybe(f"{at}.spline_diameter_mm") or MIN_ENGAGEMENT_MM
    lengths = (min(shortest, ride), ride, max(longest, ride))
    answer = slips(lengths, max(engaged, 0.0), max(left, 0.0), minimum)
    # What is below nothing at ride already stays so over the travel.
    apart, bottomed = min(engaged, 0.0), min(left, 0.0)
    return Slip(
        calculated=answer,
        engaged_at_ride_mm=engaged,
        collapse_left_at_ride_mm=left,
        min_engagement_mm=minimum,
        engagement_spare_mm=answer.engagement_at_longest_mm + apart - minimum,
        collapse_spare_mm=answer.collapse_left_at_shortest_mm + bottomed - MIN_COLLAPSE_MM,
    ), None


def _at_ride(ask: Ask, path: str, by: float) -> float:
    """A figure of the slip at this stage: as found and moved by what the line has changed, or measured since."""
    value = float(ask.need(path))
    noted = ask.figure(path)
    # One that says that it was taken as it stood has been taken back already.
    measured_since = ask.is_set(path) and noted.known == "measured" and noted.taken is None
    return value if measured_since else value + by


def _gap_left(ask: Ask, end: End, here: Geometry, ups: dict[Place, float]) -> float | None:
    """The gap above the tube less what the tube comes up there; None where it was not measured."""
    gap, at = ask.maybe(f"{end}_shaft.gap_mm"), ask.maybe(f"{end}_shaft.gap_x_mm")
    if gap is None or at is None or "bump" not in ups:
        return None
    reach = here.pinion.x_mm - here.drive.x_mm
    if reach == 0:
        return None
    along = (at - here.drive.x_mm) / reach
    return float(gap - along * ups["bump"])


def _whirl(ask: Ask, end: End, length: float, speed: float) -> ShaftSpeedOut | None:
    od, wall = ask.maybe(f"{end}_shaft.od_mm"), ask.maybe(f"{end}_shaft.wall_mm")
    if od is None or wall is None:
        return None
    rpm = shaft_rpm(speed, circumference_mm(ask, end), ask.need(f"{end}_axle.ratio"))
    return whirls(critical_rpm(od, wall, length, "steel"), rpm)

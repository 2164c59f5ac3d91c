"""What holds the axles of a rig at a stage: track bar, radius arms, rear links, half shafts."""

import math

from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.places import ENDS, End
from jorvak.core.stance.balance import centre_of_gravity
from jorvak.core.stance.caster import turned_deg
from jorvak.core.stance.four_link import FourLinkIn, FourLinkOut, Link, LinkEnd, four_link
from jorvak.core.stance.half_shaft import HalfShaftIn, HalfShaftOut, half_shaft
from jorvak.core.stance.results import axle_lift, tyre_rise
from jorvak.core.stance.stance import rise_at
from jorvak.core.stance.suspension import travel
from jorvak.core.stance.track_bar import TrackBarIn, TrackBarOut, track_bar

INNER_LIMIT_DEG = 23.0
OUTER_LIMIT_DEG = 45.0


@record(frozen=True, slots=True)
class Bar:
    """The track bar after the lift. ``shift_mm`` is 0 where an adjuster takes it back (``settled``).

    ``link_apart_deg`` is how far bar and drag link are from parallel; None where the link was not measured.
    """

    calculated: TrackBarOut
    settled: bool
    shift_mm: float
    link_apart_deg: float | None


@record(frozen=True, slots=True)
class CasterHere:
    """Caster at a stage: what it was, what the lift took, what arms gave back, the lowest that it may be."""

    found_deg: float
    rotation_deg: float
    gained_deg: float
    caster_deg: float
    pinion_up_deg: float
    lowest_deg: float
    lowest_noted: bool
    on_arms: bool


@record(frozen=True, slots=True)
class HalfShafts:
    """The half shafts of the independent axle; ``assumed``: a joint's limit is a usual one and not this one's.

    ``limit_droop_mm`` is the least that must go of the droop for the inner joint.
    """

    calculated: HalfShaftOut
    lock_deg: float
    inner_limit_deg: float
    outer_limit_deg: float
    assumed: bool
    limit_droop_mm: float


@record(frozen=True, slots=True)
class Links:
    """The rear links from the side at a stage, and where their lines meet.

    ``anti_squat_height_mm`` is how high above the front axle's place on the ground the line of the push runs, from the
    rear tyre's: at the height of the centre of gravity anti-squat is 100 %. None: the links give none.
    """

    upper: Link
    lower: Link
    cg_height_mm: float
    calculated: FourLinkOut
    anti_squat_height_mm: float | None


BELOW_FOUND_DEG = 1.5
"""Where no lower limit is given, so much below that as found is too little caster."""


def bar(ask: Ask) -> Bar:
    """The front track bar after the lift, less what a bracket at the axle is raised by.

    Raises Missing, and Refused where it does not reach.
    """
    length, drop = ask.need("steering.track_bar_mm"), ask.need("steering.track_bar_drop_mm")
    lift = axle_lift(ask, "front").suspension_lift_mm
    answer = track_bar(TrackBarIn(length_mm=length, drop_mm=drop, lift_mm=lift - bracket_raised_mm(ask)))
    adjustable = ask.maybe("steering.track_bar") == "adjustable"
    link, link_drop = ask.maybe("steering.drag_link_mm"), ask.maybe("steering.drag_link_drop_mm")
    apart = None
    if link is not None and link_drop is not None:
        other = track_bar(TrackBarIn(length_mm=link, drop_mm=link_drop, lift_mm=lift))
        apart = answer.angle_deg - other.angle_deg
    return Bar(answer, adjustable, 0.0 if adjustable else answer.side_shift_mm, apart)


def bracket_raised_mm(ask: Ask) -> float:
    """What a change has raised the track bar's bracket at the axle by. Raises Missing where it did and nobody said."""
    path = "steering.track_bar_raised_mm"
    if ask.is_set(path) and not ask.is_noted(path):
        ask.need(path)
    return ask.more(path)


def caster_here(ask: Ask) -> CasterHere:
    """Caster at a stage: arms turn the axle as they steepen; without them it loses the change in rake. Raises Missing."""
    found = ask.need("steering.caster_deg", as_found=True)
    by_arms = arms_turned_deg(ask)
    turned = rake_change_deg(ask) if by_arms is None else by_arms
    gained = nose_up_by_parts_deg(ask, "front")
    lowest = ask.maybe("steering.caster_low_deg")
    return CasterHere(
        found_deg=found,
        rotation_deg=turned,
        gained_deg=gained,
        caster_deg=found - turned + gained,
        pinion_up_deg=turned - gained,
        lowest_deg=found - BELOW_FOUND_DEG if lowest is None else lowest,
        lowest_noted=lowest is not None,
        on_arms=by_arms is not None,
    )


def nose_up_by_parts_deg(ask: Ask, end: End) -> float:
    """How far other arms, wedges, links or shackles have turned an axle nose up: a front one gains as much caster.

    A pinion of the rear axle goes up by it, one of the front axle, which points back, down. Raises Missing.
    """
    up = ask.more(f"{end}_axle.pinion_up_deg")
    turned = up if end == "rear" else ask.more("steering.caster_gained_deg") - up
    return turned + shackle_turned_deg(ask, end)


def shackle_turned_deg(ask: Ask, end: End) -> float:
    """How far longer shackles have turned an axle nose up: their length over the spring's, behind the axle. Raises Missing."""
    longer = ask.more(f"{end}_suspension.shackle_mm")
    if not longer:
        return 0.0
    turned = math.degrees(math.atan(longer / ask.need(f"{end}_suspension.leaf_length_mm")))
    return turned if ask.need(f"{end}_suspension.shackle_at", of=str) == "behind the axle" else -turned


def arms_turned_deg(ask: Ask) -> float | None:
    """How far radius arms that steepen have turned the front axle, its pinion up; None where it has none that are known."""
    length, drop = ask.maybe("steering.arm_length_mm"), ask.maybe("steering.arm_drop_mm")
    if length is None or drop is None:
        return None
    return turned_deg(length, drop, arm_lift_mm(ask, drop))


def arm_lift_mm(ask: Ask, drop_mm: float) -> float:
    """How much the frame has come up against the axle at the frame end of arms that run rearwards, brackets less.

    A lift at the rear reaches them by its share. Raises Missing.
    """
    lowered = ask.more("front_suspension.arm_drop_bracket_mm")
    front, rear = (axle_lift(ask, end) for end in ENDS)
    if front.frame_rise_mm == rear.frame_rise_mm:
        return front.suspension_lift_mm - lowered
    behind = math.sqrt(max(ask.need("steering.arm_length_mm") ** 2 - drop_mm**2, 0.0))
    up = rise_at(behind, ask.need("body.wheelbase_mm"), front.frame_rise_mm, rear.frame_rise_mm)
    return up - front.axle_rise_mm - lowered


def rake_change_deg(ask: Ask) -> float:
    """How far the frame has turned nose down. Raises Missing."""
    front, rear = axle_lift(ask, "front").frame_rise_mm, axle_lift(ask, "rear").frame_rise_mm
    return math.degrees(math.atan((rear - front) / ask.need("body.wheelbase_mm")))


def half_shafts(ask: Ask) -> HalfShafts:
    """The front half shafts through travel and lock. Raises Missing."""
    reach, drop = ask.need("half_shafts.reach_mm"), ask.need("half_shafts.drop_mm")
    lock = max(ask.typical("steering.lock_out_deg"), ask.typical("steering.lock_in_deg"))
    goes = travel(ask, "front")
    inner, outer = ask.maybe("half_shafts.inner_limit_deg"), ask.maybe("half_shafts.outer_limit_deg")
    given = HalfShaftIn(
        reach_mm=reach,
        sweep_mm=ask.typical("half_shafts.sweep_mm"),
        drop_mm=drop,
        lift_mm=axle_lift(ask, "front").suspension_lift_mm,
        droop_travel_mm=goes.droop_mm,
        bump_travel_mm=goes.bump_mm,
        steer_deg=lock,
        inner_limit_deg=inner or INNER_LIMIT_DEG,
        outer_limit_deg=outer or OUTER_LIMIT_DEG,
    )
    reaches = given.reach_mm * math.tan(math.radians(given.inner_limit_deg))
    lowest = math.sqrt(max(reaches**2 - given.sweep_mm**2, 0.0))
    return HalfShafts(
        half_shaft(given),
        lock,
        given.inner_limit_deg,
        given.outer_limit_deg,
        inner is None or outer is None,
        max(given.drop_mm + given.lift_mm + given.droop_travel_mm - lowest, 0.0),
    )


def rear_links(ask: Ask) -> Links:
    """The rear links: frame ends rise with the frame, axle ends with the tyres. Raises Missing."""
    wheelbase = ask.need("body.wheelbase_mm")
    front, rear = axle_lift(ask, "front").frame_rise_mm, axle_lift(ask, "rear").frame_rise_mm
    axle_up = tyre_rise(ask, "rear")

    def link(name: str) -> Link:
        (frame_x, frame_z), (axle_x, axle_z) = (
            (ask.need(f"rear_links.{name}_{end}_x_mm"), ask.need(f"rear_links.{name}_{end}_z_mm"))
            for end in ("frame", "axle")
        )
        up = rise_at(frame_x, wheelbase, front, rear)
        return Link(
            frame=LinkEnd(x_mm=frame_x, z_mm=frame_z + up), axle=LinkEnd(x_mm=axle_x, z_mm=axle_z + axle_up)
        )

    upper, lower = link("upper"), link("lower")
    height = centre_of_gravity(ask).height_mm
    answer = four_link(FourLinkIn(upper=upper, lower=lower, wheelbase_mm=wheelbase, cg_height_mm=height))
    pct = answer.anti_squat_pct
    return Links(upper, lower, height, answer, None if pct is None else pct / 100 * height)

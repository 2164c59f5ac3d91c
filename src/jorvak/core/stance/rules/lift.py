"""What a lift drags along, as far as figures and kinds alone tell."""

import math
from collections.abc import Iterator

from jorvak.core.calculation import SLACK
from jorvak.core.findings import Finding, Here, Place, Settle, add_if_it_can_be, beyond, measure_first
from jorvak.core.places import ENDS
from jorvak.core.stance.area import StanceResults

LAMPS_RAKE_DEG = 0.2
LAMPS_RISE_MM = 50.0
NOTICED_MM = 1.0
PLACES: dict[str, Place] = {"front": "front-axle", "rear": "rear-axle"}
BUSHES = ("springs", "coil-spacers", "blocks", "shackles", "lift", "arms", "links", "track-bar", "axle")


def nothing_under_the_axle(here: Here) -> Iterator[Finding]:
    """Lift with no larger tyre leaves the ground under a differential as it was."""
    result = here.results.of(StanceResults).lift
    lift = result.value
    if lift is None or max(lift.front.suspension_lift_mm, lift.rear.suspension_lift_mm) < NOTICED_MM:
        return
    if max(lift.front.axle_rise_mm, lift.rear.axle_rise_mm) > NOTICED_MM:
        return
    yield here.finding(
        "nothing-under-the-axle",
        "note",
        "The frame goes up and the differentials do not: the ground under them stays as it was.",
        "both-axles",
        result=result,
        settled_by=(Settle(text="Only larger tyres raise an axle"),),
    )


def front_block(here: Here) -> Iterator[Finding]:
    """A block at the front, or a block on a block."""
    for end in ENDS:
        path = f"{end}_suspension.block_mm"
        block, blocks = (
            here.value(path),
            [c for c in here.changes("blocks") if c.fields.get("axle", "rear") == end],
        )
        stacked = len(blocks) + (1 if here.value(path, as_found=True) else 0) > 1
        if not block or not (end == "front" or stacked):
            continue
        yield here.finding(
            "front-block",
            "stop",
            "A block between spring and axle at the front can be thrown out under braking."
            if end == "front"
            else "A block on a block walks: one of the right height, or other springs.",
            PLACES[end],
            figures=(path,),
            settled_by=(Settle(text="Springs or arches of that height instead"),),
            subject=end,
        )  # fmt: skip


def no_droop_left(here: Here) -> Iterator[Finding]:
    """The droop stop stays put and the lift uses the droop up."""
    for end in ENDS:
        result = getattr(here.results.of(StanceResults), f"{end}_travel")
        lift = here.results.of(StanceResults).lift.value
        if result.value is None or lift is None or getattr(lift, end).suspension_lift_mm <= NOTICED_MM:
            continue
        left, off = result.value.droop_left_mm, result.off("droop_left_mm")
        severity = beyond(-left, off) or ("stop" if left <= SLACK else None)
        if severity is None:
            here.passes("no-droop-left", result, "droop_left_mm")
            continue
        says = f"{here.mm(left)} of droop left" if left > 0 else f"{here.mm(-left)} more than the droop"
        yield here.finding(
            "no-droop-left",
            severity,
            f"The {end} lift of {here.mm(getattr(lift, end).suspension_lift_mm)} leaves no droop: {says}{here.near_mm(off)}. "
            "The wheel hangs at its stop on level ground.",
            PLACES[end],
            result=result,
            figures=(f"{end}_suspension.droop_mm",),
            settled_by=(
                *(measure_first("stance", result, "droop_left_mm") if severity == "measure" else ()),
                Settle(text="Longer shocks and a lower droop stop, or less lift"),
            ),
            subject=end,
        )


def ball_joint_past_limit(here: Here) -> Iterator[Finding]:
    """A strut's spacer leaves the droop whole and takes it all further down."""
    for end in ENDS:
        result = getattr(here.results.of(StanceResults), f"{end}_travel")
        lowered = f"{end}_suspension.strut_spacer_mm" in here.moment.set_by
        if not lowered or result.value is None or result.value.past_old_droop_mm <= SLACK:
            continue
        past = result.value.past_old_droop_mm
        yield here.finding(
            "ball-joint-past-limit",
            "measure",
            f"The {end} strut spacer leaves droop whole: ball joints and half shafts go {here.mm(past)} past their old lowest point.",
            PLACES[end],
            result=result,
            settled_by=(
                *add_if_it_can_be(
                    "straps", ": droop limited by the lift", shorter_mm=float(math.ceil(past - SLACK)), axle=end
                ),
                Settle(text="Or measure both joints at full droop"),
            ),
            subject=end,
        )  # fmt: skip


def column_joint(here: Here) -> Iterator[Finding]:
    """A body lift stretches everything that crosses from body to frame."""
    for change in here.changes("body-lift"):
        yield here.finding(
            "column-joint",
            "measure",
            "Steering column joint, fan shroud, pedals, filler, shift and harnesses cross from body to frame: which of them reach?",
            "middle",
            change=change,
            settled_by=(Settle(text="Go through them one by one before the mounts are ordered"),),
            subject=str(change.id),
        )


def brake_valve_reads_light(here: Here) -> Iterator[Finding]:
    """A load-sensing valve takes the lift for an empty vehicle."""
    lift = here.results.of(StanceResults).lift
    if here.value("brakes.load_valve") != "load-sensing" or lift.value is None:
        return
    # What somebody only means to do is no brake.
    done = here.moment.here.get("brakes.valve_set_mm")
    reset_mm = done.value if done is not None and done.known != "assumed" else 0.0
    beyond_mm = lift.value.rear.suspension_lift_mm - reset_mm
    if beyond_mm < NOTICED_MM:
        return
    yield here.finding(
        "brake-valve-reads-light",
        "stop",
        f"The load-sensing brake valve takes {here.mm(beyond_mm)} of rear lift for an empty vehicle: the rear brakes hardly work.",
        "rear-axle",
        result=lift,
        figures=("brakes.load_valve", "brakes.valve_set_mm"),
        settled_by=(
            Settle(
                text="Reset or re-bracket the valve by the vehicle's manual, have it inspected, and note the lift it is reset for",
                figure="brakes.valve_set_mm",
            ),
        ),
    )


def lamps_to_aim(here: Here) -> Iterator[Finding]:
    """Rake or height of the lamps changed."""
    angles, lift = here.results.of(StanceResults).angles, here.results.of(StanceResults).lift
    if lift.value is None:
        return
    rake = angles.value.rake_change_deg if angles.value else 0.0
    raised = lift.value.front.body_rise_mm
    higher = f"stand {here.mm(raised)} higher" if raised > NOTICED_MM else "stand no higher"
    nose_up = -rake >= LAMPS_RAKE_DEG - 1e-9
    if not nose_up and abs(rake) < LAMPS_RAKE_DEG / 2 and raised <= LAMPS_RISE_MM:
        return
    yield here.finding(
        "lamps-to-aim",
        "watch" if nose_up else "note",
        f"The lamps {higher} and point {abs(rake):.1f}° further {'up' if rake < 0 else 'down'}: aim them.",
        "nose",
        result=lift,
        settled_by=(Settle(text="Aim them loaded as for the road, by the local rules"),),
    )


def wait_for_the_weight(here: Here) -> Iterator[Finding]:
    """Bush bolts are torqued at ride height, or they are pre-twisted for life."""
    touched = list(here.changes(*BUSHES))
    if touched:
        yield here.finding(
            "wait-for-the-weight",
            "note",
            "Bush bolts were touched: final torque at ride height, on its own weight.",
            "both-axles",
            change=touched[-1],
            settled_by=(Settle(text="Last step of the job's card"),),
        )


def pinion_climbs(here: Here) -> Iterator[Finding]:
    """Leaf springs with blocks wrap up under power."""
    if here.value("rear_suspension.spring") != "leaf" or not here.value("rear_suspension.block_mm"):
        return
    yield here.finding(
        "pinion-climbs",
        "watch",
        "Blocks on leaf springs: under power the axle wraps up and its pinion climbs.",
        "rear-axle",
        figures=("rear_suspension.spring", "rear_suspension.block_mm"),
        settled_by=(Settle(text="Set the pinion 1 to 2° low with wedges, or fit a bar against wrap-up"),),
    )


RULES = (
    front_block,
    no_droop_left,
    ball_joint_past_limit,
    brake_valve_reads_light,
    column_joint,
    pinion_climbs,
    lamps_to_aim,
    nothing_under_the_axle,
    wait_for_the_weight,
)

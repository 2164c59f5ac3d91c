"""This vehicle's independent front on two arms: what a lift does to camber and toe, and what they do through travel."""

from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.stance.double_arm import Arm, DoubleArmIn, DoubleArmOut, Linkage, double_arm
from jorvak.core.stance.results import axle_lift
from jorvak.core.stance.suspension import travel

STEP_MM = 10.0


@record(frozen=True, slots=True)
class FrontArms:
    """Camber, track, toe and roll centre from full droop to full bump at the stage; ``lift_mm`` the suspension's.

    ``has_rod`` False: nobody noted the tie rod, so nothing is known of toe.
    """

    lift_mm: float
    has_rod: bool
    calculated: DoubleArmOut


@record(frozen=True, slots=True)
class ArmsPose:
    """Where the joints and the patch of the right wheel are at a travel: y outboard, z up, mm, on the ground as found."""

    travel_mm: float
    lower_inner: tuple[float, ...]
    lower_outer: tuple[float, ...]
    upper_inner: tuple[float, ...]
    upper_outer: tuple[float, ...]
    patch: tuple[float, ...]
    leans_deg: float


def front_arms(ask: Ask) -> FrontArms:
    """Raises Missing, and Refused where the arms do not get to an end of the travel. Source: double-arm."""
    given = arms_in(ask)
    return FrontArms(given.lift_mm, given.tie_rod is not None, double_arm(given))


def arms_in(ask: Ask) -> DoubleArmIn:
    """The arms of this vehicle, lifted as it is. Raises Missing."""
    arms = {
        name: Arm(inner=_joint(ask, f"{name}_inner"), outer=_joint(ask, f"{name}_outer"))
        for name in ("lower", "upper")
    }
    rod = _rod(ask)
    goes = travel(ask, "front")
    return DoubleArmIn(
        lower=arms["lower"],
        upper=arms["upper"],
        patch_y_mm=ask.need("body.front_track_mm", as_found=True) / 2,
        tie_rod=None if rod is None else rod[0],
        arm_mm=None if rod is None else rod[1],
        bump_mm=goes.bump_mm,
        droop_mm=goes.droop_mm,
        step_mm=STEP_MM,
        lift_mm=axle_lift(ask, "front").suspension_lift_mm,
    )


def _joint(ask: Ask, name: str) -> tuple[float, float]:
    return ask.need(f"front_arms.{name}_y_mm"), ask.need(f"front_arms.{name}_z_mm")


def _rod(ask: Ask) -> tuple[Arm, float] | None:
    """The tie rod and its arm, where all of it is noted."""
    keys = ("rod_inner_y_mm", "rod_inner_z_mm", "rod_outer_y_mm", "rod_outer_z_mm", "steer_arm_mm")
    values = [ask.maybe(f"front_arms.{key}") for key in keys]
    if any(value is None for value in values):
        return None
    inner_y, inner_z, outer_y, outer_z, arm = values
    return Arm(inner=(inner_y, inner_z), outer=(outer_y, outer_z)), float(arm)


def poses(ask: Ask) -> tuple[ArmsPose, ...]:
    """Where the joints are at each travel of the curve. Raises Missing, Refused."""
    given = arms_in(ask)
    linkage = Linkage(given)
    return tuple(_pose(linkage, row.travel_mm) for row in double_arm(given).travel)


def _pose(linkage: Linkage, travel_mm: float) -> ArmsPose:
    given = linkage.given
    upright = linkage.at_travel(travel_mm - given.lift_mm)
    assert upright is not None
    return ArmsPose(
        travel_mm=travel_mm,
        lower_inner=given.lower.inner,
        lower_outer=upright.joint,
        upper_inner=given.upper.inner,
        upper_outer=linkage.carried(upright, given.upper.outer),
        patch=linkage.carried(upright, (given.patch_y_mm, 0.0)),
        leans_deg=linkage.leans_deg(upright),
    )

"""Independent front suspension on two arms, seen from the front: camber, track, toe and roll centre through travel."""

import math
from collections.abc import Callable, Iterator

from pydantic import Field

from jorvak.core.calculation import (
    SLACK,
    Answer,
    Calculation,
    Given,
    NotNegative,
    Number,
    Point,
    Positive,
    Refused,
)
from jorvak.core.immutable import record

MOST_LEAN_DEG = 45.0
SLOPE_OVER_MM = 1.0
LOOKS_MM = 2.0
"""Steps of the lower joint in which it is looked how far the arms close."""


class Arm(Given):
    inner: Point = Field(description="y, z of its joint at the frame or rack, mm", examples=[[300, 300]])
    outer: Point = Field(description="y, z of its joint at the upright, mm", examples=[[700, 260]])


class DoubleArmIn(Given):
    lower: Arm = Field(description="lower arm, right wheel, at ride as found")
    upper: Arm = Field(description="upper arm")
    patch_y_mm: Positive = Field(description="contact patch from the vehicle's middle", examples=[760])
    tie_rod: Arm | None = Field(None, description="tie rod, with arm_mm")
    arm_mm: Number | None = Field(
        None, description="its outer end behind the steering axis, in plan; not 0", examples=[130]
    )
    bump_mm: NotNegative = Field(description="up from where it rides now", examples=[80])
    droop_mm: NotNegative = Field(description="down from where it rides now", examples=[90])
    step_mm: Positive = Field(5.0, description="of the curve")
    lift_mm: Number = Field(0.0, description="the body is raised by that, the wheel rides lower")


class ArmsAt(Answer):
    travel_mm: float = Field(description="of the patch, up from the new ride")
    camber_deg: float = Field(description="top outboard, against ride as found")
    track_mm: float = Field(description="patch outboard, against ride as found")
    toe_deg: float | None = Field(None, description="in, against ride as found")
    roll_centre_mm: float | None = Field(description="above the ground; null where there is none")


class DoubleArmOut(Answer):
    travel: list[ArmsAt] = Field(description="from full droop to full bump")
    camber_at_ride_deg: float = Field(description="at the new ride")
    toe_at_ride_deg: float | None = Field(None, description="at the new ride, in")
    bump_steer_deg_per_100mm: float | None = Field(None, description="slope of toe at the new ride")


@record(frozen=True, slots=True)
class Upright:
    """Where the upright is: its lower joint, and by how much it leans outboard at its top against ride as found, rad."""

    joint: Point
    leans: float


class Linkage:
    """Two arms and an upright, set by how far the patch has travelled from ride as found."""

    def __init__(self, given: DoubleArmIn) -> None:
        self.given = given
        self._d = math.dist(given.lower.outer, given.upper.outer)
        self._upper_mm = math.dist(given.upper.inner, given.upper.outer)
        self._patch: Point = (given.patch_y_mm, 0.0)
        self._ways = {sign: Way(self, sign) for sign in (1, -1)}

    def at_turn(self, turn: float) -> Upright | None:
        """The upright with the lower arm turned by ``turn`` rad outboard end up; None where the upper arm cannot close."""
        given = self.given
        y, z = _turned(_less(given.lower.outer, given.lower.inner), turn)
        joint = (given.lower.inner[0] + y, given.lower.inner[1] + z)
        to_upper = _less(given.upper.inner, joint)
        apart = math.hypot(*to_upper)
        if (
            apart <= SLACK
            or abs(cosine := (self._d**2 + apart**2 - self._upper_mm**2) / (2 * self._d * apart)) > 1
        ):
            return None
        side = _side(given)
        angle = math.atan2(to_upper[1], to_upper[0]) + side * math.acos(cosine)
        was = _less(given.upper.outer, given.lower.outer)
        leans = math.atan2(was[1], was[0]) - angle
        return Upright(joint, math.remainder(leans, 2 * math.pi))

    def carried(self, upright: Upright, point: Point) -> Point:
        """Where a point of the upright is, that stood at ``point`` at ride as found."""
        y, z = _turned(_less(point, self.given.lower.outer), -upright.leans)
        return upright.joint[0] + y, upright.joint[1] + z

    def travel_mm(self, upright: Upright) -> float:
        """How far the patch is up from ride as found."""
        return self.carried(upright, self._patch)[1]

    def at_travel(self, travel_mm: float) -> Upright | None:
        """The upright at a travel, reached from ride as found without a jump; None where it cannot be."""
        turn = self._ways[1 if travel_mm >= 0 else -1].turn_for(travel_mm)
        return None if turn is None else self.at_turn(turn)

    def reaches_mm(self, sign: int) -> float:
        """How far the patch gets up (1) or down (-1) before the arms close or lean too far."""
        return self._ways[sign].reaches_mm()

    def leans_deg(self, upright: Upright) -> float:
        """Camber against ride as found: its top outboard."""
        return math.degrees(upright.leans)

    def toe_deg(self, upright: Upright) -> float | None:
        """Toe in against ride as found. Raises Refused on ``tie_rod`` where the rod is too short there."""
        rod = self.given.tie_rod
        if rod is None:
            return None
        assert self.given.arm_mm is not None
        length = math.dist(rod.inner, rod.outer)
        y, z = self.carried(upright, rod.outer)
        up = z - rod.inner[1]
        if abs(up) > length:
            raise Refused(
                "tie_rod", f"The tie rod of {length:.0f} mm does not reach {abs(up):.0f} mm up or down."
            )
        outboard = 1 if rod.outer[0] >= rod.inner[0] else -1
        gives = rod.inner[0] + outboard * math.sqrt(length**2 - up**2)
        share = (gives - y) / self.given.arm_mm
        if abs(share) > 1:
            raise Refused("arm_mm", "The tie rod would turn the wheel by more than a right angle.")
        return math.degrees(math.asin(share))

    def roll_centre_mm(self, upright: Upright) -> float | None:
        """Above level ground, the patch put back on it; None where the line to the instant centre is upright."""
        lower, upper = self.given.lower, self.given.upper
        joint = self.carried(upright, upper.outer)
        patch = self.carried(upright, self._patch)
        one, other = _less(upright.joint, lower.inner), _less(joint, upper.inner)
        cross = one[0] * other[1] - one[1] * other[0]
        if abs(cross) <= 1e-12 * math.hypot(*one) * math.hypot(*other):
            along = one
        else:
            between = _less(upper.inner, lower.inner)
            share = (between[0] * other[1] - between[1] * other[0]) / cross
            centre = (lower.inner[0] + share * one[0], lower.inner[1] + share * one[1])
            along = _less(centre, patch)
        if abs(along[0]) <= 1e-9 * math.hypot(*along):
            return None
        return -along[1] / along[0] * patch[0]


class Way:
    """The way of the patch from ride as found up (sign 1) or down (-1), looked at as far as somebody asks."""

    def __init__(self, linkage: Linkage, sign: int) -> None:
        self._linkage, self._sign = linkage, sign
        lower = linkage.given.lower
        # Where the arm points inboard, its outer end rises as it turns the other way.
        outboard = 1 if lower.outer[0] >= lower.inner[0] else -1
        self._step = sign * outboard * LOOKS_MM / math.dist(lower.inner, lower.outer)
        self._turn, self._travel = 0.0, 0.0

    def turn_for(self, travel_mm: float) -> float | None:
        """The turn of the lower arm at a travel; None beyond what it reaches. Asked from ride outwards or not."""
        turn, travel = 0.0, 0.0
        if self._sign * (travel_mm - self._travel) >= 0:
            turn, travel = self._turn, self._travel
        while self._sign * (travel_mm - travel) > 0:
            reached = self._good(turn + self._step, travel)
            if reached is None:
                return self._within_last_step(turn, travel, travel_mm)
            if self._sign * (reached - travel_mm) >= 0:
                return self._between(turn, turn + self._step, travel_mm)
            turn, travel = turn + self._step, reached
            self._turn, self._travel = turn, travel
        return turn

    def reaches_mm(self) -> float:
        """Where it ends."""
        turn, travel = self._turn, self._travel
        while (reached := self._good(turn + self._step, travel)) is not None and abs(turn) < math.pi:
            turn, travel = turn + self._step, reached
        return self._last_good(turn, travel)[1]

    def _within_last_step(self, turn: float, travel: float, travel_mm: float) -> float | None:
        last, reach = self._last_good(turn, travel)
        if self._sign * (travel_mm - reach) > SLACK:
            return None
        return self._between(turn, last, travel_mm)

    def _last_good(self, turn: float, travel: float) -> tuple[float, float]:
        low, high = 0.0, 1.0
        for _ in range(50):
            middle = (low + high) / 2
            if self._good(turn + middle * self._step, travel) is None:
                high = middle
            else:
                low = middle
        return turn + low * self._step, self._travel_at(turn + low * self._step)

    def _good(self, turn: float, before: float) -> float | None:
        """The travel at a turn; None where it does not close, leans too far, or goes back."""
        upright = self._linkage.at_turn(turn)
        if upright is None or abs(upright.leans) > math.radians(MOST_LEAN_DEG) + SLACK:
            return None
        travel = self._linkage.travel_mm(upright)
        return travel if self._sign * (travel - before) >= 0 else None

    def _travel_at(self, turn: float) -> float:
        upright = self._linkage.at_turn(turn)
        assert upright is not None
        return self._linkage.travel_mm(upright)

    def _between(self, low: float, high: float, travel_mm: float) -> float:
        """Where the travel is reached between two turns, by false position with the end that stays halved."""
        off_low, off_high = self._travel_at(low) - travel_mm, self._travel_at(high) - travel_mm
        for _ in range(60):
            if abs(off_high) <= 1e-12 or off_high == off_low:
                break
            turn = high - off_high * (high - low) / (off_high - off_low)
            off = self._travel_at(turn) - travel_mm
            if off * off_high < 0:
                low, off_low = high, off_high
            else:
                off_low /= 2
            high, off_high = turn, off
        return high


def _side(given: DoubleArmIn) -> int:
    """On which side of the line from the lower outer to the upper inner joint the upright stands at ride."""
    to_upper = _less(given.upper.inner, given.lower.outer)
    upright = _less(given.upper.outer, given.lower.outer)
    return 1 if to_upper[0] * upright[1] - to_upper[1] * upright[0] >= 0 else -1


def _less(one: Point, other: Point) -> Point:
    return one[0] - other[0], one[1] - other[1]


def _turned(vector: Point, by: float) -> Point:
    c, s = math.cos(by), math.sin(by)
    return vector[0] * c - vector[1] * s, vector[0] * s + vector[1] * c


def double_arm(given: DoubleArmIn) -> DoubleArmOut:
    """The four-bar linkage of two arms and an upright. Source: plane geometry.

    Raises Refused on a joint that lies in another, and where a position cannot close or leans by more than 45°: on
    ``lift_mm`` when it is the ride, else on ``bump_mm`` or ``droop_mm``, with how far it reaches.
    """
    _check(given)
    linkage = Linkage(given)
    ride_mm = -given.lift_mm
    at = _reached(linkage, ride_mm)
    ride = at(ride_mm, "lift_mm")
    rows = []
    for travel in _places(given):
        upright = ride if travel == 0 else at(ride_mm + travel, "bump_mm" if travel > 0 else "droop_mm")
        rows.append(_row(linkage, upright, travel))
    answer: dict[str, object] = {"travel": rows, "camber_at_ride_deg": linkage.leans_deg(ride)}
    if given.tie_rod is not None:
        answer["toe_at_ride_deg"] = linkage.toe_deg(ride)
        up = linkage.toe_deg(at(ride_mm + SLOPE_OVER_MM, "bump_mm"))
        down = linkage.toe_deg(at(ride_mm - SLOPE_OVER_MM, "droop_mm"))
        assert up is not None and down is not None
        answer["bump_steer_deg_per_100mm"] = (up - down) / (2 * SLOPE_OVER_MM) * 100
    return DoubleArmOut.model_validate(answer)


def _check(given: DoubleArmIn) -> None:
    for name in ("lower", "upper"):
        arm: Arm = getattr(given, name)
        if math.dist(arm.inner, arm.outer) <= SLACK:
            raise Refused(f"{name}.outer", "Both joints of this arm stand at the same place.")
    if math.dist(given.lower.outer, given.upper.outer) <= SLACK:
        raise Refused(
            "upper.outer", "Both outer joints stand at the same place: there is no upright between them."
        )
    if given.arm_mm is not None and given.tie_rod is None:
        raise Refused("tie_rod", "arm_mm is given without the tie rod: both or neither.")
    if given.tie_rod is not None:
        if given.arm_mm is None:
            raise Refused("arm_mm", "The tie rod is given without the arm that it turns: for example 130.")
        if abs(given.arm_mm) <= SLACK:
            raise Refused("arm_mm", "The tie rod needs an arm to turn the wheel by: not 0.")
        if math.dist(given.tie_rod.inner, given.tie_rod.outer) <= SLACK:
            raise Refused("tie_rod.outer", "Both ends of the tie rod stand at the same place.")


def _reached(linkage: Linkage, ride_mm: float) -> Callable[[float, str], Upright]:
    def at(travel_mm: float, field: str) -> Upright:
        upright = linkage.at_travel(travel_mm)
        if upright is None:
            reach = linkage.reaches_mm(1 if travel_mm >= 0 else -1)
            from_what = "ride as found" if field == "lift_mm" else "where it rides"
            left = abs(reach if field == "lift_mm" else reach - ride_mm)
            raise Refused(
                field,
                f"The arms do not get there: they reach {left:.0f} mm from {from_what}, then they lock or the upright "
                f"leans by more than {MOST_LEAN_DEG:g}°.",
            )
        return upright

    return at


def _places(given: DoubleArmIn) -> Iterator[float]:
    """Both ends, and every multiple of the step between."""
    yield -given.droop_mm
    first = math.floor(-given.droop_mm / given.step_mm + SLACK) + 1
    k = first
    while k * given.step_mm < given.bump_mm - SLACK:
        yield k * given.step_mm
        k += 1
    if given.bump_mm + given.droop_mm > SLACK:
        yield given.bump_mm


def _row(linkage: Linkage, upright: Upright, travel_mm: float) -> ArmsAt:
    row: dict[str, object] = {
        "travel_mm": travel_mm,
        "camber_deg": linkage.leans_deg(upright),
        "track_mm": linkage.carried(upright, (linkage.given.patch_y_mm, 0.0))[0] - linkage.given.patch_y_mm,
        "roll_centre_mm": linkage.roll_centre_mm(upright),
    }
    if linkage.given.tie_rod is not None:
        row["toe_deg"] = linkage.toe_deg(upright)
    return ArmsAt.model_validate(row)


CALCULATION = Calculation(
    "double-arm",
    DoubleArmIn,
    double_arm,
    DoubleArmOut,
    "two arms at the front: camber, track, toe and roll centre through travel, and what a lift does to them",
    "plane geometry of two arms and an upright",
)

"""The side view driven over ground: what touches, how steep it gets, whether a wheel is stopped."""

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, Number, Positive
from jorvak.core.stance.crossing import Under, VehicleOnGround, drive
from jorvak.core.stance.ground import Ground


class ObstaclePoint(Given):
    name: str = Field(description="what it is")
    x_mm: Number = Field(description="behind the front axle")
    z_mm: Number = Field(description="above level ground, at the stance under test")


class ObstacleIn(Given):
    terrain_mm: list[tuple[Number, Number]] = Field(
        description="x along the direction of travel, and z; level before and after"
    )
    wheelbase_mm: Positive = Field(description="front to rear axle", examples=[2740])
    front_radius_mm: Positive = Field(description="static loaded, as fitted", examples=[395])
    rear_radius_mm: Positive = Field(description="static loaded, as fitted", examples=[395])
    points: list[ObstaclePoint] = Field(description="underside points")
    step_mm: Positive = Field(20.0, description="from position to position")


class ObstacleOut(Answer):
    min_clearance_mm: dict[str, float] = Field(description="of each point, above the ground below it")
    tightest: str = Field(description="the point that comes closest")
    tightest_mm: float = Field(description="how close")
    touches: list[str] = Field(description="the points that touch, by name")
    max_pitch_deg: float = Field(description="the largest by size; nose up positive")
    blocked_at_mm: float | None = Field(description="the front centre's x where a wheel is stopped")


def obstacle(given: ObstacleIn) -> ObstacleOut:
    """Drive over it. Source: geometry, wheels as rigid circles; grip is not in it.

    Raises Refused on ``terrain_mm``, ``terrain_mm.N``, ``points`` and ``step_mm``.
    """
    stands = VehicleOnGround(
        given.wheelbase_mm,
        given.front_radius_mm,
        given.rear_radius_mm,
        [Under(point.name, point.x_mm, point.z_mm) for point in given.points],
    )
    crossing = drive(Ground.of(given.terrain_mm), stands, given.step_mm)
    tightest = crossing.tightest
    return ObstacleOut(
        min_clearance_mm={each.name: each.clearance_mm for each in crossing.closest},
        tightest=tightest.name,
        tightest_mm=tightest.clearance_mm,
        touches=sorted(each.name for each in crossing.closest if each.clearance_mm < -SLACK),
        max_pitch_deg=crossing.max_pitch_deg,
        blocked_at_mm=crossing.blocked_at_mm,
    )


CALCULATION = Calculation(
    "obstacle",
    ObstacleIn,
    obstacle,
    ObstacleOut,
    "drives the side view over ground: what touches, how steep it gets, what stops a wheel",
    "geometry: wheels as rigid circles on the upper envelope of the ground",
)

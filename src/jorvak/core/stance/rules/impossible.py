"""What cannot be: a shock that does not go into its space, a bar or an arm that does not reach, a point in the ground."""

from collections.abc import Iterator

from jorvak.core.findings import CannotBe, Finding, Here, Place, cannot_be

FRONT: Place = "front-axle"
REAR: Place = "rear-axle"
SHOCK = {"shock_closed_mm": "shock-bottoms", "shock_open_mm": "shock-tops-out"}
ANOTHER_SHOCK = "A shock of another length, less lift, or its mounts moved"
ARMS = "Less lift, longer arms, or arm brackets lowered"
SAID = {
    "lift": CannotBe("both-axles", "Measure the axle loads, the unsprung mass and the springs again"),
    "angles": CannotBe("middle", "Measure that point again, or lower it less"),
    "front_corner": CannotBe(FRONT, "Measure the spring and the axle load again"),
    "rear_corner": CannotBe(REAR, "Measure the spring and the axle load again"),
    "front_shock": CannotBe(FRONT, ANOTHER_SHOCK, SHOCK),
    "rear_shock": CannotBe(REAR, ANOTHER_SHOCK, SHOCK),
    "bar": CannotBe(FRONT, "Less lift, a longer bar, or its bracket raised"),
    "caster": CannotBe(FRONT, ARMS),
    "half_shafts": CannotBe(FRONT, "Less lift, or longer half shafts"),
    "links": CannotBe(REAR, "Measure both ends of the links again"),
}


def out_of_reach(here: Here) -> Iterator[Finding]:
    """Results of this area whose figures cannot be together."""
    yield from cannot_be(here, "stance", SAID, "suspension")


RULES = (out_of_reach,)

"""What cannot be of the trip: more people than seats, more in a tank than it holds."""

from collections.abc import Iterator

from jorvak.core.findings import CannotBe, Finding, Here, cannot_be

TANKS = "Say again what the tanks hold and what is in them when it leaves"
SAID = {
    "way": CannotBe("middle", "Correct how many people go, the seats, or what is in the tanks"),
    "way_loads": CannotBe("middle", TANKS),
}


def out_of_reach(here: Here) -> Iterator[Finding]:
    """Results of this area whose figures cannot be together."""
    yield from cannot_be(here, "trip", SAID, "fuel")


RULES = (out_of_reach,)

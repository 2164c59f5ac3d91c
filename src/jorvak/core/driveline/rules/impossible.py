"""What cannot be: a shaft without a length, a tube without a bore, a slip that its new place cannot have."""

from collections.abc import Iterator

from jorvak.core.findings import CannotBe, Finding, Here, cannot_be

ENDS_AGAIN = "Measure both joints and the travel again, or plan another shaft"
SAID = {
    "front_shaft": CannotBe("front-axle", ENDS_AGAIN),
    "rear_shaft": CannotBe("rear-axle", ENDS_AGAIN),
    "front_strength": CannotBe("front-axle", "Measure the tube again"),
    "rear_strength": CannotBe("rear-axle", "Measure the tube again"),
}


def out_of_reach(here: Here) -> Iterator[Finding]:
    """Results of this area whose figures cannot be together."""
    yield from cannot_be(here, "driveline", SAID, "driveline")


RULES = (out_of_reach,)

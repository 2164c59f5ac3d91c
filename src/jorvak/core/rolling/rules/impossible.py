"""What cannot be in the rolling gear: figures that do not go together."""

from collections.abc import Iterator

from jorvak.core.findings import CannotBe, Finding, Here, cannot_be

SAID = {
    "wheels": CannotBe("both-axles", "Read the sidewalls again"),
    "driven_gears": CannotBe("dash", "Count the teeth again"),
    "distance": CannotBe("dash", "Correct the readings noted with what was fitted"),
}


def out_of_reach(here: Here) -> Iterator[Finding]:
    """Results of this area whose figures cannot be together."""
    yield from cannot_be(here, "rolling", SAID, "tyres")


RULES = (out_of_reach,)

"""What cannot be of the masses: more taken off than it weighs, a nose that lifts an axle."""

from collections.abc import Iterator

from jorvak.core.findings import CannotBe, Finding, Here, cannot_be

WEIGH_AGAIN = "Weigh it again, or note what was in it when it was weighed"
SAID = {
    "load": CannotBe("middle", WEIGH_AGAIN),
    "laden": CannotBe("middle", WEIGH_AGAIN),
    "masses": CannotBe("middle", WEIGH_AGAIN),
    "rooms": CannotBe("middle", WEIGH_AGAIN),
    "towing": CannotBe("tail", "Measure hitch and wheelbase again, or bring the trailer's load further back"),
    "corners": CannotBe("both-axles", "Roll it onto the four scales again"),
}


def out_of_reach(here: Here) -> Iterator[Finding]:
    """Results of this area whose figures cannot be together."""
    yield from cannot_be(here, "load", SAID, "load")


RULES = (out_of_reach,)

"""What cannot be of power: a battery that holds nothing that may be used, a charge that never ends."""

from collections.abc import Iterator

from jorvak.core.findings import CannotBe, Finding, Here, cannot_be

SAID = {
    "standing_still": CannotBe("middle", "Correct what the battery holds and what hangs on it"),
    "charging": CannotBe("middle", "Correct the battery and what charges it"),
}


def out_of_reach(here: Here) -> Iterator[Finding]:
    """Results of this area whose figures cannot be together."""
    yield from cannot_be(here, "power", SAID, "power")


RULES = (out_of_reach,)

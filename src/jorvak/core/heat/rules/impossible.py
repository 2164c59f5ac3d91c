"""What cannot be of heat: no air through the radiator at all, a climb with the thermostat closed."""

from collections.abc import Iterator

from jorvak.core.findings import CannotBe, Finding, Here, cannot_be

SAID = {
    "longest_climb": CannotBe("nose", "Correct the climb that was driven, or what stands before the grille")
}


def out_of_reach(here: Here) -> Iterator[Finding]:
    """Results of this area whose figures cannot be together."""
    yield from cannot_be(here, "heat", SAID, "cooling")


RULES = (out_of_reach,)

"""What cannot be of recovery: a drum that never holds its rope, more rope out than there is, legs that pull apart."""

from collections.abc import Iterator

from jorvak.core.findings import CannotBe, Finding, Here, Settle, cannot_be
from jorvak.core.recovery.area import RecoveryResults

SAID = {"winch": CannotBe("nose", "Correct the drum and its rope")}


def out_of_reach(here: Here) -> Iterator[Finding]:
    """Results of this area whose figures cannot be together, and pulls that cannot be rigged so."""
    yield from cannot_be(here, "recovery", SAID, "recovery")
    result = here.judged_results.of(RecoveryResults).pulls
    for pull in result.value or ():
        for each in pull.cannot:
            if each.path is not None and not each.path.startswith("pulls."):
                continue  # The winch itself, which has said so already.
            yield here.finding(
                "out-of-reach",
                "stop",
                f"{pull.name}: {each.label}",
                "nose",
                figures=() if each.path is None else (each.path,),
                settled_by=(Settle(text="Rig it otherwise", figure=each.path),),
                subject=f"pull {pull.name}",
                system="recovery",
            )


RULES = (out_of_reach,)

"""The winch: strong enough for this vehicle, on something that holds it, with rope that reaches."""

from collections.abc import Iterator

from jorvak.core.calculation import SLACK
from jorvak.core.findings import Finding, Here, Settle, measure_first
from jorvak.core.recovery.area import RecoveryResults
from jorvak.core.recovery.figures import MOUNT, RATED

WANTED = 1.5
"""First-layer pull over the laden mass. Source: recovery practice."""


def winch_too_small(here: Here) -> Iterator[Finding]:
    """First-layer pull below one and a half times the laden mass."""
    result = here.judged_results.of(RecoveryResults).against_mass
    if result.value is None:
        return
    got, off = result.value.over_mass, result.off("over_mass")
    if got >= WANTED + off - SLACK:
        here.passes("winch-too-small", result, "over_mass")
        return
    yield here.finding(
        "winch-too-small",
        "watch",
        f"The winch pulls {got:.2f}{here.near(off, 2)} times the laden mass on its first layer; {WANTED:g} times is "
        f"what a stuck vehicle asks for: {here.kg(WANTED * result.value.mass_kg)}.",
        "nose",
        result=result,
        settled_by=(
            *(measure_first("recovery", result, "over_mass") if abs(got - WANTED) < off else ()),
            Settle(text="A stronger winch, less aboard, or a second line from the first metre on"),
        ),
    )


def winch_frame(here: Here) -> Iterator[Finding]:
    """The strength of its mounts and rails is not known."""
    if here.value(RATED) is None and not any(here.changes("winch")):
        return
    if here.value(MOUNT) is not None:
        here.passes("winch-frame", None)
        return
    winch = next(iter(here.changes("winch")), None)
    yield here.finding(
        "winch-frame",
        "measure",
        "Nobody has noted what the winch's mount and the rails behind it hold: all that it pulls hangs on them.",
        "nose",
        figures=(MOUNT,),
        settled_by=(Settle(text="Note what mount and rails hold, by the mount's sheet", figure=MOUNT),),
        change=winch,
    )


def rope_too_short(here: Here) -> Iterator[Finding]:
    """Usable rope shorter than the longest pull that the brief foresees."""
    wanted = here.value("aims.longest_pull_m")
    result = here.results.of(RecoveryResults).winch
    if not wanted or result.value is None:
        return
    left, off = result.value.usable_rope_m - wanted, result.off("usable_rope_m")
    if left >= off - SLACK:
        here.passes("rope-too-short", result, "usable_rope_m")
        return
    yield here.finding(
        "rope-too-short",
        "note",
        f"{result.value.usable_rope_m:.1f} m{here.near(off)} of rope can be used with {result.value.min_wraps} wraps on "
        f"the drum, the longest pull foreseen takes {wanted:g} m.",
        "nose",
        result=result,
        settled_by=(
            *(measure_first("recovery", result, "usable_rope_m") if abs(left) < off else ()),
            Settle(text="An extension rated for the pull, or an anchor that is nearer"),
        ),
    )


RULES = (winch_too_small, winch_frame, rope_too_short)

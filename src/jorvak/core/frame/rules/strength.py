"""First looks: what is not known of something that is pulled on, and what is too weak. No look ever says yes."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Settle, measure_first, room
from jorvak.core.frame.area import FrameResults
from jorvak.core.frame.cautions import first_letter


def strength_unknown(here: Here) -> Iterator[Finding]:
    """Something is pulled on or carries, and nobody has noted what holds it; or its figures cannot be together."""
    result = here.judged_results.of(FrameResults).looks
    for look in result.value or ():
        if look.gaps:
            yield here.finding(
                "strength-unknown",
                "measure",
                f"{first_letter(look.name)} is loaded and nobody has noted {_listed(look.gaps)}.",
                "middle",
                settled_by=tuple(Settle(text=f"Note {gap}") for gap in look.gaps[:3]),
                subject=look.name,
            )
        elif look.cannot is not None:
            yield here.finding(
                "strength-unknown",
                "stop",
                f"{first_letter(look.name)}: {look.cannot}",
                "middle",
                settled_by=(Settle(text="Correct what is noted, or hold it otherwise"),),
                subject=f"{look.name}, as noted",
            )


def _listed(gaps: tuple[str, ...]) -> str:
    return gaps[0] if len(gaps) == 1 else f"{', '.join(gaps[:-1])} and {gaps[-1]}"


def too_weak(here: Here) -> Iterator[Finding]:
    """A factor below what a first look asks for."""
    result = here.judged_results.of(FrameResults).looks
    for at, look in enumerate(result.value or ()):
        if look.factor is None:
            continue
        place = f"{at}.factor"
        off = result.off(place)
        severity = room(look.factor - look.least, off)
        if severity is None:
            here.passes("too-weak", result, place)
            continue
        yield here.finding(
            "too-weak",
            severity,
            f"{first_letter(look.name)} holds {look.factor:.2f}{here.near(off, 2)} times what it gets; {look.least:g} times is what a "
            "first look asks for.",
            "middle",
            result=result,
            settled_by=(
                *(measure_first("frame", result, place) if severity == "measure" else ()),
                Settle(text="More bolts or larger ones further apart, a stiffer section, or less on it"),
            ),
            subject=look.name,
        )


RULES = (strength_unknown, too_weak)

"""A fender, liner or bumper cut back at a place, for room."""

import math
import re

from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.plan.jobs import Job, job
from jorvak.core.plan.kind_fields import ThickMm, Words, added
from jorvak.core.plan.kinds import Kind
from jorvak.core.quantities import LENGTH, Unreadable
from jorvak.core.quantities import read as read_quantity
from jorvak.core.rig import Figure, Figures, Frozen, Rig
from jorvak.core.stance.records import Gap

EXAMPLE = "trim front bumper by 25"


class Trim(Frozen):
    what: Words = Field(description="what is trimmed, as the point or gap is called", examples=["bumper end"])
    by_mm: ThickMm = Field(description="back by", examples=["25"], gt=0)


def title(fields: Trim) -> str:
    return f"trim {fields.what} by {fields.by_mm:g}"


def effect(fields: Trim, before: Figures) -> dict[str, Figure | None]:
    """A point of the underside goes up by it; a gap at the tyre moves away from the wheel."""
    effect: dict[str, Figure | None] = {}
    point, gap = f"points.{fields.what}.z_mm", f"gaps.{fields.what}"
    if point in before:
        effect[point] = added(before, point, fields.by_mm)
    if f"{gap}.x_mm" in before:
        x = before[f"{gap}.x_mm"].value
        effect[f"{gap}.x_mm"] = added(before, f"{gap}.x_mm", math.copysign(fields.by_mm, x))
    return effect


def jobs(fields: Trim) -> tuple[Job, ...]:
    return (
        job(
            f"Trim {fields.what} by {fields.by_mm:g} mm",
            2.0,
            (
                "Mark with the tyre at full bump and full lock, not on a level floor.",
                "Cut less, look, cut again; seal the bare edge the same day.",
                "No tyre cover lost below what the local rules want.",
            ),
            (
                "cutting",
                "local-code",
            ),
            stage="mock-up",
            area="body",
            system="body",
            tools=("grinder", "paint"),
            no_return="cuts",
            rests_on=("gaps.",),
        ),
    )


NUMBER = re.compile(r"(?:\bby\s+)?(\d[\d.,/ ]*\s*(?:mm|cm|m|in|\"|inch|inches)?)(?=\s|$)", re.IGNORECASE)


def read(words: str, rig: Rig) -> Trim:
    """``liner behind by 25``, ``25 bumper end``: what, as the rig calls it, and how far back."""
    amount = NUMBER.search(words)
    if amount is None:
        raise Refused("line", f"How far back? Type for example {EXAMPLE}.")
    try:
        by = read_quantity(amount[1].strip(), LENGTH).value
    except Unreadable as error:
        raise Refused("line", str(error)) from None
    named = " ".join((words[: amount.start()] + words[amount.end() :]).split()).removesuffix(" by")
    known = (*rig.points, *(gap.name for gap in rig.all(Gap)))
    what = next((name for name in known if name.lower() == named.lower()), None)
    if what is None:
        there = (
            f"There are {', '.join(known)}." if known else "Note the point or the place by the tyre first."
        )
        raise Refused("line", f"There is no point or place “{named[:40]}” on this rig. {there}")
    return Trim(what=what, by_mm=by)


KIND = Kind(
    name="trim",
    words=("trim",),
    example=EXAMPLE,
    fields=Trim,
    title=title,
    effect=effect,
    jobs=jobs,
    read=read,
)

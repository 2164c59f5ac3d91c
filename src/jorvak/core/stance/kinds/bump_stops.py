"""Longer bump stops."""

from pydantic import Field

from jorvak.core.plan.jobs import Job, job
from jorvak.core.plan.kind_fields import MoreMm, Where, added, ends_of, where_in_words
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen


class BumpStops(Frozen):
    longer_mm: MoreMm = Field(description="longer by", examples=["20"])
    axle: Where = Field("both", description="where")


def title(fields: BumpStops) -> str:
    return f"bump stops {fields.longer_mm:+g}, {where_in_words(fields.axle)}"


def effect(fields: BumpStops, before: Figures) -> dict[str, Figure | None]:
    """What the stop is longer by is bump travel gone."""
    effect: dict[str, Figure | None] = {}
    for end in ends_of(fields.axle):
        at = f"{end}_suspension"
        effect[f"{at}.bump_stop_mm"] = added(before, f"{at}.bump_stop_mm", fields.longer_mm)
        if f"{at}.bump_mm" in before:
            effect[f"{at}.bump_mm"] = added(before, f"{at}.bump_mm", -fields.longer_mm)
    return effect


def jobs(fields: BumpStops) -> tuple[Job, ...]:
    return (
        job(
            "Fit the bump stops",
            1.5,
            (
                "Left and right alike.",
                "Bring one side to the stop with the spring out: what touches first?",
            ),
            (
                "stands",
                "springs",
            ),
            area="rear-axle",
            system="suspension",
            tools=("stands", "trolley jack"),
        ),
    )


KIND = Kind(
    name="bump-stops",
    words=("bump-stop", "bump-stops"),
    example="bump-stops 20 front",
    fields=BumpStops,
    title=title,
    effect=effect,
    jobs=jobs,
)

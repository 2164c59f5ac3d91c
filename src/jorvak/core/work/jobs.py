"""What a change asks to be done: jobs with steps and cautions."""

from pydantic import Field

from jorvak.core.rig import Frozen
from jorvak.core.work.cautions import CAUTIONS, Caution


class Job(Frozen):
    """One job that a change brings. ``hours`` is a first guess where the change has none of its own."""

    title: str
    steps: tuple[str, ...]
    cautions: tuple[str, ...] = Field(description="as they stand on the job's card")
    hours: float
    after: str | None = Field(
        None, description="what has to have happened first, where it cannot follow at once"
    )


def job(
    title: str, hours: float, steps: tuple[str, ...], cautions: tuple[Caution, ...], after: str | None = None
) -> Job:
    """A job with its cautions written out."""
    return Job(
        title=title, steps=steps, cautions=tuple(CAUTIONS[c] for c in cautions), hours=hours, after=after
    )

"""What a change asks to be done: jobs with steps and cautions."""

from jorvak.core.immutable import record
from jorvak.core.plan.cautions import CAUTIONS, Caution


@record(frozen=True, slots=True)
class Job:
    """One job that a change brings. ``hours`` is a first guess where the change has none of its own.

    ``cautions`` are as they stand on the job's card; ``after`` says what has to have happened first, where
    the job cannot follow at once.
    """

    title: str
    steps: tuple[str, ...]
    cautions: tuple[str, ...]
    hours: float
    after: str | None = None


def job(
    title: str, hours: float, steps: tuple[str, ...], cautions: tuple[Caution, ...], after: str | None = None
) -> Job:
    """A job with its cautions written out."""
    return Job(
        title=title, steps=steps, cautions=tuple(CAUTIONS[c] for c in cautions), hours=hours, after=after
    )

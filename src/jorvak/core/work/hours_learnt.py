"""How far this builder's guesses are off, learnt from what jobs took."""

import math
from collections.abc import Sequence

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Positive
from jorvak.core.immutable import record

PRIOR_JOBS = 4
PRIOR_MEAN = math.log(1.3)
PRIOR_DEVIATION = 0.45
"""Nobody's own record: guesses are too low by a third, and two of three jobs lie within half as much again."""


class Took(Given):
    guessed_h: Positive = Field(description="what it was thought to take", examples=[4])
    took_h: Positive = Field(description="what it took", examples=[7])


class HoursLearntIn(Given):
    history: list[Took] = Field(description="jobs that are done, with both; may be empty")


class HoursLearntOut(Answer):
    ratio: float = Field(description="the middle job takes so many times its guess")
    ratio_low: float = Field(description="two deviations below")
    ratio_high: float = Field(description="two deviations above")
    ratio_sum: float = Field(description="a sum of many jobs grows by this: the mean, not the middle")
    job_spread: float = Field(description="one job may take so many times more or less")
    count: int = Field(description="jobs that it is learnt from")


@record(frozen=True, slots=True)
class Learnt:
    """The builder's own factor as a distribution of its logarithm: middle, deviation of a job, and of the middle."""

    mean: float
    deviation: float
    of_mean: float


def learnt(history: Sequence[Took]) -> Learnt:
    """What the record says, with a prior as if from four jobs."""
    x = [math.log(job.took_h / job.guessed_h) for job in history]
    n, weight = len(x), PRIOR_JOBS + len(x)
    own = sum(x) / n if n else PRIOR_MEAN
    mean = (PRIOR_JOBS * PRIOR_MEAN + sum(x)) / weight
    squares = (
        PRIOR_JOBS * PRIOR_DEVIATION**2
        + sum((each - own) ** 2 for each in x)
        + PRIOR_JOBS * n / weight * (own - PRIOR_MEAN) ** 2
    )
    deviation = math.sqrt(squares / weight)
    return Learnt(mean, deviation, deviation / math.sqrt(weight))


def hours_learnt(given: HoursLearntIn) -> HoursLearntOut:
    """ratio = exp(m), m and s from ln(took/guessed) with a prior of four jobs. Source: normal with conjugate prior."""
    known = learnt(given.history)
    return HoursLearntOut(
        ratio=math.exp(known.mean),
        ratio_low=math.exp(known.mean - 2 * known.of_mean),
        ratio_high=math.exp(known.mean + 2 * known.of_mean),
        ratio_sum=math.exp(known.mean + (known.deviation**2 + known.of_mean**2) / 2),
        job_spread=math.exp(2 * known.deviation),
        count=len(given.history),
    )


CALCULATION = Calculation(
    "hours-learnt",
    HoursLearntIn,
    hours_learnt,
    HoursLearntOut,
    "how many times its guess a job takes, learnt from what jobs took here",
    "log-normal factor, prior of four jobs at 1.3",
)

"""Ready by the date? Many runs of the same work, each with hours and waits as they may come."""

import math
from collections.abc import Callable, Sequence
from datetime import date, timedelta
from typing import TYPE_CHECKING, Annotated, Any

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, NotNegative, Refused
from jorvak.core.immutable import record
from jorvak.core.work.bench import DAY, QUARTERS, YEAR_DAYS
from jorvak.core.work.hours_learnt import Took, learnt
from jorvak.core.work.laid import Work, as_work
from jorvak.core.work.order import numbers
from jorvak.core.work.placing import NOWHERE, Placing
from jorvak.core.work.search import search
from jorvak.core.work.to_lay import PlanIn

if TYPE_CHECKING:
    import numpy as np

    Floats = np.ndarray[Any, np.dtype[np.float64]]

MOST_DRIVERS = 5
MOST_RUNS = 100_000


class ChanceIn(PlanIn):
    history: list[Took] = Field(description="jobs that are done, with guess and what they took; may be empty")
    runs: Annotated[int, Field(strict=True, ge=1, le=MOST_RUNS)] = Field(2000, description="how many")
    seed: Annotated[int, Field(strict=True, ge=0)] = Field(1, description="same seed, same answer")
    wait_spread: NotNegative = Field(
        0.0, description="deviation of the logarithm of each wait", examples=[0.2]
    )
    order: list[str] | None = Field(None, description="in which jobs are placed; absent: as schedule does")


class Driver(Answer):
    id: str | None = Field(description="a job, a wait (id:wait), or null for the builder's own factor")
    share: float = Field(description="of how much the hour at which all is ready hangs on it")


class ChanceOut(Answer):
    p_deadline: float | None = Field(description="share of runs in which no vehicle is late")
    finish_p10: date | None = Field(description="one of ten runs is ready by then; null: beyond the year")
    finish_p50: date | None = Field(description="half of them are")
    finish_p90: date | None = Field(description="nine of ten are")
    order: list[str] = Field(description="in which jobs were placed")
    drivers: list[Driver] = Field(description="on what it hangs most, largest first")


@record(frozen=True)
class Runs:
    """What came of each run: the clock quarter at which all was ready, and whether each vehicle was late."""

    work: Work
    order: tuple[int, ...]
    ready: list[int]
    late: list[bool]
    hours: "Floats"
    waits: "Floats"
    own: "Floats"


Tell = Callable[[int, int], bool]
"""Is told how many runs of how many are done; answers whether to go on."""


def chance(given: ChanceIn, tell: Tell | None = None) -> ChanceOut:
    """Hours and waits drawn, jobs placed one after another. Source: Monte Carlo over serial schedules.

    Raises Refused as ``schedule`` does, and on ``order`` and ``order.K``.
    """
    return chance_of(run(given, tell))


def chance_of(runs: Runs) -> ChanceOut:
    """What came of all runs together."""
    deadline = any(rig.deadline_day is not None for rig in runs.work.rigs)
    return ChanceOut(
        p_deadline=runs.late.count(False) / len(runs.late) if deadline else None,
        finish_p10=finish(runs, 0.1),
        finish_p50=finish(runs, 0.5),
        finish_p90=finish(runs, 0.9),
        order=[runs.work.jobs[job].id for job in runs.order],
        drivers=_drivers(runs),
    )


def run(given: ChanceIn, tell: Tell | None = None) -> Runs:
    """Every run. With ``tell`` it may be cut short: what there is then is all there is."""
    import numpy as np

    work = as_work(given, 1.0)
    order = _order(given, work)
    known = learnt(given.history)
    draw = np.random.default_rng(given.seed)
    count = len(work.jobs)
    own = draw.normal(known.mean, known.of_mean, given.runs)
    each = draw.normal(0.0, known.deviation, (given.runs, count))
    wait = draw.normal(0.0, given.wait_spread, (given.runs, count))
    guessed = np.array([job.hours for job in work.jobs])
    waited = np.array([job.wait_hours for job in work.jobs])
    hours = _in_quarters(guessed * np.exp(own[:, None] + each))
    waits = _in_quarters(waited * np.exp(wait))
    placing = Placing(work.bench, work.people, work.whole)
    ready, late = [], []
    for i in range(given.runs):
        if tell is not None and i % 100 == 0 and i and not tell(i, given.runs):
            break
        at, is_late = _one_run(work, placing, order, hours[i].tolist(), waits[i].tolist())
        ready.append(at)
        late.append(is_late)
    done = len(ready)
    return Runs(work, tuple(order), ready, late, each[:done], wait[:done], own[:done])


def _in_quarters(hours: "Floats") -> "np.ndarray[Any, np.dtype[np.int64]]":
    import numpy as np

    quarters = np.ceil(np.minimum(hours * QUARTERS, float(NOWHERE)) - 1e-9)
    return quarters.astype(np.int64)


def _one_run(
    work: Work, placing: Placing, order: Sequence[int], hours: list[int], waits: list[int]
) -> tuple[int, bool]:
    placed = placing.place(order, hours, waits)
    if NOWHERE in placed.done:
        return NOWHERE, True
    ready = [0] * len(work.rigs)
    for job, rig in enumerate(work.rig_of):
        ready[rig] = max(ready[rig], placed.done[job] + waits[job])
    late = any(
        rig.deadline_day is not None and at // DAY > rig.deadline_day
        for rig, at in zip(work.rigs, ready, strict=True)
    )
    return max(ready), late


def _order(given: ChanceIn, work: Work) -> list[int]:
    if given.order is None:
        return list(search(work, given.limit_s, None)[0].order)
    known = numbers([job.id for job in work.jobs])
    order: list[int] = []
    for k, name in enumerate(given.order):
        if name not in known:
            raise Refused(f"order.{k}", f"There is no job “{name}”.")
        if known[name] in order:
            raise Refused(f"order.{k}", f"{name} stands twice in the order.")
        order.append(known[name])
    missing = [name for name, at in known.items() if at not in order]
    if missing:
        raise Refused("order", f"{missing[0]} is not in the order.")
    place = {job: at for at, job in enumerate(order)}
    for job, befores in enumerate(work.befores):
        for before in befores:
            if place[before] > place[job]:
                raise Refused(
                    "order",
                    f"{work.jobs[before].id} comes before {work.jobs[job].id}, in this order it does not.",
                )
    return order


def finish(runs: Runs, share: float) -> date | None:
    """The first day by which at least that share of runs are ready; None beyond the year."""
    ordered = sorted(runs.ready)
    at = ordered[max(math.ceil(share * len(ordered) - 1e-9), 1) - 1]
    if at >= NOWHERE or at // DAY >= YEAR_DAYS:
        return None
    return runs.work.bench.start + timedelta(days=at // DAY)


def _drivers(runs: Runs) -> list[Driver]:
    work, ranks = runs.work, _ranks(runs.ready)
    squares: list[tuple[str | None, float]] = [(None, _squared(_ranks(runs.own), ranks))]
    for at, job in enumerate(work.jobs):
        if job.hours > 0:
            squares.append((job.id, _squared(_ranks(runs.hours[:, at]), ranks)))
        if job.wait_hours > 0:
            squares.append((f"{job.id}:wait", _squared(_ranks(runs.waits[:, at]), ranks)))
    total = sum(square for _, square in squares)
    if total <= 0:
        return []
    first = sorted(squares, key=lambda each: -each[1])[:MOST_DRIVERS]
    return [Driver(id=name, share=square / total) for name, square in first if square > 0]


def _ranks(values: Any) -> "Floats":
    """Ranks from 0, those alike at the middle of theirs."""
    import numpy as np

    _, which, count = np.unique(np.asarray(values), return_inverse=True, return_counts=True)
    above = np.cumsum(count)
    middle: Floats = (above - (count + 1) / 2)[which]
    return middle


def _squared(one: "Floats", other: "Floats") -> float:
    """The square of the correlation; 0 where one of them never moves."""
    a, b = one - one.mean(), other - other.mean()
    size = float((a @ a) * (b @ b))
    return float(a @ b) ** 2 / size if size > 0 else 0.0


def holding(given: ChanceIn, answer: ChanceOut) -> Callable[[ChanceIn], ChanceOut]:
    """The same order for figures that are moved a little: what doubt does to it."""
    return lambda moved: chance(moved.model_copy(update={"order": answer.order}))


CALCULATION = Calculation(
    "chance",
    ChanceIn,
    chance,
    ChanceOut,
    "ready by the date? how likely each date is, and on which jobs it hangs most",
    "Monte Carlo over serial schedules, factors log-normal",
    holding=holding,
)

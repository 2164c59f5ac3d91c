"""The order of work: what comes before what, and by which rule of the trade."""

from collections.abc import Callable, Mapping, Sequence
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Refused
from jorvak.core.immutable import record
from jorvak.core.plan.jobs import JOB_STAGES, JobStage

Why = Literal[
    "after", "stage", "baseline-first", "weld-before-wire", "weld-before-fuel", "fuel-out", "wire-before-trim",
    "weight-on", "prove-last",
]  # fmt: skip


class OrderJob(Given):
    id: str = Field(min_length=1, description="what it is called", examples=["weld brackets"])
    stage: JobStage = Field(description="where it stands in the working order", examples=["weld"])
    area: str = Field(min_length=1, description="where on the vehicle", examples=["rear-axle"])
    rig: str | None = Field(None, min_length=1, description="which vehicle; absent: one of its own")
    after: list[str] = Field(default=[], description="jobs that come before it")


class OrderIn(Given):
    jobs: list[OrderJob] = Field(description="what is to be done, as it was written down")
    overruled: list[tuple[str, str]] = Field(
        default=[], description="pairs [before, after] for which no rule holds but what was given"
    )


class OrderEdge(Answer):
    before: str = Field(description="what comes first")
    after: str = Field(description="what comes after it")
    why: Why = Field(description="the rule")


class OrderOut(Answer):
    order: list[str] = Field(description="of those that may be next always the earliest as given")
    edges: list[OrderEdge] = Field(description="less those that others imply")


@record(frozen=True, slots=True)
class Rule:
    """One rule of order: of two jobs of a vehicle, whether the first comes before the second, and why it does."""

    name: Why
    because: str
    holds: Callable[[OrderJob, OrderJob], bool]


def _stages(first: tuple[JobStage, ...], then: tuple[JobStage, ...]) -> Callable[[OrderJob, OrderJob], bool]:
    return lambda a, b: a.stage in first and b.stage in then


RULES: tuple[Rule, ...] = (
    Rule(
        "stage",
        "on one part of the vehicle this is how work goes",
        lambda a, b: a.area == b.area and JOB_STAGES.index(a.stage) < JOB_STAGES.index(b.stage),
    ),
    Rule(
        "baseline-first",
        "ride heights and gaps are gone once it hangs in pieces",
        _stages(("baseline",), ("strip",)),
    ),
    Rule("weld-before-wire", "welding current runs through new electronics", _stages(("weld",), ("wire",))),
    Rule("weld-before-fuel", "vapour of what was filled in", _stages(("weld",), ("fill",))),
    Rule(
        "fuel-out",
        "tank and lines are out before anything sparks",
        lambda a, b: a.stage == "strip" and a.area == "fuel" and b.stage == "weld",
    ),
    Rule(
        "wire-before-trim", "a cable is fished before the trim closes over it", _stages(("wire",), ("trim",))
    ),
    Rule(
        "weight-on",
        "joints get their last torque with the weight on the wheels, and are aligned after it",
        lambda a, b: (
            (a.stage in ("assemble", "fill") and b.stage == "load-on-wheels")
            or (a.stage == "load-on-wheels" and b.stage == "align")
        ),
    ),
    Rule(
        "prove-last",
        "what is proved is proved complete",
        lambda a, b: a.stage != "prove" and b.stage == "prove",
    ),
)
"""The rules of order as data, each with its reason in one sentence; of several that lay a pair the first counts."""

BECAUSE: Mapping[Why, str] = {"after": "it was said so", **{rule.name: rule.because for rule in RULES}}


def order(given: OrderIn) -> OrderOut:
    """What comes before what, and an order that keeps it. Source: rules of the trade (``RULES``).

    Raises Refused on ``jobs`` for a ring, ``jobs.N.id`` for two of one name, ``jobs.N.after.K`` and
    ``overruled.N.K`` for what is not there.
    """
    number = numbers([job.id for job in given.jobs])
    before = _given_before(given, number)
    overruled = set()
    for i, pair in enumerate(given.overruled):
        for k, name in enumerate(pair):
            if name not in number:
                raise Refused(f"overruled.{i}.{k}", f"There is no job “{name}”.")
        overruled.add((number[pair[0]], number[pair[1]]))
    why: dict[tuple[int, int], Why] = {}
    for a, first in enumerate(given.jobs):
        for b, then in enumerate(given.jobs):
            rule = _rule(first, then, a in before[b], (a, b) in overruled) if a != b else None
            if rule is not None:
                why[a, b] = rule
    befores = [{a for (a, b) in why if b == each} for each in range(len(given.jobs))]
    placed = in_order(befores, [job.id for job in given.jobs])
    names = [job.id for job in given.jobs]
    return OrderOut(
        order=[names[job] for job in placed],
        edges=[
            OrderEdge(before=names[a], after=names[b], why=why[a, b])
            for a, b in sorted(without_implied(befores, placed))
        ],
    )


def _given_before(given: OrderIn, number: Mapping[str, int]) -> list[set[int]]:
    before: list[set[int]] = []
    for i, job in enumerate(given.jobs):
        for k, name in enumerate(job.after):
            if name not in number:
                raise Refused(f"jobs.{i}.after.{k}", f"There is no job “{name}” for {job.id} to come after.")
        before.append({number[name] for name in job.after})
        if i in before[-1]:
            raise Refused("jobs", f"{job.id} would have to come after itself.")
    return before


def _rule(first: OrderJob, then: OrderJob, said: bool, overruled: bool) -> Why | None:
    if said:
        return "after"
    if overruled or first.rig != then.rig:
        return None
    return next((rule.name for rule in RULES if rule.holds(first, then)), None)


def numbers(ids: Sequence[str]) -> dict[str, int]:
    """Each job's place in the list by its id. Raises Refused on ``jobs.N.id`` for the second of one name."""
    number: dict[str, int] = {}
    for i, name in enumerate(ids):
        if name in number:
            raise Refused(f"jobs.{i}.id", f"Two jobs are called “{name}”: give each its own name.")
        number[name] = i
    return number


def in_order(befores: Sequence[set[int]], names: Sequence[str]) -> list[int]:
    """Jobs in an order that keeps what comes before what; of those that may be next always the earliest.

    Raises Refused on ``jobs`` for a ring, naming it.
    """
    waits = [set(each) for each in befores]
    left = list(range(len(waits)))
    placed: list[int] = []
    while left:
        free = next((job for job in left if not waits[job]), None)
        if free is None:
            ring = _ring(waits, left[0])
            raise Refused(
                "jobs",
                "These wait for one another in a ring, and none can be first: "
                + " → ".join(names[job] for job in [*ring, ring[0]])
                + ". Let one of them go.",
            )
        left.remove(free)
        placed.append(free)
        for each in waits:
            each.discard(free)
    return placed


def _ring(waits: Sequence[set[int]], start: int) -> list[int]:
    path = [start]
    while True:
        # Each that is left waits for one that is left: going back from any of them ends in a ring.
        before = min(waits[path[-1]])
        if before in path:
            return path[path.index(before) :][::-1]
        path.append(before)


def without_implied(befores: Sequence[set[int]], placed: Sequence[int]) -> set[tuple[int, int]]:
    """Pairs (before, after) less those that others imply. ``placed`` is an order that keeps them."""
    above: dict[int, set[int]] = {}
    kept = set()
    for job in placed:
        through = set[int]().union(*(above[each] for each in befores[job]))
        kept |= {(each, job) for each in befores[job] - through}
        above[job] = befores[job] | through
    return kept


CALCULATION = Calculation(
    "order",
    OrderIn,
    order,
    OrderOut,
    "what comes before what, by the rules of the trade, each with its reason",
    "rules of order; pairs that others imply are left out",
)

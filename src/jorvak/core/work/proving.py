"""Proving it: the same test before and after one change, against its scatter; what to look at after what was fitted."""

import math
from collections.abc import Sequence
from typing import Literal

from jorvak.core.immutable import record
from jorvak.core.plan.jobs import System
from jorvak.core.rig import Rig
from jorvak.core.work.jobs import work_jobs
from jorvak.core.work.records import ProvingCard

Verdict = Literal["moved", "too close to call", "drive it again", "not driven yet"]


@record(frozen=True, slots=True)
class Moved:
    """What a change moved of a test: the means of both, their difference and its ±, and what that says."""

    before: float | None
    after: float | None
    difference: float | None
    off: float | None
    verdict: Verdict
    says: str


def compare(before: Sequence[float], after: Sequence[float]) -> Moved:
    """The difference of the means against two deviations of it, the scatter of both pooled. Source: two samples of one
    scatter; with a single run of each nobody knows how far it scatters."""
    if not before or not after:
        first = sum(before) / len(before) if before else None
        return Moved(
            first, None, None, None, "not driven yet", "Drive it as found first, then after the one change."
        )
    first, then = sum(before) / len(before), sum(after) / len(after)
    difference = then - first
    free = len(before) + len(after) - 2
    if free == 0:
        return Moved(
            first, then, difference, None, "drive it again",
            "One run of each tells nothing of its scatter: drive one of them once more.",
        )  # fmt: skip
    squares = sum((each - mean) ** 2 for runs, mean in ((before, first), (after, then)) for each in runs)
    off = 2 * math.sqrt(squares / free * (1 / len(before) + 1 / len(after)))
    if abs(difference) > off:
        return Moved(first, then, difference, off, "moved", "It moved by more than it scatters.")
    return Moved(
        first,
        then,
        difference,
        off,
        "too close to call",
        "It scatters by more than it moved: drive it more often.",
    )


def of_card(card: ProvingCard) -> Moved:
    """What a card says."""
    return compare([run.value for run in card.before], [run.value for run in card.after])


@record(frozen=True, slots=True)
class Check:
    """One thing to look at after what was fitted, and after which jobs it is asked for."""

    what: str
    because: tuple[str, ...]


CHECKS: tuple[tuple[str, frozenset[System]], ...] = (
    ("Leaks: under the vehicle after an hour, and after the first drive warm", frozenset(("brakes", "fuel", "cooling", "driveline"))),
    ("Brakes: pedal hard, straight from 30 and from 60 km/h, no pull, handbrake on a slope", frozenset(("brakes", "suspension", "steering"))),
    ("Steering from lock to lock, on the wheels and hanging: nothing touches, it comes back by itself", frozenset(("steering", "suspension", "tyres"))),
    ("Every switch and lamp, engine off and running; nothing warm at a fuse or a joint", frozenset(("power",))),
    ("Charge: volts at the battery at idle with everything on", frozenset(("power", "recovery"))),
    ("Temperature on the first long climb, fan and thermostat", frozenset(("cooling", "recovery"))),
    ("Noises and shake on drive and on coast, by speed and by gear", frozenset(("driveline", "tyres"))),
    ("Speedometer against satellite speed at three speeds", frozenset(("tyres", "driveline"))),
    ("Ride heights at all four corners, noted", frozenset(("suspension", "load"))),
    ("Full bump and full lock with the springs out: what touches first", frozenset(("suspension", "tyres"))),
    ("Headlamps aimed as it stands laden", frozenset(("suspension", "load"))),
    ("Winch pulled once under load, all rope out but five turns", frozenset(("recovery",))),
    ("Welds and coats looked at after the first rough track", frozenset(("frame", "body"))),
    ("Retightened by true distance: nuts, spring bolts, mounts", frozenset(("tyres", "suspension", "frame", "load", "body"))),
)  # fmt: skip
"""What is looked at, and by which systems that were worked at it is asked for."""


def commissioning(rig: Rig) -> tuple[Check, ...]:
    """What to look at before the vehicle is trusted, by what was done of it."""
    done = [job for job in work_jobs(rig) if job.done and job.stage not in ("baseline", "strip", "prove")]
    found = ((what, tuple(job.title for job in done if job.system in systems)) for what, systems in CHECKS)
    return tuple(Check(what, because) for what, because in found if because)

"""Go, go with these limits, or do not go, and what that rests on.

A rule over the findings of an assessment with the load aboard, the survey, the jobs, the papers and the date.
"""

from collections.abc import Iterator
from datetime import date
from typing import Literal

from jorvak.core.assess import Assessment
from jorvak.core.catalogue import spec_of
from jorvak.core.counted import counted
from jorvak.core.engine.moment import changes_at
from jorvak.core.immutable import record
from jorvak.core.plan.kinds import guessed_hours, title_of
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Change, Rig
from jorvak.core.survey.records import SurveyItem
from jorvak.core.survey.weigh import FINE, hours_of, is_work
from jorvak.core.trip.countries import tyre_rules
from jorvak.core.trip.dates import legs_of_trip, trip_days
from jorvak.core.trip.limits import Limit, each_once, holds_back, limit_of
from jorvak.core.work.jobs import WorkJob, work_jobs

Verdict = Literal["do-not-go", "go-with-limits", "go"]
IN_WORDS: dict[Verdict, str] = {
    "do-not-go": "Do not go",
    "go-with-limits": "Go, with these limits",
    "go": "Go",
}


@record(frozen=True, slots=True)
class OpenWork:
    """A change that is not fitted yet; or, ``change`` None, a decision of the survey or a job that is not done."""

    change: int | None
    title: str
    state: str
    hours: float
    guessed: bool


@record(frozen=True, slots=True)
class Against:
    """A reason not to go: what it says, on which sheet it stands, and the key of the finding where it is one."""

    text: str
    sheet: str
    finding: str | None = None


@record(frozen=True, slots=True)
class Readiness:
    """The answer, and what it rests on. ``when`` says how the day of leaving stands, ``sentence`` what speaks for and
    against.

    ``as_planned``: it supposes that all of ``open`` is done first; else it is of the vehicle as it stands. Hours per
    week None: no week is left to spread over. ``bench_hours_left`` None: no shop says when there is somebody at the
    bench.
    """

    verdict: Verdict
    when: str
    sentence: str
    as_planned: bool
    limits: tuple[Limit, ...]
    against: tuple[Against, ...]
    open: tuple[OpenWork, ...]
    leaves_on: date | None
    days_left: int | None
    hours_open: float
    hours_per_week: float | None
    took_against_guess: float | None
    bench_hours_left: float | None


def readiness(
    rig: Rig,
    today: date,
    assessed: Assessment,
    preset: Preset = METRIC,
    bench_hours_left: float | None = None,
) -> Readiness:
    """How ready a rig is by ``assessed``, which is of today or as planned, with the load aboard."""
    as_planned, jobs = assessed.stage == "planned", work_jobs(rig, today, preset)
    # Rivals of an open question are no work yet: one of them will be.
    open_work = (
        *(_standing(change, preset) for change in changes_at(rig, "planned") if change.state != "fitted"),
        *(_to_do(item) for item in rig.all(SurveyItem) if is_work(item)),
        *_other_jobs(jobs),
    )
    against = tuple(_against(rig, assessed, jobs))
    limits = each_once(_limits(rig, assessed))
    hours = sum(item.hours for item in open_work)
    days = days_left(rig, today)
    weeks = None if days is None or days < 7 else days / 7
    verdict: Verdict = "do-not-go" if against else "go-with-limits" if limits else "go"
    factor = took_against_guess(rig)
    return Readiness(
        verdict=verdict,
        when=_when(days),
        sentence=_sentence(verdict, against, limits, open_work if as_planned else (), hours, factor),
        as_planned=as_planned,
        limits=limits,
        against=against,
        open=open_work,
        leaves_on=rig.brief.leaves_on,
        days_left=days,
        hours_open=hours,
        hours_per_week=hours / weeks if weeks else None,
        took_against_guess=factor,
        bench_hours_left=bench_hours_left,
    )


def _against(rig: Rig, assessed: Assessment, jobs: tuple[WorkJob, ...]) -> Iterator[Against]:
    """Everything that says do not go, the worst of the vehicle first; also that nobody can say what it weighs."""
    weighed = assessed.results.result("load", "laden")
    if weighed.waits_for is not None and not weighed.waits_for.impossible:
        yield Against(
            f"Nobody can say what it weighs laden: {weighed.waits_for.label} is not known.", "measure"
        )
    for finding in assessed.findings:
        if holds_back(finding):
            lived = " It cannot be lived with." if finding.accepted is not None else ""
            yield Against(finding.text + lived, "findings", finding.key)
    for item in rig.all(SurveyItem):
        if (says := unsafe(item)) is not None:
            yield Against(f"{item.item}: {says}", "survey")
    for job in jobs:
        if job.open_gate is not None:
            yield Against(f"{job.title}: a gate stands open: {job.open_gate}", "work")


def unsafe(item: SurveyItem) -> str | None:
    """What is open of an item of the survey that carries safety; None where nothing is, or it carries none."""
    if item.concern != "safety" or item.condition in FINE or item.decision == "leave":
        return None
    if item.decision is None or item.decision == "look again":
        return f"{item.condition}: not decided"
    return f"{item.condition}: {item.decision}, not done"


def _limits(rig: Rig, assessed: Assessment) -> Iterator[Limit]:
    for finding in assessed.findings:
        if not holds_back(finding) and (limit := limit_of(finding)) is not None:
            yield limit
    yield from _not_known(rig, assessed)
    guessed = assessed.only_assumed
    if guessed.checks:
        named = ", ".join(spec_of(path).label for path in guessed.figures[:MOST_NAMED])
        more = len(guessed.figures) - MOST_NAMED
        yield Limit(
            f"Measure {named}{f' and {more} more' if more > 0 else ''}.",
            "before",
            f"{counted(len(guessed.checks), 'check')} pass on assumed figures alone: nothing that is guessed is safe.",
            None,
            "measure",
        )
    days = trip_days(rig)
    for country, when in () if days is None else tyre_rules(rig, days):
        yield Limit(
            f"See that the tyres are what {country.name} wants: {country.tyres}, {when}.",
            "before",
            f"{country.name}, as it was typed among the countries.",
            None,
            "trip",
        )


def _not_known(rig: Rig, assessed: Assessment) -> Iterator[Limit]:
    """What raises no finding because there is nothing to look at: a vehicle of which nothing is known is not ready."""
    if not rig.all(SurveyItem):
        yield Limit(
            "Walk round and under it.",
            "before",
            "The survey is empty: nobody has looked.",
            None,
            "survey",
        )
    if not legs_of_trip(rig):
        yield Limit(
            "Note the legs of the trip.",
            "before",
            "Without them nobody can say whether fuel and water last.",
            None,
            "legs",
        )
    pressures = assessed.results.result("rolling", "pressures").waits_for
    if pressures is not None and not pressures.impossible:
        yield Limit(
            f"Note {pressures.label}.",
            "before",
            "Without it nobody can say what pressure carries the load.",
            None,
            "measure",
        )


MOST_NAMED = 3


def _to_do(item: SurveyItem) -> OpenWork:
    hours, guessed = hours_of(item)
    return OpenWork(None, f"{item.decision} {item.item}", "survey", hours, guessed)


def _other_jobs(jobs: tuple[WorkJob, ...]) -> Iterator[OpenWork]:
    """Jobs by hand, of findings and of what falls due, that are neither done nor put off."""
    for job in jobs:
        if job.source not in ("change", "survey") and not job.done and job.put_off is None:
            yield OpenWork(None, job.title, "job", job.left_h, not job.own_hours)


def days_left(rig: Rig, today: date) -> int | None:
    """Days until the day of leaving, below 0 once it has passed; None where none is set."""
    return None if rig.brief.leaves_on is None else (rig.brief.leaves_on - today).days


def took_against_guess(rig: Rig) -> float | None:
    """How many times longer the fitted changes took than was guessed; None where none has both."""
    both = [
        (change.fitted.hours, guessed_hours(change))
        for change in rig.changes
        if change.fitted is not None and change.fitted.hours is not None and guessed_hours(change) > 0
    ]
    return sum(took for took, _ in both) / sum(guess for _, guess in both) if both else None


def _standing(change: Change, preset: Preset) -> OpenWork:
    return OpenWork(
        change=change.id,
        title=title_of(change, preset),
        state=change.state,
        hours=guessed_hours(change),
        guessed=change.hours is None,
    )


def _sentence(
    verdict: Verdict,
    against: tuple[Against, ...],
    limits: tuple[Limit, ...],
    open_work: tuple[OpenWork, ...],
    hours: float,
    factor: float | None,
) -> str:
    parts = []
    if open_work:
        stands = "stands" if len(open_work) == 1 else "stand"
        reckon = ""
        if factor is not None and factor > 1.05:
            reckon = (
                f" Here work took {factor:.1f} times its guess so far: reckon with {hours * factor:.0f} h."
            )
        parts.append(
            f"{counted(len(open_work), 'thing')} still {stands} between, {hours:.1f} h by the guess.{reckon}"
        )
        done = "With all of it done"
    else:
        done = "As it stands"
    match verdict:
        case "do-not-go":
            speaks = "speaks" if len(against) == 1 else "speak"
            parts.append(f"{done}, {counted(len(against), 'thing')} {speaks} against going.")
        case "go-with-limits":
            before = sum(limit.kind == "before" for limit in limits)
            seen_to = f", {before} of them to be seen to before leaving" if before else ""
            parts.append(
                f"{done}, nothing speaks against going within {counted(len(limits), 'limit')}{seen_to}."
            )
        case _:
            parts.append(f"{done}, nothing stands between.")
    return " ".join(parts)


def _when(days: int | None) -> str:
    if days is None:
        return "No day of leaving is set."
    if days < 0:
        return f"The day of leaving was {counted(-days, 'day')} ago. Set a new one."
    return "It leaves today." if days == 0 else f"{counted(days, 'day')} left."

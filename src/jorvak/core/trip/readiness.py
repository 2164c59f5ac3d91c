"""What still stands between today and the day of leaving."""

from collections.abc import Iterator
from datetime import date
from typing import Literal

from jorvak.core.engine.moment import changes_at
from jorvak.core.findings import Finding
from jorvak.core.immutable import record
from jorvak.core.plan.kinds import guessed_hours, title_of
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Change, Rig
from jorvak.core.survey.records import SurveyItem
from jorvak.core.survey.weigh import FINE, hours_of, is_work
from jorvak.core.work.jobs import work_jobs

OF_MONEY = ("over-ceiling",)
"""Money never limits a trip."""
Verdict = Literal["no-date", "passed", "open", "ready"]


@record(frozen=True, slots=True)
class OpenWork:
    """A change that is not fitted yet, or a decision of the survey that is not carried out (``change`` None)."""

    change: int | None
    title: str
    state: str
    hours: float
    guessed: bool


@record(frozen=True, slots=True)
class Unsafe:
    """An item of the survey that carries safety and is not decided, or not done."""

    item: str
    says: str


@record(frozen=True, slots=True)
class Readiness:
    """Days, work and findings up to the day of leaving. ``open_gates`` are gates of jobs that are begun and not
    passed. Hours per week None: no week is left to spread over."""

    verdict: Verdict
    sentence: str
    leaves_on: date | None
    days_left: int | None
    standing: tuple[OpenWork, ...]
    hours_open: float
    hours_per_week: float | None
    took_against_guess: float | None
    open_gates: tuple[str, ...]
    blocking: tuple[Finding, ...]
    unsafe: tuple[Unsafe, ...]


def readiness(
    rig: Rig, today: date, planned: tuple[Finding, ...], preset: Preset = METRIC, on_guesses: int = 0
) -> Readiness:
    """How ready a rig is. ``planned`` are the findings at the planned stage: what remains when all is fitted.

    ``on_guesses``: so many checks pass on assumed figures alone, on which nobody is ready.
    """
    # Rivals of an open question are no work yet: one of them will be.
    standing = (
        *(_standing(change, preset) for change in changes_at(rig, "planned") if change.state != "fitted"),
        *(_to_do(item) for item in rig.all(SurveyItem) if is_work(item)),
    )
    unsafe = tuple(_unsafe(rig))
    gates = tuple(
        f"{job.title}: {job.open_gate}" for job in work_jobs(rig, today, preset) if job.open_gate is not None
    )
    hours = sum(item.hours for item in standing)
    blocking = tuple(
        finding
        for finding in planned
        if finding.severity in ("stop", "measure") and finding.code not in OF_MONEY
    )
    days = days_left(rig, today)
    weeks = None if days is None or days < 7 else days / 7
    factor = took_against_guess(rig)
    verdict: Verdict
    if days is None:
        verdict = "no-date"
    elif days < 0:
        verdict = "passed"
    else:
        verdict = "open" if standing or blocking or unsafe or gates or on_guesses else "ready"
    return Readiness(
        verdict=verdict,
        sentence=_sentence(verdict, days, standing, hours, factor, blocking, unsafe, on_guesses, len(gates)),
        leaves_on=rig.brief.leaves_on,
        days_left=days,
        standing=standing,
        hours_open=hours,
        hours_per_week=hours / weeks if weeks else None,
        took_against_guess=factor,
        open_gates=gates,
        blocking=blocking,
        unsafe=unsafe,
    )


def _unsafe(rig: Rig) -> Iterator[Unsafe]:
    for item in rig.all(SurveyItem):
        if item.concern != "safety" or item.condition in FINE or item.decision == "leave":
            continue
        if item.decision is None or item.decision == "look again":
            yield Unsafe(item.item, f"{item.condition}: not decided")
        else:
            yield Unsafe(item.item, f"{item.condition}: {item.decision}, not done")


def _to_do(item: SurveyItem) -> OpenWork:
    hours, guessed = hours_of(item)
    return OpenWork(None, f"{item.decision} {item.item}", "survey", hours, guessed)


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
    days: int | None,
    standing: tuple[OpenWork, ...],
    hours: float,
    factor: float | None,
    blocking: tuple[Finding, ...],
    unsafe: tuple[Unsafe, ...],
    on_guesses: int,
    gates: int,
) -> str:
    work = _work_in_words(standing, hours, factor, blocking, unsafe, on_guesses)
    if gates:
        stands = "stands" if gates == 1 else "stand"
        work = f"{_count(gates, 'gate')} of jobs that are begun {stands} open. {work}"
    match verdict:
        case "no-date":
            return f"No day of leaving is set. {work}"
        case "passed":
            return f"The day of leaving was {_count(-(days or 0), 'day')} ago. Set a new one. {work}"
        case "ready":
            return f"{_count(days or 0, 'day')} left, and nothing stands between."
        case "open":
            return f"{_count(days or 0, 'day')} left. {work}"


def _work_in_words(
    standing: tuple[OpenWork, ...],
    hours: float,
    factor: float | None,
    blocking: tuple[Finding, ...],
    unsafe: tuple[Unsafe, ...],
    on_guesses: int,
) -> str:
    parts = []
    if unsafe:
        is_or_are = "is" if len(unsafe) == 1 else "are"
        parts.append(f"Not before {_count(len(unsafe), 'safety item')} of the survey {is_or_are} settled.")
    if standing:
        stands = "stands" if len(standing) == 1 else "stand"
        what = "change" if all(item.change is not None for item in standing) else "thing"
        parts.append(f"{_count(len(standing), what)} still {stands} between, {hours:.1f} h by the guess.")
        if factor is not None and factor > 1.05:
            parts.append(
                f"Here work took {factor:.1f} times its guess so far: reckon with {hours * factor:.0f} h."
            )
    else:
        parts.append("Every chosen change is fitted.")
    if blocking:
        parts.append(f"{_count(len(blocking), 'finding')} would remain even then.")
    if on_guesses:
        passes = "passes" if on_guesses == 1 else "pass"
        parts.append(
            f"{_count(on_guesses, 'check')} {passes} on assumed figures alone: measure before you leave."
        )
    return " ".join(parts)


def _count(number: int, what: str) -> str:
    return f"{number} {what}" if number == 1 else f"{number} {what}s"

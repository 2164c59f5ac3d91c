"""What the whole build costs: a row for each change, decision of the survey, part, job and invoice; and the purse."""

import math
from collections.abc import Iterator, Mapping, Sequence
from typing import Literal

from jorvak.core.engine.moment import changes_at
from jorvak.core.immutable import record
from jorvak.core.money.purse import PurseIn, PurseOut, PurseRow, State, purse
from jorvak.core.money.records import Invoice
from jorvak.core.plan.kinds import title_of
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Change, Rig
from jorvak.core.survey.records import SurveyItem
from jorvak.core.survey.weigh import cost_of, is_work
from jorvak.core.vehicle.records import Part, PartState
from jorvak.core.work.jobs import WorkJob, work_jobs

USUAL_SPREAD = 0.2
"""± of all that is to come, as a share, where too little is paid to tell: prices are guessed a fifth off."""
LEAST_TO_LEARN = 3
DOUBT_OF_A_GUESS = 0.1
"""± of one price that is not on an invoice yet."""

Source = Literal["change", "survey", "part", "job", "invoice"]
_OF_PART: Mapping[PartState, State] = {
    "wanted": "to-come",
    "priced": "to-come",
    "ordered": "committed",
    "on-its-way": "committed",
    "here": "committed",
    "checked": "committed",
    "fitted": "committed",
}


@record(frozen=True, slots=True)
class MoneyRow:
    """One row of the purse, and where it comes from: ``option`` the option of a question, ``area`` where on the
    vehicle; ``wasted`` what was not used in the end."""

    name: str
    amount: float
    doubt: float
    state: State
    source: Source
    change: int | None = None
    option: str | None = None
    area: str | None = None
    wasted: bool = False


@record(frozen=True, slots=True)
class Spent:
    """The purse of a build with its rows. ``learnt_from`` are paid changes that tell what guesses grew by; with too
    few the usual stands in. ``unpriced`` are names of what nobody has priced, ``wasted`` what was spent for nothing;
    ``worked`` and ``to_work`` hours at the shop's rate, None without one."""

    rows: tuple[MoneyRow, ...]
    purse: PurseOut
    guess_ratio: float
    guess_spread: float
    learnt_from: int
    ceiling: float | None
    unpriced: tuple[str, ...]
    wasted: float
    worked: float | None
    to_work: float | None


def spent(rig: Rig, preset: Preset = METRIC, jobs: Sequence[WorkJob] | None = None) -> Spent:
    """What the plan costs, by row and in all; ``jobs`` are those of the rig, where they are worked out already."""
    jobs = work_jobs(rig, None, preset) if jobs is None else jobs
    rows = tuple(_rows(rig, jobs, preset))
    ratio, spread, count = grown_by(rig)
    given = PurseIn(
        rows=[PurseRow(name=r.name, amount=r.amount, doubt=r.doubt, state=r.state) for r in rows],
        ceiling=rig.brief.ceiling,
        guess_ratio=ratio,
        guess_spread=spread,
    )
    rate = rig.figures.get("aims.hour_rate")
    worked = to_work = None
    if rate is not None:
        worked = sum(job.taken_h for job in jobs) * float(rate.value)
        to_work = sum(job.left_h for job in jobs if job.put_off is None) * float(rate.value)
    return Spent(
        rows=rows,
        purse=purse(given),
        guess_ratio=ratio,
        guess_spread=spread,
        learnt_from=count,
        ceiling=rig.brief.ceiling,
        unpriced=tuple(_unpriced(rig, preset)),
        wasted=sum(row.amount for row in rows if row.wasted),
        worked=worked,
        to_work=to_work,
    )


def grown_by(rig: Rig) -> tuple[float, float, int]:
    """What guesses grew by so far, ± two deviations of the mean, and from how many that is learnt: what was billed for
    fitted changes against what they were thought to cost."""
    billed = _billed(rig)
    growths = [
        paid / change.cost
        for change in rig.changes
        if change.state == "fitted" and change.cost and not change.gift
        if (paid := billed.get(change.id) or change.paid)
    ]
    count = len(growths)
    if count < LEAST_TO_LEARN:
        return 1.0, USUAL_SPREAD, count
    mean = sum(growths) / count
    deviation = math.sqrt(sum((each - mean) ** 2 for each in growths) / (count - 1))
    return mean, 2 * deviation / math.sqrt(count), count


def _billed(rig: Rig) -> dict[int, float]:
    billed: dict[int, float] = {}
    for invoice in rig.all(Invoice):
        if invoice.for_change is not None:
            billed[invoice.for_change] = billed.get(invoice.for_change, 0.0) + invoice.in_currency
    return billed


def _rows(rig: Rig, jobs: Sequence[WorkJob], preset: Preset) -> Iterator[MoneyRow]:
    billed = _billed(rig)
    areas = {job.change: job.area for job in reversed(jobs) if job.change is not None}
    chosen = {change.id for change in changes_at(rig, "planned")}
    for change in rig.changes:
        if change.id in chosen:
            yield from _of_change(
                change, billed.get(change.id, 0.0), title_of(change, preset), areas.get(change.id)
            )
    for item in rig.all(SurveyItem):
        cost = cost_of(item) if is_work(item) else None
        if cost:
            yield MoneyRow(f"{item.decision} {item.item}", cost, cost * DOUBT_OF_A_GUESS, "to-come", "survey")
    for part in rig.all(Part):
        yield from _of_part(part, chosen)
    for job in jobs:
        if job.source in ("hand", "finding") and job.cost and job.put_off is None:
            state: State = "committed" if job.done else "to-come"
            yield MoneyRow(job.title, job.cost, job.cost * DOUBT_OF_A_GUESS, state, "job", area=job.area)
    for invoice in rig.all(Invoice):
        yield MoneyRow(
            invoice.what,
            invoice.in_currency,
            0.0,
            "paid" if invoice.paid else "committed",
            "invoice",
            invoice.for_change,
            wasted=invoice.wasted or (invoice.for_change is not None and invoice.for_change not in chosen),
        )


def _of_change(change: Change, billed: float, title: str, area: str | None) -> Iterator[MoneyRow]:
    def row(amount: float, state: State, doubt: float = 0.0) -> MoneyRow:
        return MoneyRow(title, amount, doubt, state, "change", change.id, change.option, area)

    if change.credit:
        yield row(change.credit, "taken-off")
    if change.cost is None:
        return
    if change.gift:
        yield row(change.cost, "gift")
        return
    # What is billed stands in its invoices; of a change that is fitted nothing more comes.
    settled = change.paid if change.paid is not None else change.cost if change.state == "fitted" else 0.0
    if billed:
        settled = 0.0
    left = max(change.cost - settled - billed, 0.0)
    if settled:
        yield row(settled, "paid")
    if left and not (billed and change.state == "fitted"):
        ordered = change.state in ("bought", "fitted")
        yield row(left, "committed" if ordered else "to-come", 0.0 if ordered else left * DOUBT_OF_A_GUESS)


def _of_part(part: Part, chosen: set[int]) -> Iterator[MoneyRow]:
    """A part that is bought for no change that has its own price; one that was sold unused comes back in."""
    if part.state == "sold" and part.sold_for:
        yield MoneyRow(part.name, part.sold_for, 0.0, "leftover", "part")
    if part.for_change is not None and part.for_change in chosen:
        return
    wasted = part.for_change is not None
    if part.paid:
        yield MoneyRow(part.name, part.paid, 0.0, "paid", "part", part.for_change, wasted=wasted)
    if part.state is not None and part.state in _OF_PART and part.price:
        left = max(part.price - (part.paid or 0.0), 0.0)
        state = _OF_PART[part.state]
        if left and not (wasted and state == "to-come"):
            doubt = left * DOUBT_OF_A_GUESS if state == "to-come" else 0.0
            yield MoneyRow(part.name, left, doubt, state, "part", part.for_change, wasted=wasted)


def _unpriced(rig: Rig, preset: Preset) -> Iterator[str]:
    for change in changes_at(rig, "planned"):
        if change.cost is None:
            yield title_of(change, preset)
    for item in rig.all(SurveyItem):
        if is_work(item) and cost_of(item) is None:
            yield f"{item.decision} {item.item}"

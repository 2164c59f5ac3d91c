"""Paid, committed, still to come; gifts at retail price, credit for parts sold; against the ceiling."""

from collections.abc import Iterable

from jorvak.core.engine.moment import Stage, changes_at
from jorvak.core.immutable import record
from jorvak.core.rig import Change, Rig
from jorvak.core.survey.records import SurveyItem
from jorvak.core.survey.weigh import cost_of, is_work


@record(frozen=True, slots=True)
class Totals:
    """Money of some changes, in the builder's currency.

    ``total`` is what the build is worth putting into it: gifts count at their retail price, credit comes
    off. ``spent`` leaves the gifts out, and is what stands against the ceiling: ``left`` is None without one.
    ``unpriced`` counts changes whose cost nobody has noted, ``survey`` what the survey's decisions have of it all.
    """

    paid: float
    committed: float
    to_come: float
    gifts: float
    credit: float
    total: float
    spent: float
    left: float | None
    unpriced: int
    survey: float


def totals(rig: Rig, stage: Stage) -> Totals:
    """The money of the changes that are on the rig at a stage; as planned, of what the survey decides too."""
    items = rig.all(SurveyItem) if stage in ("planned", "laden") or stage == len(rig.changes) else ()
    return _added_up(changes_at(rig, stage), rig.brief.ceiling, items)


def running(rig: Rig) -> dict[int, float]:
    """What has been spent up to and with each change that is on the plan, by its id."""
    spent, by_change = 0.0, {}
    for change in changes_at(rig, "planned"):
        spent += _added_up([change], None).spent
        by_change[change.id] = spent
    return by_change


def _added_up(changes: Iterable[Change], ceiling: float | None, items: Iterable[SurveyItem] = ()) -> Totals:
    paid = committed = to_come = gifts = credit = 0.0
    unpriced = 0
    for change in changes:
        credit += change.credit or 0.0
        if change.cost is None:
            unpriced += 1
        elif change.gift:
            gifts += change.cost
            continue
        cost = change.cost or 0.0
        settled = change.paid if change.paid is not None else cost if change.state == "fitted" else 0.0
        paid += settled
        if change.state in ("bought", "fitted"):
            committed += max(cost - settled, 0.0)
        else:
            to_come += max(cost - settled, 0.0)
    survey = sum(cost_of(item) or 0.0 for item in items if is_work(item))
    to_come += survey
    spent = paid + committed + to_come - credit
    return Totals(
        paid=paid,
        committed=committed,
        to_come=to_come,
        gifts=gifts,
        credit=credit,
        total=spent + gifts,
        spent=spent,
        left=None if ceiling is None else ceiling - spent,
        unpriced=unpriced,
        survey=survey,
    )

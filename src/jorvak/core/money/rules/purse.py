"""What the purse upsets."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Settle, room
from jorvak.core.money.spent import spent
from jorvak.core.work.rules.jobs import jobs_here


def over_ceiling(here: Here) -> Iterator[Finding]:
    """The ceiling less what the plan costs, within its ±."""
    if here.moment.rig.brief.ceiling is None or here.moment.stage not in ("planned", "laden"):
        return
    money = spent(here.moment.rig, here.preset, jobs_here(here))
    left, off = money.purse.left, money.purse.doubt
    severity = room(left, off)
    if severity is None:
        return
    currency = here.moment.rig.brief.currency
    over = f"{_amount(-left)} over" if left < 0 else f"{_amount(left)} below"
    unpriced = f", and nobody has priced {len(money.unpriced)} of what is planned" if money.unpriced else ""
    yield here.finding(
        "over-ceiling",
        severity,
        f"The plan comes to {_amount(money.purse.total)} {currency} (±{_amount(off)}), {over} the ceiling{unpriced}: "
        f"{money.purse.p_over * 100:.0f} % that it passes it.",
        "middle",
        settled_by=(Settle(text="Price what is only guessed"), Settle(text="Or leave something until later")),
    )


def _amount(value: float) -> str:
    return f"{value:,.0f}".replace(",", " ")


RULES = (over_ceiling,)

"""The order of the plan against what the trade knows of it."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Settle
from jorvak.core.plan.kinds import opening, title_of
from jorvak.core.work.changes_in_order import ORDER


def order_broken(here: Here) -> Iterator[Finding]:
    """A change that comes after one that it should come before, as long as not both are done."""
    changes = here.moment.changes
    for rule in ORDER:
        for place, late in enumerate(changes):
            if late.kind not in rule.first:
                continue
            early = next(
                (other for other in changes[:place] if other.kind in rule.second and rule.met(late, other)),
                None,
            )
            if early is None or (late.fitted and early.fitted):
                continue
            yield here.finding(
                "order-broken",
                "watch",
                f"{opening(late, here.preset)} comes before {title_of(early, here.preset)}: {rule.why}.",
                "middle",
                change=late,
                settled_by=(
                    Settle(
                        text=f"Move it to step {here.step_of(early)}, before {title_of(early, here.preset)}"
                    ),
                    Settle(text="Or live with it, with the reason"),
                ),
                subject=f"{late.id} {early.id}",
            )


RULES = (order_broken,)

"""Changes that have no place on this rig: noted as it is, they cannot be fitted."""

from collections.abc import Iterator

from jorvak.core.calculation import Refused
from jorvak.core.findings import Finding, Here, Settle
from jorvak.core.plan.kinds import check_place, opening


def has_no_place(here: Here) -> Iterator[Finding]:
    """What would be refused now and stood in the order before that was known."""
    for change in here.moment.changes:
        try:
            check_place(change, here.moment.rig.figures)
        except Refused as refused:
            yield here.finding(
                "out-of-reach",
                "stop",
                f"{opening(change, here.preset)}: {refused.message}",
                "both-axles",
                change=change,
                settled_by=(Settle(text="Take it out of the order, or note how this axle is sprung"),),
                subject=str(change.id),
                system="suspension",
            )


RULES = (has_no_place,)

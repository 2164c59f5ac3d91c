"""The order of the plan against what the trade knows of it."""

from collections.abc import Callable, Iterator

from jorvak.core.findings import Finding, Here, Settle
from jorvak.core.immutable import record
from jorvak.core.plan.kinds import opening, title_of
from jorvak.core.rig import Change

NEAR_MM = 900.0
"""A tank and what stands over it lie within so much of one another."""


@record(frozen=True)
class Before:
    """Of two kinds of change the first comes before the second, and why; ``met`` says of which pairs that holds."""

    first: tuple[str, ...]
    second: tuple[str, ...]
    why: str
    met: Callable[[Change, Change], bool] = lambda first, second: True


def _lie_together(first: Change, second: Change) -> bool:
    """Whether one may stand over the other; of what nobody knows the place of, it may."""
    if first.mass_x_mm is None or second.mass_x_mm is None:
        return True
    return abs(first.mass_x_mm - second.mass_x_mm) <= NEAR_MM


def _at_the_front(_first: Change, second: Change) -> bool:
    return bool(second.fields.get("axle", "front") == "front")


ORDER = (
    Before(("tank",), ("storage",), "the tank goes under it, and its room is measured first", _lie_together),
    Before(("winch",), ("bumper",), "the bumper hides the winch's bolts", _at_the_front),
    Before(
        ("tyres", "wheels", "gears", "axle"),
        ("speedometer",),
        "it is corrected for the tyres and gears that are on then",
    ),
)
"""Rules of order, as data: each is a sentence of the trade."""


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

"""What the trade knows of the order of changes: which kinds come before which, and why."""

from collections.abc import Callable, Iterator, Sequence

from jorvak.core.immutable import record
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


def come_before(change: Change, others: Sequence[Change]) -> Iterator[Change]:
    """Those of the others that the trade does before a change."""
    for rule in ORDER:
        if change.kind in rule.second:
            yield from (each for each in others if each.kind in rule.first and rule.met(each, change))

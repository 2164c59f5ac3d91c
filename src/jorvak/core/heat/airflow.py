"""What stands before the radiator, and who put it there."""

from jorvak.core.engine.asking import Ask
from jorvak.core.heat.figures import COVERED
from jorvak.core.immutable import record
from jorvak.core.plan.kinds import own_fields, title_of

MOST_COVERED_PCT = 100 / 3


@record(frozen=True, slots=True)
class InTheWay:
    """A change and what it takes of the air to the radiator."""

    change: int
    title: str
    covers_pct: float


@record(frozen=True, slots=True)
class Airflow:
    """Of the air to the radiator what is taken, and by which changes; the rest was found. ``most_pct`` is worth a look."""

    covered_pct: float
    most_pct: float
    rows: tuple[InTheWay, ...]


def airflow(ask: Ask) -> Airflow:
    """What is covered here. Source: the share that each is said to take, added up."""
    covers = ((change, getattr(own_fields(change), "covers_pct", None)) for change in ask.changes)
    return Airflow(
        ask.typical(COVERED),
        MOST_COVERED_PCT,
        tuple(InTheWay(change.id, title_of(change), pct) for change, pct in covers if pct),
    )

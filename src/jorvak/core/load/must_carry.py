"""What an axle is asked to carry: what parts at it are measured against."""

from typing import Any

from jorvak.core.engine.result import Result
from jorvak.core.findings import Here
from jorvak.core.immutable import record
from jorvak.core.places import End


@record(frozen=True, slots=True)
class AxleMass:
    """A mass that an axle is asked to carry, how far it may be off, and why it is asked.

    ``weighed`` is the result that it is from; None where it is what the plate permits.
    """

    kg: float
    off_kg: float
    why: str
    weighed: Result[Any] | None = None


def axle_must_carry(here: Here, end: End) -> AxleMass | None:
    """The permitted mass of an axle, or what stands on it at this stage where that is more; None: neither is known."""
    permitted, load = here.value(f"body.permitted_{end}_kg"), here.judged_results.result("load", "load")
    weighs = getattr(load.value, f"{end}_kg") if load.value else None
    if weighs is not None and (permitted is None or weighs > permitted):
        return AxleMass(weighs, load.off(f"{end}_kg"), f"it weighs {here.load_in_words}", load)
    return None if permitted is None else AxleMass(permitted, 0.0, "it may weigh")

"""Whether it stays cool on the climbs of the legs."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here
from jorvak.core.heat.rules.running import too_hot
from jorvak.core.trip.area import TripResults


def hot_on_a_leg(here: Here) -> Iterator[Finding]:
    """The leg on which least is left to the limit, laden, on the brief's hottest day."""
    if here.moment.stage == "as-found":
        return
    result = here.judged_results.of(TripResults).climb_heat
    if not result.value:
        return
    at, leg = min(enumerate(result.value), key=lambda each: each[1].climb.margin_k)
    yield from too_hot(here, result, leg.climb, leg.leg, leg.leg, f"{at}.climb.margin_k")


RULES = (hot_on_a_leg,)

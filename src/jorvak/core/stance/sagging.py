"""How far the load of the brief lets the springs down, against as built."""

from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.load.corner_weights import moved_by_plate_kg
from jorvak.core.load.results import laden_load, load_as_built
from jorvak.core.load.sag import SagIn, SagOut, sag
from jorvak.core.places import ENDS, End
from jorvak.core.stance.rates import rates_of, spring_load_n
from jorvak.core.stance.results import added_corner_kg, motion_ratio, sprung_corner_kg


@record(frozen=True, slots=True)
class Sagging:
    """What comes on each axle when it is laden, and what that does; ``plate_kg``: what a millimetre under one wheel moves."""

    front_added_kg: float
    rear_added_kg: float
    calculated: SagOut
    plate_kg: float


def sagging(ask: Ask) -> Sagging:
    """Sag under the load of the brief. Raises Missing."""
    built, full = load_as_built(ask), laden_load(ask)
    front, rear = full.front_kg - built.front_kg, full.rear_kg - built.rear_kg
    rates = {end: _wheel_rate(ask, end) for end in ENDS}
    given = SagIn(
        front_added_kg=front, rear_added_kg=rear, front_wheel_rate_n_per_mm=rates["front"],
        rear_wheel_rate_n_per_mm=rates["rear"], wheelbase_mm=ask.need("body.wheelbase_mm"),
    )  # fmt: skip
    return Sagging(front, rear, sag(given), moved_by_plate_kg(rates["front"], rates["rear"]))


def _wheel_rate(ask: Ask, end: End) -> float:
    """At ride as it stands: of a spring of two rates that which works there."""
    ratio = motion_ratio(ask, end)
    rates = rates_of(ask, end, ask.need(f"{end}_suspension.rate_n_per_mm"), ratio)
    if rates.second is None:
        return rates.first * ratio**2
    carried = sprung_corner_kg(ask, end) + added_corner_kg(ask, end)
    return rates.at(spring_load_n(carried, ratio)) * ratio**2

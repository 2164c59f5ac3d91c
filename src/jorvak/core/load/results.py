"""What a rig weighs at a stage, on each axle, and what is left of what it may."""

from collections.abc import Callable
from typing import Any

from jorvak.core.load.masses import added_mass, added_up, brought_by, place_of
from jorvak.core.record import record
from jorvak.core.results import Ask, Result, results_by_name
from jorvak.core.stages import Moment


@record(frozen=True, slots=True)
class Load:
    """As built or ``laden``; ``unplaced_kg`` is taken between the axles. None: no limit is noted."""

    laden: bool
    total_kg: float
    front_kg: float
    rear_kg: float
    added_kg: float
    unplaced_kg: float
    payload_kg: float | None
    front_left_kg: float | None
    rear_left_kg: float | None


@record(frozen=True, slots=True)
class LoadResults:
    load: Result[Load]


def load(ask: Ask) -> Load:
    """Axle loads and what is left. Raises Missing. Source: moments about the front axle."""
    found_front, found_rear = ask.need("body.front_axle_kg"), ask.need("body.rear_axle_kg")
    brought = brought_by(ask)
    moved = {each.label: ask.times(each.label, each.off) - 1.0 for each in brought}
    unplaced = [each for each in brought if any(mass.x_mm is None for mass in each.masses)]
    moved |= {place_of(each): ask.unit(place_of(each)) for each in unplaced}
    added = added_up(ask, brought, moved) if any(moved.values()) else added_mass(ask)
    front, rear = found_front + added.front_kg, found_rear + added.rear_kg
    permitted = ask.maybe("body.permitted_kg")
    on_front, on_rear = ask.maybe("body.permitted_front_kg"), ask.maybe("body.permitted_rear_kg")
    return Load(
        laden=ask.laden,
        total_kg=front + rear,
        front_kg=front,
        rear_kg=rear,
        added_kg=added.total_kg,
        unplaced_kg=added.unplaced_kg,
        payload_kg=None if permitted is None else permitted - front - rear,
        front_left_kg=None if on_front is None else on_front - front,
        rear_left_kg=None if on_rear is None else on_rear - rear,
    )


RESULTS: dict[str, Callable[[Ask], Any]] = {"load": load}


def load_results(moment: Moment) -> LoadResults:
    """Everything that this area says of a rig at a stage."""
    return LoadResults(**results_by_name(moment, "load", RESULTS))

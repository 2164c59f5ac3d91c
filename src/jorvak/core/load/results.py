"""What a rig weighs at a stage, on each axle, and what is left of what it may."""

from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.load.masses import added_mass, brought_by, lever_of, on_axles, place_of


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


def load(ask: Ask) -> Load:
    """Axle loads and what is left. Raises Missing. Source: moments about the front axle."""
    found_front, found_rear = ask.need("body.front_axle_kg"), ask.need("body.rear_axle_kg")
    brought = brought_by(ask)
    added, lever_mm = added_mass(ask), lever_of(ask, brought)
    on_front, on_rear, unplaced = added.front_kg, added.rear_kg, added.unplaced_kg
    for each in brought:
        # Each mass may be off, and one that nobody placed may stand at either axle.
        times = ask.times(each.label, each.off)
        nowhere = each.nowhere_kg
        place = ask.unit(place_of(each)) if nowhere else 0.0
        if times != 1.0 or place:
            was, now = on_axles(each, lever_mm), on_axles(each, lever_mm, place)
            on_front, on_rear = on_front + times * now[0] - was[0], on_rear + times * now[1] - was[1]
            unplaced += (times - 1.0) * nowhere
    front, rear = found_front + on_front, found_rear + on_rear
    permitted = ask.maybe("body.permitted_kg")
    may_front, may_rear = ask.maybe("body.permitted_front_kg"), ask.maybe("body.permitted_rear_kg")
    return Load(
        laden=ask.laden,
        total_kg=front + rear,
        front_kg=front,
        rear_kg=rear,
        added_kg=on_front + on_rear,
        unplaced_kg=unplaced,
        payload_kg=None if permitted is None else permitted - front - rear,
        front_left_kg=None if may_front is None else may_front - front,
        rear_left_kg=None if may_rear is None else may_rear - rear,
    )

"""What a rig weighs at a stage, on each axle, and what is left of what it may."""

import math
from collections.abc import Mapping

from jorvak.core.catalogue import usual_share
from jorvak.core.kinds import Mass, masses_of, title_of
from jorvak.core.quantities import MASS
from jorvak.core.record import record
from jorvak.core.results import Ask, Result, work_out
from jorvak.core.stages import Moment


@record(frozen=True, slots=True)
class AddedMass:
    """What changes add: on each axle by the lever, what of it is unsprung, and what has no place yet.

    ``front_off_kg`` and ``rear_off_kg`` are how far what comes on each axle may be off.
    """

    front_kg: float
    rear_kg: float
    unsprung_front_kg: float
    unsprung_rear_kg: float
    unplaced_kg: float
    front_off_kg: float
    rear_off_kg: float

    @property
    def total_kg(self) -> float:
        return self.front_kg + self.rear_kg + self.unplaced_kg


@record(frozen=True, slots=True)
class Load:
    """Empty of crew; ``unplaced_kg`` is in the total and on neither axle. None: no limit is noted."""

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


def load_results(moment: Moment) -> LoadResults:
    """Everything that this area says of a rig at a stage."""
    return LoadResults(load=work_out(moment, load, kept_as="load.load"))


def added_mass(ask: Ask) -> AddedMass:
    """What the changes of a moment add, each mass taken at its word.

    Raises Missing on the wheelbase where a place needs it.
    """
    return ask.part("added mass", lambda inner: _added(inner, brought_by(inner), {}))


@record(frozen=True, slots=True)
class Brought:
    """What one change brings, and how far each of its masses may be off, as a share.

    ``weighed``: it was on the vehicle when both axles were weighed, so that the scale has it whatever it weighs.
    """

    label: str
    masses: tuple[Mass, ...]
    off: float
    weighed: bool


def brought_by(ask: Ask) -> list[Brought]:
    """What each change that weighs anything brings."""
    return ask.part("masses of the changes", _brought)


def _brought(ask: Ask) -> list[Brought]:
    on_front, on_rear = (ask.on_it_when_taken(f"body.{end}_axle_kg") for end in ("front", "rear"))
    brought = []
    for change in ask.changes:
        if masses := masses_of(change):
            weighed = change in on_front and change in on_rear
            off = 0.0 if weighed else usual_share(MASS, change.mass_known)
            brought.append(Brought(f"mass of {title_of(change)}", masses, off, weighed))
    return brought


def _added(ask: Ask, brought: list[Brought], factors: Mapping[str, float]) -> AddedMass:
    front = rear = unsprung_front = unsprung_rear = unplaced = front_off = rear_off = 0.0
    for bringing in brought:
        was_front, was_rear = front, rear
        factor = factors.get(bringing.label, 1.0)
        for mass in bringing.masses:
            kg = mass.kg * factor
            match mass.x_mm:
                case None:
                    unplaced += 0.0 if bringing.weighed else kg
                case "front":
                    front += kg
                    unsprung_front += kg
                case "rear":
                    rear += kg
                    unsprung_rear += kg
                case x_mm:
                    on_rear = kg * x_mm / ask.need("body.wheelbase_mm")
                    front += kg - on_rear
                    rear += on_rear
        if bringing.off:
            front_off = math.hypot(front_off, bringing.off * (front - was_front))
            rear_off = math.hypot(rear_off, bringing.off * (rear - was_rear))
    return AddedMass(front, rear, unsprung_front, unsprung_rear, unplaced, front_off, rear_off)


@record(frozen=True, slots=True)
class Standing:
    """What stands on each axle, and in all, for results that ask for no more."""

    front_kg: float
    rear_kg: float
    total_kg: float


def standing(ask: Ask) -> Standing:
    """What stands on the axles; masses of many changes are one source at each end. Raises Missing."""
    return ask.part("standing", _standing)


def _standing(ask: Ask) -> Standing:
    front, rear = ask.need("body.front_axle_kg"), ask.need("body.rear_axle_kg")
    added = added_mass(ask)
    front += added.front_kg * together(ask, "front", added.front_kg, added.front_off_kg)
    rear += added.rear_kg * together(ask, "rear", added.rear_kg, added.rear_off_kg)
    return Standing(front, rear, front + rear + added.unplaced_kg)


def together(ask: Ask, end: str, kg: float, off_kg: float) -> float:
    """The factor of all that changes put on one end: for each mass by itself everything would be run twice."""
    return ask.times(f"masses that come on the {end}", off_kg / abs(kg)) if kg else 1.0


def load(ask: Ask) -> Load:
    """Axle loads and what is left. Raises Missing. Source: moments about the front axle."""
    found_front, found_rear = ask.need("body.front_axle_kg"), ask.need("body.rear_axle_kg")
    brought = brought_by(ask)
    factors = {each.label: ask.times(each.label, each.off) for each in brought}
    moved = any(factor != 1.0 for factor in factors.values())
    added = _added(ask, brought, factors) if moved else added_mass(ask)
    front, rear = found_front + added.front_kg, found_rear + added.rear_kg
    total = front + rear + added.unplaced_kg
    permitted = ask.maybe("body.permitted_kg")
    on_front, on_rear = ask.maybe("body.permitted_front_kg"), ask.maybe("body.permitted_rear_kg")
    return Load(
        total_kg=total,
        front_kg=front,
        rear_kg=rear,
        added_kg=added.total_kg,
        unplaced_kg=added.unplaced_kg,
        payload_kg=None if permitted is None else permitted - total,
        front_left_kg=None if on_front is None else on_front - front,
        rear_left_kg=None if on_rear is None else on_rear - rear,
    )

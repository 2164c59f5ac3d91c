"""What changes bring, and with the load of the brief: each mass with its place, and how far all of it may be off.

Two loads: *as built*, with everything bolted on and nobody aboard; *laden*, with crew, water, fuel and goods too.
"""

import math
from collections.abc import Iterator, Sequence
from operator import mul

from jorvak.core.catalogue import usual_share
from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.load.aboard import aboard
from jorvak.core.load.brought import Brought, bringing
from jorvak.core.places import ENDS
from jorvak.core.plan.kinds import Mass, masses_of, title_of
from jorvak.core.quantities import MASS
from jorvak.core.rig import Change

ON_FRONT, ON_REAR = "masses that come on the front", "masses that come on the rear"
"""Of many masses two sources: what comes on the front, and what comes on the rear beside what goes with that."""
HALF = 0.5
"""A mass of which nobody said where it goes is taken in the middle between the axles, and may be at either."""


@record(frozen=True, slots=True)
class AddedMass:
    """What comes on each axle by the lever against as found, what of it is unsprung, and what has no place noted.

    ``spread`` is what the masses may be off: rows for front and rear, a column for each of ``ON_FRONT`` and
    ``ON_REAR``, which stand for all of them without loss of what they have in common.
    """

    front_kg: float
    rear_kg: float
    unsprung_front_kg: float
    unsprung_rear_kg: float
    unplaced_kg: float
    spread: tuple[tuple[float, ...], ...]

    @property
    def total_kg(self) -> float:
        return self.front_kg + self.rear_kg


@record(frozen=True, slots=True)
class AxleLoads:
    """What stands on each axle, and in all, for results that ask for no more."""

    front_kg: float
    rear_kg: float

    @property
    def total_kg(self) -> float:
        return self.front_kg + self.rear_kg


def brought_by(ask: Ask) -> list[Brought]:
    """What each change that weighs anything brings; laden, also what is filled, who sits in it and what it carries."""
    return brought_laden(ask) if ask.laden else brought_as_built(ask)


def brought_as_built(ask: Ask) -> list[Brought]:
    """What each change that weighs anything brings, nobody aboard, at whatever stage."""
    return ask.shared("masses, as built", lambda inner: list(_built(inner)))


def brought_laden(ask: Ask) -> list[Brought]:
    """The same with all that is aboard when it is laden, at whatever stage."""
    return ask.shared("masses, laden", lambda inner: [*_built(inner), *aboard(inner)])


def _built(ask: Ask) -> Iterator[Brought]:
    on_front, on_rear = (ask.on_it_when_taken(f"body.{end}_axle_kg") for end in ENDS)
    for change in ask.changes:
        if masses := masses_of(change):
            weighed = change in on_front and change in on_rear
            yield bringing(
                f"mass of {title_of(change)}", masses, 0.0 if weighed else mass_share(change), weighed=weighed,
                known=change.mass_known, change=change.id,
            )  # fmt: skip


def mass_share(change: Change) -> float:
    """How far what a change weighs may be off, as a share of it."""
    if change.mass_off_kg is None or not change.mass_kg:
        return usual_share(MASS, change.mass_known)
    return change.mass_off_kg / abs(change.mass_kg)


def added_mass(ask: Ask) -> AddedMass:
    """What comes on the axles against as found, each mass taken at its word. Raises Missing on the wheelbase."""
    return ask.shared("added mass", _added_up)


def _added_up(ask: Ask) -> AddedMass:
    """Masses summed by the lever."""
    front = rear = unsprung_front = unsprung_rear = unplaced = 0.0
    off: list[tuple[float, ...]] = []
    brought = brought_by(ask)
    lever_mm = lever_of(ask, brought)
    for each in brought:
        on_front, on_rear = on_axles(each, lever_mm)
        for mass in each.masses:
            if mass.x_mm == "front":
                unsprung_front += mass.kg
            elif mass.x_mm == "rear":
                unsprung_rear += mass.kg
            elif mass.x_mm is None:
                unplaced += mass.kg
                off.append((mass.kg * HALF, -mass.kg * HALF))
        off.append((each.off * on_front, each.off * on_rear))
        front, rear = front + on_front, rear + on_rear
    return AddedMass(front, rear, unsprung_front, unsprung_rear, unplaced, triangle(off, 2))


def on_axles(brought: Brought, lever_mm: float, place: float = 0.0) -> tuple[float, float]:
    """What of it stands on the front axle and on the rear; ``lever_mm`` and ``place`` as in :func:`rear_share`."""
    whole = on_rear = 0.0
    for mass in brought.masses:
        whole += mass.kg
        on_rear += mass.kg * rear_share(mass, lever_mm, place)
    return whole - on_rear, on_rear


def lever_of(ask: Ask, brought: Sequence[Brought]) -> float:
    """The wheelbase, for masses that are placed by a length; asked for where there is one. Raises Missing."""
    placed = any(isinstance(mass.x_mm, (int, float)) for each in brought for mass in each.masses)
    return ask.need("body.wheelbase_mm") if placed else 1.0


def rear_share(mass: Mass, lever_mm: float, place: float = 0.0) -> float:
    """How much of a mass stands on the rear axle.

    ``lever_mm`` is the wheelbase, ``place`` from −1, front axle, to 1 for a mass without a place.
    """
    match mass.x_mm:
        case "front":
            return 0.0
        case "rear":
            return 1.0
        case None:
            return HALF * (1 + place)
        case x_mm:
            return x_mm / lever_mm


def place_of(brought: Brought) -> str:
    """The source that the unknown place of what is brought is."""
    return f"place of {brought.label.removeprefix('mass of ')}"


NOTHING = 1e-200
"""A square below it is none that floating point could be trusted with."""


def triangle(off: Sequence[Sequence[float]], size: int) -> tuple[tuple[float, ...], ...]:
    """What independent things do together to ``size`` numbers, by as many sources: L of L·Lᵀ = Σ off·offᵀ.

    Row i is what each source moves number i by; the first source is all that moves the first number. Source:
    Cholesky's decomposition, of a matrix that may be of less than full rank.

    One mass that is 3 kg off on the front and 4 kg on the rear is one source; another on the rear alone a second:

    >>> triangle([(3.0, 4.0)], 2)
    ((3.0, 0.0), (4.0, 0.0))
    >>> triangle([(3.0, 4.0), (0.0, 2.0)], 2)
    ((3.0, 0.0), (4.0, 2.0))
    """
    columns = tuple(zip(*off, strict=True)) or ((),) * size
    return decomposed([[sum(map(mul, columns[i], columns[j])) for j in range(i + 1)] for i in range(size)])


def decomposed(covariance: Sequence[Sequence[float]]) -> tuple[tuple[float, ...], ...]:
    """L of L·Lᵀ = covariance, of which only what is on the diagonal and below it is read. Source: Cholesky."""
    size = len(covariance)
    rows = [[0.0] * size for _ in range(size)]
    for i in range(size):
        for j in range(i + 1):
            rest = covariance[i][j] - sum(rows[i][k] * rows[j][k] for k in range(j))
            if i == j:
                # What is left of a number that goes all with those before is nothing but rounding.
                rows[i][i] = math.sqrt(rest) if rest > max(1e-12 * covariance[i][i], NOTHING) else 0.0
            elif rows[j][j]:
                rows[i][j] = rest / rows[j][j]
    return tuple(tuple(row) for row in rows)


def off_together(ask: Ask, spread: Sequence[Sequence[float]], labels: Sequence[str]) -> list[float]:
    """What the numbers of a ``triangle`` are moved by, where their sources are."""
    # A source that moves nothing of its own number moves none of those behind it.
    units = [ask.unit(label) if spread[i][i] else 0.0 for i, label in enumerate(labels)]
    if not any(units):
        return [0.0] * len(spread)
    return [sum(map(mul, row, units)) for row in spread]


def standing(ask: Ask) -> AxleLoads:
    """What stands on the axles. Raises Missing."""
    return ask.shared("standing", _standing)


def _standing(ask: Ask) -> AxleLoads:
    found = [ask.need(f"body.{end}_axle_kg") for end in ENDS]
    added = added_mass(ask)
    off = off_together(ask, added.spread, (ON_FRONT, ON_REAR))
    return AxleLoads(found[0] + added.front_kg + off[0], found[1] + added.rear_kg + off[1])

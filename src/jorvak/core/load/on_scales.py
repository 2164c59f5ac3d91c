"""A vehicle on scales: what truly stands on each pad in the simulation, and what is kept of a weighing."""

from collections.abc import Sequence
from datetime import date

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask
from jorvak.core.engine.moment import measured_now
from jorvak.core.immutable import record
from jorvak.core.load.brought import Brought
from jorvak.core.load.masses import brought_by, rear_share
from jorvak.core.load.records import OnScales
from jorvak.core.load.results import load
from jorvak.core.places import ENDS
from jorvak.core.rig import Figure, Rig

GUESSED_TOO_LOW_KG = 40.0
"""The hidden mistake of the simulation: one mass was guessed so much too low."""
FORGOTTEN_X = 0.9
"""Where something forgotten stands, in wheelbases, where nothing was guessed."""
TOTAL_OFF_KG, TOTAL_OFF = 20.0, 0.01


def truth_kg(ask: Ask) -> tuple[float, float, float, float]:
    """What truly stands on each pad, left front, right front, left rear, right rear: as noted, and one mistake.

    Raises Missing.
    """
    stands = load(ask)
    front, rear = stands.front_kg, stands.rear_kg
    share = _of_the_mistake(brought_by(ask), ask.need("body.wheelbase_mm"))
    front, rear = front + GUESSED_TOO_LOW_KG * (1 - share), rear + GUESSED_TOO_LOW_KG * share
    tracks = [ask.need(f"body.{end}_track_mm") for end in ENDS]
    right = [0.5 + stands.cg_y_mm / track for track in tracks]
    return front * (1 - right[0]), front * right[0], rear * (1 - right[1]), rear * right[1]


def _of_the_mistake(brought: Sequence[Brought], wheelbase_mm: float) -> float:
    guessed = max(
        (each for each in brought if each.known == "assumed"), key=lambda each: each.kg, default=None
    )
    if guessed is None or guessed.kg <= 0:
        return FORGOTTEN_X
    return sum(mass.kg * rear_share(mass, wheelbase_mm) for mass in guessed.masses) / guessed.kg


@record(frozen=True, slots=True)
class Weighed:
    """A weighing as it is kept: the record, one of the figures before it where that is the first, and the rig's figures."""

    records: tuple[OnScales, ...]
    figures: dict[str, Figure]


def weighed(rig: Rig, weighing: OnScales, by: str, total_kg: float | None = None) -> Weighed:
    """What a weighing makes of a rig. Raises Refused on ``total`` where it does not go with the axles, on ``name``."""
    both = weighing.front_kg + weighing.rear_kg
    if total_kg is not None and abs(total_kg - both) > max(TOTAL_OFF_KG, TOTAL_OFF * both):
        raise Refused(
            "total",
            f"Front and rear make {both:.0f} kg, and the ticket says {total_kg:.0f} in all: read it once more.",
        )
    if any(each.name == weighing.name for each in rig.all(OnScales)):
        raise Refused("name", f"There is a weighing “{weighing.name}” already: give this one its own name.")
    records = (weighing,) if rig.all(OnScales) else (*_before(rig, weighing.taken_on), weighing)
    figures = {
        f"body.{end}_axle_kg": measured_now(rig, f"body.{end}_axle_kg", kg, weighing.taken_on, by)
        for end, kg in (("front", weighing.front_kg), ("rear", weighing.rear_kg))
    }
    return Weighed(records, figures)


def _before(rig: Rig, day: date | None) -> tuple[OnScales, ...]:
    """What was noted of the axles before anybody weighed, as the weighing that the first is compared with."""
    front, rear = (rig.figures.get(f"body.{end}_axle_kg") for end in ENDS)
    if (
        front is None
        or rear is None
        or (day is not None and front.noted_on is not None and front.noted_on > day)
    ):
        return ()
    known = "measured" if front.known == rear.known == "measured" else "plate"
    return (
        OnScales(name="as noted before", taken_on=front.noted_on, scale="before", known=known,
                 front_kg=front.value, rear_kg=rear.value),
    )  # fmt: skip

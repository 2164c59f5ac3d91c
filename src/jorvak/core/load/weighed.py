"""What weighings say: the corners of the last one, and whether it agrees with the one before and what came on since."""

from datetime import date

from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.load.corner_weights import CornerWeightsIn, CornerWeightsOut, corner_weights
from jorvak.core.load.masses import mass_share, rear_share
from jorvak.core.load.records import OnScales
from jorvak.core.load.weigh_in import WeighedItem, WeighInIn, WeighInOut, weigh_in
from jorvak.core.plan.kinds import masses_of, title_of
from jorvak.core.rig import Change

PLATE_PCT = 3.0
SCALE_PCT = 1.0


@record(frozen=True, slots=True)
class Corners:
    """The last weighing on four scales. ``cg_y_mm`` can be noted on the rig."""

    name: str
    calculated: CornerWeightsOut


def corners(ask: Ask) -> Corners:
    """Corner weights. Raises Missing."""
    last = next((each for each in reversed(in_order(ask)) if None not in each.corners), None)
    if last is None:
        raise Missing(None, "weighing on four scales")
    left_front, right_front, left_rear, right_rear = (kg or 0.0 for kg in last.corners)
    given = CornerWeightsIn(
        left_front_kg=left_front, right_front_kg=right_front, left_rear_kg=left_rear, right_rear_kg=right_rear,
        wheelbase_mm=ask.need("body.wheelbase_mm"), track_front_mm=ask.need("body.front_track_mm"),
        track_rear_mm=ask.need("body.rear_track_mm"),
    )  # fmt: skip
    return Corners(last.name, corner_weights(given))


@record(frozen=True, slots=True)
class WeighedAgain:
    """The last weighing against the one before: what the scale makes of the masses that came on between.

    ``changes`` has the change that each item of ``calculated`` is of, in its order.
    """

    now: str
    before: str
    calculated: WeighInOut
    changes: tuple[int, ...]


def weighed_again(ask: Ask) -> WeighedAgain:
    """What the scale says of the guesses. Raises Missing."""
    weighings = in_order(ask)
    if len(weighings) < 2:
        raise Missing(None, "second weighing")
    before, now = weighings[-2:]
    wheelbase_mm = ask.need("body.wheelbase_mm")
    items: list[WeighedItem] = []
    changes: list[int] = []
    for change in ask.changes:
        if not _came_between(change, before, now):
            continue
        for mass in masses_of(change):
            doubt = abs(mass.kg) * mass_share(change)
            x_mm = rear_share(mass, wheelbase_mm) * wheelbase_mm
            items.append(WeighedItem(name=title_of(change), mass_kg=mass.kg, doubt_kg=doubt, x_mm=x_mm))
            changes.append(change.id)
    plate = before.known == "plate"
    given = WeighInIn(
        wheelbase_mm=wheelbase_mm, front_kg=now.front_kg, rear_kg=now.rear_kg, before_front_kg=before.front_kg,
        before_rear_kg=before.rear_kg, before_pct=PLATE_PCT if plate else SCALE_PCT, items=items,
        same_scale=not plate and before.scale == now.scale, before_plate=plate,
    )  # fmt: skip
    return WeighedAgain(now.name, before.name, weigh_in(given), tuple(changes))


def in_order(ask: Ask) -> list[OnScales]:
    """The weighings, oldest first; one without a day stands before all others."""
    return sorted(ask.all(OnScales), key=lambda each: each.taken_on or date.min)


def _came_between(change: Change, before: OnScales, now: OnScales) -> bool:
    if change.fitted is None or (now.taken_on is not None and change.fitted.on > now.taken_on):
        return False
    return before.taken_on is None or change.fitted.on > before.taken_on

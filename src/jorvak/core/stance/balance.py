"""Centre of gravity of a rig at a stage, and how far it may lean."""

from collections.abc import Mapping

from pydantic import ValidationError

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.engine.moment import Moment
from jorvak.core.engine.spread import Doubted, spread_of
from jorvak.core.immutable import record
from jorvak.core.load.masses import (
    ON_FRONT,
    ON_REAR,
    brought_by,
    lever_of,
    off_together,
    rear_share,
    standing,
    triangle,
)
from jorvak.core.places import ENDS
from jorvak.core.rolling.results import static_radius_mm
from jorvak.core.rolling.stand import outboard_mm
from jorvak.core.stance.cg_height import CgHeightIn, cg_height
from jorvak.core.stance.results import axle_lift
from jorvak.core.stance.stance import rise_at
from jorvak.core.stance.tilt import TiltOut, tips

OF_THE_HEIGHT = 0.4
OF_THE_HEIGHT_OFF = 0.05
"""Without scales: so much of the overall height, and how far that may be off. Source: the trade's rule of thumb."""
SOONER_DEG = 1.5


@record(frozen=True, slots=True)
class Centre:
    """Where the centre of gravity is; ``assumed``: nobody has weighed it.

    ``no_height_kg`` is mass without a height, taken to lie as high as what the springs carry, and anywhere around.
    """

    behind_front_mm: float
    height_mm: float
    total_kg: float
    assumed: bool
    no_height_kg: float


@record(frozen=True, slots=True)
class Tip:
    """The side slope at which it would tip at rest, as found and here: a limit never to approach."""

    found_deg: float
    calculated: TiltOut
    track_mm: float
    centre: Centre
    lost_deg: float


def centre_of_gravity(ask: Ask) -> Centre:
    """Centre of gravity: sprung mass rises with its frame, unsprung with its tyres, changes add theirs. Raises Missing."""
    return ask.shared("centre of gravity", lambda inner: centre_from(inner, *_height_as_found(inner)))


def _height_as_found(ask: Ask) -> tuple[float, bool]:
    noted = ask.maybe("body.cg_height_mm", as_found=True)
    if noted is not None:
        return float(noted), False
    tall = ask.need("body.height_mm", as_found=True)
    return OF_THE_HEIGHT * tall * ask.times(
        "centre of gravity, as usual", OF_THE_HEIGHT_OFF / OF_THE_HEIGHT
    ), True


def centre_from(ask: Ask, height: float, assumed: bool) -> Centre:
    """Centre of gravity, from its height as found. Raises Missing."""
    wheelbase = ask.need("body.wheelbase_mm")
    front, rear = ask.need("body.front_axle_kg", as_found=True), ask.need("body.rear_axle_kg", as_found=True)
    unsprung = {end: ask.typical(f"{end}_axle.unsprung_kg", as_found=True) for end in ENDS}
    old, new = ({end: static_radius_mm(ask, end, found) for end in ENDS} for found in (True, False))
    total = front + rear
    sprung = total - sum(unsprung.values())
    sprung_height = (total * height - sum(unsprung[end] * old[end] for end in ENDS)) / sprung
    sprung_x = (rear - unsprung["rear"]) * wheelbase / sprung
    as_found = sprung_height
    share = ask.typical("body.body_share_pct") / 100 if _body_is_lifted(ask) else 0.0
    lifts = {end: axle_lift(ask, end) for end in ENDS}
    # The body's share of what the springs carry comes up further than the frame.
    up = {end: lift.frame_rise_mm + share * lift.body_lift_mm for end, lift in lifts.items()}
    sprung_height += rise_at(sprung_x, wheelbase, up["front"], up["rear"])
    brings = ask.shared("what changes bring, with heights", _brought)
    off = off_together(ask, brings.spread, (ON_FRONT, ON_REAR, HEIGHTS))
    # Mass, mass times x, mass times height. What is off is a little mass more on each axle, and its height.
    on_front, on_rear = brings.front_kg + off[0], brings.rear_kg + off[1]
    raised = on_front * up["front"] + on_rear * up["rear"]
    weights = [
        (sprung, sprung * sprung_x, sprung * sprung_height),
        (unsprung["front"], 0.0, unsprung["front"] * new["front"]),
        (unsprung["rear"], unsprung["rear"] * wheelbase, unsprung["rear"] * new["rear"]),
        (brings.axle_front_kg, 0.0, brings.axle_front_kg * new["front"]),
        (brings.axle_rear_kg, brings.axle_rear_kg * wheelbase, brings.axle_rear_kg * new["rear"]),
        (on_front + on_rear, on_rear * wheelbase, brings.kg_z + off[2] + raised),
        (0.0, 0.0, brings.low_kg * as_found),
    ]
    kg = sum(weight for weight, _, _ in weights)
    return Centre(
        behind_front_mm=sum(x for _, x, _ in weights) / kg,
        height_mm=sum(z for _, _, z in weights) / kg,
        total_kg=kg,
        assumed=assumed,
        no_height_kg=brings.low_kg,
    )


def _body_is_lifted(ask: Ask) -> bool:
    return any(ask.is_set(f"body.{end}_lift_mm") for end in ENDS)


HEIGHTS = "heights of masses"
USUAL_HEIGHT_MM = 1800.0
NO_HEIGHT_OFF_MM = 500.0
"""How far a mass of which nobody said how high it sits may be from where it is taken: floor or roof."""


@record(frozen=True, slots=True)
class _Brought:
    """What changes and load bring: on the axles themselves, and carried by the springs; of that what has no height.

    ``front_kg`` and ``rear_kg`` by the lever, ``kg_z`` the sum of mass times height as found of what has one,
    ``spread`` what these three may be off.
    """

    axle_front_kg: float
    axle_rear_kg: float
    front_kg: float
    rear_kg: float
    kg_z: float
    low_kg: float
    spread: tuple[tuple[float, ...], ...]


def _brought(ask: Ask) -> _Brought:
    usual_height = OF_THE_HEIGHT * (ask.maybe("body.height_mm") or USUAL_HEIGHT_MM)
    axle = {"front": 0.0, "rear": 0.0}
    front = rear = kg_z = low = 0.0
    off: list[tuple[float, ...]] = []
    every = brought_by(ask)
    lever_mm = lever_of(ask, every)
    for brought in every:
        own = [0.0, 0.0, 0.0]
        for mass in brought.masses:
            to_rear = rear_share(mass, lever_mm)
            on_front, on_rear = mass.kg * (1 - to_rear), mass.kg * to_rear
            if mass.x_mm == "front" or mass.x_mm == "rear":
                axle[mass.x_mm] += mass.kg
            else:
                front, rear = front + on_front, rear + on_rear
                if mass.z_mm is None:
                    low += mass.kg
                    off.append((0.0, 0.0, mass.kg * NO_HEIGHT_OFF_MM))
                else:
                    kg_z += mass.kg * mass.z_mm
            if mass.x_mm is None:
                off.append((on_front, -on_rear, 0.0))
            height = usual_height if mass.z_mm is None else mass.z_mm
            own[0] += on_front
            own[1] += on_rear
            own[2] += mass.kg * height
        off.append(tuple(brought.off * each for each in own))
    return _Brought(axle["front"], axle["rear"], front, rear, kg_z, low, triangle(off, 3))


def tip(ask: Ask) -> Tip:
    """How far it may lean at rest, and how much of that changes took. Raises Missing."""
    found_track = min(ask.need(f"body.{end}_track_mm", as_found=True) for end in ENDS)
    track = min(ask.need(f"body.{end}_track_mm") + 2 * outboard_mm(ask, end) for end in ENDS)
    height, _ = _height_as_found(ask)
    found = tips(found_track, height)
    centre = centre_of_gravity(ask)
    here = tips(track, centre.height_mm)
    return Tip(found.tip_deg, here, track, centre, found.tip_deg - here.tip_deg)


OF_THE_TIP = 1 / 3
USUAL_MOST_DEG = 15.0


def most_lean_deg(limit: Tip | None) -> float:
    """The most that should be leant: a third of the angle at rest is a wide margin; where that is not known, 15°."""
    return USUAL_MOST_DEG if limit is None else limit.calculated.tip_deg * OF_THE_TIP


RAISED_OFF_MM = 3.0
READING_OFF_KG = 1.0


def weighed(
    here: Moment, front_level_kg: float, front_raised_kg: float, raise_mm: float
) -> tuple[float, float]:
    """Height of the centre of gravity by two weighings, and its ±: both readings are of one scale.

    Raises Refused on the reading that cannot be, or on ``typed`` naming the figure of the rig that is missing.
    """
    ask = Ask(here)
    try:
        wheelbase = ask.need("body.wheelbase_mm")
        total = standing(ask).total_kg
        front, rear = (static_radius_mm(ask, end) for end in ENDS)
    except Missing as missing:
        raise Refused("typed", f"It waits for the {missing.waits.label}.") from None

    def height(by: Mapping[str, float]) -> float | None:
        scale = 1 + by.get("scale", 0.0)
        try:
            return cg_height(
                CgHeightIn(
                    wheelbase_mm=wheelbase,
                    total_kg=total * scale,
                    front_level_kg=(front_level_kg + by.get("level", 0.0)) * scale,
                    front_raised_kg=(front_raised_kg + by.get("raised", 0.0)) * scale,
                    raise_mm=raise_mm + by.get("raise", 0.0),
                    front_radius_mm=front,
                    rear_radius_mm=rear,
                )
            ).cg_height_mm
        except (Refused, ValidationError):
            return None

    offs = {"scale": 0.01, "level": READING_OFF_KG, "raised": READING_OFF_KG, "raise": RAISED_OFF_MM}
    cg_height(
        CgHeightIn(
            wheelbase_mm=wheelbase, total_kg=total, front_level_kg=front_level_kg,
            front_raised_kg=front_raised_kg, raise_mm=raise_mm, front_radius_mm=front, rear_radius_mm=rear,
        )
    )  # fmt: skip
    here_mm = height({})
    assert here_mm is not None
    spread = spread_of(
        here_mm, height, {name: Doubted(0.0, off) for name, off in offs.items()}, together=False
    )
    return here_mm, spread.by.get((), 0.0)

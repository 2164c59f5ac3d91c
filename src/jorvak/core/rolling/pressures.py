"""Pressures for the load aboard: on the road, for each surface, and how long the compressor takes back up."""

from typing import cast

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.load.results import laden_load
from jorvak.core.places import ENDS, End
from jorvak.core.rolling.airing_down import (
    BEAD_KPA,
    PRACTICE,
    WALKING_BEARS,
    AiringDownIn,
    Surface,
    airing_down,
)
from jorvak.core.rolling.inflation import SEA_LEVEL_KPA, cavity_l
from jorvak.core.rolling.results import by_its_size
from jorvak.core.rolling.tyre_load import TyreLoadIn, tyre_load
from jorvak.core.rolling.wheel_set import carried_by_one, tyres_at

HELD_TO_KMH = 40.0
"""On gravel and corrugations, where what is in the tyres is no more than what carries the load."""


@record(frozen=True, slots=True)
class RoadPressure:
    """One axle: what stands on one tyre laden, what pressure that asks for, and what is set.

    ``asks_kpa`` None: it carries less than stands on it at any pressure. ``walking_kpa`` carries the load at walking
    pace. ``road_kpa`` is what is driven with on the road: what is set, else what is asked for.
    """

    stands_on_it_kg: float
    asks_kpa: float | None
    walking_kpa: float | None
    set_kpa: float | None
    road_kpa: float | None


@record(frozen=True, slots=True)
class SurfacePressure:
    """What a surface wants at each axle, how fast that may be driven, and how long it takes back to the road's.

    A pressure is None where what is set does not carry the load even at walking pace.
    """

    surface: Surface
    front_kpa: float | None
    rear_kpa: float | None
    max_kmh: float
    minutes: float | None


@record(frozen=True, slots=True)
class Pressures:
    """Pressures laden. Practice, where schools differ by a fifth either way."""

    front: RoadPressure
    rear: RoadPressure
    surfaces: tuple[SurfacePressure, ...]


def pressures(ask: Ask) -> Pressures:
    """Pressures for the load aboard. Raises Missing."""
    front, rear = (_on_the_road(ask, end) for end in ENDS)
    litres = {end: _cavities_l(ask, end) for end in ENDS}
    flow = ask.maybe("body.compressor_l_per_min")
    duty = ask.typical("body.compressor_duty_pct") / 100 if flow else 1.0
    rows = []
    for surface in PRACTICE:
        starts: list[float | None] = []
        fastest, air = PRACTICE[surface].max_kmh, 0.0
        for end, road in (("front", front), ("rear", rear)):
            start, max_kmh = _on_surface(surface, road)
            starts.append(start)
            fastest = min(fastest, max_kmh)
            if start is not None and road.road_kpa is not None:
                air += litres[cast(End, end)] * (road.road_kpa - start) / SEA_LEVEL_KPA
        minutes = None if flow is None or None in starts else air / flow / duty
        rows.append(SurfacePressure(surface, starts[0], starts[1], fastest, minutes))
    return Pressures(front, rear, tuple(rows))


def _on_the_road(ask: Ask, end: End) -> RoadPressure:
    place = f"wheels.{end}_left"
    laden = laden_load(ask)
    stands = (laden.front_kg if end == "front" else laden.rear_kg) / tyres_at(ask, end)
    most = carried_by_one(ask, end)
    reference = ask.need(f"{place}.reference_pressure_kpa")
    asks = tyre_load(
        TyreLoadIn(max_load_kg=most, reference_pressure_kpa=reference, load_kg=stands)
    ).pressure_kpa
    walking = tyre_load(
        TyreLoadIn(
            max_load_kg=most, reference_pressure_kpa=reference, load_kg=stands / WALKING_BEARS,
            min_pressure_kpa=BEAD_KPA,
        )
    ).pressure_kpa  # fmt: skip
    noted = ask.maybe(f"aims.{end}_laden_kpa")
    is_set = ask.maybe(f"{place}.pressure_kpa") if noted is None else noted
    return RoadPressure(stands, asks, walking, is_set, asks if is_set is None else is_set)


def _on_surface(surface: Surface, road: RoadPressure) -> tuple[float | None, float]:
    most = PRACTICE[surface].max_kmh
    if road.road_kpa is None or road.walking_kpa is None:
        return None, most
    try:
        aired = airing_down(
            AiringDownIn(road_kpa=road.road_kpa, surface=surface, walking_floor_kpa=road.walking_kpa)
        )
    except Refused:
        return None, most
    barely = road.asks_kpa is None or road.road_kpa <= road.asks_kpa + 1e-9
    fastest = (
        min(aired.max_kmh, HELD_TO_KMH) if barely and surface in ("gravel", "corrugations") else aired.max_kmh
    )
    return aired.start_kpa, fastest


def _cavities_l(ask: Ask, end: End) -> float:
    size = by_its_size(ask, f"wheels.{end}_left.size")
    if size.diameter_mm is None or size.rim_in is None:
        raise Missing(f"wheels.{end}_left.size", f"rim of the {end} tyres")
    return cavity_l(size.diameter_mm, size.rim_in, size.section_width_mm) * tyres_at(ask, end)

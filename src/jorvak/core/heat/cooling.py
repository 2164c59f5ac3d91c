"""Whether it boils on the long climb, from one that was driven."""

import math

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive, Refused
from jorvak.core.rolling.grade_hold import ATMOSPHERE_TOP_M, share_of_air

HEAT_SHARE = {"diesel": 0.65, "petrol": 0.9}
FAN_KMH = {"electric": 25.0, "viscous": 45.0}
AIR_EXPONENT = 0.45
LIMIT_C, OPENS_C = 108.0, 88.0
OPENING_K, OPEN_K = 2.0, 10.0
"""Above where the thermostat opens: below the first it held the temperature, below the second it is not fully open."""


class SeenIn(Given):
    power_kw: Positive = Field(description="at the flywheel, steady", examples=[62])
    coolant_c: Number = Field(description="steady, by the gauge or the bus", examples=[98])
    ambient_c: Number = Field(description="of the air", examples=[24])
    speed_kmh: NotNegative = Field(description="true", examples=[45])
    open_pct: Positive = Field(100.0, description="of the grille, open to the air", le=100)
    altitude_m: Number = Field(0.0, description="above the sea", lt=ATMOSPHERE_TOP_M)


class AskedIn(Given):
    power_kw: NotNegative = Field(description="at the flywheel, steady", examples=[71])
    ambient_c: Number = Field(description="of the air", examples=[35])
    speed_kmh: NotNegative = Field(description="true", examples=[38])
    open_pct: Positive = Field(100.0, description="of the grille, open to the air", le=100)
    altitude_m: Number = Field(0.0, description="above the sea", lt=ATMOSPHERE_TOP_M)


class CoolingIn(Given):
    seen: SeenIn = Field(description="a climb that was driven")
    asked: AskedIn = Field(description="the one that is asked about")
    heat_share: Positive = Field(
        HEAT_SHARE["diesel"], description="heat into the coolant per flywheel power; petrol 0.9"
    )
    air_exponent: NotNegative = Field(AIR_EXPONENT, description="of the radiator over its air", le=1)
    fan_kmh: NotNegative = Field(
        FAN_KMH["electric"], description="what the fan is worth at standstill; viscous when engaged 45"
    )
    limit_c: Number = Field(LIMIT_C, description="the hottest that the coolant may be")
    opens_c: Number = Field(OPENS_C, description="where the thermostat opens")


class CoolingOut(Answer):
    ua_seen_kw_per_k: float = Field(description="heat that the radiator gave away per kelvin, as driven")
    ua_kw_per_k: float = Field(description="the same on the climb asked about")
    coolant_c: float = Field(description="there")
    margin_k: float = Field(description="left to the limit; below 0 it boils")
    power_to_limit_kw: float = Field(description="that reaches the limit on the day asked about")
    ambient_to_limit_c: float = Field(description="air that reaches the limit at the power asked about")
    thermostat_open: bool = Field(description="fully, as driven; else the answer errs to the hot side")


def cooling(given: CoolingIn) -> CoolingOut:
    """A radiator's heat by its temperature above the air. Source: UA of a heat exchanger, air to a power of it.

    Raises Refused on ``seen.ambient_c`` for air no colder than the coolant, ``seen.coolant_c`` where the thermostat
    held it, ``fan_kmh`` where no air moves at all.
    """
    seen, asked = given.seen, given.asked
    if seen.ambient_c >= seen.coolant_c:
        raise Refused(
            "seen.ambient_c", "The air cannot be as hot as the coolant that it cools: read both again."
        )
    held = held_by_thermostat(seen.coolant_c, given.opens_c)
    if held is not None:
        raise Refused("seen.coolant_c", held)
    if given.fan_kmh <= 0 and min(seen.speed_kmh, asked.speed_kmh) <= 0:
        raise Refused("fan_kmh", "It stands and has no fan: no air goes through the radiator at all.")
    ua_seen = given.heat_share * seen.power_kw / (seen.coolant_c - seen.ambient_c)
    more_air = _air(asked, given.fan_kmh) / _air(seen, given.fan_kmh)
    ua = ua_seen * more_air**given.air_exponent
    heat = given.heat_share * asked.power_kw
    coolant = max(asked.ambient_c + heat / ua, given.opens_c)
    return CoolingOut(
        ua_seen_kw_per_k=ua_seen,
        ua_kw_per_k=ua,
        coolant_c=coolant,
        margin_k=given.limit_c - coolant,
        power_to_limit_kw=ua * (given.limit_c - asked.ambient_c) / given.heat_share,
        ambient_to_limit_c=given.limit_c - heat / ua,
        thermostat_open=seen.coolant_c >= given.opens_c + OPEN_K - SLACK,
    )


def held_by_thermostat(coolant_c: float, opens_c: float) -> str | None:
    """Why a steady temperature says nothing of the radiator, in a sentence; None where it does."""
    if coolant_c >= opens_c + OPENING_K - SLACK:
        return None
    return (
        f"At {coolant_c:g} °C the thermostat held it, not the radiator, so this climb says nothing about that: drive "
        f"one on which it goes above {opens_c + OPENING_K:g} °C, better above {opens_c + OPEN_K:g}."
    )


def _air(at: SeenIn | AskedIn, fan_kmh: float) -> float:
    """Air through the radiator, in no unit: only how it differs counts."""
    return math.hypot(at.speed_kmh, fan_kmh) * at.open_pct / 100 * share_of_air(at.altitude_m)


CALCULATION = Calculation(
    "cooling",
    CoolingIn,
    cooling,
    CoolingOut,
    "how hot the coolant gets on another climb, from one that was driven",
    "heat balance of a radiator; standard atmosphere (ISO 2533)",
)

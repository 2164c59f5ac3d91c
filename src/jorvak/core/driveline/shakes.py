"""What shakes: everything that turns at the speed at which it does, ranked by what four tests on the road say."""

import math
from dataclasses import replace
from typing import Literal

from jorvak.core.calculation import Refused
from jorvak.core.driveline.balance import BalanceIn, balance
from jorvak.core.driveline.vibration import VibrationIn, vibration
from jorvak.core.driveline.wobble import LIMITS
from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.places import End
from jorvak.core.quantities.units import MM_PER_IN
from jorvak.core.rig import Frozen
from jorvak.core.rolling.results import circumference_mm, driven_end
from jorvak.core.rolling.tyre_size import sidewall

Test = Literal["neutral", "other_gear", "lift_off", "other_tyres"]
Answer = Literal["stays", "goes", "not tried"]
TESTS: dict[Test, str] = {
    "neutral": "Coast through that speed in neutral",
    "other_gear": "The same speed in another gear",
    "lift_off": "Lift off at that speed",
    "other_tyres": "The same speed on other tyres",
}


class Road(Frozen):
    """At which speed it shakes, in which gear (from 1) and range, and what the tests said."""

    speed_kmh: float
    gear: int = 1
    range: Literal["high", "low"] = "high"
    neutral: Answer = "not tried"
    other_gear: Answer = "not tried"
    lift_off: Answer = "not tried"
    other_tyres: Answer = "not tried"


@record(frozen=True, slots=True)
class Source:
    """Something that turns: which rate of ``vibration`` it has, what each test says if it is the one, what to look at."""

    key: str
    name: str
    rate: str
    says: dict[Test, Answer]
    inspect: tuple[str, ...]


@record(frozen=True, slots=True)
class Imbalance:
    """What a mass that is missing at the rim pulls with at this speed; ``noted``: as read, else as much as is let pass."""

    mass_g: float
    noted: bool
    force_n: float


@record(frozen=True, slots=True)
class Suspect:
    """A source at this speed: how fast, and how many of the tests speak for and against it.

    ``imbalance`` is of a wheel, where its rim is known.
    """

    key: str
    name: str
    hz: float
    speaks_for: int
    speaks_against: int
    inspect: tuple[str, ...]
    imbalance: Imbalance | None = None


SOURCES = (
    Source("wheel", "a wheel or tyre", "wheel_hz", {"neutral": "stays", "other_gear": "stays", "lift_off": "stays", "other_tyres": "goes"},
           ("mud and stones inside the rims", "balance of each wheel", "a bent rim, turned against a fixed point", "a tyre's tread that lifts or steps")),
    Source("wheel twice", "an oval wheel or a tyre out of round", "wheel_2x_hz", {"neutral": "stays", "other_gear": "stays", "lift_off": "stays", "other_tyres": "goes"},
           ("run-out of tyre and rim, up and sideways", "whether the wheel sits on its hub, not on its nuts")),
    Source("shaft", "a shaft out of balance", "shaft_hz", {"neutral": "stays", "other_gear": "stays", "lift_off": "stays", "other_tyres": "stays"},
           ("a lost balance weight, mud on the tube, a dent", "run-out of the tube in its middle", "play in the slip and the joints")),
    Source("shaft twice", "joint angles of a shaft", "shaft_2x_hz", {"neutral": "stays", "other_gear": "stays", "lift_off": "goes", "other_tyres": "stays"},
           ("yokes in one plane", "both joint angles at ride height, as the Driveline sheet has them", "a joint that binds; the case's mount under load")),
    Source("engine", "the engine", "engine_hz", {"neutral": "goes", "other_gear": "goes", "lift_off": "goes", "other_tyres": "stays"},
           ("engine and gearbox mounts", "fan, damper and clutch", "whether it does it standing, at the same engine speed")),
    Source("firing", "the engine's firing", "firing_hz", {"neutral": "goes", "other_gear": "goes", "lift_off": "goes", "other_tyres": "stays"},
           ("one cylinder weaker than the rest", "exhaust against body or frame")),
)  # fmt: skip


def suspects(ask: Ask, road: Road) -> tuple[Suspect, ...]:
    """Everything that turns at that speed, likeliest first. Raises Missing, Refused."""
    end = driven_end(ask)
    gears = ask.need("gearbox.gears", of=tuple[float, ...])
    if not 1 <= road.gear <= len(gears):
        raise Refused("gear", f"This gearbox has gears 1 to {len(gears)}.")
    transfer = ask.typical("transfer.high_ratio") if road.range == "high" else ask.need("transfer.low_ratio")
    rates = vibration(
        VibrationIn(
            speed_kmh=road.speed_kmh,
            circumference_mm=circumference_mm(ask, end),
            axle_ratio=ask.need(f"{end}_axle.ratio"),
            transfer_ratio=transfer,
            gear_ratio=gears[road.gear - 1],
            cylinders=ask.maybe("engine.cylinders"),
        )
    ).model_dump(exclude_unset=True)
    found = [_suspect(source, rates[source.rate], road) for source in SOURCES if source.rate in rates]
    found = [
        replace(each, imbalance=_imbalance(ask, end, road)) if each.key == "wheel" else each for each in found
    ]
    return tuple(sorted(found, key=lambda each: each.speaks_against - each.speaks_for))


def _imbalance(ask: Ask, end: End, road: Road) -> Imbalance | None:
    """Of a wheel of the driven axle, where its size says what rim it is on. Source: balance."""
    size: str | None = ask.maybe(f"wheels.{end}_left.size")
    if size is None:
        return None
    noted = ask.maybe("play.balance_g")
    mass_g = LIMITS["balance"] if noted is None else noted
    assert mass_g is not None
    pulls = balance(
        BalanceIn(
            mass_g=mass_g,
            rim_mm=sidewall(size).rim_in * MM_PER_IN,
            speed_kmh=road.speed_kmh,
            rolling_radius_mm=circumference_mm(ask, end) / (2 * math.pi),
        )
    )
    return Imbalance(mass_g, noted is not None, pulls.force_n)


def _suspect(source: Source, hz: float, road: Road) -> Suspect:
    answers = {test: getattr(road, test) for test in TESTS}
    tried = {test: answer for test, answer in answers.items() if answer != "not tried"}
    agrees = sum(source.says[test] == answer for test, answer in tried.items())
    return Suspect(source.key, source.name, hz, agrees, len(tried) - agrees, source.inspect)

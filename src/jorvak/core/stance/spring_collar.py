"""Height by a threaded collar or by a torsion bar's bolt, asked from the spanner."""

from typing import Literal

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Number, Positive, Refused

KEYS = {"collar": ("step_mm", "motion_ratio"), "rod": ("turns", "pitch_mm", "lever")}


class SpringCollarIn(Given):
    kind: Literal["collar", "rod"] = Field(
        description="a threaded collar under a spring, or a bolt at a rod's lever", examples=["collar"]
    )
    step_mm: Number | None = Field(None, description="the collar is turned up by that")
    motion_ratio: Positive | None = Field(None, description="spring over wheel; absent: 1")
    turns: Number | None = Field(None, description="of the bolt, up positive")
    pitch_mm: Positive | None = Field(None, description="of its thread")
    lever: Positive | None = Field(None, description="wheel over bolt")


class SpringCollarOut(Answer):
    ride_mm: float = Field(description="the body rises")


def spring_collar(given: SpringCollarIn) -> SpringCollarOut:
    """ride = step/motion ratio, or turns·pitch·lever. Source: leverage. Raises Refused on a key of the other kind."""
    for kind, keys in KEYS.items():
        for key in keys:
            if kind != given.kind and getattr(given, key) is not None:
                raise Refused(key, f"A {given.kind} has no {key}: {', '.join(KEYS[given.kind])}.")
    if given.kind == "collar":
        return SpringCollarOut(ride_mm=_need(given, "step_mm") / (given.motion_ratio or 1.0))
    return SpringCollarOut(ride_mm=_need(given, "turns") * _need(given, "pitch_mm") * _need(given, "lever"))


def _need(given: SpringCollarIn, key: str) -> float:
    value: float | None = getattr(given, key)
    if value is None:
        raise Refused(key, f"{key} is missing: a {given.kind} has {', '.join(KEYS[given.kind])}.")
    return value


CALCULATION = Calculation(
    "spring-collar",
    SpringCollarIn,
    spring_collar,
    SpringCollarOut,
    "what a turn of the collar or of the bar's bolt does to the height",
    "leverage; lift-stack's collar, asked from the spanner",
)

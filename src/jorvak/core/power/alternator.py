"""What is left of the alternator, hot, at idle and at its rated speed."""

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative

HOT_PCT = 85.0


class LoadIn(Given):
    name: str = Field(min_length=1, description="what it is called", examples=["lamps"])
    amps: NotNegative = Field(description="it takes while it is on", examples=[14])
    duty_pct: NotNegative = Field(100.0, description="of the time that it is on", le=100)


class AlternatorIn(Given):
    loads: list[LoadIn] = Field(description="all that is on at once")
    idle_a: NotNegative = Field(description="it gives at idle", examples=[48])
    rated_a: NotNegative = Field(description="it gives at its rated speed", examples=[120])
    hot_pct: NotNegative = Field(HOT_PCT, description="of that, what is left when it is hot", le=100)


class AlternatorOut(Answer):
    needed_a: float = Field(description="by all loads")
    idle_left_a: float = Field(description="at idle, hot; below 0 the battery gives it")
    rated_left_a: float = Field(description="at its rated speed, hot")


def alternator(given: AlternatorIn) -> AlternatorOut:
    """What is made less what is used. Source: balance of currents."""
    needed = sum(load.amps * load.duty_pct / 100 for load in given.loads)
    hot = given.hot_pct / 100
    return AlternatorOut(
        needed_a=needed,
        idle_left_a=given.idle_a * hot - needed,
        rated_left_a=given.rated_a * hot - needed,
    )


CALCULATION = Calculation(
    "alternator",
    AlternatorIn,
    alternator,
    AlternatorOut,
    "what is left of the alternator, hot, at idle and rated",
    "balance of currents",
)

"""True distance behind an odometer that is wrong."""

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, NotNegative, Positive, Refused


class DistanceEvent(Given):
    odometer_km: NotNegative = Field(description="reading when it happened", examples=[128400])
    factor: Positive = Field(description="true = indicated × factor from here on", examples=[1.07])
    new_reading_km: NotNegative | None = Field(
        None, description="where the instrument was changed: what the new one showed"
    )


class TrueDistanceIn(Given):
    events: list[DistanceEvent] = Field(description="in order of time", min_length=1)
    now_km: NotNegative = Field(description="reading now", examples=[129870])


class TrueDistanceOut(Answer):
    true_km: float = Field(description="since the first event")
    indicated_km: float = Field(description="as the instruments counted it")


def true_distance(given: TrueDistanceIn) -> TrueDistanceOut:
    """Sum of stretches, each by the factor in force. Source: the odometer factor. Raises Refused."""
    true = indicated = 0.0
    reading, factor = given.events[0].odometer_km, given.events[0].factor
    for index, event in enumerate(given.events):
        gone = _gone(reading, event.odometer_km, f"events.{index}.odometer_km")
        true, indicated = true + gone * factor, indicated + gone
        reading = event.odometer_km if event.new_reading_km is None else event.new_reading_km
        factor = event.factor
    gone = _gone(reading, given.now_km, "now_km")
    return TrueDistanceOut(true_km=true + gone * factor, indicated_km=indicated + gone)


def _gone(before: float, after: float, field: str) -> float:
    if after < before:
        raise Refused(
            field,
            f"A reading of {after:g} km after one of {before:g}: was the instrument changed? Then say what the new one showed.",
        )
    return after - before


CALCULATION = Calculation(
    "true-distance",
    TrueDistanceIn,
    true_distance,
    TrueDistanceOut,
    "true distance behind an odometer that is wrong",
    "the odometer factor of each stretch",
)

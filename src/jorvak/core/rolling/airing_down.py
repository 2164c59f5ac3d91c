"""What pressure a surface wants, and how fast that may be driven."""

from typing import Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive, Refused
from jorvak.core.immutable import record

Surface = Literal["gravel", "rock", "corrugations", "sand", "soft-sand", "snow", "mud"]


@record(frozen=True, slots=True)
class Practice:
    """What share of the road's pressure a surface wants, and up to which speed that holds."""

    share: float
    max_kmh: float


PRACTICE: dict[Surface, Practice] = {
    "gravel": Practice(0.80, 80),
    "rock": Practice(0.65, 20),
    "corrugations": Practice(0.75, 60),
    "sand": Practice(0.55, 40),
    "soft-sand": Practice(0.45, 20),
    "snow": Practice(0.60, 40),
    "mud": Practice(0.70, 30),
}
BEAD_KPA = 100.0
"""Below it a bead without a lock comes off."""
WALKING_KMH = 20.0
WALKING_BEARS = 1.5
"""What tyres carry more at walking pace; assumed, the maker's low-speed table beats it."""


class AiringDownIn(Given):
    road_kpa: Positive = Field(description="what carries the load on the road", examples=[240])
    surface: Surface = Field(description="what is driven on", examples=["sand"])
    walking_floor_kpa: NotNegative | None = Field(
        None, description="what carries the load at walking pace", examples=[120]
    )


class AiringDownOut(Answer):
    start_kpa: float = Field(description="to begin with")
    governs: Literal["share", "bead", "floor"] = Field(description="what it may not be below")
    max_kmh: float = Field(description="not faster than that")


def airing_down(given: AiringDownIn) -> AiringDownOut:
    """Practice, where schools differ by a fifth either way. Source: the handbook's table; tyre-load for the floor.

    Raises Refused on ``road_kpa`` where it does not carry the load even at walking pace.
    """
    floor = given.walking_floor_kpa
    if floor is not None and floor > given.road_kpa + SLACK:
        raise Refused(
            "road_kpa",
            f"{given.road_kpa:.0f} kPa do not carry the load even at walking pace: that takes {floor:.0f}.",
        )
    practice = PRACTICE[given.surface]
    wanted: list[tuple[float, Literal["share", "bead", "floor"]]] = [
        (practice.share * given.road_kpa, "share"),
        (BEAD_KPA, "bead"),
    ]
    if floor is not None:
        wanted.append((floor, "floor"))
    # Of equals the first: max keeps it.
    start, governs = max(wanted, key=lambda each: each[0])
    return AiringDownOut(
        start_kpa=min(start, given.road_kpa),
        governs=governs,
        max_kmh=min(practice.max_kmh, WALKING_KMH) if governs == "floor" else practice.max_kmh,
    )


CALCULATION = Calculation(
    "airing-down",
    AiringDownIn,
    airing_down,
    AiringDownOut,
    "what pressure a surface wants, and how fast that may be driven",
    "practice, schools differ by a fifth either way; the maker's low-speed table beats it",
)

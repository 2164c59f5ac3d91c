"""What a winch pulls on each layer of its drum, and how much of its rope can be used."""

import math
from collections.abc import Sequence

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive, Refused
from jorvak.core.immutable import record

MIN_WRAPS_STEEL, MIN_WRAPS_SYNTHETIC = 5, 8


class WinchIn(Given):
    rated_kg: Positive = Field(description="pull on the first layer", examples=[4300])
    drum_diameter_mm: Positive = Field(description="bare drum", examples=[64])
    drum_width_mm: Positive = Field(description="between its flanges", examples=[229])
    rope_diameter_mm: Positive = Field(description="of the rope", examples=[9.5])
    rope_length_m: Positive = Field(description="of the whole rope", examples=[28])
    rope_out_m: NotNegative | None = Field(None, description="off the drum now", examples=[12])
    min_wraps: int = Field(
        MIN_WRAPS_STEEL, description="that stay on the drum; synthetic rope 8", ge=1, strict=True
    )


class LayerOut(Answer):
    layer: int = Field(description="from the drum, 1")
    rope_m: float = Field(description="rope on it; the last may be part full")
    pull_kg: float = Field(description="what it pulls there")


class WinchOut(Answer):
    layers: list[LayerOut] = Field(description="from the drum outwards")
    usable_rope_m: float = Field(description="rope that may come off")
    layer_now: int | None = Field(None, description="the outermost that still holds rope")
    pull_now_kg: float | None = Field(None, description="what it pulls there")


@record(frozen=True, slots=True)
class Drum:
    """A drum with its rope: how many turns fit beside one another, and how far out each layer lies."""

    diameter_mm: float
    width_mm: float
    rope_mm: float

    @property
    def wraps(self) -> int:
        return int(self.width_mm / self.rope_mm + SLACK)

    def layer_diameter_mm(self, layer: int) -> float:
        """Between the middles of the rope on both sides, at a layer from 1."""
        return layer_diameter_mm(self.diameter_mm, self.rope_mm, layer)

    def layer_m(self, layer: int) -> float:
        """Rope that a full layer takes."""
        return math.pi * self.layer_diameter_mm(layer) * self.wraps / 1000

    def laid(self, rope_m: float) -> list[float]:
        """Metres of rope on each layer, from the drum until it is used."""
        layers: list[float] = []
        left = rope_m
        while left > SLACK:
            layers.append(min(left, self.layer_m(len(layers) + 1)))
            left -= layers[-1]
        return layers


def layer_diameter_mm(drum_diameter_mm: float, rope_diameter_mm: float, layer: int) -> float:
    """Between the middles of the rope on both sides of the drum, at a layer from 1."""
    return drum_diameter_mm + (2 * layer - 1) * rope_diameter_mm


MOST_LAYERS = 100


def winch(given: WinchIn) -> WinchOut:
    """A drum's torque is the same on every layer, so the pull goes with one over its diameter. Source: statics.

    Raises Refused on ``drum_width_mm`` for a drum narrower than its rope, ``rope_length_m`` for one that does not
    leave the wraps that stay on, ``rope_out_m`` for more out than may be.
    """
    drum = Drum(given.drum_diameter_mm, given.drum_width_mm, given.rope_diameter_mm)
    if drum.wraps < 1:
        raise Refused(
            "drum_width_mm",
            f"A drum of {given.drum_width_mm:g} mm is narrower than its rope: measure both again.",
        )
    stays_m = given.min_wraps * math.pi * drum.layer_diameter_mm(1) / 1000
    usable_m = given.rope_length_m - stays_m
    if usable_m <= SLACK:
        raise Refused(
            "rope_length_m",
            f"{given.min_wraps} wraps stay on the drum, which takes {stays_m:.2f} m: a rope of "
            f"{given.rope_length_m:g} m leaves nothing to pull with.",
        )
    if drum.layer_m(1) * MOST_LAYERS < given.rope_length_m:
        raise Refused("rope_length_m", f"{given.rope_length_m:g} m of rope never go on that drum.")
    if given.rope_out_m is not None and given.rope_out_m > usable_m + SLACK:
        raise Refused(
            "rope_out_m",
            f"{usable_m:.1f} m may come off this drum and {given.min_wraps} wraps stay on it, which is less than "
            f"{given.rope_out_m:g} m: bring the anchor nearer, or put an extension rated for the pull between.",
        )
    layers = drum.laid(given.rope_length_m)
    pulls = [_pull_kg(given.rated_kg, drum, number) for number in range(1, len(layers) + 1)]
    answer: dict[str, object] = {
        "layers": [
            LayerOut(layer=number, rope_m=rope_m, pull_kg=pull_kg)
            for number, (rope_m, pull_kg) in enumerate(zip(layers, pulls, strict=True), 1)
        ],
        "usable_rope_m": usable_m,
    }
    if given.rope_out_m is not None:
        now = _outermost(layers, given.rope_length_m - given.rope_out_m)
        answer |= {"layer_now": now, "pull_now_kg": pulls[now - 1]}
    return WinchOut.model_validate(answer)


def _pull_kg(rated_kg: float, drum: Drum, layer: int) -> float:
    return rated_kg * drum.layer_diameter_mm(1) / drum.layer_diameter_mm(layer)


def _outermost(layers: Sequence[float], rope_on_m: float) -> int:
    """The layer, from 1, that the last of so much rope lies on."""
    below = 0.0
    for number, rope_m in enumerate(layers, 1):
        below += rope_m
        if rope_on_m <= below + SLACK:
            return number
    return len(layers)


CALCULATION = Calculation(
    "winch",
    WinchIn,
    winch,
    WinchOut,
    "what a winch pulls on each layer, and what of its rope can be used",
    "statics of a drum; recovery practice",
)

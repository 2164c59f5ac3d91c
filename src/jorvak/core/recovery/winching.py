"""This vehicle's winch: its drum layer by layer, and what of its rope can be used."""

from itertools import accumulate

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.load.results import laden_load
from jorvak.core.recovery.figures import DRUM, RATED, ROPE, ROPE_M, ROPE_MM, WIDTH
from jorvak.core.recovery.winch import MIN_WRAPS_STEEL, MIN_WRAPS_SYNTHETIC, WinchIn, WinchOut, winch

FIELDS = {
    "rated_kg": RATED,
    "drum_diameter_mm": DRUM,
    "drum_width_mm": WIDTH,
    "rope_diameter_mm": ROPE_MM,
    "rope_length_m": ROPE_M,
}
"""The figure behind each field of the calculation."""


@record(frozen=True, slots=True)
class LayerOf:
    """A layer of the drum, from 1: the rope on it, how much has come off once it is bare, and what it pulls."""

    layer: int
    rope_m: float
    bare_at_m: float
    pull_kg: float


@record(frozen=True, slots=True)
class Winch:
    """The winch with its rope. ``min_wraps`` stay on the drum."""

    rated_kg: float
    drum_mm: float
    width_mm: float
    rope_mm: float
    rope_m: float
    min_wraps: int
    usable_rope_m: float
    layers: tuple[LayerOf, ...]


def winch_as_it_is(ask: Ask) -> Winch:
    """Raises Missing, and Refused on the figure that cannot be. Source: winch."""
    came_to = drum(ask)
    bare = list(accumulate(layer.rope_m for layer in reversed(came_to.layers)))[::-1]
    return Winch(
        rated_kg=ask.need(RATED),
        drum_mm=ask.need(DRUM),
        width_mm=ask.need(WIDTH),
        rope_mm=ask.need(ROPE_MM),
        rope_m=ask.need(ROPE_M),
        min_wraps=min_wraps(ask),
        usable_rope_m=came_to.usable_rope_m,
        layers=tuple(
            LayerOf(layer.layer, layer.rope_m, at, layer.pull_kg)
            for layer, at in zip(came_to.layers, bare, strict=True)
        ),
    )


def min_wraps(ask: Ask) -> int:
    """How many wraps stay on: as synthetic rope wants it where nobody noted that it is steel."""
    return MIN_WRAPS_STEEL if ask.maybe(ROPE) == "steel" else MIN_WRAPS_SYNTHETIC


def drum(ask: Ask, rope_out_m: float | None = None, out_path: str = "rope_out_m") -> WinchOut:
    """The drum with so much rope out. Raises Missing, and Refused on the figure that cannot be, or on ``out_path``."""
    given = {field: ask.need(path) for field, path in FIELDS.items()}
    try:
        return winch(WinchIn(**given, rope_out_m=rope_out_m, min_wraps=min_wraps(ask)))
    except Refused as refused:
        raise Refused(FIELDS.get(refused.field, out_path), refused.message) from None


@record(frozen=True, slots=True)
class AgainstMass:
    """The first-layer pull over the laden mass."""

    rated_kg: float
    mass_kg: float
    over_mass: float


def winch_against_mass(ask: Ask) -> AgainstMass:
    """Raises Missing."""
    rated, mass = ask.need(RATED), laden_load(ask).total_kg
    return AgainstMass(rated, mass, rated / mass)

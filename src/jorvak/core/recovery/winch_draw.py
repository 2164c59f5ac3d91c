"""What a pull takes out of the battery, and how long it lasts."""

from collections.abc import Sequence
from itertools import pairwise

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive, Refused
from jorvak.core.recovery.winch import layer_diameter_mm


class WinchRow(Given):
    """A line of the maker's table, on the first layer."""

    pull_kg: NotNegative = Field(description="on the first layer", examples=[2000])
    amps: NotNegative = Field(description="it draws then", examples=[245])
    m_per_min: Positive = Field(description="rope that comes in", examples=[3.9])


class WinchDrawIn(Given):
    table: list[WinchRow] = Field(description="the maker's, first layer; pull rises", min_length=2)
    drum_diameter_mm: Positive = Field(description="bare drum", examples=[64])
    rope_diameter_mm: Positive = Field(description="of the rope", examples=[9.5])
    layer: int = Field(1, description="that the rope comes onto", ge=1, strict=True)
    pull_kg: NotNegative = Field(description="on the rope", examples=[2400])
    rope_m: NotNegative = Field(description="to be wound in", examples=[12])
    battery_ah: Positive = Field(description="capacity of the battery that feeds it", examples=[95])
    alternator_a: NotNegative = Field(0.0, description="that the alternator gives meanwhile")


class WinchDrawOut(Answer):
    amps: float = Field(description="it draws")
    m_per_min: float = Field(description="rope that comes in")
    minutes: float = Field(description="that the pull lasts")
    drawn_ah: float = Field(description="out of the battery")
    battery_pct: float = Field(
        description="of its capacity; a lead battery gives about half of it at such a draw"
    )


def winch_draw(given: WinchDrawIn) -> WinchDrawOut:
    """Straight lines between the rows of the maker's table. Source: the winch's sheet, statics of its drum.

    Raises Refused on ``table.N.pull_kg`` where the pull does not rise, on ``pull_kg`` for one that the table does not
    reach at the drum.
    """
    for number, (before, row) in enumerate(pairwise(given.table), 1):
        if row.pull_kg <= before.pull_kg:
            raise Refused(
                f"table.{number}.pull_kg",
                f"The pull rises from line to line of the table: {row.pull_kg:g} kg follows {before.pull_kg:g} kg.",
            )
    out = layer_diameter_mm(given.drum_diameter_mm, given.rope_diameter_mm, given.layer)
    further = out / layer_diameter_mm(given.drum_diameter_mm, given.rope_diameter_mm, 1)
    at_drum_kg = given.pull_kg * further
    amps, m_per_min = _between(given.table, at_drum_kg, given.layer)
    speed = m_per_min * further
    minutes = given.rope_m / speed
    drawn = max(amps - given.alternator_a, 0.0) * minutes / 60
    return WinchDrawOut(
        amps=amps,
        m_per_min=speed,
        minutes=minutes,
        drawn_ah=drawn,
        battery_pct=drawn / given.battery_ah * 100,
    )


def _between(table: Sequence[WinchRow], pull_kg: float, layer: int) -> tuple[float, float]:
    """Current and rope speed at a pull on the first layer."""
    low, high = table[0].pull_kg, table[-1].pull_kg
    if not low - SLACK <= pull_kg <= high + SLACK:
        raise Refused(
            "pull_kg",
            f"On layer {layer} that turns the drum like {pull_kg:.0f} kg on the first; the maker's table goes from "
            f"{low:g} to {high:g} kg. Beyond it nobody says what the winch draws: rig more lines, or let rope out.",
        )
    for before, row in pairwise(table):
        if pull_kg <= row.pull_kg + SLACK:
            share = (pull_kg - before.pull_kg) / (row.pull_kg - before.pull_kg)
            return (
                before.amps + share * (row.amps - before.amps),
                before.m_per_min + share * (row.m_per_min - before.m_per_min),
            )
    raise AssertionError("within the table")


CALCULATION = Calculation(
    "winch-draw",
    WinchDrawIn,
    winch_draw,
    WinchDrawOut,
    "what a pull draws, how long it lasts, and what it takes out of the battery",
    "the winch's own table; statics of a drum",
)

"""How a row of an area's table of figures is written, and the ways in which figures are taken on a vehicle."""

from typing import Any

from jorvak.core.catalogue.spec import FigureSpec

ON_ITS_WHEELS = "On level ground, on its own weight, tyres at road pressure, rolled back and forth once."
TAPE = f"{ON_ITS_WHEELS} Tape, plumb line to the ground where the ends are not on one line."
UP = f"{ON_ITS_WHEELS} Tape straight up from the ground."
SCALE = "Weighbridge, one axle at a time, level, brakes off; note what was in it."
KITCHEN_SCALE = "Kitchen or luggage scale, as it is packed."
TWO_SCALES = "Two scales under the front wheels, rear axle raised on stands, suspension locked: two readings."
FOUR_SCALES = "Four scales, one under each wheel: the weigh-in works it out."
LEVEL = f"{ON_ITS_WHEELS} Digital level, zeroed on the ground beside the wheel."
BENCH = "Off the vehicle, on the bench, with a tape; calliper for what is below 150 mm."
STAND = "On stands under the frame, axle hanging, wheels chocked; shock off one end for full droop."
ROLL = "Mark tyre and ground, roll straight on for ten turns, tape, divide by ten. Loaded as for the road."
TURNS = "Wheels free, mark the shaft's flange: turns of the shaft in ten of the wheel; or count ring and pinion teeth."
SHEET = "Data plate, the vehicle's manual or the part's sheet."
CALLIPER = "Calliper, three times, the part clean and off."


def one(
    path: str, label: str, example: str, low: float, high: float, how: str = SHEET, **more: Any
) -> FigureSpec:
    """One row of the table; the keyword arguments are those of FigureSpec."""
    return FigureSpec(path, label, example, low=low, high=high, how=how, **more)


def choice(
    path: str, label: str, choices: tuple[str, ...], word: str | None = None, labels: tuple[str, ...] = ()
) -> FigureSpec:
    """A row whose figure is one of a few words, shown as ``labels`` where these are given."""
    return FigureSpec(
        path, label, choices[0], word, shape="choice", choices=choices, choice_labels=labels, how=SHEET
    )


def text(path: str, label: str, example: str, how: str = SHEET, **more: Any) -> FigureSpec:
    """A row whose figure is text as it is stamped or written."""
    return FigureSpec(path, label, example, shape="text", how=how, **more)

"""A number of a notebook as the figure at a path holds it; what could be two things is asked back."""

import re

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import BadFigure, checked, spec_of
from jorvak.core.notebook.skeleton import Value
from jorvak.core.plan.line import read_figure
from jorvak.core.quantities import ANGLE, LENGTH, RATIO, Preset


class Asked(Exception):
    """What a line says cannot be known. ``sentence`` asks, and says what would work."""

    def __init__(self, sentence: str) -> None:
        super().__init__(sentence)
        self.sentence = sentence


def number(path: str, value: Value, preset: Preset) -> float:
    """A value as the figure at a path. Raises Asked."""
    spec = spec_of(path)
    text = value.text.strip()
    if minutes := re.fullmatch(r"(-?\d+)°\s*(\d+)'", text):
        return int(minutes[1]) + int(minutes[2]) / 60
    if value.bare_fraction and spec.quantity is LENGTH and preset.unit(LENGTH).symbol != "in":
        raise Asked(f"{spec.label} {text}: inches, or mm? Type for example {text} in.")
    if spec.quantity is ANGLE:
        text = text.replace("°", "")
    unit = "" if value.unit == "k" else value.unit
    typed = f"{text} {unit}".strip()
    if re.fullmatch(r"[.,]\d+", text):
        typed = f"0{typed}"
    if spec.quantity is RATIO and re.fullmatch(r"-?\d+,\d+", text):
        typed = typed.replace(",", ".")
    try:
        return float(read_figure(spec, typed, preset))
    except Refused as refused:
        metres = _in_metres(path, text, unit)
        if metres is not None:
            return metres
        raise Asked(refused.message) from None


def _in_metres(path: str, text: str, unit: str) -> float | None:
    """A bare number that can only be metres: a gate of 2.55."""
    if unit or spec_of(path).quantity is not LENGTH or not re.fullmatch(r"\d\.\d{1,3}", text):
        return None
    try:
        return float(checked(path, float(text) * 1000))
    except BadFigure:
        return None

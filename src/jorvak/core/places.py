"""Names of places on every vehicle: its two ends, its wheels."""

from typing import Literal

End = Literal["front", "rear"]
ENDS: tuple[End, ...] = ("front", "rear")
POSITIONS = ("front_left", "front_right", "rear_left", "rear_right", "spare")
TWINS = ("rear_left_inner", "rear_right_inner")
"""The inner wheels of twin rear tyres."""

"""The findings of this area, by what raises them. Each module names its rules in ``RULES``."""

from collections.abc import Mapping

from jorvak.core.plan.jobs import System

SYSTEMS: Mapping[System, str] = {
    "driveline": (
        "axle-rated-short does-not-mate joint-angles-unequal joint-too-steep joint-too-straight mate-unknown mounts-unknown "
        "oil-to-fill output-side-clash pinion-not-pointed range-signal shaft-to-change shaft-touches "
        "shaft-whirls slip-bottoms slip-pulls-apart speed-signal-lost torque-over-rating"
    ),
    "steering": "wobble-suspect",
}
"""Codes by the system of the vehicle that they concern."""

"""The findings of this area, by what raises them. Each module names its rules in ``RULES``."""

from collections.abc import Mapping

from jorvak.core.plan.jobs import System

SYSTEMS: Mapping[System, str] = {
    "brakes": "brake-leverage brake-room",
    "driveline": "axle-ratios-differ gearing-taller running-in speedometer-outside-band",
    "steering": "scrub-changes",
    "tyres": (
        "centre-bore-small over-tyres pressure-unset rim-width-outside set-not-alike spare-does-not-fit "
        "stud-short tyre-age tyre-cover tyre-load-short tyre-pressure tyre-speed-short wheel-does-not-mate "
        "wheel-load-short"
    ),
}
"""Codes by the system of the vehicle that they concern."""

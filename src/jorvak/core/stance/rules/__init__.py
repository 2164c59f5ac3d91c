"""The findings of this area, by what raises them. Each module names its rules in ``RULES``."""

from collections.abc import Mapping

from jorvak.core.plan.jobs import System

SYSTEMS: Mapping[System, str] = {
    "body": "angle-short touches-ground",
    "brakes": "brake-valve-reads-light hose-short",
    "driveline": "half-shaft-steep pinion-climbs",
    "load": "nose-up-when-loaded tips-sooner too-tall",
    "power": "lamps-to-aim",
    "steering": (
        "axle-pulled-sideways bump-steer camber-off ball-joint-past-limit bar-and-link-unlike caster-low column-joint"
    ),
    "suspension": (
        "front-block no-droop-left nothing-under-the-axle shock-bottoms shock-tops-out sides-unlike "
        "spring-coil-bound spring-for-another-load spring-unseats wait-for-the-weight"
    ),
    "tyres": "tyre-room",
}
"""Codes by the system of the vehicle that they concern."""

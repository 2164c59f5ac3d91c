"""The findings of this area, by what raises them. Each module names its rules in ``RULES``."""

from collections.abc import Mapping

from jorvak.core.plan.jobs import System

SYSTEMS: Mapping[System, str] = {
    "load": (
        "front-light over-front-axle over-gvm over-hitch over-rear-axle over-train payload-negative "
        "place-too-heavy roof-too-heavy side-heavy weigh-contradicts weigh-it"
    ),
}
"""Codes by the system of the vehicle that they concern."""

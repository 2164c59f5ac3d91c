"""The findings of this area, by what raises them. Each module names its rules in ``RULES``."""

from collections.abc import Mapping

from jorvak.core.plan.jobs import System

SYSTEMS: Mapping[System, str] = {
    "frame": "frame-out strength-unknown too-weak",
    "body": "no-way-out not-enough-room",
}
"""Codes by the system of the vehicle that they concern."""

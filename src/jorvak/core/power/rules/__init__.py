"""The findings of this area, by what raises them. Each module names its rules in ``RULES``."""

from collections.abc import Mapping

from jorvak.core.plan.jobs import System

SYSTEMS: Mapping[System, str] = {"power": "alternator-short battery-short cable-too-thin no-fuse"}
"""Codes by the system of the vehicle that they concern."""

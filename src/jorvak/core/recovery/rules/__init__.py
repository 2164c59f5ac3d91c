"""The findings of this area, by what raises them. Each module names its rules in ``RULES``."""

from collections.abc import Mapping

from jorvak.core.plan.jobs import System

SYSTEMS: Mapping[System, str] = {
    "recovery": "part-too-weak recovery-point-unrated rope-too-short winch-frame winch-too-small"
}
"""Codes by the system of the vehicle that they concern."""

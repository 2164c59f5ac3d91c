"""The findings of this area, by what raises them. Each module names its rules in ``RULES``."""

from collections.abc import Mapping

from jorvak.core.plan.jobs import System

SYSTEMS: Mapping[System, str] = {
    "work": (
        "closed-too-soon cut-before-measured helper-missing left-over misses-the-date one-time-fastener "
        "order-broken overdue part-late part-not-checked put-off temporary-fix"
    ),
}
"""Codes by the system of the vehicle that they concern."""

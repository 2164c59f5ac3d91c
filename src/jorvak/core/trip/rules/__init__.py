"""The findings of this area, by what raises them. Each module names its rules in ``RULES``."""

from collections.abc import Mapping

from jorvak.core.plan.jobs import System

SYSTEMS: Mapping[System, str] = {
    "fuel": "fuel-short",
    "load": "over-on-the-way water-short",
    "papers": "paper-ends",
    "tyres": "spare-differs",
    "work": "due-on-the-way not-proved",
}
"""Codes by the system of the vehicle that they concern."""

"""Findings: what a rig at a stage upsets, and what would settle it."""

from dataclasses import dataclass
from typing import Any, Literal

from jorvak.core.kinds import Draft
from jorvak.core.results import Result
from jorvak.core.stages import Moment

Severity = Literal["stop", "measure", "watch", "note"]
SEVERITIES: tuple[Severity, ...] = ("stop", "measure", "watch", "note")
Place = Literal["rear-axle", "both-axles", "dash"]


@dataclass(frozen=True, slots=True)
class Settle:
    """What would settle a finding: a change that can be added, a figure to measure, or something to do."""

    text: str
    draft: Draft | None = None
    figure: str | None = None


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing that is upset. ``change`` is the id of the change that raised it, ``place`` where it sits."""

    code: str
    severity: Severity
    text: str
    figures: tuple[str, ...]
    change: int | None
    settled_by: tuple[Settle, ...]
    place: Place


def raised_by(moment: Moment, result: Result[Any]) -> int | None:
    """The last change, in order, that set one of the figures that a result rests on."""
    setters = [moment.set_by[path] for path in result.rests_on if path in moment.set_by]
    return max(setters, key=moment.rig.changes.index).id if setters else None


def worst_first(findings: list[Finding]) -> tuple[Finding, ...]:
    """Stop, measure, watch, note; of one severity in the order in which the rules stand."""
    return tuple(sorted(findings, key=lambda finding: SEVERITIES.index(finding.severity)))

"""Findings: what a rig at a stage upsets, and what would settle it."""

from typing import Literal

from jorvak.core.kinds import Draft
from jorvak.core.results import Rest, Result
from jorvak.core.rig import Frozen
from jorvak.core.stages import Moment

Severity = Literal["stop", "measure", "watch", "note"]
SEVERITIES: tuple[Severity, ...] = ("stop", "measure", "watch", "note")
Place = Literal["front-axle", "rear-axle", "both-axles", "dash", "engine"]


class Settle(Frozen):
    """What would settle a finding: a change that can be added, a figure to measure, or something to do."""

    text: str
    draft: Draft | None = None
    figure: str | None = None


class Finding(Frozen):
    """One thing that is upset. ``change`` is the id of the change that raised it, ``place`` where it sits."""

    code: str
    severity: Severity
    text: str
    figures: tuple[Rest, ...]
    change: int | None
    settled_by: tuple[Settle, ...]
    place: Place


def raised_by(moment: Moment, result: Result[object] | Result[float]) -> int | None:
    """The last change, in order, that set one of the figures that a result rests on."""
    order = {change.id: index for index, change in enumerate(moment.rig.changes)}
    ids = [rest.change for rest in result.rests_on if rest.change is not None]
    return max(ids, key=lambda id: order.get(id, -1), default=None)


def worst_first(findings: list[Finding]) -> tuple[Finding, ...]:
    """Stop, measure, watch, note; of one severity in the order in which the rules stand."""
    return tuple(sorted(findings, key=lambda finding: SEVERITIES.index(finding.severity)))

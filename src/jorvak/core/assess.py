"""A rig at a stage -> every result and every finding. A pure function of the rig record."""

from dataclasses import dataclass

from jorvak.core.findings import Finding, worst_first
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Figure, Rig
from jorvak.core.rolling import rules as rolling_rules
from jorvak.core.rolling.results import RollingResults, rolling_results
from jorvak.core.stages import Stage, moment
from jorvak.core.stance.results import Outline, StanceResults, outline, stance_results


@dataclass(frozen=True, slots=True)
class Results:
    """Results by area."""

    rolling: RollingResults
    stance: StanceResults


@dataclass(frozen=True, slots=True)
class ChangedFigure:
    """A figure as a change has set it (None: removed, it does not hold any more)."""

    figure: Figure | None
    change: int


@dataclass(frozen=True, slots=True)
class Assessment:
    """Everything that can be said of a rig at a stage. Findings stand worst first.

    ``changed`` has the figures that changes have set up to here.
    """

    stage: Stage
    changed: dict[str, ChangedFigure]
    results: Results
    findings: tuple[Finding, ...]
    outline: Outline


def assess(rig: Rig, stage: Stage = "planned", preset: Preset = METRIC) -> Assessment:
    """Assess ``rig`` at ``stage``; sentences carry figures in the units of ``preset``.

    Raises Refused on ``stage`` for a step that the order does not have.
    """
    here = moment(rig, stage)
    rolling, stance = rolling_results(here), stance_results(here)
    return Assessment(
        stage=stage,
        changed={path: ChangedFigure(here.here.get(path), change.id) for path, change in here.set_by.items()},
        results=Results(rolling=rolling, stance=stance),
        findings=worst_first(list(rolling_rules.findings(here, rolling, preset))),
        outline=outline(here),
    )

"""A rig at a stage -> every result and every finding. A pure function of the rig record."""

from jorvak.core.findings import Finding, worst_first
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Frozen, Rig
from jorvak.core.rolling import rules as rolling_rules
from jorvak.core.rolling.results import RollingResults, rolling_results
from jorvak.core.stages import Stage, moment
from jorvak.core.stance.results import Outline, StanceResults, outline, stance_results


class Results(Frozen):
    """Results by area."""

    rolling: RollingResults
    stance: StanceResults


class Assessment(Frozen):
    """Everything that can be said of a rig at a stage. Findings stand worst first."""

    stage: Stage
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
        results=Results(rolling=rolling, stance=stance),
        findings=worst_first(list(rolling_rules.findings(here, rolling, preset))),
        outline=outline(here),
    )

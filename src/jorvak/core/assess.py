"""A rig at a stage -> every result and every finding. A pure function of the rig record."""

from datetime import date

from jorvak.core.engine.areas import Results
from jorvak.core.engine.keeping import KeptResults
from jorvak.core.engine.moment import Stage, laden, moment
from jorvak.core.findings import Finding, Here, findings
from jorvak.core.immutable import record
from jorvak.core.only_assumed import OnlyAssumed, only_assumed
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Figure, Rig
from jorvak.core.stance.results import Outline, outline


@record(frozen=True, slots=True)
class ChangedFigure:
    """A figure as a change has set it (None: removed, it does not hold any more)."""

    figure: Figure | None
    change: int


@record(frozen=True, slots=True)
class Assessment:
    """Everything that can be said of a rig at a stage. Findings stand worst first.

    ``changed`` has the figures that changes have set up to here; ``only_assumed`` the checks that raise nothing, and
    that on assumed figures alone; ``passed`` the codes of all findings that were looked for and are not raised.
    """

    stage: Stage
    laden: bool
    changed: dict[str, ChangedFigure]
    results: Results
    findings: tuple[Finding, ...]
    only_assumed: OnlyAssumed
    passed: frozenset[str]
    outline: Outline


def assess(
    rig: Rig,
    stage: Stage = "planned",
    preset: Preset = METRIC,
    with_doubt: bool = True,
    on: date | None = None,
    kept: KeptResults | None = None,
    with_load: bool = False,
) -> Assessment:
    """Assess ``rig`` at ``stage``; sentences carry figures in the units of ``preset``.

    ``on`` is today, without which nothing is said of the age of tyres. ``with_doubt`` False is many times faster
    and takes every figure at its word. ``kept`` keeps what was worked out from one call to the next.
    ``with_load``: laden, with crew, water, fuel and goods; else as built, nobody aboard. Raises Refused on
    ``stage`` for a step that the order does not have.
    """
    here = moment(rig, stage, with_doubt, on, kept)
    if with_load:
        here = laden(here)
    results = Results(here)
    looked = Here(here, results, preset)
    raised = findings(looked)
    return Assessment(
        stage=stage,
        laden=here.laden,
        changed={path: ChangedFigure(here.here.get(path), change.id) for path, change in here.set_by.items()},
        results=results,
        findings=raised,
        only_assumed=only_assumed(looked, raised),
        passed=frozenset(each.code for each in looked.passed),
        outline=outline(here),
    )

"""What a typed line would do to a rig, before it does it."""

from dataclasses import replace
from datetime import date

from jorvak.core.assess import Assessment, assess
from jorvak.core.catalogue import known_by, spec_of
from jorvak.core.engine.keeping import KeptResults
from jorvak.core.engine.moment import Stage, steps_before, written_down
from jorvak.core.findings import Finding
from jorvak.core.headlines import Headline, found_results, headlines
from jorvak.core.immutable import record
from jorvak.core.plan.kinds import title_of
from jorvak.core.plan.typed import Typed
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Figure, Rig
from jorvak.core.rolling.area import RollingResults
from jorvak.core.rolling.engine_speeds import EngineSpeed, moved_speeds


@record(frozen=True, slots=True)
class Preview:
    """A line, carried out on paper.

    ``step`` is the step that the change would be (None for a figure); ``headlines`` are the figures with
    it and ``before`` those without, at the stage; findings are those that it would raise and settle, and
    ``lost`` those of which nothing could be said any more: what they rest on would wait for a figure. ``engine_speeds`` are
    those that move, in the gears that the engine can turn.
    """

    typed: Typed
    step: int | None
    here: Assessment
    headlines: tuple[Headline, ...]
    before: tuple[Headline, ...]
    raised: tuple[Finding, ...]
    settled: tuple[Finding, ...]
    lost: tuple[Finding, ...]
    engine_speeds: tuple[EngineSpeed, ...]


def preview(
    rig: Rig,
    typed: Typed,
    stage: Stage,
    preset: Preset = METRIC,
    on: date | None = None,
    kept: KeptResults | None = None,
    with_doubt: bool = True,
) -> Preview:
    """What ``typed`` would do at ``stage``; ``kept`` and ``with_doubt`` as in ``assess``. Raises Refused on ``stage``."""
    if typed.draft is not None:
        typed = typed.model_copy(update={"title": title_of(typed.draft.as_change(id=0), preset)})
    changed, then = carried_out(rig, typed, stage, on)
    # Without its doubt, which only the line's own outcome shows: a key is answered in half the time.
    now = assess(rig, stage, preset, with_doubt=False, on=on, kept=kept)
    after = assess(changed, then, preset, with_doubt, on, kept)
    found = found_results(rig, kept)
    had, has = ({finding.key for finding in each.findings} for each in (now, after))
    was, is_now = (each.results.of(RollingResults).gears.value for each in (now, after))
    gone = [finding for finding in now.findings if finding.key not in has]
    return Preview(
        typed=typed,
        step=then if typed.means == "change" and isinstance(then, int) else None,
        here=after,
        headlines=headlines(after.results, found, preset),
        before=headlines(now.results, found, preset),
        raised=tuple(finding for finding in after.findings if finding.key not in had),
        settled=tuple(finding for finding in gone if _is_known(finding, after)),
        lost=tuple(finding for finding in gone if not _is_known(finding, after)),
        engine_speeds=tuple(moved_speeds(was, is_now, changed.figures)),
    )


def _is_known(finding: Finding, then: Assessment) -> bool:
    """Whether what a finding was about can still be said: what waits for a figure is not settled by that."""
    if finding.rated:
        return finding.code in then.passed
    if finding.result is None:
        return True
    area, name = finding.result.split(".")
    return then.results.result(area, name).value is not None


def figures_of(rig: Rig, typed: Typed, on: date | None, by: str | None = None) -> dict[str, Figure]:
    """The figures that a line notes, by path."""
    assert typed.path is not None
    values = dict.fromkeys((typed.path, *typed.also), typed.value) | {
        each.path: each.value for each in typed.more
    }
    return {
        path: written_down(rig, path, value, typed.known or known_by(spec_of(path)), on, by)
        for path, value in values.items()
    }


def carried_out(rig: Rig, typed: Typed, stage: Stage, on: date | None) -> tuple[Rig, Stage]:
    """The rig with the line carried out, and the stage at which that shows."""
    if typed.draft is None:
        noted = figures_of(rig, typed, on)
        if typed.record is not None:
            rig = rig.having(type(typed.record), (*rig.all(type(typed.record)), typed.record))
        return replace(rig, figures={**rig.figures, **noted}), stage
    before = steps_before(rig, stage)
    # No change of a rig has the id 0: it marks the draft.
    draft = typed.draft.as_change(id=0)
    return replace(rig, changes=(*rig.changes[:before], draft, *rig.changes[before:])), before + 1

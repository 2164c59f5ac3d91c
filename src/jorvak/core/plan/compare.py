"""Moments and options side by side, in the figures that differ and in those that the brief makes matter."""

from collections.abc import Sequence
from datetime import date

from jorvak.core.assess import Assessment, assess
from jorvak.core.engine.moment import Stage, changes_at, choosing
from jorvak.core.findings import Finding
from jorvak.core.headlines import Headline, found_results, headlines, shown_figures
from jorvak.core.immutable import record
from jorvak.core.money.totals import Totals, totals
from jorvak.core.plan.kinds import guessed_hours, title_of
from jorvak.core.plan.records import Question
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Change, Rig
from jorvak.core.stance.results import Outline

SAME = 1e-6


@record(frozen=True, slots=True)
class Cell:
    """A figure in one column; None is not known there."""

    value: float | None
    off: float


@record(frozen=True, slots=True)
class Row:
    """A figure in every column. ``matters``: the brief names it."""

    key: str
    label: str
    places: int
    cells: tuple[Cell, ...]
    matters: bool


@record(frozen=True, slots=True)
class Column:
    """One moment or option: its name, the changes that make it, money, hours and findings of its own."""

    label: str
    option: str | None
    stage: Stage
    changes: tuple[str, ...]
    money: Totals
    hours: float
    own_findings: tuple[Finding, ...]
    stops: int
    outline: Outline


@record(frozen=True, slots=True)
class Comparison:
    """Columns side by side, rows where they differ, those first that the brief makes matter; ``alike`` names the rest."""

    columns: tuple[Column, ...]
    rows: tuple[Row, ...]
    alike: tuple[str, ...]


@record(frozen=True, slots=True)
class View:
    """What goes into a column: a rig as if, at a stage."""

    label: str
    rig: Rig
    stage: Stage
    option: str | None = None
    changes: tuple[Change, ...] = ()


def options_of(rig: Rig, question: Question, stage: Stage = "planned") -> list[View]:
    """The options of a question, each as if it had been chosen, the others not."""
    return [
        View(
            label=option,
            rig=choosing(rig, question.key, option),
            stage=stage,
            option=option,
            changes=tuple(c for c in rig.changes if c.option == f"{question.key}/{option}"),
        )
        for option in question.options
    ]


def compare(views: Sequence[View], preset: Preset = METRIC, on: date | None = None) -> Comparison:
    """The views side by side. Raises Refused on ``stage``."""
    assessed = [assess(view.rig, view.stage, preset, on=on) for view in views]
    found = found_results(views[0].rig)
    lists = [headlines(each.results, found, preset) for each in assessed]
    deciding = views[0].rig.brief.deciding
    rows = [_row(alike, alike[0].key in deciding) for alike in zip(*lists, strict=True)]
    shown = [row for row in rows if _differs(row)]
    return Comparison(
        columns=tuple(
            _column(view, each, [a for a in assessed if a is not each], preset)
            for view, each in zip(views, assessed, strict=True)
        ),
        rows=tuple(sorted(shown, key=lambda row: not row.matters)),
        alike=tuple(row.label for row in rows if not _differs(row)),
    )


def _row(alike: Sequence[Headline], matters: bool) -> Row:
    cells = tuple(Cell(headline.value, headline.off) for headline in alike)
    first = alike[0]
    # Side by side they keep their sign, and the name that goes with it.
    label = shown_figures()[first.key][1].label if first.turned else first.label
    return Row(first.key, label, first.places, cells, matters)


def _differs(row: Row) -> bool:
    values = [cell.value for cell in row.cells]
    first = values[0]
    return any(
        (value is None) != (first is None) or (value is not None and first is not None and abs(value - first) > SAME)
        for value in values
    )  # fmt: skip


def _column(view: View, assessed: Assessment, others: Sequence[Assessment], preset: Preset) -> Column:
    everywhere = set.intersection(*({f.key for f in other.findings} for other in others)) if others else set()
    # All of the plan as it would then be, as its money is: an option that is nothing takes no hours of its own.
    changes = changes_at(view.rig, view.stage)
    return Column(
        label=view.label,
        option=view.option,
        stage=view.stage,
        changes=tuple(title_of(change, preset) for change in view.changes),
        money=totals(view.rig, view.stage),
        hours=sum(guessed_hours(change) for change in changes),
        own_findings=tuple(finding for finding in assessed.findings if finding.key not in everywhere),
        stops=sum(finding.severity == "stop" for finding in assessed.findings),
        outline=assessed.outline,
    )

"""The rig at a moment of its order: as found, today, after any step, as planned."""

from collections.abc import Mapping
from dataclasses import field, replace
from datetime import date
from typing import TYPE_CHECKING, Any, Literal, cast

from jorvak.core.calculation import Refused
from jorvak.core.kinds import effect_of, points_of
from jorvak.core.record import record
from jorvak.core.rig import APPLIED, Carrier, Change, Figures, Rig

if TYPE_CHECKING:
    from jorvak.core.known import Known, KnownHere

Stage = Literal["as-found", "today", "planned"] | int
"""A number K is the moment after the K-th change of the order."""
NAMED: tuple[Literal["as-found", "today", "planned"], ...] = ("as-found", "today", "planned")


@record(frozen=True)
class Moment:
    """A rig at a stage: its figures ``found`` and ``here``, and which change last set one of them.

    ``changes`` are those that are on the rig, in order, ``points`` its underside with what they add.
    ``with_doubt``: whether what is worked out from it carries its doubt. ``on`` is the day on which it is
    looked at, for what ages; None where nobody said. ``parts`` is what several results have in common, worked
    out once; ``known`` what was worked out at the last such moment and still holds, where somebody keeps that.
    """

    stage: Stage
    rig: Rig
    found: Figures
    here: Figures
    set_by: dict[str, Change]
    changes: tuple[Change, ...]
    points: Mapping[str, Carrier]
    with_doubt: bool = True
    on: date | None = None
    parts: dict[str, Any] = field(default_factory=dict, compare=False, repr=False)
    known: "KnownHere | None" = field(default=None, compare=False, repr=False)

    def without_doubt(self) -> "Moment":
        """The same moment with every figure taken at its word."""
        return replace(self, with_doubt=False, known=None)


def read_stage(text: str) -> Stage:
    """``as-found``, ``today``, ``planned`` or a number. Raises Refused on ``stage``."""
    if text in NAMED:
        return cast(Stage, text)
    if text.isascii() and text.isdigit() and len(text) <= 4:
        return int(text)
    raise Refused(
        "stage", f"“{text[:20]}” is no stage. There are as-found, today, planned, or the number of a step."
    )


def changes_at(rig: Rig, stage: Stage) -> tuple[Change, ...]:
    """The changes that are on the rig at a stage, in order. Ideas and dropped ones never are."""
    if stage == "as-found":
        return ()
    if stage == "today":
        return tuple(change for change in rig.changes if change.state == "fitted")
    upto = rig.changes if stage == "planned" else rig.changes[:stage]
    return tuple(change for change in upto if change.state in APPLIED and is_chosen(rig, change))


def is_chosen(rig: Rig, change: Change) -> bool:
    """Whether a change stands for itself, or belongs to the option that was chosen."""
    if change.option is None:
        return True
    key, option = change.option.split("/")
    question = rig.question(key)
    return question is not None and question.chosen == option


def choosing(rig: Rig, key: str, option: str | None) -> Rig:
    """The rig as if that option of a question had been chosen. Raises Refused on ``option``."""
    question = rig.question(key)
    if question is None or (option is not None and option not in question.options):
        raise Refused("option", f"There is no option “{option}” of “{key}” on this rig.")
    chosen = question.model_copy(update={"chosen": option})
    return replace(rig, questions=tuple(chosen if q.key == key else q for q in rig.questions))


def steps_before(rig: Rig, stage: Stage) -> int:
    """How many steps stand before a change that is added at a stage: never fewer than are fitted."""
    fitted = sum(change.state == "fitted" for change in rig.changes)
    if isinstance(stage, int):
        return max(min(stage, len(rig.changes)), fitted)
    return len(rig.changes) if stage == "planned" else fitted


def _measured_later(rig: Rig) -> dict[str, Change]:
    """Figures that were measured with a fitted change on the vehicle, each with that change.

    They hold from there on, not as found: the roll-out of the new tyre. On the day of fitting only what the
    change would take away counts as measured afterwards.
    """
    later: dict[str, Change] = {}
    here = dict(rig.figures)
    for change in rig.changes:
        if change.fitted is None:
            continue
        for path, value in effect_of(change, here).items():
            noted = rig.figures.get(path)
            if noted is None or noted.known != "measured" or noted.noted_on is None:
                continue
            if noted.noted_on > change.fitted.on or (value is None and noted.noted_on == change.fitted.on):
                later[path] = change
    return later


def moment(
    rig: Rig, stage: Stage, with_doubt: bool = True, on: date | None = None, known: "Known | None" = None
) -> Moment:
    """The rig at ``stage``; ``known`` spares working out again what still holds. Raises Refused on ``stage`` for a step that the order does not have."""
    if isinstance(stage, int) and not 0 <= stage <= len(rig.changes):
        raise Refused("stage", f"There is no step {stage}: the order has {len(rig.changes)}.")
    later = _measured_later(rig)
    found = (
        {path: figure for path, figure in rig.figures.items() if path not in later} if later else rig.figures
    )
    here, set_by, points = dict(found), {}, dict(rig.points)
    changes = changes_at(rig, stage)
    for change in changes:
        points |= points_of(change)
        for path, value in effect_of(change, here).items():
            set_by[path] = change
            if value is None:
                here.pop(path, None)
            else:
                here[path] = value
            if later.get(path) is change:
                here[path] = rig.figures[path]
    made = Moment(stage, rig, found, here, set_by, changes, points, with_doubt, on)
    return made if known is None else replace(made, known=known.at(made))

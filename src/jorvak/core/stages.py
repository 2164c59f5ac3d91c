"""The rig at a moment of its order: as found, today, after any step, as planned."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal, cast

from jorvak.core.calculation import Refused
from jorvak.core.kinds import effect_of, points_of
from jorvak.core.rig import APPLIED, Carrier, Change, Figures, Rig

Stage = Literal["as-found", "today", "planned"] | int
"""A number K is the moment after the K-th change of the order."""
NAMED = ("as-found", "today", "planned")


@dataclass(frozen=True)
class Moment:
    """A rig at a stage: its figures ``here``, and which change last set one of them.

    ``changes`` are those that are on the rig, in order, ``points`` its underside with what they add.
    ``with_doubt``: whether what is worked out from it carries its doubt.
    """

    stage: Stage
    rig: Rig
    here: Figures
    set_by: dict[str, Change]
    changes: tuple[Change, ...]
    points: Mapping[str, Carrier]
    with_doubt: bool = True

    def without_doubt(self) -> "Moment":
        """The same moment with every figure taken at its word."""
        return replace(self, with_doubt=False)


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


def moment(rig: Rig, stage: Stage, with_doubt: bool = True) -> Moment:
    """The rig at ``stage``. Raises Refused on ``stage`` for a step that the order does not have."""
    if isinstance(stage, int) and not 0 <= stage <= len(rig.changes):
        raise Refused("stage", f"There is no step {stage}: the order has {len(rig.changes)}.")
    here, set_by, points = dict(rig.figures), {}, dict(rig.points)
    changes = changes_at(rig, stage)
    for change in changes:
        points |= points_of(change)
        for path, value in effect_of(change, here).items():
            set_by[path] = change
            if value is None:
                here.pop(path, None)
            else:
                here[path] = value
    return Moment(stage, rig, here, set_by, changes, points, with_doubt)

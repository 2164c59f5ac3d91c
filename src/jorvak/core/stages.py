"""The rig at a moment of its order: as found, today, after any step, as planned."""

from dataclasses import dataclass
from typing import Literal, cast

from jorvak.core.calculation import Refused
from jorvak.core.kinds import effect_of
from jorvak.core.rig import APPLIED, Change, Figures, Rig

Stage = Literal["as-found", "today", "planned"] | int
"""A number K is the moment after the K-th change of the order."""
NAMED = ("as-found", "today", "planned")


@dataclass(frozen=True)
class Moment:
    """A rig at a stage: its figures ``here``, and which change last set one of them."""

    stage: Stage
    rig: Rig
    here: Figures
    set_by: dict[str, Change]


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
    return tuple(change for change in upto if change.state in APPLIED)


def steps_before(rig: Rig, stage: Stage) -> int:
    """How many steps stand before a change that is added at a stage: never fewer than are fitted."""
    fitted = sum(change.state == "fitted" for change in rig.changes)
    if isinstance(stage, int):
        return max(min(stage, len(rig.changes)), fitted)
    return len(rig.changes) if stage == "planned" else fitted


def moment(rig: Rig, stage: Stage) -> Moment:
    """The rig at ``stage``. Raises Refused on ``stage`` for a step that the order does not have."""
    if isinstance(stage, int) and not 0 <= stage <= len(rig.changes):
        raise Refused("stage", f"There is no step {stage}: the order has {len(rig.changes)}.")
    here, set_by = dict(rig.figures), {}
    for change in changes_at(rig, stage):
        for path, value in effect_of(change, here).items():
            set_by[path] = change
            if value is None:
                here.pop(path, None)
            else:
                here[path] = value
    return Moment(stage=stage, rig=rig, here=here, set_by=set_by)

"""The rig at a moment of its order: as found, today, after any step, as planned."""

import math
from collections.abc import Iterable, Mapping
from dataclasses import field, replace
from datetime import date
from typing import Any, Literal, Protocol, cast

from jorvak.core.calculation import Refused
from jorvak.core.engine.shifts import shift_of
from jorvak.core.immutable import record
from jorvak.core.plan.kinds import effect_of, points_of
from jorvak.core.plan.records import Question, question_of
from jorvak.core.rig import APPLIED, AS_IT_STOOD, Carrier, Change, Figure, Figures, Known, Rig, Taken, Value

Stage = Literal["as-found", "today", "planned", "laden"] | int
"""A number K is the moment after the K-th change of the order; ``laden`` is as planned with the brief's load aboard."""
NAMED: tuple[Literal["as-found", "today", "planned"], ...] = ("as-found", "today", "planned")


class Keeps(Protocol):
    """What keeps results from one moment to the next (``keeping.KeptResults``)."""

    def at(self, moment: "Moment") -> "KeepsHere":
        """What still holds at a moment."""


class KeepsHere(Protocol):
    """What still holds at one moment: results by area and name, and whether with their doubt."""

    @property
    def whole(self) -> Keeps:
        """What it is part of."""

    def recall(self, name: str, with_doubt: bool) -> Any | None:
        """The result of that area and name, or None where it has to be worked out."""

    def keep(self, name: str, with_doubt: bool, paths: set[str], looks: set[Any], result: Any) -> None:
        """Keep what a result came to and what it asked for."""


@record(frozen=True)
class Moment:
    """A rig at a stage: its figures ``found`` and ``here``, and which change last set one of them.

    ``changes`` are those that are on the rig, in order, ``points`` its underside with what they add, ``later``
    the figures that were measured with a change on it that sets them.
    ``with_doubt``: whether what is worked out from it carries its doubt. ``on`` is the day on which it is
    looked at, for what ages; None where nobody said. ``laden``: with crew, water, fuel and goods of the brief; else as
    built, nobody aboard. ``shared`` is what several results have in common, worked out once; ``kept`` what was worked out at the last such
    moment and still holds, where somebody keeps that.
    """

    stage: Stage
    rig: Rig
    found: Figures
    here: Figures
    set_by: dict[str, Change]
    changes: tuple[Change, ...]
    points: Mapping[str, Carrier]
    later: Figures
    with_doubt: bool = True
    on: date | None = None
    laden: bool = False
    shared: dict[str, Any] = field(default_factory=dict, compare=False, repr=False)
    kept: KeepsHere | None = field(default=None, compare=False, repr=False)

    def without_doubt(self) -> "Moment":
        """The same moment with every figure taken at its word."""
        return replace(self, with_doubt=False, kept=None)


def read_stage(text: str) -> Stage:
    """``as-found``, ``today``, ``planned`` or the number of a step. Raises Refused on ``stage``.

    >>> read_stage("today"), read_stage("7")
    ('today', 7)
    """
    if text in (*NAMED, "laden"):
        return cast(Stage, text)
    if text.isascii() and text.isdigit() and len(text) <= 4:
        return int(text)
    raise Refused(
        "stage",
        f"“{text[:20]}” is no stage. There are as-found, today, planned, laden, or the number of a step.",
    )


def changes_at(rig: Rig, stage: Stage) -> tuple[Change, ...]:
    """The changes that are on the rig at a stage, in order. Ideas and dropped ones never are."""
    if stage == "as-found":
        return ()
    if stage == "today":
        return tuple(change for change in rig.changes if change.state == "fitted")
    upto = rig.changes[:stage] if isinstance(stage, int) else rig.changes
    return tuple(change for change in upto if change.state in APPLIED and is_chosen(rig, change))


def is_chosen(rig: Rig, change: Change) -> bool:
    """Whether a change stands for itself, or belongs to the option that was chosen."""
    if change.option is None:
        return True
    key, option = change.option.split("/")
    question = question_of(rig, key)
    return question is not None and question.chosen == option


def choosing(rig: Rig, key: str, option: str | None) -> Rig:
    """The rig as if that option of a question had been chosen. Raises Refused on ``option``."""
    question = question_of(rig, key)
    if question is None or (option is not None and option not in question.options):
        raise Refused("option", f"There is no option “{option}” of “{key}” on this rig.")
    chosen = question.model_copy(update={"chosen": option})
    return rig.having(Question, (chosen if q.key == key else q for q in rig.all(Question)))


def steps_before(rig: Rig, stage: Stage) -> int:
    """How many steps stand before a change that is added at a stage: never fewer than are fitted."""
    fitted = sum(change.state == "fitted" for change in rig.changes)
    if isinstance(stage, int):
        return max(min(stage, len(rig.changes)), fitted)
    return len(rig.changes) if stage in ("planned", "laden") else fitted


@record(frozen=True, slots=True)
class AsItStood:
    """The vehicle as it stood when a figure was taken: the day, and what was fitted by then but only afterwards."""

    on: date
    fitted_after: tuple[int, ...] = ()

    def __str__(self) -> str:
        after = f", before {' '.join(map(str, self.fitted_after))}" if self.fitted_after else ""
        return f"{self.on}{after}"

    def was_on_it(self, change: Change) -> bool:
        """Whether a change was on the vehicle then."""
        return (
            change.fitted is not None and change.fitted.on <= self.on and change.id not in self.fitted_after
        )


def stood(noted: Figure) -> AsItStood | None:
    """How the vehicle stood when a figure was taken; None for one that is as found, or of which nobody said."""
    if noted.taken != AS_IT_STOOD or noted.noted_on is None:
        return None
    return AsItStood(noted.noted_on, noted.fitted_after)


def on_it_when(rig: Rig, when: AsItStood) -> tuple[Change, ...]:
    """The changes that were on the vehicle as it stood, in order."""
    return tuple(change for change in rig.changes if when.was_on_it(change))


def taken_now(changes: Iterable[Change], path: str, figure: Figure, figures: Figures | None = None) -> Taken:
    """How a figure that somebody notes now is taken: as it stands, where that is not as it was found.

    What a plate says of something that changes move is as it was made; of something they set, it is theirs.
    """
    if figure.known not in ("measured", "plate"):
        return "as found"
    fitted = [change for change in changes if change.fitted is not None]
    moves = figure.known == "measured" and bool(fitted) and shift_of(path) is not None
    before = {**(figures or {}), path: figure}
    return AS_IT_STOOD if moves or any(path in effect_of(change, before) for change in fitted) else "as found"


def measured_now(rig: Rig, path: str, value: Value, on: date | None, by: str | None = None) -> Figure:
    """A figure that somebody measures on the vehicle on a day; without a day it is as found."""
    figure = Figure(value, "measured", noted_on=on, noted_by=by)
    return figure if on is None else replace(figure, taken=taken_now(rig.changes, path, figure, rig.figures))


def written_down(
    rig: Rig, path: str, value: Value, known: Known, on: date | None, by: str | None = None
) -> Figure:
    """A figure that somebody notes on a day; what is measured or read off the vehicle is as it stands that day."""
    if known in ("measured", "plate"):
        return replace(measured_now(rig, path, value, on, by), known=known)
    return Figure(value, known, noted_on=on, noted_by=by)


def measured_later(rig: Rig) -> dict[str, Change]:
    """Figures that were measured with a fitted change on the vehicle that sets them, each with that change.

    They hold from there on, not as found: the roll-out of the new tyre. Where nobody said how one was taken,
    on the day of fitting only what the change would take away counts as measured afterwards.
    """
    later: dict[str, Change] = {}
    here = dict(rig.figures)
    for change in rig.changes:
        if change.fitted is None:
            continue
        for path, value in effect_of(change, here).items():
            noted = rig.figures.get(path)
            if noted is not None and _was_on_it(change, noted, taken_away=value is None):
                later[path] = change
    return later


def _was_on_it(change: Change, noted: Figure, taken_away: bool) -> bool:
    if noted.noted_on is None or noted.taken == "as found" or change.fitted is None:
        return False
    if (when := stood(noted)) is not None:
        return when.was_on_it(change)
    fitted_on = change.fitted.on
    return noted.known == "measured" and (
        noted.noted_on > fitted_on or (taken_away and noted.noted_on == fitted_on)
    )


def _before_added(rig: Rig, path: str) -> Figure | None:
    """A figure that was measured later, before the changes that have only added to it; None where one replaced it."""
    noted = rig.figures[path]
    if noted.noted_on is None or not isinstance(noted.value, float):
        return None
    by = 0.0
    for change in on_it_when(rig, AsItStood(noted.noted_on, noted.fitted_after)):
        on_nothing, on_one = (
            effect_of(change, {**rig.figures, path: replace(noted, value=value)}) for value in (0.0, 1.0)
        )
        if path not in on_nothing:
            continue
        low, high = on_nothing[path], on_one[path]
        if low is None or high is None or not math.isclose(high.value - low.value, 1.0):
            return None
        by += low.value
    return replace(noted, value=noted.value - by)


def moment(
    rig: Rig, stage: Stage, with_doubt: bool = True, on: date | None = None, kept: Keeps | None = None
) -> Moment:
    """The rig at ``stage``; ``kept`` spares working out again what still holds. Raises Refused on ``stage`` for a step that the order does not have."""
    if isinstance(stage, int) and not 0 <= stage <= len(rig.changes):
        raise Refused("stage", f"There is no step {stage}: the order has {len(rig.changes)}.")
    made = _laid(rig, stage, changes_at(rig, stage), with_doubt, on)
    if stage == "laden":
        made = replace(made, laden=True)
    return made if kept is None else replace(made, kept=kept.at(made))


def laden(here: Moment) -> Moment:
    """The same moment with crew, water, fuel and goods aboard, as far as the brief and the plan say."""
    if here.laden:
        return here
    made = replace(here, laden=True, shared={}, kept=None)
    return made if here.kept is None else replace(made, kept=here.kept.whole.at(made))


def then(here: Moment, when: AsItStood) -> Moment:
    """The rig as it stood, with the changes that were on it: seen from a moment, once for it."""
    known: Moment | None = here.shared.get(f"as it stood on {when}")
    if known is None:
        known = with_changes(here.rig, on_it_when(here.rig, when), here.with_doubt, here.on)
        here.shared[f"as it stood on {when}"] = known
    return known


def with_changes(
    rig: Rig, changes: tuple[Change, ...], with_doubt: bool = True, on: date | None = None
) -> Moment:
    """The rig with just these changes on it."""
    return _laid(rig, "today", changes, with_doubt, on)


def _laid(rig: Rig, stage: Stage, changes: tuple[Change, ...], with_doubt: bool, on: date | None) -> Moment:
    """The rig with changes laid over what was found, one after the other."""
    later = measured_later(rig)
    found: Figures = rig.figures
    if later:
        before = {path: _before_added(rig, path) for path in later}
        found = {path: figure for path, figure in rig.figures.items() if path not in later}
        found |= {path: figure for path, figure in before.items() if figure is not None}
    here, set_by, points = dict(found), {}, dict(rig.points)
    for change in changes:
        points |= points_of(change)
        for path, value in effect_of(change, here).items():
            set_by[path] = change
            if value is None:
                here.pop(path, None)
            else:
                here[path] = value
        # What a change only sets where something is noted has nothing to set: what was noted since stands anyway.
        for path, setter in later.items():
            if setter is change:
                set_by[path], here[path] = change, rig.figures[path]
    taken_later = {path: rig.figures[path] for path in later}
    return Moment(stage, rig, found, here, set_by, changes, points, taken_later, with_doubt, on)

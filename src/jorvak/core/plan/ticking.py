"""What becomes of figures that were noted before a change is ticked as fitted.

How a figure was taken is settled when it is noted. A change that is ticked with an earlier day may have been on the
vehicle by then: whether it was is asked once, of those figures that it sets or moves, and never guessed.
"""

from collections.abc import Collection, Iterator
from dataclasses import replace
from datetime import date

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import NO_ANSWER, Ask, Missing
from jorvak.core.engine.moment import AsItStood, measured_later, on_it_when, with_changes
from jorvak.core.engine.result import ROUNDING
from jorvak.core.engine.shifts import shift_of
from jorvak.core.plan.kinds import effect_of
from jorvak.core.rig import AS_IT_STOOD, Change, Figure, Rig


def noted_since(rig: Rig, change: Change, on: date) -> tuple[str, ...]:
    """Paths of the figures that were taken on the day of fitting or later and that the change sets or moves."""
    return tuple(
        path
        for path, noted in rig.figures.items()
        if noted.noted_on is not None
        and noted.noted_on >= on
        and (_sets(rig, change, path, noted) or _moves(rig, change, path, noted))
    )


def _sets(rig: Rig, change: Change, path: str, noted: Figure) -> bool:
    return noted.known in ("measured", "plate") and path in effect_of(change, rig.figures)


def _moves(rig: Rig, change: Change, path: str, noted: Figure) -> bool:
    """Whether a figure comes to something else with the change on the vehicle."""
    if noted.known != "measured" or noted.noted_on is None or shift_of(path) is None:
        return False
    on_it = tuple(each for each in on_it_when(rig, AsItStood(noted.noted_on)) if each.id != change.id)
    without, having = (_shift(rig, changes, path) for changes in (on_it, (*on_it, change)))
    if without is None or having is None:
        return without is not having
    return abs(without - having) > ROUNDING


def _shift(rig: Rig, changes: tuple[Change, ...], path: str) -> float | None:
    shift = shift_of(path)
    assert shift is not None
    try:
        return shift(Ask(with_changes(rig, changes, with_doubt=False)))
    except (Missing, Refused, *NO_ANSWER):
        return None


def settled(
    rig: Rig, change: Change, paths: Collection[str], with_it: Collection[str]
) -> Iterator[tuple[str, Figure]]:
    """The figures of ``paths``, each saying whether it was taken with the change on the vehicle.

    One that was not keeps meaning what it meant before the change was ticked.
    """
    later = measured_later(rig)
    for path in paths:
        noted = rig.figures[path]
        assert noted.noted_on is not None
        stood = noted.taken == AS_IT_STOOD or path in later
        before = noted.fitted_after
        if not stood:
            # As found, whatever was fitted by then.
            before = tuple(each.id for each in on_it_when(rig, AsItStood(noted.noted_on)))
        before = tuple(each for each in before if each != change.id)
        if path in with_it:
            yield path, replace(noted, taken=AS_IT_STOOD, fitted_after=before)
        elif stood:
            yield path, replace(noted, taken=AS_IT_STOOD, fitted_after=(*before, change.id))
        else:
            yield path, replace(noted, taken="as found", fitted_after=())

"""What changes do to a figure that is no figure of theirs: a point of the frame comes up with its springs.

Everything is worked out from figures as found. One that was taken later, as the vehicle stood, is taken back by
what the changes that were on it by then had done to it. What they do stands in an area's ``shifts``, one module
for each family, and is found there; nothing else names it.
"""

import re
from collections.abc import Callable
from functools import cache, partial

from jorvak.core.discovery import modules_in
from jorvak.core.immutable import record


@record(frozen=True, slots=True)
class Shift:
    """``by`` gives how much more the figures that match ``path`` come to at a moment than as found, in their unit.

    It is given an ``asking.Ask``, and behind it what the brackets of ``path`` match. It may raise Missing and Refused.
    """

    path: str
    by: Callable[..., float]


@cache
def _shifts() -> tuple[Shift, ...]:
    return tuple(shift for module in modules_in("shifts") for shift in module.SHIFTS)


@cache
def shift_of(path: str) -> Callable[..., float] | None:
    """How much more a figure comes to than as found, given an Ask; None for one that changes leave alone."""
    for shift in _shifts():
        match = re.fullmatch(shift.path, path)
        if match is not None:
            return partial(_shifted, shift, match.groups())
    return None


def _shifted(shift: Shift, groups: tuple[str, ...], ask: object) -> float:
    return shift.by(ask, *groups)

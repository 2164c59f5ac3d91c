"""What was worked out for a rig a moment ago, and still holds.

An edit moves a few figures. A result that asked for none of them comes out the same, with all its doubt, and
is taken from the last time. What a result asked for is written down as it asks (``asking.Ask``); nothing of
a rig reaches it in any other way, so that this changes how long an answer takes and never the answer.
"""

from collections import OrderedDict
from collections.abc import Callable
from threading import Lock
from typing import Any

from jorvak.core.engine.asking import Look
from jorvak.core.engine.moment import Moment, Stage
from jorvak.core.engine.result import Result
from jorvak.core.immutable import record

LOOKS: dict[str, Callable[[Moment], Any]] = {
    "changes": lambda moment: moment.changes,
    "plan": lambda moment: moment.rig.changes,
    "points": lambda moment: moment.points,
    "rig": lambda moment: moment.rig,
    "on": lambda moment: moment.on,
    "trip": lambda moment: moment.rig.brief.trip,
    "then": lambda moment: (moment.rig.changes, moment.later),
}
"""What a result may look at that is no figure, and no record of one type."""


@record(frozen=True, slots=True)
class _Kept:
    """A result and what it asked for: paths of figures, whether there or not, and what else was looked at."""

    paths: frozenset[str]
    looks: frozenset[Look]
    result: Result[Any]


Name = tuple[str, bool]
"""Area and name of a result, and whether it carries its doubt."""


class KeptResults:
    """Results of the last moment at each stage of a rig. Safe to share between threads."""

    def __init__(self, most: int = 12) -> None:
        self._most = most
        self._last: OrderedDict[tuple[Stage, bool, bool], KeptHere] = OrderedDict()

    def at(self, moment: Moment) -> "KeptHere":
        """What still holds at a moment, of the last one at its stage; it is the last one from here on."""
        which = (moment.stage, moment.with_doubt, moment.laden)
        here = KeptHere(self, moment, self._last.get(which))
        self._last[which] = here
        self._last.move_to_end(which)
        while len(self._last) > self._most:
            self._last.popitem(last=False)
        return here


MOST_RIGS = 12


class KeptOfRigs:
    """What was worked out for each of some rigs, by their number: two of one name are two. Safe to share."""

    def __init__(self, most: int = MOST_RIGS) -> None:
        self._most = most
        self._kept: OrderedDict[int, KeptResults] = OrderedDict()
        self._lock = Lock()

    def of(self, rig_id: int) -> KeptResults:
        """What is kept of a rig; those that nobody has asked for longest make room."""
        with self._lock:
            found = self._kept.setdefault(rig_id, KeptResults())
            self._kept.move_to_end(rig_id)
            while len(self._kept) > self._most:
                self._kept.popitem(last=False)
        return found


class KeptHere:
    """The results that hold at one moment, by area and name, and whether with their doubt."""

    def __init__(self, whole: KeptResults, moment: Moment, last: "KeptHere | None") -> None:
        self.whole = whole
        self.moment = moment
        self._results: dict[Name, _Kept] = {} if last is None else _that_hold(moment, last)

    def recall(self, name: str, with_doubt: bool) -> Result[Any] | None:
        """The result of that area and name, or None where it has to be worked out."""
        kept = self._results.get((name, with_doubt))
        return None if kept is None else kept.result

    def keep(
        self, name: str, with_doubt: bool, paths: set[str], looks: set[Look], result: Result[Any]
    ) -> None:
        """Keep what a result came to and what it asked for."""
        self._results[name, with_doubt] = _Kept(frozenset(paths), frozenset(looks), result)

    def results(self) -> dict[Name, _Kept]:
        """All of them as they are now: another thread may be adding to them."""
        return dict(self._results)


def _that_hold(moment: Moment, last: KeptHere) -> dict[Name, _Kept]:
    moved = _moved(moment, last.moment)
    others: frozenset[Look] = frozenset(
        name for name, look in LOOKS.items() if look(moment) != look(last.moment)
    ) | {
        kind
        for kind in moment.rig.records.keys() | last.moment.rig.records.keys()
        if moment.rig.all(kind) != last.moment.rig.all(kind)
    }
    return {
        name: kept
        for name, kept in last.results().items()
        # One at whose doubt nobody looked holds on to its moment: it is worked out again, which is quick.
        if kept.result.is_whole and kept.paths.isdisjoint(moved) and kept.looks.isdisjoint(others)
    }


def _moved(one: Moment, other: Moment) -> frozenset[str]:
    """The paths whose figures are not the same at both, or that a change has set at one alone."""
    moved = one.set_by.keys() ^ other.set_by.keys()
    for mine, theirs in ((one.here, other.here), (one.found, other.found)):
        moved |= mine.keys() ^ theirs.keys()
        moved |= {
            path
            for path in mine.keys() & theirs.keys()
            # Most are the very same object, which is seen much faster.
            if mine[path] is not theirs[path] and mine[path] != theirs[path]
        }
    return frozenset(moved)

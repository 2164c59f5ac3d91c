"""Jobs placed one after another, each at its earliest: a serial schedule.

What is taken of bench time is a whole number of which each bit is a quarter of an hour, so that all of a year is
looked at in a few steps.
"""

from collections.abc import Sequence

from jorvak.core.immutable import record
from jorvak.core.work.bench import Bench

NOWHERE = 2**30
"""The clock quarter of what finds no place within the year."""


@record(frozen=True, slots=True)
class Task:
    """A job as it is placed: what comes before it by place in the list, the clock quarter before which it does not
    begin, hands, what it needs, whether it may go on on another day."""

    before: tuple[int, ...]
    from_clock: int = 0
    hands: int = 1
    needs: tuple[str, ...] = ()
    splits: bool = True


@record(frozen=True, slots=True)
class Placed:
    """Where each task lies: ``starts`` and ``ends`` in quarters of bench time, ``done`` the clock quarter at which it
    has ended (``NOWHERE``: it found no place), ``helped`` whether the helper is the second pair of hands."""

    starts: list[int]
    ends: list[int]
    done: list[int]
    helped: list[bool]


class Placing:
    """Places tasks at a bench. The same one places as many runs as there are, with hours and waits of their own."""

    def __init__(self, bench: Bench, people: int, tasks: Sequence[Task]) -> None:
        self._bench, self._people, self._tasks = bench, people, tasks
        self._all = (1 << bench.quarters) - 1
        self._day_starts: dict[int, int] = {}
        self._visit_starts: dict[int, int] = {}
        self._used: list[int] = []
        self._helper = 0
        self._needs: dict[str, int] = {}

    def place(self, order: Sequence[int], hours: Sequence[int], waits: Sequence[int]) -> Placed:
        """Place the tasks in ``order``, each at its earliest. ``hours`` and ``waits`` are quarters, by task.

        A task that takes no hours happens at the beginning of a quarter of bench time. One that does not split but is
        longer than any day splits; one for two that is longer than every visit begins in the first that is free to
        its end and goes on in the next. Source: serial schedule generation.
        """
        # used[k]: the quarters of which more than k people are taken.
        self._used, self._helper, self._needs = [0] * self._people, 0, {}
        count, quarters, clock = len(self._tasks), self._bench.quarters, self._bench.clock
        out = Placed([quarters] * count, [quarters] * count, [NOWHERE] * count, [False] * count)
        for job in order:
            task, long = self._tasks[job], hours[job]
            ready = task.from_clock
            for each in task.before:
                ready = max(ready, out.done[each] + waits[each])
            first = self._bench.at(ready)
            if first >= quarters:
                continue
            if long == 0:
                out.starts[job] = out.ends[job] = first
                out.done[job] = clock[first]
                continue
            start, end, helped = self._take(task, first, long)
            if end <= quarters:
                out.starts[job], out.ends[job], out.helped[job] = start, end, helped
                out.done[job] = clock[end - 1] + 1
        return out

    def _take(self, task: Task, first: int, long: int) -> tuple[int, int, bool]:
        if task.hands == 2 and (long <= self._bench.longest_visit or self._people < 2):
            return self._for_two(task, first, long)
        start = self._first(task, first, long, task.hands)
        return self._taken(task, start, long, task.hands), start + long, False

    def _for_two(self, task: Task, first: int, long: int) -> tuple[int, int, bool]:
        """The earlier of a visit and two people, at a tie the visit."""
        if long > self._bench.longest_visit:
            return *self._over_visits(task, first, long), True
        visit = self._first(task, first, long, 1, in_visit=True)
        two = self._first(task, first, long, 2) if self._people > 1 else NOWHERE
        if two < visit:
            return self._taken(task, two, long, 2), two + long, False
        if visit < NOWHERE:
            self._helper |= ((1 << long) - 1) << visit
        return self._taken(task, visit, long, 1), visit + long, True

    def _first(self, task: Task, first: int, long: int, hands: int, in_visit: bool = False) -> int:
        """The first quarter from which so many hands are free for as long as it takes; ``NOWHERE``: none."""
        if hands > self._people:
            return NOWHERE
        taken = self._used[self._people - hands]
        for name in task.needs:
            taken |= self._needs.get(name, 0)
        if in_visit:
            taken |= self._helper
        free = (self._all & ~taken) >> first
        have = 1
        while have < long:
            step = min(have, long - have)
            free &= free >> step
            have += step
        if in_visit:
            free &= self._starts(self._visit_starts, self._bench.visits, long) >> first
        elif not task.splits and long <= self._bench.longest_day:
            free &= self._starts(self._day_starts, self._bench.spans, long) >> first
        return first + (free & -free).bit_length() - 1 if free else NOWHERE

    @staticmethod
    def _starts(known: dict[int, int], spans: Sequence[tuple[int, int]], long: int) -> int:
        """The quarters from which a task of ``long`` lies within one of ``spans``."""
        if long not in known:
            known[long] = 0
            for first, end in spans:
                if end - first >= long:
                    known[long] |= ((1 << (end - first - long + 1)) - 1) << first
        return known[long]

    def _taken(self, task: Task, start: int, long: int, hands: int) -> int:
        """Take what a task takes from ``start`` on, which is answered."""
        if start < NOWHERE:
            span = ((1 << long) - 1) << start
            for _ in range(hands):
                for more in range(self._people - 1, 0, -1):
                    self._used[more] |= self._used[more - 1] & span
                self._used[0] |= span
            for name in task.needs:
                self._needs[name] = self._needs.get(name, 0) | span
        return start

    def _over_visits(self, task: Task, first: int, long: int) -> tuple[int, int]:
        """Visit after visit, for one person and a task for two that is longer than every one of them."""
        begun = None
        for visit, end in self._bench.visits:
            low = max(visit, first)
            if begun is None:
                # In the first visit that is free to its end, from as early in it as it is.
                low = max(low, self._last_taken(task, low, end))
            elif self._last_taken(task, low, min(end, low + long)) > low:
                continue
            here = min(end - low, long)
            if here <= 0:
                continue
            begun = low if begun is None else begun
            self._helper |= ((1 << here) - 1) << low
            self._taken(task, low, here, 1)
            long -= here
            if long == 0:
                return begun, low + here
        return NOWHERE, NOWHERE

    def _last_taken(self, task: Task, low: int, high: int) -> int:
        """The quarter behind the last of [low, high) that is taken; 0: none is."""
        taken = self._used[0] | self._helper
        for name in task.needs:
            taken |= self._needs.get(name, 0)
        here = (taken >> low) & ((1 << max(high - low, 0)) - 1)
        return low + here.bit_length() if here else 0

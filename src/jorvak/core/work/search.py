"""The search for the best plan of work: rules of thumb first, then a solver that proves its answer."""

from collections.abc import Callable, Iterator, Sequence
from typing import TYPE_CHECKING, Any

from jorvak.core.calculation import Refused
from jorvak.core.work.bench import DAY
from jorvak.core.work.laid import Laid, Work, again_at_its_earliest, earliest, laid, no_time, placed_in
from jorvak.core.work.placing import NOWHERE

if TYPE_CHECKING:
    from ortools.sat.python import cp_model


def search(work: Work, limit_s: float, watch: Callable[[Laid], bool] | None) -> tuple[Laid, bool]:
    """The best plan, and whether it is proven. Raises Refused on ``helper``, ``bench_hours``, ``limit_s``."""
    if not work.jobs:
        return laid(work, (), (), ()), True
    alone = earliest(work)
    _check_reachable(work, alone)
    least = least_merit(work, alone)
    first = first_plan(work, alone)
    if first is not None:
        if watch is not None and not watch(first):
            return first, False
        if not _is_best(first, least):
            first = _improved(work, first, watch)
        if _is_best(first, least):
            return again_at_its_earliest(work, first), True
    plan, proven = _Solver(work, first, least, watch).run(limit_s)
    return again_at_its_earliest(work, plan), proven


def _check_reachable(work: Work, alone: list[int]) -> None:
    for at, (job, _) in enumerate(work.parts):
        if alone[at] < NOWHERE:
            continue
        if work.jobs[job].hands == 2 and work.people < 2:
            raise Refused(
                "helper",
                f"{work.jobs[job].id} wants two, and no visit of the helper comes late enough for it.",
            )
        raise no_time()


def first_of(work: Work) -> Laid | None:
    """The plan by rules of thumb alone. Raises Refused on ``helper`` and ``bench_hours`` as ``search`` does."""
    if not work.jobs:
        return laid(work, (), (), ())
    alone = earliest(work)
    _check_reachable(work, alone)
    found = first_plan(work, alone)
    return None if found is None else again_at_its_earliest(work, found)


def first_plan(work: Work, alone: list[int]) -> Laid | None:
    """The best of what several rules of thumb give; None where none of them finds places for all."""
    plans = (placed_in(work, order) for order in _orders(work, alone))
    return min((plan for plan in plans if plan is not None), key=lambda plan: plan.merit, default=None)


def _orders(work: Work, alone: list[int]) -> Iterator[list[int]]:
    """Orders that keep what comes before what, by what is most pressing."""
    tail = _tails(work)
    deadline = _deadlines(work)
    followers = _followers(work)
    late = [deadline[job] - tail[job] for job in range(len(work.jobs))]
    begins = {job: alone[at] for at, (job, _) in reversed(list(enumerate(work.parts)))}
    hours = work.hours
    rules: tuple[Callable[[int], Any], ...] = (
        lambda job: job,
        lambda job: (-tail[job], job),
        lambda job: (late[job], -tail[job], job),
        lambda job: (deadline[job], -tail[job], job),
        lambda job: (work.jobs[job].hands == 1, -tail[job], job),
        lambda job: (work.jobs[job].splits, -tail[job], job),
        lambda job: (not work.jobs[job].needs, -tail[job], job),
        lambda job: (-len(followers[job]), -tail[job], job),
        lambda job: (begins[job], -tail[job], job),
        lambda job: (hours[job], -tail[job], job),
        lambda job: (-hours[job], job),
        lambda job: (late[job], hours[job], job),
    )
    pressing = _held_by(work)
    for rule in rules:
        yield _by(work, rule)
        if pressing:
            yield _by(work, lambda job, rule=rule: (pressing.get(job, work.bench.quarters), rule(job)))  # type: ignore[misc]


def _held_by(work: Work) -> dict[int, int]:
    """Jobs that are held on a day, and those before them, by the first quarter of the earliest such day."""
    found: dict[int, int] = {}
    for job in reversed(work.topological):
        hold = work.holds[job]
        days = [*([hold[0]] if hold else []), *([found[job]] if job in found else [])]
        if days:
            found[job] = min(days)
            for before in work.befores[job]:
                found[before] = min(found.get(before, found[job]), found[job])
    return found


def _by(work: Work, rule: Callable[[int], Any]) -> list[int]:
    left, placed, done = list(work.topological), list[int](), set[int]()
    while left:
        job = min((each for each in left if work.befores[each] <= done), key=rule)
        left.remove(job)
        done.add(job)
        placed.append(job)
    return placed


TRIES, MOST_TRIES = 40_000, 1000
"""Tasks that are placed by way of trial before the solver begins: it begins with a better plan then."""


def _improved(work: Work, plan: Laid, watch: Callable[[Laid], bool] | None) -> Laid:
    """The best that comes of putting one job after another elsewhere in the order, as long as it gets no worse."""
    import numpy as np

    chance = np.random.default_rng(1)
    for _ in range(min(TRIES // len(work.parts), MOST_TRIES)):
        order = list(plan.order)
        at = int(chance.integers(len(order)))
        job = order.pop(at)
        low = max((i + 1 for i, each in enumerate(order) if each in work.befores[job]), default=0)
        high = min((i for i, each in enumerate(order) if job in work.befores[each]), default=len(order))
        order.insert(int(chance.integers(low, high + 1)), job)
        other = placed_in(work, order)
        if other is None or other.merit > plan.merit:
            continue
        better = other.merit < plan.merit
        plan = other
        if better and watch is not None and not watch(plan):
            break
    return plan


def _tails(work: Work) -> list[int]:
    """Quarters of work, and of waits in bench time as they come by the clock, from each job's start to the end."""
    per_day = work.bench.quarters / max(len(work.bench.days), 1)
    tail = [0] * len(work.jobs)
    after: list[list[int]] = [[] for _ in work.jobs]
    for job, before in enumerate(work.befores):
        for each in before:
            after[each].append(job)
    for job in reversed(work.topological):
        wait = round(work.waits[job] / DAY * per_day)
        tail[job] = work.hours[job] + max([wait, *(wait + tail[each] for each in after[job])])
    return tail


def _followers(work: Work) -> list[set[int]]:
    found: list[set[int]] = [set() for _ in work.jobs]
    for job in reversed(work.topological):
        for each in work.befores[job]:
            found[each] |= {job} | found[job]
    return found


def _deadlines(work: Work) -> list[int]:
    """The quarter of bench time at which each job's vehicle has to be ready."""
    ends = [
        work.bench.quarters if rig.deadline_day is None else work.bench.at((rig.deadline_day + 1) * DAY)
        for rig in work.rigs
    ]
    return [ends[rig] for rig in work.rig_of]


def _is_best(plan: Laid, least: tuple[int, int, int]) -> bool:
    """Whether nothing better is possible: nobody waits longer than for the longest chain or all that work."""
    return plan.merit == (0, *least)


def least_merit(work: Work, alone: list[int]) -> tuple[int, int, int]:
    """What no plan is better than: the most days late and their sum by each vehicle's longest chain; and the clock
    quarter before which not all can be ready, by the longest chain or by the work of all hands."""
    ready = [0] * len(work.rigs)
    for at, (job, _) in enumerate(work.parts):
        rig = work.rig_of[job]
        ready[rig] = max(ready[rig], alone[at] + work.task_waits[at])
    hands = sum(
        hours * (2 if work.tasks[at].hands == 2 and work.people > 1 and not work.bench.visits else 1)
        for at, (_, hours) in enumerate(work.parts)
    )
    least = -(-hands // work.people)
    by_hands = work.bench.clock[least - 1] + 1 if 0 < least <= work.bench.quarters else 0
    if len(work.rigs) == 1:
        ready[0] = max(ready[0], by_hands)
    late = [
        max(at // DAY - rig.deadline_day, 0) if rig.deadline_day is not None else 0
        for rig, at in zip(work.rigs, ready, strict=True)
    ]
    return max(late), sum(late), max(*ready, by_hands)


class _Solver:
    """The model of one question, and its levels one after the other."""

    def __init__(
        self,
        work: Work,
        first: Laid | None,
        least: tuple[int, int, int],
        watch: Callable[[Laid], bool] | None,
    ) -> None:
        # Loaded where it is asked for: it takes as long as all else together.
        from ortools.sat.python import cp_model

        self._cp, self._work, self._watch = cp_model, work, watch
        self._best, self._least_merit = first, least
        self._model = cp_model.CpModel()
        self._until = self._horizon()
        self._starts = [self._start(at) for at in range(len(work.parts))]
        self._ends = [start + hours for start, (_, hours) in zip(self._starts, work.parts, strict=True)]
        self._helped: list[Any] = [None] * len(work.parts)
        self._keep_hands_free()
        self._keep_order()
        self._ready = [self._rig_ready(rig) for rig in range(len(work.rigs))]

    def _horizon(self) -> int:
        """The quarter of bench time up to which a better plan can reach."""
        best, bench = self._best, self._work.bench
        if best is None:
            return bench.quarters
        if len(self._work.rigs) == 1:
            # What takes no hours may happen at the very quarter at which all is ready.
            return min(bench.at(best.ready) + 1, bench.quarters)
        return min(self._one_after_another(), bench.quarters)

    def _one_after_another(self) -> int:
        """A quarter by which everything is done, whatever the order, as long as nobody waits for nothing."""
        work, bench = self._work, self._work.bench
        quarters = bench.at(max(task.from_clock for task in work.tasks))
        if work.people == 1 and any(task.hands == 2 for task in work.tasks):
            # Whatever waits for the helper is done when the last visit is over.
            quarters = max(quarters, max(end for _, end in bench.visits))
        for task, (_, hours), wait in zip(work.tasks, work.parts, work.task_waits, strict=True):
            quarters += hours if task.splits else self._longest_for(hours)
            quarters += (wait // DAY + 2) * bench.longest_day if wait else 0
        return quarters

    def _longest_for(self, hours: int) -> int:
        """Quarters from any on until what does not split is done at the latest: it waits for a day that is long enough."""
        spans = [span for span in self._work.bench.spans if span[1] - span[0] >= hours]
        lasts = [0, *(end - hours for _, end in spans)]
        return max((first - last for last, (first, _) in zip(lasts, spans, strict=False)), default=0) + hours

    def _start(self, at: int) -> "cp_model.IntVar":
        task, (_, hours) = self._work.tasks[at], self._work.parts[at]
        bench = self._work.bench
        first = bench.at(task.from_clock)
        if hours == 0:
            domain = [(first, self._until - 1)]
        elif task.hands == 2 and self._work.people < 2:
            domain = [(max(low, first), high - hours) for low, high in bench.visits]
        elif not task.splits and hours <= bench.longest_day:
            domain = [(max(day.first, first), day.end - hours) for day in bench.days]
        else:
            domain = [(first, self._until - hours)]
        hold = self._work.holds[self._work.parts[at][0]]
        if hold is not None and at == self._work.parts_of[self._work.parts[at][0]][0] and self._is_kept(at):
            domain = [(max(low, hold[0]), min(high, hold[1] - 1)) for low, high in domain]
        good = [[low, min(high, self._until - hours)] for low, high in domain]
        return self._model.new_int_var_from_domain(
            self._cp.Domain.from_intervals([each for each in good if each[0] <= each[1]]), ""
        )

    def _is_kept(self, at: int) -> bool:
        """Whether the best plan so far begins a job on the day on which it is held: a better one does so too."""
        return self._best is not None and self._work.parts[at][0] not in self._best.missed

    def _keep_hands_free(self) -> None:
        work, model = self._work, self._model
        busy: list[Any] = []
        helper: list[Any] = []
        one_of: dict[str, list[Any]] = {}
        for at, (task, (_, hours)) in enumerate(zip(work.tasks, work.parts, strict=True)):
            if hours == 0:
                continue
            span = model.new_fixed_size_interval_var(self._starts[at], hours, "")
            busy.append(span)
            for name in task.needs:
                one_of.setdefault(name, []).append(span)
            if task.hands == 2 and work.people > 1:
                helped = model.new_bool_var("")
                self._helped[at] = helped
                busy.append(model.new_optional_fixed_size_interval_var(self._starts[at], hours, ~helped, ""))
                helper.append(model.new_optional_fixed_size_interval_var(self._starts[at], hours, helped, ""))
                visits = [[low, high - hours] for low, high in work.bench.visits if high - low >= hours]
                model.add_linear_expression_in_domain(
                    self._starts[at], self._cp.Domain.from_intervals(visits)
                ).only_enforce_if(helped)
        if work.people == 1:
            model.add_no_overlap(busy)
        else:
            model.add_cumulative(busy, [1] * len(busy), work.people)
        model.add_no_overlap(helper)
        for spans in one_of.values():
            model.add_no_overlap(spans)

    def _keep_order(self) -> None:
        work = self._work
        free_at: dict[int, Any] = {}
        for at, task in enumerate(work.tasks):
            for before in task.before:
                if work.task_waits[before] == 0:
                    self._model.add(self._starts[at] >= self._ends[before])
                    continue
                if before not in free_at:
                    wait = work.task_waits[before]
                    table = [work.bench.at(clock + wait) for clock in self._clocks(before)]
                    free_at[before] = self._looked_up(before, table)
                self._model.add(self._starts[at] >= free_at[before])

    def _clocks(self, at: int) -> list[int]:
        """The clock quarter at which a task is done, by the quarter of bench time at which it ends."""
        clock = self._work.bench.clock[: self._until]
        if self._work.parts[at][1] == 0:
            return [*clock, clock[-1]]
        return [0, *(each + 1 for each in clock)]

    def _looked_up(self, at: int, table: Sequence[int]) -> "cp_model.IntVar":
        found = self._model.new_int_var(min(table), max(table), "")
        self._model.add_element(self._ends[at], list(table), found)
        return found

    def _rig_ready(self, rig: int) -> "cp_model.IntVar":
        work = self._work
        followed = {
            before
            for at, task in enumerate(work.tasks)
            for before in task.before
            if work.rig_of[work.parts[at][0]] == rig
        }
        ends = [
            self._looked_up(at, [clock + work.task_waits[at] for clock in self._clocks(at)])
            for at, (job, _) in enumerate(work.parts)
            if work.rig_of[job] == rig and at not in followed
        ]
        ready = self._model.new_int_var(0, NOWHERE, "")
        self._model.add_max_equality(ready, ends or [self._model.new_constant(0)])
        return ready

    def run(self, limit_s: float) -> tuple[Laid, bool]:
        """The best plan there is, and whether each level of it is proven."""
        left_s, proven = limit_s, True
        for expression, of, least in self._levels():
            if self._best is not None and of(self._best) <= least:
                self._model.add(expression <= least)
                continue
            if left_s <= 0 or not proven:
                return self._best_or_none(), False
            proven, took_s = self._least(expression, left_s)
            left_s -= took_s
            self._model.add(expression <= of(self._best_or_none()))
        return self._best_or_none(), proven

    def _best_or_none(self) -> Laid:
        if self._best is None:
            raise Refused("limit_s", "No plan was found in that time. Give it more.")
        return self._best

    def _levels(self) -> list[tuple[Any, Callable[[Laid], int], int]]:
        """What is made least, one after the other, and what it cannot be below. Where there is one vehicle, earlier is
        less late too."""
        model, work = self._model, self._work
        least_most, least_sum, least_ready = self._least_merit
        ready = model.new_int_var(least_ready, NOWHERE, "")
        model.add_max_equality(ready, self._ready)
        levels: list[tuple[Any, Callable[[Laid], int], int]] = [(ready, lambda plan: plan.ready, least_ready)]
        if len(work.rigs) == 1:
            return levels
        late = []
        for rig, at in zip(work.rigs, self._ready, strict=True):
            if rig.deadline_day is not None:
                days = model.new_int_var(0, NOWHERE // DAY, "")
                model.add(at < (days + rig.deadline_day + 1) * DAY)
                late.append(days)
        most = model.new_int_var(least_most, NOWHERE // DAY, "")
        model.add_max_equality(most, late or [model.new_constant(0)])
        return [
            (most, lambda plan: plan.lateness[0], least_most),
            (sum(late), lambda plan: plan.lateness[1], least_sum),
            *levels,
        ]

    def _least(self, expression: Any, limit_s: float) -> tuple[bool, float]:
        """Make a level the least; the best plan becomes ``_best``. Whether it is proven, and how long it took."""
        self._model.minimize(expression)
        self._model.clear_hints()  # type: ignore[no-untyped-call]
        if self._best is not None:
            for variable, start in zip(self._starts, self._best.starts, strict=True):
                self._model.add_hint(variable, start)
            for variable, helped in zip(self._helped, self._best.helped, strict=True):
                if variable is not None:
                    self._model.add_hint(variable, helped)
        solver = self._cp.CpSolver()
        solver.parameters.max_time_in_seconds = limit_s
        # One worker: the same input is searched in the same way.
        solver.parameters.num_workers = 1
        solver.parameters.random_seed = 1
        status = solver.solve(self._model, self._watcher())
        if status == self._cp.INFEASIBLE:
            if self._work.people == 1 and any(task.hands == 2 for task in self._work.tasks):
                raise Refused("helper", "The helper does not come often enough for all that wants two.")
            raise no_time()
        if status in (self._cp.OPTIMAL, self._cp.FEASIBLE):
            plan = self._plan(solver.value, solver.boolean_value)
            if self._best is None or plan.merit <= self._best.merit:
                self._best = plan
        return status == self._cp.OPTIMAL, solver.wall_time

    def _plan(self, value: Callable[[Any], int], is_true: Callable[[Any], bool]) -> Laid:
        work = self._work
        starts = [value(start) for start in self._starts]
        return laid(
            work,
            starts,
            [start + hours for start, (_, hours) in zip(starts, work.parts, strict=True)],
            [
                is_true(helped) if helped is not None else task.hands == 2 and hours > 0
                for helped, task, (_, hours) in zip(self._helped, work.tasks, work.parts, strict=True)
            ],
        )

    def _watcher(self) -> Any:
        if self._watch is None:
            return None
        watch, plan_of = self._watch, self._plan

        class Watcher(self._cp.CpSolverSolutionCallback):  # type: ignore[name-defined,misc]
            def on_solution_callback(self) -> None:
                if not watch(plan_of(self.value, self.boolean_value)):
                    self.stop_search()

        return Watcher()

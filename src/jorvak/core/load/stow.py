"""What goes where: things into places, by a solver that proves its answer."""

import math
from collections.abc import Callable, Mapping, Sequence
from typing import TYPE_CHECKING

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Number, Positive, Refused
from jorvak.core.immutable import record
from jorvak.core.load.axle_loads import on_axles_kg

if TYPE_CHECKING:
    from ortools.sat.python import cp_model

Y_FREE_MM = 10.0
"""Within it nothing is gained to the side: no water on the roof for 6 mm."""
PROVEN_TO = 0.05
"""Kilograms or millimetres to which each level is proven."""
GRAMS = 1000
"""The solver counts in whole numbers: grams on the axles, kilograms times millimetres to the side and up."""
FINEST = 1_000_000
"""And millionths of a kilogram in places where things are not weighed to the gram."""
SEARCHES = 4


class StowItem(Given):
    name: str = Field(description="what it is")
    mass_kg: Positive = Field(description="what it weighs")
    at: list[str] | None = Field(None, description="places where it may go, by name; left out: anywhere")


class StowPlace(Given):
    name: str = Field(description="what it is")
    x_mm: Number = Field(description="behind the front axle")
    y_mm: Number = Field(description="right of the middle")
    z_mm: Number = Field(description="above the ground")
    limit_kg: NotNegative = Field(description="what it may carry")


class StowIn(Given):
    wheelbase_mm: Positive = Field(description="front to rear axle", examples=[2740])
    front_kg: NotNegative = Field(description="on the front axle, nothing stowed", examples=[1216])
    rear_kg: NotNegative = Field(description="on the rear axle, nothing stowed", examples=[1166])
    cg_height_mm: Positive = Field(description="centre of gravity, nothing stowed", examples=[742])
    gvm_kg: NotNegative = Field(description="permitted in all", examples=[2850])
    front_limit_kg: NotNegative = Field(description="permitted on the front axle", examples=[1300])
    rear_limit_kg: NotNegative = Field(description="permitted on the rear axle", examples=[1650])
    items: list[StowItem] = Field(description="things to carry")
    places: list[StowPlace] = Field(description="where they may go")
    limit_s: Positive = Field(5.0, description="how long it may take in all")
    apart: list[tuple[str, str]] = Field(
        default=[], description="pairs of things that do not go into one place"
    )


class Stowed(Answer):
    name: str = Field(description="the place")
    items: list[str] = Field(description="what goes into it, in the order given")
    kg: float = Field(description="what that weighs")


class StowOut(Answer):
    places: list[Stowed] = Field(description="place by place")
    over_kg: float = Field(description="what is over the three limits, summed")
    cg_x_mm: float = Field(description="centre of gravity behind the front axle")
    cg_y_mm: float = Field(description="right of the middle")
    cg_z_mm: float = Field(description="above the ground")
    front_kg: float = Field(description="on the front axle")
    rear_kg: float = Field(description="on the rear axle")
    proven: bool = Field(description="nothing better is possible")


Plan = tuple[int, ...]
"""For each item the place into which it goes, by their order."""
Watch = Callable[[Plan], bool]
"""Is told each plan that is better than the one before; answers whether to go on."""


def stow(given: StowIn, watch: Watch | None = None) -> StowOut:
    """The fewest kilograms over, then the least to the side beyond 10 mm, then the lowest. Source: CP-SAT, a solver
    that proves its answer; levels one after the other, each held.

    Raises Refused on ``items`` where they fit nowhere, ``items.N.at`` for a place that is not there, ``places`` for
    two of one name, ``limit_s`` where no plan was found in time.
    """
    allowed = _allowed(given)
    if not given.items:
        return outcome(given, (), True)
    plan, proven = _Search(given, allowed, watch).run()
    return outcome(given, plan, proven)


def _allowed(given: StowIn) -> list[list[int]]:
    """For each item the places where it may go."""
    number: dict[str, int] = {}
    for i, place in enumerate(given.places):
        if place.name in number:
            raise Refused("places", f"Two places are called “{place.name}”: give each its own name.")
        number[place.name] = i
    names = {item.name for item in given.items}
    for i, pair in enumerate(given.apart):
        for name in pair:
            if name not in names:
                raise Refused(f"apart.{i}", f"There is no “{name}” among the things.")
    allowed = []
    for i, item in enumerate(given.items):
        for name in item.at or ():
            if name not in number:
                raise Refused(
                    f"items.{i}.at", f"There is no place “{name}”. There are {', '.join(number) or 'none'}."
                )
        may = range(len(given.places)) if item.at is None else sorted({number[name] for name in item.at})
        fits = [place for place in may if item.mass_kg <= given.places[place].limit_kg + SLACK]
        if not fits:
            raise Refused("items", f"{item.name} ({item.mass_kg:g} kg) fits nowhere that it may go.")
        allowed.append(fits)
    return allowed


@record(frozen=True, slots=True)
class _Level:
    """What is made least at a level, and what of it is no difference."""

    expression: "cp_model.LinearExprT"
    within: int


class _Search:
    """The model of one question, and its levels one after the other."""

    def __init__(self, given: StowIn, allowed: Sequence[Sequence[int]], watch: Watch | None) -> None:
        # Loaded where it is asked for: it takes as long as all else together.
        from ortools.sat.python import cp_model

        self._cp = cp_model
        self._given, self._allowed, self._watch = given, allowed, watch
        self._left_s = given.limit_s
        self._model = cp_model.CpModel()
        self._goes = [{place: self._model.new_bool_var("") for place in may} for may in allowed]
        for each in self._goes:
            self._model.add_exactly_one(each.values())
        self._keep_limits()
        self._keep_apart()

    def _keep_limits(self) -> None:
        given = self._given
        masses = [each.mass_kg for each in given.items] + [each.limit_kg for each in given.places]
        scale = (
            GRAMS if all(math.isclose(m * GRAMS, round(m * GRAMS), abs_tol=1e-6) for m in masses) else FINEST
        )
        for place, row in enumerate(given.places):
            self._model.add(
                sum(
                    round(item.mass_kg * scale) * goes[place]
                    for item, goes in zip(given.items, self._goes, strict=True)
                    if place in goes
                )
                <= math.floor((row.limit_kg + SLACK) * scale)
            )

    def _keep_apart(self) -> None:
        by_name = {item.name: goes for item, goes in zip(self._given.items, self._goes, strict=True)}
        for one, other in self._given.apart:
            for place in by_name[one].keys() & by_name[other].keys():
                self._model.add_at_most_one(by_name[one][place], by_name[other][place])

    def run(self) -> tuple[Plan, bool]:
        plan: Plan | None = None
        proven = True
        for level in self._levels():
            plan, known = self._best(level, plan)
            proven = proven and known
        assert plan is not None
        return plan, proven

    def _levels(self) -> list[_Level]:
        given = self._given
        total = given.front_kg + given.rear_kg + sum(item.mass_kg for item in given.items)
        over = self._over(0, given.front_limit_kg) + self._over(1, given.rear_limit_kg)
        side = self._model.new_int_var(0, _FAR, "")
        moment = self._sum(lambda mass, place: mass * place.y_mm)
        free = round(Y_FREE_MM * total)
        self._model.add(side >= moment - free)
        self._model.add(side >= -moment - free)
        height = self._sum(lambda mass, place: mass * place.z_mm)
        step = math.floor(PROVEN_TO * total)
        return [_Level(over, round(PROVEN_TO * GRAMS)), _Level(side, step), _Level(height, step)]

    def _over(self, end: int, limit_kg: float) -> "cp_model.IntVar":
        given = self._given
        empty = (given.front_kg, given.rear_kg)[end]
        over = self._model.new_int_var(0, _FAR, "")
        on_it = self._sum(lambda mass, place: on_axles_kg(mass, place.x_mm, given.wheelbase_mm)[end] * GRAMS)
        self._model.add(over >= on_it + round((empty - limit_kg) * GRAMS))
        return over

    def _sum(self, of: Callable[[float, StowPlace], float]) -> "cp_model.LinearExprT":
        return sum(
            round(of(item.mass_kg, self._given.places[place])) * goes[place]
            for item, goes in zip(self._given.items, self._goes, strict=True)
            for place in goes
        )

    def _best(self, level: _Level, known: Plan | None) -> tuple[Plan, bool]:
        """The best plan at a level, which is held from there on, and whether it is proven."""
        if self._left_s <= 0:
            if known is None:
                raise self._too_late()
            return known, False
        self._model.minimize(level.expression)
        self._model.clear_hints()  # type: ignore[no-untyped-call]
        for goes, place in zip(self._goes, known or (), strict=False):
            for each, variable in goes.items():
                self._model.add_hint(variable, each == place)
        solver = self._cp.CpSolver()
        solver.parameters.max_time_in_seconds = self._left_s
        solver.parameters.num_search_workers = SEARCHES
        solver.parameters.absolute_gap_limit = float(level.within)
        status = solver.solve(self._model, self._watcher())
        self._left_s -= solver.wall_time
        if status == self._cp.INFEASIBLE:
            raise Refused(
                "items", "There is no way to place all of this: some of it fits nowhere beside the rest."
            )
        if status not in (self._cp.OPTIMAL, self._cp.FEASIBLE):
            if known is None:
                raise self._too_late()
            return known, False
        plan = tuple(
            next(place for place in goes if solver.boolean_value(goes[place])) for goes in self._goes
        )
        self._model.add(level.expression <= round(solver.objective_value))
        return plan, status == self._cp.OPTIMAL

    def _watcher(self) -> "cp_model.CpSolverSolutionCallback | None":
        if self._watch is None:
            return None
        watch, each = self._watch, self._goes

        class Watcher(self._cp.CpSolverSolutionCallback):  # type: ignore[name-defined,misc]
            def on_solution_callback(self) -> None:
                plan = tuple(
                    next(place for place in goes if self.boolean_value(goes[place])) for goes in each
                )
                if not watch(plan):
                    self.stop_search()

        return Watcher()

    def _too_late(self) -> Refused:
        return Refused("limit_s", f"No plan was found within {self._given.limit_s:g} s. Give it more time.")


_FAR = 10**12


def outcome(given: StowIn, plan: Plan, proven: bool) -> StowOut:
    """What a plan comes to."""
    front, rear = given.front_kg, given.rear_kg
    own = front + rear
    side, high = 0.0, own * given.cg_height_mm
    held: list[list[StowItem]] = [[] for _ in given.places]
    for item, at in zip(given.items, plan, strict=True):
        place = given.places[at]
        on_front, on_rear = on_axles_kg(item.mass_kg, place.x_mm, given.wheelbase_mm)
        front, rear = front + on_front, rear + on_rear
        side, high = side + item.mass_kg * place.y_mm, high + item.mass_kg * place.z_mm
        held[at].append(item)
    total = front + rear
    if total <= 0:
        raise Refused("front_kg", "A vehicle weighs something: give what stands on its axles.")
    limits = ((total, given.gvm_kg), (front, given.front_limit_kg), (rear, given.rear_limit_kg))
    return StowOut(
        places=[
            Stowed(
                name=place.name, items=[item.name for item in items], kg=sum(item.mass_kg for item in items)
            )
            for place, items in zip(given.places, held, strict=True)
        ],
        over_kg=sum(max(is_kg - may_kg, 0.0) for is_kg, may_kg in limits),
        cg_x_mm=rear * given.wheelbase_mm / total,
        cg_y_mm=side / total,
        cg_z_mm=high / total,
        front_kg=front,
        rear_kg=rear,
        proven=proven,
    )


def holding(given: StowIn, answer: StowOut) -> Callable[[StowIn], StowOut]:
    """The same plan for figures that are moved a little: what doubt does to it."""
    left: Mapping[str, list[int]] = {
        item.name: [at for at, place in enumerate(answer.places) for name in place.items if name == item.name]
        for item in given.items
    }
    taken = {name: iter(places) for name, places in left.items()}
    plan = tuple(next(taken[item.name]) for item in given.items)
    return lambda moved: outcome(moved, plan, answer.proven)


CALCULATION = Calculation(
    "stow",
    StowIn,
    stow,
    StowOut,
    "what goes where: things into places, the axles first, then the side, then low",
    "CP-SAT, each level proven to 0.05 kg or mm and held",
    holding=holding,
)

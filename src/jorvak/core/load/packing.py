"""Where each thing to carry should go on this vehicle, against the way it is packed now."""

from collections.abc import Sequence

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.load.aboard import comes_along
from jorvak.core.load.brought import Brought
from jorvak.core.load.masses import brought_laden, lever_of, rear_share
from jorvak.core.load.records import PERMITTED, Cargo, LoadPlace
from jorvak.core.load.stow import Plan, StowIn, StowItem, StowOut, StowPlace, Watch, outcome, stow

ALL_ELSE = "all else aboard"
LOOSE = "no place yet"
UNLIMITED_KG = 1_000_000.0
USUAL_HEIGHT_MM = 700.0
OF_THE_HEIGHT = 0.4


@record(frozen=True, slots=True)
class Outcome:
    """What a way of packing comes to: over the limits by, to the side, how high, on each axle."""

    over_kg: float
    cg_y_mm: float
    cg_z_mm: float
    front_kg: float
    rear_kg: float


@record(frozen=True, slots=True)
class Restow:
    """One thing: where it is now and where it goes; None: no place yet."""

    thing: str
    kg: float
    now: str | None
    to: str


@record(frozen=True, slots=True)
class Packing:
    """Things by the place into which they go, what is different, and both ways beside one another.

    ``proven``: nothing better is possible. ``no_limit`` are limits and places of which nobody noted what they may.
    """

    moves: tuple[Restow, ...]
    now: Outcome
    then: Outcome
    proven: bool
    no_limit: tuple[str, ...]


@record(frozen=True)
class Question:
    """A question to the solver, and the way in which it is packed now."""

    given: StowIn
    things: tuple[Cargo, ...]
    now: Outcome
    no_limit: tuple[str, ...]


def question(ask: Ask, limit_s: float) -> Question:
    """The rig's things and places as the solver is asked. Raises Missing, Refused on ``cargo`` or ``places``."""
    wheelbase_mm = ask.need("body.wheelbase_mm")
    front, rear = ask.need("body.front_axle_kg"), ask.need("body.rear_axle_kg")
    brought = brought_laden(ask)
    lever_of(ask, brought)
    names = {cargo.name for cargo in ask.all(Cargo)}
    mass_of = {each.label: each.kg for each in brought if each.label in names}
    things = tuple(
        cargo for cargo in ask.all(Cargo)
        if cargo.name in mass_of and not cargo.at_home and comes_along(ask, cargo.trips)
    )  # fmt: skip
    if not things:
        raise Refused(
            "cargo", "There is nothing to stow: note what is to be carried, and what each thing weighs."
        )
    places, no_limit = _places(ask)
    if not places:
        raise Refused(
            "places",
            "There is no place to stow anything: note a place, how far behind the front axle it is, and what it may carry.",
        )
    fixed = _all_else([each for each in brought if each.label not in names], ask, wheelbase_mm, front + rear)
    limits = []
    in_words = {"total": "permitted mass", "front": "front axle", "rear": "rear axle"}
    for axle, path in PERMITTED.items():
        limit = ask.maybe(path)
        limits.append(UNLIMITED_KG if limit is None else limit)
        if limit is None:
            no_limit.append(in_words[axle])
    items = [
        StowItem(name=cargo.name, mass_kg=mass_of[cargo.name], at=_may(ask, cargo, places))
        for cargo in things
    ]
    given = StowIn(
        wheelbase_mm=wheelbase_mm, front_kg=front, rear_kg=rear, cg_height_mm=_height_mm(ask),
        gvm_kg=limits[0], front_limit_kg=limits[1], rear_limit_kg=limits[2],
        items=[*items, *([] if fixed is None else [StowItem(name=ALL_ELSE, mass_kg=fixed.limit_kg, at=[ALL_ELSE])])],
        places=[*places, *([] if fixed is None else [fixed])], limit_s=limit_s,
        apart=_apart(things),
    )  # fmt: skip
    return Question(given, things, _as_packed(ask, given, things), tuple(no_limit))


def answered(question: Question, found: StowOut) -> Packing:
    """The solver's answer in terms of the rig."""
    goes = {thing: place.name for place in found.places for thing in place.items}
    masses = {item.name: item.mass_kg for item in question.given.items}
    moves = (
        Restow(cargo.name, masses[cargo.name], cargo.place, goes[cargo.name]) for cargo in question.things
    )
    return Packing(tuple(moves), question.now, _outcome(found), found.proven, question.no_limit)


def packing(ask: Ask, limit_s: float = 10.0, watch: Watch | None = None) -> Packing:
    """Where each thing should go. Raises Missing, Refused."""
    asked = question(ask, limit_s)
    return answered(asked, stow(asked.given, watch))


def best_so_far(question: Question, plan: Plan) -> Packing:
    """The answer as if ``plan`` were it: what a search has found up to now."""
    return answered(question, outcome(question.given, plan, False))


def _outcome(found: StowOut) -> Outcome:
    return Outcome(found.over_kg, found.cg_y_mm, found.cg_z_mm, found.front_kg, found.rear_kg)


def _places(ask: Ask) -> tuple[list[StowPlace], list[str]]:
    """The places that somebody measured; one of which nobody noted what it may carry carries anything, and is named."""
    places, no_limit = [], []
    for place in ask.all(LoadPlace):
        x, y, z, limit = (
            ask.maybe(f"places.{place.name}.{key}") for key in ("x_mm", "y_mm", "z_mm", "limit_kg")
        )
        if x is None:
            continue
        if limit is None:
            no_limit.append(place.name)
        places.append(
            StowPlace(name=place.name, x_mm=x, y_mm=y or 0.0, z_mm=_height_mm(ask) if z is None else z,
                      limit_kg=UNLIMITED_KG if limit is None else limit)
        )  # fmt: skip
    return places, no_limit


def _height_mm(ask: Ask) -> float:
    noted, tall = ask.maybe("body.cg_height_mm"), ask.maybe("body.height_mm")
    return USUAL_HEIGHT_MM if noted is None and tall is None else noted or OF_THE_HEIGHT * (tall or 0.0)


def _all_else(brought: Sequence[Brought], ask: Ask, wheelbase_mm: float, own_kg: float) -> StowPlace | None:
    """All that is not stowed, as one thing where its middle is; its ``limit_kg`` is what it weighs."""
    kg = sum(each.kg for each in brought)
    if kg <= 0:
        return None
    masses = [mass for each in brought for mass in each.masses]
    x = sum(mass.kg * rear_share(mass, wheelbase_mm) for mass in masses) * wheelbase_mm
    own_y = ask.typical("body.cg_y_mm") * own_kg
    y = sum(mass.kg * (mass.y_mm or 0.0) for mass in masses) + own_y
    z = sum(mass.kg * (_height_mm(ask) if mass.z_mm is None else mass.z_mm) for mass in masses)
    return StowPlace(name=ALL_ELSE, x_mm=x / kg, y_mm=y / kg, z_mm=z / kg, limit_kg=kg)


def _may(ask: Ask, cargo: Cargo, places: Sequence[StowPlace]) -> list[str]:
    """Where a thing may go: pinned, only where it is; wanted at hand, only where things are. Raises Refused."""
    there = {place.name for place in places}
    if cargo.pinned and cargo.place is not None:
        if cargo.place not in there:
            raise Refused(
                "cargo", f"{cargo.name} is pinned to {cargo.place}, which is no place that was measured."
            )
        return [cargo.place]
    may = [name for name in (cargo.may or tuple(there)) if name in there]
    if cargo.at_hand:
        at_hand = {place.name for place in ask.all(LoadPlace) if place.at_hand}
        may = [name for name in may if name in at_hand]
    if not may:
        why = " and is at hand" if cargo.at_hand else ""
        raise Refused("cargo", f"{cargo.name}: there is no place where it may go{why}.")
    return sorted(may)


def _apart(things: Sequence[Cargo]) -> list[tuple[str, str]]:
    names = {cargo.name for cargo in things}
    pairs = {
        tuple(sorted((cargo.name, other))) for cargo in things for other in cargo.apart if other in names
    }
    return [(one, other) for one, other in sorted(pairs)]


def _as_packed(ask: Ask, given: StowIn, things: Sequence[Cargo]) -> Outcome:
    """The way it is packed now; what has no place counts where the brief says that goods are."""
    number = {place.name: i for i, place in enumerate(given.places)}
    loose = StowPlace(name=LOOSE, x_mm=ask.typical("aims.goods_x_mm"), y_mm=0.0, z_mm=given.cg_height_mm,
                      limit_kg=UNLIMITED_KG)  # fmt: skip
    now = given.model_copy(update={"places": [*given.places, loose]})
    plan = [number.get(cargo.place or "", len(given.places)) for cargo in things]
    if ALL_ELSE in number:
        plan.append(number[ALL_ELSE])
    return _outcome(outcome(now, tuple(plan), False))

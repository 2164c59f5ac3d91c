"""Batteries and what hangs on them, at a moment: those that were found and those that changes bring."""

from collections.abc import Iterator
from typing import cast

from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.plan.kinds import own_fields
from jorvak.core.power.battery_days import INVERTER_EFFICIENCY
from jorvak.core.power.figures import USABLE_PCT, VOLTS
from jorvak.core.power.records import Chemistry, Circuit, CircuitSort, FoundBattery, Isolator, Role, Runs
from jorvak.core.rig import Change


@record(frozen=True, slots=True)
class Feeds:
    """A battery: ``change`` brings it, None: it was found."""

    name: str
    role: Role
    isolator: Isolator | None
    change: int | None

    @property
    def at(self) -> str:
        """Where its figures stand."""
        return f"batteries.{self.name}"


@record(frozen=True, slots=True)
class Hangs:
    """What hangs on a battery. ``circuit`` None: nobody has noted how it is wired."""

    name: str
    runs: Runs
    inverter: bool
    circuit: Circuit | None
    change: int | None

    @property
    def at(self) -> str:
        """Where its figures stand."""
        return f"circuits.{self.name}"

    @property
    def sort(self) -> CircuitSort:
        return "load" if self.circuit is None else self.circuit.sort


def batteries(ask: Ask) -> tuple[Feeds, ...]:
    """The batteries, those that were found first."""
    brought = {own_fields(change).name: change for change in _of_kind(ask, "battery")}
    planned = {own_fields(change).name for change in ask.plan if change.kind == "battery"}
    found = (
        Feeds(each.name, each.role, each.isolator, None)
        for each in ask.all(FoundBattery)
        if each.name not in planned
    )
    fitted = (
        Feeds(name, own_fields(change).role, own_fields(change).isolator, change.id)
        for name, change in brought.items()
    )
    return (*found, *fitted)


def house(ask: Ask) -> tuple[Feeds, ...]:
    """The batteries that feed what runs while the engine stands: the second ones, else those that start it.

    Raises Missing where there is none.
    """
    every = batteries(ask)
    second = tuple(each for each in every if each.role == "second")
    if not (second or every):
        raise Missing(None, "a battery: note what is on the vehicle, or plan one")
    return second or every


def hanging(ask: Ask) -> tuple[Hangs, ...]:
    """All that hangs on the batteries: circuits that were noted, and what changes bring, by name once."""
    here = {change.id for change in ask.changes}
    noted = {
        each.name: each for each in ask.all(Circuit) if each.for_change is None or each.for_change in here
    }
    brought = {own_fields(change).name: change for change in _of_kind(ask, "consumer")}
    planned = {own_fields(change).name for change in ask.plan if change.kind == "consumer"}
    return (
        *(
            Hangs(each.name, each.runs, each.inverter, each, None)
            for each in noted.values()
            if each.name not in planned
        ),
        *(_brought(name, change, noted.get(name)) for name, change in brought.items()),
    )


def _brought(name: str, change: Change, circuit: Circuit | None) -> Hangs:
    fields = own_fields(change)
    return Hangs(name, fields.runs, fields.inverter, circuit, change.id)


WHILE_IT_STANDS: tuple[Runs, ...] = ("always", "camp")


def fed_by(ask: Ask, hangs: Hangs) -> Role:
    """Which battery feeds it: as noted; else what runs while the engine stands hangs on the second, where there is one."""
    if hangs.circuit is not None and hangs.circuit.battery is not None:
        return hangs.circuit.battery
    second = any(each.role == "second" for each in batteries(ask))
    return "second" if second and hangs.runs in WHILE_IT_STANDS else "starter"


def loads(ask: Ask) -> tuple[Hangs, ...]:
    """What takes current itself: what only leads to others takes none of its own."""
    every = hanging(ask)
    leads = {each.circuit.behind for each in every if each.circuit is not None}
    return tuple(each for each in every if each.name not in leads)


def _of_kind(ask: Ask, kind: str) -> Iterator[Change]:
    return (change for change in ask.changes if change.kind == kind)


def volts(ask: Ask) -> float:
    """Of the system, as assumed where nobody has noted it."""
    return ask.typical(VOLTS)


def amps_of(ask: Ask, hangs: Hangs) -> float:
    """What it takes out of the battery while it is on. Raises Missing."""
    amps = ask.maybe(f"{hangs.at}.current_a")
    if amps is None:
        amps = ask.need(f"{hangs.at}.power_w") / volts(ask)
    return float(amps) / (INVERTER_EFFICIENCY if hangs.inverter else 1.0)


def capacity_ah(ask: Ask, feeds: Feeds) -> float:
    """What a battery holds when full. Raises Missing."""
    return ask.need(f"{feeds.at}.capacity_ah")


def chemistry(ask: Ask, feeds: Feeds) -> Chemistry:
    """What a battery is. Raises Missing."""
    return cast(Chemistry, ask.need(f"{feeds.at}.chemistry", of=str))


def usable_pct(ask: Ask, feeds: Feeds) -> float:
    """What of a battery may be used: as noted, else what is usual of its chemistry. Raises Missing."""
    noted = ask.maybe(f"{feeds.at}.usable_pct")
    return USABLE_PCT[chemistry(ask, feeds)] if noted is None else float(noted)

"""Each circuit of a rig against what it wants of cable and fuse, and what is on when."""

from collections.abc import Mapping, Sequence

from jorvak.core.calculation import SLACK, Refused
from jorvak.core.engine.asking import Ask, Missing, Waits
from jorvak.core.immutable import record
from jorvak.core.power.cable import CableIn, LimitedBy, cable, carries_a, drop_v
from jorvak.core.power.feeding import Hangs, amps_of, fed_by, hanging, volts
from jorvak.core.power.records import CircuitSort, Role, Runs

DROP_PCT: Mapping[CircuitSort, float] = {"load": 3.0, "charger": 1.0, "motor": 5.0}
"""What each sort may lose on its way. Source: marine and camping practice."""
MAKERS_LEADS: tuple[CircuitSort, ...] = ("winch", "starter")
"""Their leads are the maker's sizes, and go to an isolator within reach."""


@record(frozen=True, slots=True)
class Wants:
    """What a circuit wants: the size that its drop alone asks for, the size to take and why no thinner, its fuse."""

    exact_mm2: float
    size_mm2: float
    limited_by: LimitedBy
    fuse_a: float
    most_drop_pct: float


@record(frozen=True, slots=True)
class CircuitStands:
    """A circuit and what it ``wants``; None: by its maker's sizes, or ``gaps`` are in the way, or ``refused`` says why.

    ``wired``: somebody has noted how; ``change`` brings what it feeds. ``drop_pct`` and ``carries_a`` are those of the
    noted cable. ``fused_by`` names the circuit whose fuse protects it, ``fuse_a`` is that fuse. ``thick_enough`` and
    ``fuse_fits`` None: cannot be said.
    """

    name: str
    sort: CircuitSort
    battery: Role
    behind: str | None
    runs: Runs
    wired: bool
    change: int | None
    current_a: float | None
    length_m: float | None
    noted_mm2: float | None
    wants: Wants | None
    drop_pct: float | None
    carries_a: float | None
    fuse_a: float | None
    fused_by: str | None
    thick_enough: bool | None
    fuse_fits: bool | None
    gaps: tuple[Waits, ...]
    refused: str | None


@record(frozen=True, slots=True)
class OnAtOnce:
    """What all that is on in a state takes together; ``unknown`` of which nobody noted what they take."""

    state: str
    amps: float
    names: tuple[str, ...]
    unknown: tuple[str, ...]


@record(frozen=True, slots=True)
class Circuits:
    """Every circuit, and what they take together in each state."""

    circuits: tuple[CircuitStands, ...]
    states: tuple[OnAtOnce, ...]


STATES: Mapping[str, tuple[Runs, ...]] = {
    "standing, all off": ("always",),
    "standing, in camp": ("always", "camp"),
    "driving by day": ("always", "driving"),
    "driving at night": ("always", "driving", "night"),
    "winching": ("always", "driving", "winching"),
}
"""What is on when."""


def circuits(ask: Ask) -> Circuits:
    """Every circuit that is on the vehicle. Source: cable, of each."""
    hangs = {each.name: each for each in hanging(ask)}
    stands = tuple(_stands(ask, each, hangs) for each in hangs.values())
    return Circuits(stands, tuple(_on_at_once(state, runs, stands) for state, runs in STATES.items()))


def _on_at_once(state: str, runs: tuple[Runs, ...], stands: Sequence[CircuitStands]) -> OnAtOnce:
    # What feeds others carries their current and takes none of its own.
    feeding = {each.behind for each in stands}
    on = [each for each in stands if each.runs in runs and each.name not in feeding]
    return OnAtOnce(
        state,
        sum(each.current_a or 0.0 for each in on),
        tuple(each.name for each in on if each.current_a is not None),
        tuple(each.name for each in on if each.current_a is None),
    )


def _stands(ask: Ask, hangs: Hangs, every: Mapping[str, Hangs]) -> CircuitStands:
    gaps: list[Waits] = []
    circuit = hangs.circuit
    makers = hangs.sort in MAKERS_LEADS
    current = ask.maybe(f"{hangs.at}.current_a") if makers else _current_a(ask, hangs, every, gaps)
    length, noted = (ask.maybe(f"{hangs.at}.{key}") for key in ("length_m", "area_mm2"))
    if circuit is None:
        gaps.append(Waits(None, "how it is wired"))
    elif length is None and not makers:
        gaps.append(Waits(f"{hangs.at}.length_m", "length of its cable"))
    fuse, fused_by = _protecting(ask, hangs, every)
    wants, refused, drop = None, None, None
    if circuit is not None and current and length is not None and not makers:
        most = ask.maybe(f"{hangs.at}.drop_pct") or DROP_PCT[hangs.sort]
        asked = CableIn(
            current_a=current,
            length_m=length,
            volts=volts(ask),
            max_drop_pct=most,
            continuous=circuit.continuous,
            place=circuit.place,
        )
        wants, refused = _wants(asked)
        drop = None if noted is None else drop_v(asked, noted) / asked.volts * 100
    carries = None if noted is None or circuit is None else carries_a(noted, circuit.place)
    return CircuitStands(
        name=hangs.name,
        sort=hangs.sort,
        battery=fed_by(ask, hangs),
        behind=None if circuit is None else circuit.behind,
        runs=hangs.runs,
        wired=circuit is not None,
        change=hangs.change,
        current_a=current,
        length_m=length,
        noted_mm2=noted,
        wants=wants,
        drop_pct=drop,
        carries_a=carries,
        fuse_a=fuse,
        fused_by=fused_by,
        thick_enough=_thick_enough(noted, wants, refused),
        fuse_fits=None if fuse is None or carries is None else fuse <= carries + SLACK,
        gaps=tuple(gaps),
        refused=refused,
    )


def _wants(asked: CableIn) -> tuple[Wants | None, str | None]:
    try:
        got = cable(asked)
    except Refused as refused:
        return None, refused.message
    return Wants(got.area_exact_mm2, got.area_mm2, got.limited_by, got.fuse_a, asked.max_drop_pct), None


def _thick_enough(noted_mm2: float | None, wants: Wants | None, refused: str | None) -> bool | None:
    if noted_mm2 is None or (wants is None and refused is None):
        return None
    return wants is not None and noted_mm2 >= wants.size_mm2 - SLACK


def _current_a(
    ask: Ask, hangs: Hangs, every: Mapping[str, Hangs], gaps: list[Waits], above: frozenset[str] = frozenset()
) -> float | None:
    """What it carries: as noted, else what all behind it take together. None, and a gap, where nobody knows."""
    behind = [
        each for each in every.values() if each.circuit is not None and each.circuit.behind == hangs.name
    ]
    if not behind or any(ask.is_noted(f"{hangs.at}.{key}") for key in ("current_a", "power_w")):
        try:
            return amps_of(ask, hangs)
        except Missing as missing:
            gaps.append(missing.waits)
            return None
    if hangs.name in above:
        gaps.append(Waits(None, f"what feeds {hangs.name}: it hangs behind itself"))
        return None
    parts = [_current_a(ask, each, every, gaps, above | {hangs.name}) for each in behind]
    return None if None in parts else sum(part for part in parts if part is not None)


def _protecting(ask: Ask, hangs: Hangs, every: Mapping[str, Hangs]) -> tuple[float | None, str | None]:
    """The nearest fuse between a circuit's load and the battery, and the circuit in which it is."""
    at: Hangs | None = hangs
    seen: set[str] = set()
    while at is not None and at.name not in seen:
        seen.add(at.name)
        fuse = ask.maybe(f"{at.at}.fuse_a")
        if fuse is not None:
            return float(fuse), at.name
        behind = None if at.circuit is None else at.circuit.behind
        at = None if behind is None else every.get(behind)
    return None, None

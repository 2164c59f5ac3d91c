"""Circuits: cable too thin for what it carries, nothing that protects it."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Settle, Severity, measure_first
from jorvak.core.power.area import PowerResults
from jorvak.core.power.circuits import MAKERS_LEADS, CircuitStands

FUSE_AT = "within 200 mm of the battery"


def circuits_as_wired(here: Here) -> Iterator[Finding]:
    """Each circuit that somebody noted: its cable, and its fuse."""
    result = here.results.of(PowerResults).circuits
    for at, circuit in enumerate(result.value.circuits if result.value else ()):
        if not circuit.wired or circuit.sort in MAKERS_LEADS:
            continue
        yield from _cable(here, circuit, at)
        yield from _fuse(here, circuit)


def _cable(here: Here, circuit: CircuitStands, at: int) -> Iterator[Finding]:
    result = here.results.of(PowerResults).circuits
    close = _is_close(
        circuit, result.off(f"circuits.{at}.wants.exact_mm2"), result.off(f"circuits.{at}.current_a")
    )
    said = _what_of_it(circuit, close)
    if said is None:
        if circuit.thick_enough:
            here.passes("cable-too-thin", result, f"circuits.{at}.wants.exact_mm2")
        return
    severity, text = said
    wants = circuit.wants
    gaps = tuple(Settle(text=f"Note {gap.label}", figure=gap.path) for gap in circuit.gaps if gap.path)
    unsure = measure_first("power", result, f"circuits.{at}.wants.exact_mm2") if severity == "measure" else ()
    thicker = (
        Settle(text=f"Cable of {wants.size_mm2:g} mm², fuse of {wants.fuse_a:g} A {FUSE_AT}")
        if wants is not None
        else Settle(text="A shorter way, or less on it")
    )
    yield here.finding(
        "cable-too-thin",
        severity,
        text,
        "middle",
        figures=_paths(here, circuit),
        settled_by=gaps or (*unsure, thicker),
        subject=circuit.name,
    )


def _is_close(circuit: CircuitStands, exact_off_mm2: float, current_off_a: float) -> bool:
    """Whether what is not certain of a circuit could turn what is said of its cable."""
    wants, noted, carries, current = (
        circuit.wants,
        circuit.noted_mm2,
        circuit.carries_a,
        circuit.current_a,
    )
    if wants is None or noted is None or carries is None or current is None:
        return False
    by_drop, by_heat = abs(noted - wants.exact_mm2) < exact_off_mm2, abs(carries - current) < current_off_a
    if circuit.thick_enough:
        return by_drop or by_heat
    return {"drop": by_drop, "heat": by_heat, "fuse": False}[wants.limited_by]


def _what_of_it(circuit: CircuitStands, unsure: bool) -> tuple[Severity, str] | None:
    """How a circuit's cable stands, in a sentence; None where nothing is to be said."""
    name, wants = circuit.name, circuit.wants
    if circuit.refused is not None:
        return "stop", f"{name}: {circuit.refused}"
    if circuit.fuse_fits is False:
        return "stop", (
            f"{name}: its cable of {circuit.noted_mm2:g} mm² carries {circuit.carries_a:g} A, and the fuse before it "
            f"lets {circuit.fuse_a:g} A through: the cable burns first."
        )
    if wants is None:
        known = ", ".join(gap.label for gap in circuit.gaps)
        return (
            ("measure", f"Nobody can say whether the cable of {name} will do: {known} not noted.")
            if known
            else None
        )
    asked = f"{wants.size_mm2:g} mm² ({_why(circuit)})"
    if circuit.noted_mm2 is None:
        return "measure", f"The cable of {name} is not noted: it wants {asked}."
    if circuit.thick_enough and not unsure:
        return None
    over = "" if circuit.drop_pct is None else f"; {circuit.drop_pct:.1f} % are lost on the way"
    if unsure:
        return (
            "measure",
            f"The cable of {name} has {circuit.noted_mm2:g} mm²: too close to call against {asked}{over}.",
        )
    return "stop", f"The cable of {name} has {circuit.noted_mm2:g} mm² and wants {asked}{over}."


def _why(circuit: CircuitStands) -> str:
    assert circuit.wants is not None
    match circuit.wants.limited_by:
        case "drop":
            return f"{circuit.wants.most_drop_pct:g} % drop over {circuit.length_m:g} m"
        case "heat":
            return f"{circuit.current_a:.1f} A warm it"
        case "fuse":
            return "a fuse has to fit between load and cable"


def _fuse(here: Here, circuit: CircuitStands) -> Iterator[Finding]:
    if circuit.fuse_a is not None:
        here.passes("no-fuse", None)
        return
    fuse = "" if circuit.wants is None else f" of {circuit.wants.fuse_a:g} A"
    yield here.finding(
        "no-fuse",
        "stop",
        f"No fuse is noted between the battery and {circuit.name}: a short sets it alight.",
        "middle",
        figures=(f"circuits.{circuit.name}.fuse_a",),
        settled_by=(
            Settle(text="Note its fuse", figure=f"circuits.{circuit.name}.fuse_a"),
            Settle(text=f"A fuse{fuse} {FUSE_AT}"),
        ),
        subject=circuit.name,
    )


def _paths(here: Here, circuit: CircuitStands) -> tuple[str, ...]:
    keys = ("current_a", "power_w", "length_m", "area_mm2", "fuse_a")
    paths = (f"circuits.{circuit.name}.{key}" for key in keys)
    return tuple(path for path in paths if path in here.moment.here)


RULES = (circuits_as_wired,)

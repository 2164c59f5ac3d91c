"""A front end that may shake: what is beyond its limit and not put right."""

from collections.abc import Iterator

from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.driveline.wobble import LIMITS
from jorvak.core.driveline.wobbling import PLAYED, Shaky, Wobbling
from jorvak.core.engine.result import Result
from jorvak.core.findings import Finding, Here, Settle, Severity

WORN_OUT = 3.0
"""Play beyond so many times its limit stops the vehicle."""


def wobble_suspect(here: Here) -> Iterator[Finding]:
    """Each suspect beyond its limit. Caster has a finding of its own."""
    result = here.results.of(DrivelineResults).wobble
    for at, shaky in enumerate(result.value.suspects if result.value else ()):
        if shaky.suspect.name != "caster" and shaky.suspect.value is not None:
            yield from _suspect(here, result, at, shaky)


def _suspect(here: Here, result: Result[Wobbling], at: int, shaky: Shaky) -> Iterator[Finding]:
    suspect, told = shaky.suspect, shaky.told
    value, limit = suspect.value, suspect.limit
    assert value is not None and limit is not None
    off = result.off(f"suspects.{at}.suspect.value")
    near = _within(suspect.name, value, limit, off)
    if suspect.state != "beyond" and not near:
        here.passes("wobble-suspect", result, f"suspects.{at}.suspect.value")
        return
    severity = _severity(suspect.name, value, limit, off)
    unit = "g" if suspect.name == "balance" else "mm"
    beyond = "toes out" if suspect.name == "toe" and value < 0 else f"{limit:g} {unit} is its limit"
    yield here.finding(
        "wobble-suspect",
        severity,
        f"{told.label.capitalize()}: {value:.1f}{here.near(off, 2)} {unit}, {beyond}. A front end shakes by what is worn, one "
        "at a time put right and driven between.",
        "front-axle",
        figures=() if told.figure is None else (told.figure,),
        settled_by=(
            *((Settle(text=f"Measure {told.label} better", figure=told.figure),) if near else ()),
            Settle(text=f"Put it right, then drive: {told.test}"),
        ),
        subject=told.label,
    )


def _within(name: str, value: float, limit: float, off: float) -> bool:
    """Whether its ± reaches over a limit."""
    return abs(value - limit) < off or (name == "toe" and abs(value) < off)


def _severity(name: str, value: float, limit: float, off: float) -> Severity:
    if name not in (*PLAYED, "track_bar_hole"):
        return "watch"
    most = WORN_OUT * (LIMITS[name] or limit)
    if abs(value - most) < off:
        return "measure"
    return "stop" if value > most else "watch"


RULES = (wobble_suspect,)

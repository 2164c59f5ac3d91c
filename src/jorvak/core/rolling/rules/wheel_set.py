"""What the set of wheels upsets: unlike ones, old ones, pressures, edges, studs."""

from collections.abc import Iterator

from jorvak.core.calculation import SLACK
from jorvak.core.findings import Finding, Here, Place, Settle, Severity, beyond, measure_first
from jorvak.core.places import ENDS
from jorvak.core.quantities import PRESSURE
from jorvak.core.rolling.area import RollingResults
from jorvak.core.rolling.set_check import Difference

PLACES: dict[str, Place] = {"front": "front-axle", "rear": "rear-axle"}
WORDS = {
    "diameter_mm": "diameter", "construction": "construction", "offset_mm": "offset",
    "rim_width_in": "rim width", "load_index": "load index", "pattern": "tread pattern",
}  # fmt: skip
FIGURE = {"diameter_mm": "size", "construction": "size", "load_index": "size"}
SOFT_KPA = 20.0
SCRUB_MM = 25.0


def set_not_alike(here: Here) -> Iterator[Finding]:
    """Wheels or tyres of one set that differ, worst within an axle; unknown ones are to be measured."""
    wheels = here.results.of(RollingResults).wheels
    if wheels.value is None:
        return
    for difference in wheels.value.differences:
        word = WORDS[difference.field]
        if difference.odd:
            severity, where = _how_bad(difference)
            majority = (
                "no two agree on one"
                if difference.tie
                else f"the others have {_in_words(difference.majority)}"
            )
            yield here.finding(
                "set-not-alike",
                severity,
                f"The {_listed(difference.odd)} {'differs' if len(difference.odd) == 1 else 'differ'} in {word} {where}: {majority}.",
                _place(difference.odd),
                figures=_figures(difference.field, difference.odd),
                settled_by=(Settle(text="Change it before money is spent on coating or fitting"),),
                subject=difference.field,
            )
        if difference.unknown:
            figures = _figures(difference.field, difference.unknown)
            yield here.finding(
                "set-not-alike",
                "measure",
                f"The {word} of {_listed(difference.unknown)} is not known: not checked against the others.",
                _place(difference.unknown),
                figures=figures,
                settled_by=(Settle(text=f"Read the {word}, {difference.unknown[0].replace('_', ' ')}", figure=figures[0]),),
                subject=f"{difference.field} unknown",
            )  # fmt: skip


def _how_bad(difference: Difference) -> tuple[Severity, str]:
    odd = set(difference.odd)
    for end in ENDS:
        sides = [name for name in (f"{end}_left", f"{end}_right") if name not in difference.unknown]
        if len(sides) == 2 and len(odd & set(sides)) == 1:
            return "stop", "within an axle"
    if difference.field == "construction":
        return "stop", "across the axles"
    return "watch", "from the rest"


def tyre_age(here: Here) -> Iterator[Finding]:
    """Tyres that are to be inspected or replaced by their date code; the spare is watched."""
    wheels = here.results.of(RollingResults).wheels.value
    alike: dict[tuple[Severity, str, bool], list[str]] = {}
    for wheel in wheels.wheels if wheels else ():
        if wheel.age is None or wheel.age.verdict == "fresh":
            continue
        old = "made before 2000" if wheel.age.age_years is None else f"{wheel.age.age_years:.1f} years old"
        replace = wheel.age.verdict == "replace"
        severity: Severity = "stop" if replace and wheel.position != "spare" else "watch"
        alike.setdefault((severity, old, replace), []).append(wheel.position)
    for (severity, old, replace), positions in alike.items():
        one = len(positions) == 1
        do = f"replace {'it' if one else 'them'}" if replace else "look for cracks and hard rubber"
        yield here.finding(
            "tyre-age",
            severity,
            f"The tyre{'' if one else 's'} {_listed(positions)} {'is' if one else 'are'} {old}: {do}.",
            _place(positions),
            figures=tuple(f"wheels.{position}.date_code" for position in positions),
            settled_by=(
                Settle(
                    text=f"{'A fresh tyre' if one else 'Fresh tyres'}"
                    if replace
                    else "Have it inspected, inside too"
                ),
            ),
            subject=" ".join(positions),
        )


def tyre_pressure(here: Here) -> Iterator[Finding]:
    """The pressure in use against the one that carries what stands on the axle here."""
    for end in ENDS:
        result = getattr(here.results.of(RollingResults), f"{end}_tyre_load")
        used = here.value(f"wheels.{end}_left.pressure_kpa")
        if result.value is None or result.value.calculated is None or used is None:
            continue
        wanted = result.value.calculated.pressure_kpa
        if wanted is None:
            continue
        off = result.off("calculated.pressure_kpa")
        severity = beyond(wanted - used, off) or ("note" if used - wanted > SOFT_KPA + SLACK else None)
        if severity is None:
            here.passes("tyre-pressure", result, "calculated.pressure_kpa")
            continue
        verdict = {
            "stop": "too little",
            "measure": "too close to call",
            "note": "more than it needs: harder, and worn in the middle",
        }[severity]
        yield here.finding(
            "tyre-pressure",
            severity,
            f"{end.capitalize()} tyres: {here.in_units(used, PRESSURE)} in use, {here.in_units(wanted, PRESSURE)} carry what stands on them here: {verdict}.",
            PLACES[end],
            result=result,
            settled_by=(
                *(
                    measure_first("rolling", result, "calculated.pressure_kpa")
                    if severity == "measure"
                    else ()
                ),
                Settle(text="Set it cold; the maker's table beats this"),
            ),
            subject=end,
        )


def tyre_cover(here: Here) -> Iterator[Finding]:
    """The tyre's outer edge against what the body covers."""
    for end in ENDS:
        result = getattr(here.results.of(RollingResults), f"{end}_stand")
        stand = result.value
        if stand is None or stand.fit.outer_edge_change_mm <= SLACK:
            continue
        if stand.cover_left_mm is None:
            yield here.finding(
                "tyre-cover",
                "measure",
                f"The {end} tyres stand {here.mm(stand.fit.outer_edge_change_mm)} further out; what the body covers was not measured.",
                PLACES[end],
                result=result,
                settled_by=(Settle(text="Plumb line from the lip", figure=f"body.{end}_cover_mm"),),
                subject=end,
            )
        elif stand.cover_left_mm < -SLACK:
            off = result.off("cover_left_mm")
            yield here.finding(
                "tyre-cover",
                "watch",
                f"The {end} tyres stand {here.mm(-stand.cover_left_mm)}{here.near_mm(off)} outside the body's cover.",
                PLACES[end],
                result=result,
                settled_by=(
                    Settle(text="Flares, or less offset taken away, by the local rules"),
                    *(
                        measure_first("rolling", result, "cover_left_mm")
                        if -stand.cover_left_mm < off
                        else ()
                    ),
                ),
                subject=end,
            )


def scrub_changes(here: Here) -> Iterator[Finding]:
    """The scrub radius changes its sign, or by much."""
    result = here.results.of(RollingResults).front_stand
    if result.value is None:
        return
    fit = result.value.fit
    by = fit.scrub_radius_change_mm
    before = here.value("steering.scrub_radius_mm", as_found=True)
    turns = before is not None and before * (before + by) < 0
    if not turns and abs(by) <= SCRUB_MM + SLACK:
        return
    what = f"from {here.mm(before)} to {here.mm(before + by)}" if before is not None else f"by {here.mm(by)}"
    yield here.finding(
        "scrub-changes",
        "watch",
        f"The scrub radius goes {what}{': it changes sides' if turns else ''}. It pulls more under braking and over ruts.",
        "front-axle",
        result=result,
        settled_by=(Settle(text="Wheels with an offset nearer to the old one"),),
    )


def stud_short(here: Here) -> Iterator[Finding]:
    """Thread engagement below the stud's diameter under a spacer or a thicker wheel."""
    for end in ENDS:
        result = getattr(here.results.of(RollingResults), f"{end}_stand")
        stand = result.value
        spaced = any(f"wheels.{end}_left.{key}" in here.moment.set_by for key in ("spacer_mm", "face_mm"))
        if stand is None or not spaced:
            continue
        if stand.studs_engaged_mm is None or stand.stud_mm is None:
            missing = (
                f"{end}_hub.stud_engaged_mm"
                if stand.studs_engaged_mm is None
                else f"wheels.{end}_left.thread"
            )
            yield here.finding(
                "stud-short",
                "measure",
                f"How far the {end} studs still reach into their nuts is not known.",
                PLACES[end],
                result=result,
                settled_by=(Settle(text="Count the turns of a nut, times the pitch", figure=missing),),
                subject=end,
            )
            continue
        off = result.off("studs_engaged_mm")
        severity = beyond(stand.stud_mm - stand.studs_engaged_mm, off)
        if severity is None:
            here.passes("stud-short", result, "studs_engaged_mm")
        else:
            yield here.finding(
                "stud-short",
                severity,
                f"The {end} studs reach {stand.studs_engaged_mm:.0f} mm into their nuts, {stand.stud_mm:g} mm are the least.",
                PLACES[end],
                result=result,
                settled_by=(
                    *(measure_first("rolling", result, "studs_engaged_mm") if severity == "measure" else ()),
                    Settle(text="Longer studs, or a thinner spacer"),
                ),
                subject=end,
            )


def _figures(field: str, positions: list[str]) -> tuple[str, ...]:
    return tuple(f"wheels.{position}.{FIGURE.get(field, field)}" for position in positions)


def _place(positions: list[str]) -> Place:
    ends = {position.split("_")[0] for position in positions}
    if ends == {"spare"}:
        return "spare"
    if ends == {"front", "rear", "spare"}:
        return "every-wheel"
    ends -= {"spare"}
    return PLACES[ends.pop()] if len(ends) == 1 else "both-axles"


def _listed(positions: list[str]) -> str:
    words = [position.replace("_", " ") for position in positions]
    return words[0] if len(words) == 1 else f"{', '.join(words[:-1])} and {words[-1]}"


def _in_words(value: object) -> str:
    return f"{value:g}" if isinstance(value, float) else str(value)


RULES = (set_not_alike, tyre_age, tyre_pressure, tyre_cover, scrub_changes, stud_short)

"""Places against what they may carry themselves: roof, rack, drawer, slide, carrier, hitch, door."""

import math
from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Place, Settle, room
from jorvak.core.load.records import ON_THE_ROOF, Cargo, LoadPlace, PlaceKind
from jorvak.core.load.room import ROOF, PlaceRoom

PLACES: dict[PlaceKind, Place] = {
    "roof": "roof", "rack": "roof", "bar": "nose", "carrier": "tail", "hitch": "tail", "door": "tail", "bed": "tail",
}  # fmt: skip


def too_heavy(here: Here) -> Iterator[Finding]:
    """A place with more on it than it may carry, on the move or off road; laden."""
    if here.moment.stage == "as-found":
        return
    result = here.judged_results.result("load", "rooms")
    for i, place in enumerate(result.value.places if result.value else ()):
        roof = place.name == "roof" and place.room is None
        for limit, when in ((place.limit_kg, "on the move"), (place.off_road_kg, "off road")):
            if limit is None:
                continue
            off = _off(here, place)
            severity = room(limit - place.kg, off)
            if severity is None:
                here.passes(
                    "roof-too-heavy" if roof else "place-too-heavy", None, "", _guessed_in(here, place)
                )
                continue
            near = f" (±{here.kg(off)})" if off else ""
            what = "On the roof, rack included, are" if roof else f"In or on {place.name} are"
            yield here.finding(
                "roof-too-heavy" if roof else "place-too-heavy",
                severity,
                f"{what} {here.kg(place.kg)}{near} laden; {when} it may carry {here.kg(limit)}.",
                PLACES.get(place.kind, "middle"),
                result=result,
                figures=() if roof else (f"places.{place.name}.limit_kg",),
                settled_by=(Settle(text="Pack some of it elsewhere: the list to pack by says where"),),
                subject=f"{i} {when}" if roof else f"{place.name} {when}",
            )
            break


def _guessed_in(here: Here, place: PlaceRoom) -> tuple[str, ...]:
    """The assumed masses in a place, where they are half of it or more; its ± as a result would take far longer."""
    masses = here.judged_results.result("load", "masses").value
    rows = [row for row in (masses.rows if masses else ()) if row.place == place.name]
    guessed = [row for row in rows if row.known == "assumed"]
    if sum(row.kg for row in guessed) * 2 < sum(row.kg for row in rows):
        return ()
    return tuple(row.path for row in guessed if row.path is not None)


def _off(here: Here, place: PlaceRoom) -> float:
    """How far what is in a place may be off: the root of the sum of the squares of each thing."""
    masses = here.judged_results.result("load", "masses").value
    rows = () if masses is None else masses.rows
    if place.name != ROOF or place.room is not None:
        return math.hypot(*(row.off_kg for row in rows if row.place == place.name))
    tops = {each.name for each in here.moment.rig.all(LoadPlace) if each.kind in ON_THE_ROOF}
    racks = {each.id for each in here.changes("rack")}
    return math.hypot(
        *(row.off_kg for row in rows if row.place in tops or (row.what == "change" and row.change in racks))
    )


def nowhere_to_be(here: Here) -> Iterator[Finding]:
    """Something is packed into a place that is not there, or that nobody has placed."""
    if here.moment.stage == "as-found":
        return
    names = {place.name for place in here.moment.rig.all(LoadPlace)}
    for cargo in here.moment.rig.all(Cargo):
        if cargo.at_home or cargo.place is None:
            continue
        if cargo.place not in names:
            text = f"{cargo.name[:1].upper()}{cargo.name[1:]} is packed into “{cargo.place}”, and there is no such place."
            figures: tuple[str, ...] = ()
            settle = Settle(text="Pack it elsewhere, or add that place")
        elif here.value(f"places.{cargo.place}.x_mm") is None:
            text = f"{cargo.name[:1].upper()}{cargo.name[1:]} is packed into {cargo.place}, and nobody has said where that is."
            figures = (f"places.{cargo.place}.x_mm",)
            settle = Settle(text="Measure where that place is", figure=f"places.{cargo.place}.x_mm")
        else:
            continue
        yield here.finding("weigh-it", "measure", text, "middle", figures=figures, settled_by=(settle,),
                           subject=f"place of {cargo.name}")  # fmt: skip


def crew_without_a_seat(here: Here) -> Iterator[Finding]:
    """Seats are noted, and the brief has more crew than sits in them."""
    result = here.judged_results.result("load", "masses")
    if here.moment.stage == "as-found" or result.value is None:
        return
    for row in result.value.rows:
        if row.label == "crew without a seat":
            yield here.finding(
                "weigh-it", "measure",
                f"{here.kg(row.kg)} of the crew have no seat yet, and count as if between the axles.", "middle",
                figures=("aims.crew_kg",),
                settled_by=(Settle(text="Say who sits where", figure="aims.crew_kg"),), subject="seats",
            )  # fmt: skip


RULES = (too_heavy, nowhere_to_be, crew_without_a_seat)

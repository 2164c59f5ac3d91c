"""Bays: what is too close, what cannot come out, what has no room on the bed, under the roof, on the ramps."""

from collections.abc import Iterator

from jorvak.core.findings import CannotBe, Finding, Here, Settle, cannot_be, measure_first, room
from jorvak.core.frame.area import FrameResults
from jorvak.core.frame.cautions import first_letter

SAID = {"hoist": CannotBe("middle", "Measure the edge again"), "ramps": CannotBe("middle", "Longer ramps")}


def not_enough_room(here: Here) -> Iterator[Finding]:
    """Two boxes closer than they want and move."""
    result = here.results.of(FrameResults).bays
    for pair in result.value.close if result.value else ():
        severity = room(pair.gap_mm - pair.needed_mm, pair.off_mm)
        if severity is None:
            continue
        apart = (
            f"are {here.mm(pair.gap_mm)}{here.near_mm(pair.off_mm)} apart"
            if pair.gap_mm >= 0
            else f"run {here.mm(-pair.gap_mm)}{here.near_mm(pair.off_mm)} into one another"
        )
        yield here.finding(
            "not-enough-room",
            severity,
            f"{first_letter(pair.a)} and {pair.b} {apart} and want {here.mm(pair.needed_mm)}, {pair.bay}.",
            "middle",
            settled_by=(
                *((Settle(text=f"Measure between {pair.a} and {pair.b}"),) if severity == "measure" else ()),
                Settle(text="Move one, turn it, or take a smaller one"),
            ),
            subject=f"{pair.a}, {pair.b}",
        )
    if result.value and not result.value.close:
        here.passes("not-enough-room", None)


def no_way_out(here: Here) -> Iterator[Finding]:
    """A box that has to come out for service, and what stands in its way."""
    result = here.results.of(FrameResults).bays
    for way in result.value.ways_out if result.value else ():
        if way.free:
            here.passes("no-way-out", None)
            continue
        before = [name for name in way.blocked_by if name not in way.first_off]
        yield here.finding(
            "no-way-out",
            "watch",
            f"{first_letter(way.name)} has to come out and meets {', '.join(before)} on its way, {way.bay}.",
            "middle",
            settled_by=(Settle(text=f"Take {before[0]} off first, or another way out"),),
            subject=way.name,
        )


def bed_and_bay(here: Here) -> Iterator[Finding]:
    """The load bed shorter than what has to be left, the bay lower than it takes, ramps that it does not clear."""
    yield from cannot_be(here, "frame", SAID, "body")
    yield from _bed(here)
    yield from _hoist(here)
    yield from _ramps(here)


def _bed(here: Here) -> Iterator[Finding]:
    result = here.results.of(FrameResults).bed
    wants = here.value("bed.wants_mm")
    if result.value is None or wants is None:
        return
    left, off = result.value.left_mm, result.off("left_mm")
    severity = room(left - wants, off)
    if severity is None:
        here.passes("not-enough-room", result, "left_mm")
        return
    taken = ", ".join(f"{each.name} {each.pct:.0f} %" for each in result.value.taken)
    yield here.finding(
        "not-enough-room",
        severity,
        f"{here.mm(left)}{here.near_mm(off)} of the bed are left and {here.mm(wants)} are wanted"
        + (f"; there lie {taken}." if taken else "."),
        "tail",
        result=result,
        settled_by=(
            *(measure_first("frame", result, "left_mm") if severity == "measure" else ()),
            Settle(text="A shorter one, or another place for it"),
        ),
        subject="bed",
    )


def _hoist(here: Here) -> Iterator[Finding]:
    result = here.results.of(FrameResults).hoist
    if result.value is None:
        return
    sure = "fits" not in result.unsure
    if result.value.fits and sure:
        here.passes("not-enough-room", result, "short_mm")
        return
    off = result.off("top_mm")
    yield here.finding(
        "not-enough-room",
        "stop" if sure else "measure",
        f"Lifted {here.mm(result.value.lift_mm)} to clear what comes out, its roof stands at "
        f"{here.mm(result.value.top_mm)}{here.near_mm(off)}"
        + (
            f": {here.mm(result.value.short_mm)} too much for the posts or the ceiling."
            if result.value.short_mm
            else "."
        ),
        "roof",
        result=result,
        settled_by=(
            *(measure_first("frame", result, "top_mm") if not sure else ()),
            Settle(text="A lower dolly, what it carries off first, or out upwards"),
        ),
        subject="hoist",
    )


WAYS = {
    "enters": "its nose touches at the foot",
    "crests": "its belly touches at the edge",
    "leaves": "its tail touches the ground",
    "holds": "one ramp carries more than it is rated for",
}


def _ramps(here: Here) -> Iterator[Finding]:
    result = here.judged_results.of(FrameResults).ramps
    if result.value is None:
        return
    for key, says in WAYS.items():
        good, sure = getattr(result.value, key), key not in result.unsure
        if good and sure:
            here.passes("not-enough-room", result, "angle_deg" if key != "holds" else "per_ramp_kg")
            continue
        about = (
            f"one carries {here.kg(result.value.per_ramp_kg)}{here.near_kg(result.off('per_ramp_kg'))}"
            if key == "holds"
            else f"they rise {result.value.angle_deg:.1f}°{here.near(result.off('angle_deg'))}"
        )
        yield here.finding(
            "not-enough-room",
            "stop" if sure else "measure",
            f"Ramps: {about}, and {says}" + ("." if sure else ", or just not: too close to call."),
            "nose",
            result=result,
            settled_by=(
                Settle(text="Longer ramps, or stronger ones; a winch and a helper do not make them so"),
            ),
            subject=f"ramps, {key}",
        )


RULES = (not_enough_room, no_way_out, bed_and_bay)

"""What another case, gearbox or axle asks of its neighbours."""

from collections.abc import Iterator

from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.findings import Finding, Here, Place, Settle, beyond
from jorvak.core.load.must_carry import axle_must_carry
from jorvak.core.places import ENDS
from jorvak.core.plan.kinds import opening
from jorvak.core.rig import Change
from jorvak.core.stance.area import StanceResults

BOXES = ("transfer-case", "gearbox")
LIFTS = ("springs", "coil-spacers", "blocks", "shackles", "lift")
PLACES: dict[str, Place] = {"front": "front-axle", "rear": "rear-axle"}


def shaft_to_change(here: Here) -> Iterator[Finding]:
    """A case, a gearbox or a lift moved a shaft's end, no shaft was planned behind it, and its slip is not known."""
    order = here.moment.changes
    lifted = here.results.of(StanceResults).lift.value
    for end in ENDS:
        line = getattr(here.results.of(DrivelineResults), f"{end}_shaft").value
        if line is not None and line.slip is not None:
            continue
        # The differential of an independent axle comes up with the frame.
        moves = here.value(f"{end}_axle.build") != "independent"
        movers = [c for c in order if c.kind in BOXES or (moves and _lifts(c, end))]
        shafts = [c for c in order if c.kind == "shaft" and c.fields.get("axle") == end]
        if not movers or (shafts and here.step_of(shafts[-1]) > here.step_of(movers[-1])):
            continue
        path = f"transfer.{end}_output_mm"
        found, now = here.value(path, as_found=True), here.value(path)
        moved = now - found if path in here.moment.set_by and found is not None else 0.0
        lift = getattr(lifted, end).suspension_lift_mm if lifted else 0.0
        # A longer case reaches towards the rear axle and away from the front one.
        shorter = moved if end == "rear" else -moved
        length = (
            f" It comes out about {here.mm(abs(shorter))} {'shorter' if shorter > 0 else 'longer'}."
            if moved
            else ""
        )
        why = f"{opening(movers[-1], here.preset)} moved its end"
        if movers[-1].kind not in BOXES:
            why = f"the frame stands {here.mm(abs(lift))} {'further from' if lift >= 0 else 'closer to'} the axle"
        yield here.finding(
            "shaft-to-change",
            "measure",
            f"{end.capitalize()} shaft: {why}.{length} Its slip has not been worked out since.",
            "case",
            figures=(path,) if moved else (),
            change=movers[-1],
            settled_by=(Settle(text="Measure how far the slip is engaged at ride height", figure=f"{end}_shaft.engaged_mm"),),
            subject=end,
        )  # fmt: skip


def _lifts(change: Change, end: str) -> bool:
    return change.kind in LIFTS and change.fields.get("axle", "both") in (end, "both")


def output_side_clash(here: Here) -> Iterator[Finding]:
    """The case's front output and the axle's differential on different sides."""
    case, axle = here.value("transfer.front_output_side"), here.value("front_axle.differential_side")
    figures = ("transfer.front_output_side", "front_axle.differential_side")
    swapped = any(figure in here.moment.set_by for figure in figures) or any(here.changes("transfer-case"))
    if case is None or axle is None:
        # As it came together, nobody asks on which side; noted, they are held against one another.
        if not swapped:
            return
        missing = figures[0] if case is None else figures[1]
        yield here.finding(
            "output-side-clash",
            "measure",
            "On which side the case's front output and the front differential sit is not known.",
            "front-axle",
            figures=figures,
            settled_by=(Settle(text="Look, and note the side", figure=missing),),
        )
    elif case != axle:
        yield here.finding(
            "output-side-clash",
            "stop",
            f"The case's front output is {case}, the front differential {axle}: the shaft cannot run there.",
            "front-axle",
            figures=figures,
            settled_by=(Settle(text="A case or an axle of the other hand"),),
        )


def axle_rated_short(here: Here) -> Iterator[Finding]:
    """An axle's own rating below what may stand on it, or does here."""
    for end in ENDS:
        rating, asked = here.value(f"{end}_axle.rating_kg"), axle_must_carry(here, end)
        severity = (
            beyond(asked.kg - rating, asked.off_kg) if asked is not None and rating is not None else None
        )
        if asked is not None and rating is not None and severity is None:
            here.passes("axle-rated-short", asked.weighed, f"{end}_kg")
        if asked is None or severity is None:
            continue
        yield here.finding(
            "axle-rated-short",
            severity,
            f"The {end} axle is rated {here.kg(rating)}, {asked.why} {here.kg(asked.kg)}.",
            PLACES[end],
            figures=(f"{end}_axle.rating_kg", f"body.permitted_{end}_kg"),
            settled_by=(Settle(text="An axle with the rating, or less on it; springs do not raise it"),),
            subject=end,
            rated=True,
        )


def range_signal(here: Here) -> Iterator[Finding]:
    """Another case may not give the signals that a computer waits for."""
    for change in here.changes("transfer-case"):
        yield here.finding(
            "range-signal",
            "measure",
            "Do engine or gearbox computer wait for a low-range or position signal, and does this case give it?",
            "case",
            change=change,
            settled_by=(Settle(text="Compare both cases' switches, wire by wire, in the wiring diagram"),),
            subject=str(change.id),
        )


def oil_to_fill(here: Here) -> Iterator[Finding]:
    """A new case, axle or gearbox starts dry."""
    for change in here.changes("transfer-case", "axle", "gearbox"):
        yield here.finding(
            "oil-to-fill",
            "note",
            f"{opening(change, here.preset)}: oil of the kind and quantity that its maker gives, breather clear.",
            "case",
            change=change,
            settled_by=(Settle(text="Fill and tick it on the job's card"),),
            subject=str(change.id),
        )


RULES = (shaft_to_change, output_side_clash, axle_rated_short, range_signal, oil_to_fill)

"""What nobody has weighed, and what a weighing says against what was noted."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Settle
from jorvak.core.load.records import Cargo, FoundTank
from jorvak.core.load.results import Masses
from jorvak.core.plan.kinds import masses_of, opening

WEIGHS = ("winch", "bumper", "rack", "tank", "storage", "sliders", "snorkel")
"""Kinds of change that hang something on to a vehicle; equipment may stand in the place of what weighed as much."""
A_QUARTER = 0.25
PLACES = ("payload_kg", "front_left_kg", "rear_left_kg")


def has_no_mass(here: Here) -> Iterator[Finding]:
    """What is hung on, or carried, and has no mass noted counts as nothing: that is said."""
    for change in here.changes(*WEIGHS):
        if change.mass_kg is not None or any(mass.kg for mass in masses_of(change)):
            continue
        yield here.finding(
            "weigh-it",
            "measure",
            f"{opening(change, here.preset)}: nobody has said what it weighs, and so far it counts as nothing.",
            "middle",
            change=change,
            settled_by=(
                Settle(text="Weigh it, or take the mass from its sheet, and note it with the change"),
            ),
            subject=str(change.id),
        )
    if here.moment.stage == "as-found":
        return
    for cargo in here.moment.rig.all(Cargo):
        path = f"cargo.{cargo.name}.mass_kg"
        if here.value(path) is None and not cargo.at_home:
            yield _counts_as_nothing(here, cargo.name, path, "what it weighs")
    for tank in here.moment.rig.all(FoundTank):
        paths = [f"tanks.{tank.name}.{key}" for key in ("volume_l", "aboard_l")]
        if all(here.value(path) is None for path in paths):
            yield _counts_as_nothing(here, tank.name, paths[0], "what it holds")


def _counts_as_nothing(here: Here, name: str, path: str, what: str) -> Finding:
    return here.finding(
        "weigh-it",
        "measure",
        f"{name[:1].upper()}{name[1:]}: nobody has said {what}, and so far it counts as nothing.",
        "middle",
        figures=(path,),
        settled_by=(Settle(text="Weigh it" if what == "what it weighs" else "Read its plate", figure=path),),
        subject=name,
    )


def weigh_it(here: Here) -> Iterator[Finding]:
    """The margin is smaller than the doubt, and axle loads or much of what was added are no weighing."""
    result, masses = (
        here.judged_results.result("load", "load"),
        here.judged_results.result("load", "masses").value,
    )
    if result.value is None:
        return
    axles = ("body.front_axle_kg", "body.rear_axle_kg")
    known = {figure.known for path in axles if (figure := here.moment.here.get(path)) is not None}
    unweighed = bool(known - {"measured"})
    guessed = _guessed_share(masses) if here.moment.stage != "as-found" else 0.0
    if not unweighed and guessed <= A_QUARTER:
        return
    close = [
        p for p in PLACES if (left := getattr(result.value, p)) is not None and abs(left) < result.off(p)
    ]
    if not close:
        return
    why = (
        "its axle loads are not from a scale"
        if unweighed
        else f"{guessed * 100:.0f} % of what was added are guesses"
    )
    first = (
        ", ".join(masses.weigh_first) if masses is not None and masses.weigh_first else "the vehicle itself"
    )
    yield here.finding(
        "weigh-it",
        "measure",
        f"What is left is less than what is not known ({why}): weigh first {first}.",
        "middle",
        result=result,
        settled_by=(Settle(text="Weigh it, tanks noted: the weigh-in on the Load sheet", figure=axles[0]),),
    )


def _guessed_share(masses: Masses | None) -> float:
    if masses is None:
        return 0.0
    whole = sum(abs(row.kg) for row in masses.rows if not row.weighed)
    guessed = sum(abs(row.kg) for row in masses.rows if not row.weighed and row.known == "assumed")
    return guessed / whole if whole else 0.0


def weigh_contradicts(here: Here) -> Iterator[Finding]:
    """The last weighing does not agree with the one before and what came on since."""
    result = here.judged_results.result("load", "weighed_again")
    if here.moment.stage == "as-found" or result.value is None or result.value.calculated.agrees:
        return
    found = result.value.calculated
    way = "more" if found.off_kg > 0 else "less"
    suspect = (
        f" Most likely: {found.suspect}."
        if found.suspect
        else ""
        if found.off_x_mm is None
        else f" {'Something forgotten would stand' if found.off_kg > 0 else 'What came off would have stood'} "
        f"{here.mm(found.off_x_mm)} behind the front axle."
    )
    yield here.finding(
        "weigh-contradicts",
        "watch",
        f"The scale has {here.kg(abs(found.off_kg))} {way} than the weighing before ({result.value.before}) and what "
        "came on since make it."
        f"{suspect}",
        "middle",
        result=result,
        settled_by=(Settle(text="Take the scale's masses over, or weigh again on the level: the weigh-in"),),
    )


RULES = (has_no_mass, weigh_it, weigh_contradicts)

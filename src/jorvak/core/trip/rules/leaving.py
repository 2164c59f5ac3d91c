"""What stands against leaving beside the legs: papers, what falls due, what nobody has driven, the spare."""

from collections.abc import Iterator
from datetime import date

from jorvak.core.calculation import Refused
from jorvak.core.counted import counted
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.findings import Finding, Here, Settle
from jorvak.core.plan.kinds import opening
from jorvak.core.quantities import DISTANCE
from jorvak.core.rig import Change
from jorvak.core.rolling.counting import fitted_at, true_km_since
from jorvak.core.rolling.results import by_its_size
from jorvak.core.trip.dates import TripDays, cargo_of_trip, legs_of_trip, of_trip, trip_days
from jorvak.core.trip.due import due_on_trip, when_due
from jorvak.core.trip.records import Paper, Surface
from jorvak.core.work.falling_due import rests_on
from jorvak.core.work.jobs import SAFETY, WorkJob
from jorvak.core.work.rules.jobs import jobs_here

LOOSE: tuple[Surface, ...] = ("track", "sand", "low", "snow", "mud")
"""Surfaces for which four-wheel drive is engaged."""
SPARE_ALIKE = 0.01
"""So far apart in diameter, as a share, a spare turns as its fellow does."""
DRIVEN_IN_KM = 100.0
"""What has truly gone so far since it was fitted has been driven, whoever signed for it."""


def paper_ends(here: Here) -> Iterator[Finding]:
    """A paper that ends before the trip does; one of which nobody noted the last day is looked at."""
    days = _days(here)
    if days is None:
        return
    for paper in here.moment.rig.all(Paper):
        if not of_trip(here.moment.rig, paper.trips):
            continue
        called = f"{paper.name}{f' ({paper.of_whom})' if paper.of_whom else ''}"
        opening = called[:1].upper() + called[1:]
        if paper.ends_on is None:
            yield here.finding(
                "paper-ends",
                "measure",
                f"{opening}: nobody noted its last day; the trip ends on {days.last_on:%-d %B %Y}.",
                "dash",
                settled_by=(Settle(text=f"Read the last day of {called}, and note it among the papers"),),
                subject=paper.name,
            )
        elif paper.ends_on < days.last_on:
            yield here.finding(
                "paper-ends",
                "stop",
                f"{opening} ends on {paper.ends_on:%-d %B %Y}, {counted((days.last_on - paper.ends_on).days, 'day')} before "
                "the trip does.",
                "dash",
                settled_by=(Settle(text="Have it renewed, and note its new last day"),),
                subject=paper.name,
            )


def _days(here: Here) -> TripDays | None:
    return None if here.moment.stage == "as-found" else trip_days(here.moment.rig)


def due_on_the_way(here: Here) -> Iterator[Finding]:
    """An interval that falls due within the trip, and nothing is carried for it."""
    days, on, rig = _days(here), here.moment.on, here.moment.rig
    if days is None or on is None:
        return
    carried = {cargo.for_what for cargo in cargo_of_trip(rig)}
    for row in due_on_trip(rig, on):
        if row.name in carried:
            continue
        after = when_due(row, days, here.preset)
        yield here.finding(
            "due-on-the-way",
            "watch",
            f"{row.name[:1].upper()}{row.name[1:]} falls due on the way, {after}, and nothing is carried for it.",
            "middle",
            figures=rests_on(row),
            settled_by=(Settle(text="Do it before, or take along what it takes"),),
            subject=row.name,
        )


def not_proved(here: Here) -> Iterator[Finding]:
    """Something that carries safety was fitted, and nobody has driven it since."""
    if here.moment.stage == "as-found" or here.moment.rig.brief.leaves_on is None:
        return
    by_change: dict[int, list[WorkJob]] = {}
    for job in jobs_here(here):
        if job.change is not None:
            by_change.setdefault(job.change, []).append(job)
    reading, events = here.value("odometer.reading_km"), fitted_at(here.moment.rig)
    proved_on = max(
        (job.signed.on for job in jobs_here(here) if job.stage == "prove" and job.signed is not None),
        default=None,
    )
    for change in here.moment.changes:
        if change.fitted is None or not _carries_safety(by_change.get(change.id, [])):
            continue
        gone = None if reading is None else true_km_since(events, here.step_of(change), reading)
        if _is_proved(change, proved_on, gone):
            continue
        far = "" if gone is None else f" {here.in_units(gone, DISTANCE)} have truly gone since."
        yield here.finding(
            "not-proved",
            "watch",
            f"{opening(change, here.preset)} carries safety, is fitted since {change.fitted.on:%-d %B %Y}, and nobody has signed a test drive.{far}",
            "middle",
            figures=("odometer.reading_km",) if reading is not None else (),
            change=change,
            settled_by=(
                Settle(text="Drive it, then sign off a job of its proving: “prove it” on the Work sheet"),
            ),
            subject=str(change.id),
        )


def _carries_safety(jobs: list[WorkJob]) -> bool:
    return any(job.system in SAFETY for job in jobs)


def _is_proved(change: Change, proved_on: date | None, gone_km: float | None) -> bool:
    assert change.fitted is not None
    if proved_on is not None and proved_on >= change.fitted.on:
        return True
    return gone_km is not None and gone_km >= DRIVEN_IN_KM


def spare_differs(here: Here) -> Iterator[Finding]:
    """A spare of another diameter, where the trip needs four-wheel drive."""
    if here.moment.stage == "as-found":
        return
    needs = [leg for leg in legs_of_trip(here.moment.rig) if leg.surface in LOOSE]
    if not needs or here.value("wheels.spare.size") is None:
        return
    ask = Ask(here.moment)
    try:
        spare, others = (by_its_size(ask, f"wheels.{at}.size").diameter_mm for at in ("spare", "rear_left"))
    except (Missing, Refused):
        return
    if spare is None or others is None or abs(spare / others - 1) <= SPARE_ALIKE:
        return
    yield here.finding(
        "spare-differs",
        "watch",
        f"The spare is {here.mm(abs(spare - others))} {'smaller' if spare < others else 'larger'} across than the other "
        f"tyres, and {needs[0].name} wants four-wheel drive: with it on, none on hard ground, and none for long on any.",
        "spare",
        figures=("wheels.spare.size", "wheels.rear_left.size"),
        settled_by=(Settle(text="A spare of the same size"),),
    )


RULES = (paper_ends, due_on_the_way, not_proved, spare_differs)

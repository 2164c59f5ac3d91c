"""Is it ordered? Every part that is bought, by what waits for it; lists that come back from a counter; a donor's list."""

from collections.abc import Iterator, Sequence
from datetime import date

from jorvak.core.immutable import record
from jorvak.core.plan.kinds import title_of
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Rig
from jorvak.core.vehicle.records import Part, PartState
from jorvak.core.work.jobs import WorkJob, work_jobs

UNDERWAY: tuple[PartState, ...] = ("ordered", "on-its-way")
NOT_ORDERED: tuple[PartState, ...] = ("wanted", "priced")
OURS: tuple[PartState, ...] = ("ordered", "on-its-way", "here", "checked")


@record(frozen=True, slots=True)
class Bought:
    """A part on its way from wanted to fitted. ``waits`` are titles of open jobs and changes that wait for it;
    ``overdue_days`` how long it has been due and is not here; ``for_nothing``: it was bought for a change that is
    dropped; ``kit_missing`` how many things of its kit's list are not ticked."""

    name: str
    state: PartState
    supplier: str | None
    due_on: date | None
    overdue_days: int
    waits: tuple[str, ...]
    for_nothing: bool
    kit_missing: int
    price: float | None
    paid: float


@record(frozen=True, slots=True)
class FromDonor:
    """A part to be taken off a donor: what it is worth, the minutes, and its worth for an hour of them."""

    name: str
    donor: str
    worth: float | None
    minutes: float | None
    per_hour: float | None
    reads: tuple[str, ...]


def bought(rig: Rig, today: date, preset: Preset = METRIC) -> tuple[Bought, ...]:
    """Every part that has a state, by supplier and state; what is late first."""
    jobs = [job for job in work_jobs(rig, today, preset) if not job.done]
    rows = [_row(rig, part, jobs, today, preset) for part in rig.all(Part) if part.state is not None]
    return tuple(sorted(rows, key=lambda row: (-row.overdue_days, row.supplier or "", row.name)))


def _row(rig: Rig, part: Part, jobs: Sequence[WorkJob], today: date, preset: Preset) -> Bought:
    assert part.state is not None
    underway = part.state in UNDERWAY and part.due_on is not None and part.due_on < today
    dropped = {change.id for change in rig.changes if change.state in ("dropped", "idea")}
    return Bought(
        name=part.name,
        state=part.state,
        supplier=part.supplier,
        due_on=part.due_on,
        overdue_days=(today - part.due_on).days if underway and part.due_on else 0,
        waits=tuple(dict.fromkeys(_waiting(rig, part, jobs, preset))),
        for_nothing=part.for_change in dropped and part.state in OURS,
        kit_missing=sum(not item.here for item in part.kit),
        price=part.price,
        paid=part.paid or 0.0,
    )


def _waiting(rig: Rig, part: Part, jobs: Sequence[WorkJob], preset: Preset) -> Iterator[str]:
    for job in jobs:
        if part.name in job.parts or any(wait.part == part.name for wait in job.waits):
            yield job.title
    for change in rig.changes:
        if change.state in ("chosen", "bought") and (
            change.id == part.for_change
            or part.name in (change.fields.get("part"), change.fields.get("adapter"))
        ):
            yield title_of(change, preset)


def from_donors(rig: Rig) -> tuple[FromDonor, ...]:
    """What to look for at donors, the most worth for its minutes first; what nobody has timed stands last."""
    rows = [
        FromDonor(
            name=part.name,
            donor=part.donor or "a donor",
            worth=part.price,
            minutes=part.minutes,
            per_hour=part.price / part.minutes * 60 if part.price is not None and part.minutes else None,
            reads=tuple(
                f"{face}: {field.replace('_', ' ')}"
                for face, of in part.faces.items()
                for field, value in of.fields.items()
                if value is None
            ),
        )
        for part in rig.all(Part)
        if part.place == "donor"
    ]
    return tuple(sorted(rows, key=lambda row: (row.per_hour is None, -(row.per_hour or 0.0))))


def not_compared(part: Part) -> tuple[str, ...]:
    """The faces of a part that is here which it must mate with and which nobody has compared."""
    if part.state != "here":
        return ()
    return tuple(name for name, face in part.faces.items() if face.meets is not None)

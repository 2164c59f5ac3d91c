"""What a change asks to be done: jobs with steps and cautions, and what each wants of bench, hands and order."""

from typing import Literal

from jorvak.core.immutable import record
from jorvak.core.plan.cautions import CAUTIONS, Caution

JobStage = Literal[
    "baseline", "strip", "mock-up", "weld", "clean", "coat", "assemble", "wire", "trim", "fill",
    "load-on-wheels", "align", "prove",
]  # fmt: skip
JOB_STAGES: tuple[JobStage, ...] = (
    "baseline", "strip", "mock-up", "weld", "clean", "coat", "assemble", "wire", "trim", "fill",
    "load-on-wheels", "align", "prove",
)  # fmt: skip
"""In working order."""
JobArea = Literal[
    "front-axle", "rear-axle", "wheels", "brakes", "steering", "driveline", "engine", "fuel", "frame", "body", "cabin",
    "electrics", "whole",
]  # fmt: skip
System = Literal[
    "brakes", "steering", "tyres", "fuel", "load", "driveline", "suspension", "frame", "recovery", "power", "cooling",
    "body", "papers", "work", "money",
]  # fmt: skip
"""What of a vehicle is concerned, as its readiness is judged."""
NoReturn = Literal["cuts", "coats", "lets-tension-go", "closes"]
"""What a job does that cannot be taken back, or hides what lies behind it."""
PLACES_BY_WORD: tuple[tuple[str, JobArea, System], ...] = (
    ("brake", "brakes", "brakes"),
    ("steering", "steering", "steering"),
    ("track rod", "steering", "steering"),
    ("fuel", "fuel", "fuel"),
    ("tyre", "wheels", "tyres"),
    ("hub", "front-axle", "suspension"),
    ("spring", "front-axle", "suspension"),
    ("wiring", "electrics", "power"),
    ("lamp", "electrics", "power"),
    ("radiator", "engine", "cooling"),
    ("hose", "engine", "cooling"),
    ("thermostat", "engine", "cooling"),
    ("battery", "electrics", "power"),
    ("clutch", "driveline", "driveline"),
    ("gearbox", "driveline", "driveline"),
    ("frame", "frame", "frame"),
    ("sill", "body", "frame"),
)
"""Where on the vehicle a thing is, and what hangs on it, by a word in its name; the first that is found counts."""
Hands = Literal[1, 2]


class Gate(str):
    """A step before which nothing that follows is open."""


@record(frozen=True, slots=True)
class Fastener:
    """Fasteners of one place. ``torque_nm`` None: by the vehicle's manual. ``once_only``: used once, new ones go in."""

    where: str
    count: int | None = None
    thread: str | None = None
    length_mm: float | None = None
    head: str | None = None
    torque_nm: float | None = None
    once_only: bool = False


@record(frozen=True, slots=True)
class Job:
    """One job that a change brings. ``hours`` is a first guess where the change has none of its own.

    ``cautions`` are as they stand on the job's card; ``after`` says what has to have happened first, where
    the job cannot follow at once. ``gates`` are those of its steps before which nothing that follows is open.
    ``needs`` are what a bay has one of; ``rests_on`` the figures that it is cut or set by, by path or by how the path
    begins; ``wait_hours`` what passes by the clock before what follows can begin, as paint dries.
    """

    title: str
    steps: tuple[str, ...]
    cautions: tuple[str, ...]
    hours: float
    after: str | None = None
    stage: JobStage = "assemble"
    area: JobArea = "body"
    system: System = "body"
    hands: Hands = 1
    needs: tuple[str, ...] = ()
    splits: bool = True
    tools: tuple[str, ...] = ()
    fasteners: tuple[Fastener, ...] = ()
    readings: tuple[str, ...] = ()
    rests_on: tuple[str, ...] = ()
    gates: tuple[str, ...] = ()
    no_return: NoReturn | None = None
    wait_hours: float = 0.0


GATES: dict[Caution, str] = {
    "battery": "Battery off, its earth lead tied away.",
    "springs": "Axle held on stands, spring tension let off.",
    "fuel": "Fuel out or shut off, sparks away, doors open.",
}
"""What some cautions ask for before anything else of the job is done."""


def job(
    title: str,
    hours: float,
    steps: tuple[str, ...],
    cautions: tuple[Caution, ...],
    after: str | None = None,
    *,
    stage: JobStage = "assemble",
    area: JobArea,
    system: System,
    hands: Hands = 1,
    needs: tuple[str, ...] = (),
    splits: bool = True,
    tools: tuple[str, ...] = (),
    fasteners: tuple[Fastener, ...] = (),
    readings: tuple[str, ...] = (),
    rests_on: tuple[str, ...] = (),
    no_return: NoReturn | None = None,
    wait_hours: float = 0.0,
) -> Job:
    """A job with its cautions written out, and the gates that they ask for before its own steps."""
    first = tuple(Gate(GATES[caution]) for caution in cautions if caution in GATES)
    all_steps = (*first, *steps)
    return Job(
        title=title,
        steps=tuple(str(step) for step in all_steps),
        cautions=tuple(CAUTIONS[c] for c in cautions),
        hours=hours,
        after=after,
        stage=stage,
        area=area,
        system=system,
        hands=hands,
        needs=needs,
        splits=splits,
        tools=tools,
        fasteners=fasteners,
        readings=readings,
        rests_on=rests_on,
        gates=tuple(str(step) for step in all_steps if isinstance(step, Gate)),
        no_return=no_return,
        wait_hours=wait_hours,
    )


def last_torque(area: JobArea, system: System = "suspension") -> Job:
    """The bush bolts of an axle, once the vehicle stands on its wheels: bushes are not twisted beforehand."""
    return job(
        f"Last torque, {area.replace('-', ' ')}",
        0.5,
        (
            Gate("Weight on its wheels, at ride height."),
            "Bush bolts to the torque in the vehicle's manual, marked with paint as each is done.",
        ),
        ("stands",),
        stage="load-on-wheels",
        area=area,
        system=system,
        splits=False,
        tools=("torque wrench", "paint marker"),
        fasteners=(Fastener(where="bush bolts"),),
    )


def named_place(name: str) -> tuple[JobArea, System] | None:
    """Where a thing of that name is, and what hangs on it; None where its name does not say."""
    lower = name.lower()
    return next(((area, system) for word, area, system in PLACES_BY_WORD if word in lower), None)

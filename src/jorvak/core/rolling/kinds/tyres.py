"""Tyres of another size, on all positions."""

from pydantic import field_validator

from jorvak.core.calculation import Number, Positive, Refused
from jorvak.core.catalogue import POSITIONS
from jorvak.core.kinds import Kind
from jorvak.core.rig import Figure, Figures, Frozen, Rig
from jorvak.core.rolling.tyre_size import designation, readable_size, sidewall
from jorvak.core.work.jobs import Job, job

EXAMPLE = "tyre 285/75R17"


class Tyres(Frozen):
    size: str
    rim_width_in: Positive | None = None
    offset_mm: Number | None = None

    @field_validator("size")
    @classmethod
    def _readable(cls, size: str) -> str:
        try:
            return readable_size(size)
        except Refused as refused:
            raise ValueError(refused.message) from None


def title(fields: Tyres) -> str:
    return f"tyres {designation(fields.size)}"


def effect(fields: Tyres, before: Figures) -> dict[str, Figure | None]:
    """The size everywhere, spare included; what was measured on the old tyres is gone with them."""
    figures: dict[str, Figure | None] = {}
    for position in POSITIONS:
        place = f"wheels.{position}"
        figures[f"{place}.size"] = Figure(value=fields.size, known="plate")
        figures[f"{place}.circumference_mm"] = None
        figures[f"{place}.static_radius_mm"] = None
        if fields.rim_width_in is not None:
            figures[f"{place}.rim_width_in"] = Figure(value=fields.rim_width_in, known="plate")
        if fields.offset_mm is not None:
            figures[f"{place}.offset_mm"] = Figure(value=fields.offset_mm, known="plate")
    return figures


def jobs(fields: Tyres) -> tuple[Job, ...]:
    return (
        job(
            f"Fit tyres {fields.size}, five with the spare",
            3.0,
            (
                "Compare size, load index and offset of all five before any of them is mounted.",
                "Turn the steering to both locks with a wheel on: does it touch anything?",
                "Tighten the nuts crosswise to the torque in the vehicle's manual.",
                "Measure axle centre to ground and the roll-out of ten turns on its own weight; note both on the rig.",
                "Does the spare go into its carrier?",
            ),
            ("stands", "local-code"),
        ),
        job(
            "Retighten the wheel nuts",
            0.3,
            ("Check every nut with the torque wrench, the spare's too.",),
            ("stands",),
            after="the first 50 to 100 km, and once more after the first rough track",
        ),
    )


def read(words: str, rig: Rig) -> Tyres:
    """``285/75R17``: everything after the word is what stands on the sidewall."""
    size = words.strip()
    if not size:
        raise Refused("line", f"Which size? Type for example {EXAMPLE}.")
    try:
        found = sidewall(size[:120])
    except Refused as refused:
        raise Refused("line", refused.message) from None
    if found.diameter_mm is None:
        raise Refused(
            "line",
            f"“{size}” does not say how high the tyre is. Type a size with an aspect or a diameter, for example 37x12.50R17.",
        )
    return Tyres(size=size)


KIND = Kind(
    name="tyres",
    words=("tyre", "tyres", "tire", "tires"),
    example=EXAMPLE,
    fields=Tyres,
    title=title,
    effect=effect,
    jobs=jobs,
    read=read,
)

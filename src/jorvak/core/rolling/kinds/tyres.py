"""Tyres of another size, on all positions."""

from pydantic import Field, field_validator

from jorvak.core.calculation import Number, Positive, Refused
from jorvak.core.catalogue import ENDS
from jorvak.core.kind_fields import added, places_in
from jorvak.core.kinds import Kind, Mass
from jorvak.core.rig import Change, Figure, Figures, Frozen, Rig
from jorvak.core.rolling.tyre_size import designation, readable_size, sidewall
from jorvak.core.work.jobs import Job, job

EXAMPLE = "tyre 285/75R17"
ON_THE_WHEEL = ("rim_width_in", "offset_mm", "rim_from_in", "rim_to_in", "reference_pressure_kpa")
OF_THE_OLD_TYRE = (
    "revs_per_mile", "date_code", "pattern", "rim_from_in", "rim_to_in", "reference_pressure_kpa",
)  # fmt: skip


class Tyres(Frozen):
    size: str = Field(description="size", examples=["285/75R17 121/118S"])
    rim_width_in: Positive | None = Field(None, description="rim width", examples=["8"])
    offset_mm: Number | None = Field(None, description="offset", examples=["20"])
    rim_from_in: Positive | None = Field(None, description="its maker takes rims from", examples=["7.5"])
    rim_to_in: Positive | None = Field(None, description="to", examples=["9.5"])
    reference_pressure_kpa: Positive | None = Field(None, description="reference pressure", examples=["450"])
    heavier_each_kg: Number | None = Field(None, description="each heavier by", examples=["6.2"])

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
    on_the_wheel = fields.model_dump(include=set(ON_THE_WHEEL), exclude_none=True)
    for place in places_in(before):
        figures |= {f"{place}.{key}": None for key in OF_THE_OLD_TYRE if f"{place}.{key}" in before}
        figures |= {f"{place}.{key}": None for key in ("circumference_mm", "static_radius_mm")}
        figures[f"{place}.size"] = Figure(value=fields.size, known="plate")
        figures |= {f"{place}.{key}": Figure(value, "plate") for key, value in on_the_wheel.items()}
        # The section that its size gives is that on the rim on which it is first fitted.
        rim = (
            fields.rim_width_in
            if fields.rim_width_in is not None
            else _noted(before, f"{place}.rim_width_in")
        )
        figures[f"{place}.section_rim_in"] = None if rim is None else Figure(rim, "plate")
    if fields.heavier_each_kg is not None:
        for end in ENDS:
            unsprung = f"{end}_axle.unsprung_kg"
            if unsprung in before:
                figures[unsprung] = added(before, unsprung, 2 * fields.heavier_each_kg)
    return figures


def _noted(before: Figures, path: str) -> float | None:
    noted = before.get(path)
    return None if noted is None else float(noted.value)


def masses(fields: Tyres, change: Change) -> tuple[Mass, ...]:
    """Two on each axle; the spare is taken to ride at the rear one."""
    if fields.heavier_each_kg is None:
        return ()
    return (Mass(2 * fields.heavier_each_kg, "front"), Mass(3 * fields.heavier_each_kg, "rear"))


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
    masses=masses,
    jobs=jobs,
    read=read,
)

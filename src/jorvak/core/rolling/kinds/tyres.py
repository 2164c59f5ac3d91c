"""Tyres of another size, on all positions."""

import re

from pydantic import Field, ValidationError, field_validator

from jorvak.core.calculation import Number, Positive, Refused, refusal_of
from jorvak.core.places import ENDS
from jorvak.core.plan.jobs import Fastener, Job, job
from jorvak.core.plan.kind_fields import added, places_in
from jorvak.core.plan.kinds import Kind, Mass
from jorvak.core.rig import Change, Figure, Figures, Frozen, Rig
from jorvak.core.rolling.tyre_size import designation, readable_size, sidewall

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
            area="wheels",
            system="tyres",
            splits=False,
            tools=("torque wrench", "tape", "pressure gauge"),
            fasteners=(Fastener("wheel nuts"),),
            readings=("axle centre to ground, mm",),
            rests_on=("wheels.", "spare."),
        ),
        job(
            "Retighten the wheel nuts",
            0.3,
            ("Check every nut with the torque wrench, the spare's too.",),
            ("stands",),
            after="the first 50 to 100 km, and once more after the first rough track",
            stage="prove",
            area="wheels",
            system="tyres",
            splits=False,
            tools=("torque wrench",),
            fasteners=(Fastener("wheel nuts"),),
        ),
    )


POSITION = re.compile(r"\b(front|rear|both|left|right|spare)\b", re.IGNORECASE)
RIM = re.compile(
    r"\b(?:on\s+)?(?:a\s+)?(\d{1,2}(?:[.,]\d+)?)\s*(?:in\b|inch\b|\"|j\b)(?:\s*rims?)?", re.IGNORECASE
)
OFFSET = re.compile(r"\b(?:et|offset)\s*([+-]?\d{1,3}(?:[.,]\d+)?)(?:\s*mm)?\b", re.IGNORECASE)
HEAVIER = re.compile(r"([+-]?\d{1,3}(?:[.,]\d+)?)\s*kg\s+heavier(?:\s+each)?", re.IGNORECASE)


def read(words: str, rig: Rig) -> Tyres:
    """``285/75R17 121/118S on 8 in et20, 6.2 kg heavier each``: a size with its marks, and the wheel that it is on."""
    size = words.strip()
    if not size:
        raise Refused("line", f"Which size? Type for example {EXAMPLE}.")
    noted: dict[str, float] = {}
    for key, pattern in (("heavier_each_kg", HEAVIER), ("offset_mm", OFFSET), ("rim_width_in", RIM)):
        found = pattern.search(size)
        if found is not None:
            noted[key] = float(found[1].replace(",", "."))
            size = f"{size[: found.start()]} {size[found.end() :]}"
    size = re.sub(r"[,\s]+", " ", size).strip(" ,").removesuffix(" on")
    where = POSITION.search(size)
    if where is not None:
        raise Refused(
            "line",
            f"“{where[0]}” was read: tyres of one size go on at every wheel, the spare's too. Leave it out, or note what "
            "stands at one wheel as its figure, tyre size.",
        )
    try:
        stands = sidewall(size[:120])
    except Refused as refused:
        raise Refused("line", refused.message) from None
    if stands.diameter_mm is None:
        raise Refused(
            "line",
            f"“{size}” does not say how high the tyre is. Type a size with an aspect or a diameter, for example 37x12.50R17.",
        )
    try:
        return Tyres(size=size, **noted)
    except ValidationError as error:
        raise Refused("line", refusal_of(error, Tyres).message) from None


def fits(fields: Tyres, figures: Figures) -> None:
    """On rims of its own diameter: on others only with the wheels that they come on."""
    noted = figures.get("wheels.front_left.size")
    if noted is None or fields.rim_width_in is not None:
        return
    wants, has = sidewall(fields.size).rim_in, sidewall(str(noted.value)).rim_in
    if wants != has:
        raise Refused(
            "fields.size",
            f"{designation(fields.size)} goes on {wants:g} in wheels, and these are {has:g} in. Say which wheels come "
            f"with it, for example tyre {designation(fields.size)} on 8 in et20.",
        )


def is_size(words: str) -> bool:
    """Whether words are the size of a tyre."""
    try:
        sidewall(words)
    except Refused:
        return False
    return True


KIND = Kind(
    name="tyres",
    words=("tyre", "tyres", "tire", "tires"),
    example=EXAMPLE,
    fields=Tyres,
    title=title,
    effect=effect,
    fits=fits,
    masses=masses,
    jobs=jobs,
    read=read,
    recognises=is_size,
)

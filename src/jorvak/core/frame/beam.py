"""A bar, slide, carrier or rail under a load: a first look."""

import math
from collections.abc import Mapping
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, NotNegative, Positive, Refused
from jorvak.core.frame.cautions import FIRST_LOOK
from jorvak.core.immutable import record
from jorvak.core.quantities.units import STANDARD_GRAVITY

LEAST_FACTOR = 1.5
"""On yield, with the bump: below it the answer is no."""
CAUTION = f"Buckling, welds, holes and what holds its ends are not in it. {FIRST_LOOK}"


SectionKind = Literal["tube", "box", "flat", "round"]
SECTION_KEYS: Mapping[SectionKind, tuple[str, ...]] = {
    "tube": ("od_mm", "wall_mm"),
    "box": ("width_mm", "height_mm", "wall_mm"),
    "flat": ("width_mm", "height_mm"),
    "round": ("od_mm",),
}


class Section(Given):
    """A section; what each kind has stands in ``SECTION_KEYS``. The load acts along its height."""

    kind: SectionKind = Field(description="tube, box, flat or round", examples=["box"])
    od_mm: Positive | None = Field(
        None, description="outside diameter of a tube or a round bar", examples=[42.4]
    )
    width_mm: Positive | None = Field(None, description="across the load", examples=[50])
    height_mm: Positive | None = Field(None, description="along the load", examples=[50])
    wall_mm: Positive | None = Field(None, description="of a tube or a box", examples=[3])


@record(frozen=True, slots=True)
class Metal:
    """Yield strength, of a plain bar and of a welded one, and stiffness."""

    yield_mpa: float
    welded_mpa: float
    modulus_gpa: float


BeamMaterial = Literal["steel", "aluminium"]
METALS: Mapping[BeamMaterial, Metal] = {
    "steel": Metal(235.0, 235.0, 207.0),
    "aluminium": Metal(160.0, 80.0, 69.0),
}


class BeamIn(Given):
    section: Section = Field(description="tube, box, flat or round; the load acts along its height")
    material: BeamMaterial = Field(description="steel or aluminium", examples=["steel"])
    welded: bool = Field(False, strict=True, description="where it bends most: halves the yield of aluminium")
    support: Literal["cantilever", "both-ends"] = Field(description="how it is held", examples=["cantilever"])
    length_mm: Positive = Field(description="free length", examples=[900])
    load_kg: NotNegative = Field(description="what it carries", examples=[40])
    spread: bool = Field(False, strict=True, description="evenly; else at the tip or in the middle")
    bump: NotNegative = Field(3.0, description="times its weight, on a rough track")


class BeamOut(Answer):
    moment_nm: float = Field(description="where it bends most")
    section_modulus_mm3: float = Field(description="of the section")
    stress_mpa: float = Field(description="at its outside")
    deflection_mm: float = Field(description="at the tip or in the middle, with the bump")
    factor: float | None = Field(description="yield over stress; null at no stress")
    caution: str = Field(description="what is not in it")


def beam(given: BeamIn) -> BeamOut:
    """Bending of a straight bar. Source: strength of materials.

    Raises Refused on ``section.wall_mm`` for a wall of half the section or more.
    """
    inertia, half_height = _section(given.section)
    metal = METALS[given.material]
    load_n = given.load_kg * STANDARD_GRAVITY * given.bump
    bends, sags = _SHAPES[given.support, given.spread]
    moment_nmm = load_n * given.length_mm * bends
    modulus = inertia / half_height
    stress = moment_nmm / modulus
    yields = metal.welded_mpa if given.welded else metal.yield_mpa
    return BeamOut(
        moment_nm=moment_nmm / 1000,
        section_modulus_mm3=modulus,
        stress_mpa=stress,
        deflection_mm=load_n * given.length_mm**3 * sags / (metal.modulus_gpa * 1000 * inertia),
        factor=yields / stress if stress > 0 else None,
        caution=CAUTION,
    )


_SHAPES = {
    ("cantilever", False): (1.0, 1 / 3),
    ("both-ends", False): (1 / 4, 1 / 48),
    ("cantilever", True): (1 / 2, 1 / 8),
    ("both-ends", True): (1 / 8, 5 / 384),
}
"""Of P·L the moment, and of P·L³/(E·I) the deflection."""


def _section(section: Section) -> tuple[float, float]:
    """Second moment of area about the axis that it bends about, and half of the height."""
    od, width, height, wall = _sizes(section)
    match section.kind:
        case "tube":
            return math.pi / 64 * (od**4 - _inside(od, wall) ** 4), od / 2
        case "box":
            hollow = _inside(width, wall) * _inside(height, wall) ** 3
            return (width * height**3 - hollow) / 12, height / 2
        case "flat":
            return width * height**3 / 12, height / 2
        case "round":
            return math.pi / 64 * od**4, od / 2


def _sizes(section: Section) -> tuple[float, float, float, float]:
    """Diameter, width, height and wall, 0 for what its kind has not. Raises Refused on one wanting or too many."""
    has = SECTION_KEYS[section.kind]
    for key in ("od_mm", "width_mm", "height_mm", "wall_mm"):
        given = getattr(section, key)
        if given is None and key in has:
            raise Refused(
                f"section.{key}", f"section.{key} is missing: a {section.kind} has {', '.join(has)}."
            )
        if given is not None and key not in has:
            raise Refused(f"section.{key}", f"A {section.kind} has no {key}: {', '.join(has)}.")
    return section.od_mm or 0.0, section.width_mm or 0.0, section.height_mm or 0.0, section.wall_mm or 0.0


def _inside(outside_mm: float, wall_mm: float) -> float:
    if 2 * wall_mm >= outside_mm - SLACK:
        raise Refused(
            "section.wall_mm",
            f"A wall of {wall_mm:g} mm on both sides fills {outside_mm:g} mm: below half of it.",
        )
    return outside_mm - 2 * wall_mm


CALCULATION = Calculation(
    "beam",
    BeamIn,
    beam,
    BeamOut,
    "a bar, slide, carrier or rail under a load and a bump: stress, deflection, how far from yield",
    "bending of straight bars, strength of materials",
)

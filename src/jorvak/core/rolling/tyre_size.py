"""What the size on a sidewall says: dimensions, construction, what it may carry and how fast."""

import re
from functools import lru_cache
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Refused
from jorvak.core.quantities.units import KM_PER_MILE, MM_PER_IN

RADIAL_ROLLING_FACTOR = 3.05
BIAS_ROLLING_FACTOR = 2.99
STATIC_RADIUS_FACTOR = 0.46
UNSAID_METRIC_ASPECT = 0.82
NUMERIC_SIDEWALL_FACTOR = 1.05
EXAMPLES = "265/70R17, 35x12.50R17, 7.50R16 or 11R22.5"

# ISO 4000-1: what one tyre carries at its reference pressure, by load index from 60 on.
LOAD_KG = dict(
    enumerate(
        (250, 257, 265, 272, 280, 290, 300, 307, 315, 325, 335, 345, 355, 365, 375, 387, 400, 412, 425, 437,
         450, 462, 475, 487, 500, 515, 530, 545, 560, 580, 600, 615, 630, 650, 670, 690, 710, 730, 750, 775,
         800, 825, 850, 875, 900, 925, 950, 975, 1000, 1030, 1060, 1090, 1120, 1150, 1180, 1215, 1250, 1285,
         1320, 1360, 1400, 1450, 1500, 1550, 1600, 1650, 1700, 1750, 1800, 1850, 1900, 1950, 2000, 2060, 2120,
         2180, 2240, 2300, 2360, 2430, 2500, 2575, 2650, 2725, 2800, 2900, 3000, 3075, 3150, 3250, 3350, 3450,
         3550, 3650, 3750, 3875, 4000, 4125, 4250, 4375, 4500),
        start=60,
    )
)  # fmt: skip
# ISO 4000-1 speed symbols. The letters are not in order: H stands between U and V.
SPEED_KMH = {
    "B": 50, "C": 60, "D": 65, "E": 70, "F": 80, "G": 90, "J": 100, "K": 110, "L": 120, "M": 130, "N": 140,
    "P": 150, "Q": 160, "R": 170, "S": 180, "T": 190, "U": 200, "H": 210, "V": 240, "W": 270, "Y": 300,
}  # fmt: skip

_CONSTRUCTION = r"\s*(?P<construction>ZR|R|D|B|-)\s*"
_RIM = r"(?P<rim>[0-9]{2}(?:[.,][0-9]{1,2})?)(?![0-9])"
_PREFIX = r"(?P<prefix>LT|ST|P|T)?\s*"
_METRIC = re.compile(
    rf"{_PREFIX}(?P<width>[0-9]{{3}})\s*(?:/\s*(?P<aspect>[0-9]{{1,3}})(?![0-9])\s*)?{_CONSTRUCTION}{_RIM}"
)
_FLOTATION = re.compile(
    rf"{_PREFIX}(?P<diameter>[0-9]{{2}}(?:[.,][0-9]{{1,2}})?)\s*[X×]\s*"
    rf"(?P<width>[0-9]{{1,2}}(?:[.,][0-9]{{1,2}})?){_CONSTRUCTION}{_RIM}"
)
_NUMERIC = re.compile(rf"{_PREFIX}(?P<width>[0-9]{{1,2}}(?:[.,][0-9]{{1,2}})?){_CONSTRUCTION}{_RIM}")
_NUMERIC_UNPOINTED = re.compile(
    rf"{_PREFIX}(?P<width>[5-9][0-9]{{2}}){_CONSTRUCTION}(?P<rim>15|16|20)(?![0-9.,])"
)
# In the order in which they are tried: 750R16 is no metric size.
_PATTERNS = (_FLOTATION, _NUMERIC_UNPOINTED, _METRIC, _NUMERIC)
# Digits, perhaps / digits, one letter, standing alone: not the E of a load range, nor 10PR, nor M+S.
_SERVICE_MARK = re.compile(
    r"(?<![0-9A-Z/.+-])(?P<single>[0-9]{1,3})(?:\s*/\s*(?P<dual>[0-9]{1,3}))?\s*(?P<symbol>[A-Z])(?![0-9A-Z+/-])"
)


class TyreSizeIn(Given):
    size: str = Field(
        description="as moulded on the sidewall; case and spacing free",
        examples=["265/70R17"],
        max_length=120,
    )


class TyreSizeOut(Answer):
    kind: Literal["metric", "flotation", "numeric"] = Field(description="how the size is written")
    section_width_mm: float = Field(description="width over the sidewalls on its measuring rim")
    aspect: float | None = Field(
        description="sidewall height as a fraction of the section; null for numeric sizes"
    )
    rim_in: float = Field(description="nominal rim diameter")
    sidewall_mm: float | None = Field(description="rim seat to tread")
    diameter_mm: float | None = Field(description="unloaded diameter")
    construction: Literal["radial", "bias"] = Field(description="how the carcass is laid")
    rolling_circumference_mm: float | None = Field(description="distance in one turn, loaded")
    static_radius_mm: float | None = Field(description="axle centre to ground, loaded and standing")
    revs_per_km: float | None = Field(description="turns in a kilometre")
    revs_per_mile: float | None = Field(description="turns in a mile")
    load_index: int | None = Field(description="service mark, single")
    load_index_dual: int | None = Field(description="service mark, twin")
    max_load_kg: int | None = Field(description="what one tyre carries, single")
    max_load_dual_kg: int | None = Field(description="what one tyre carries as a twin")
    speed_symbol: str | None = Field(description="service mark, letter")
    max_speed_kmh: int | None = Field(description="what the letter permits")
    assumed: list[str] = Field(description="which of the figures above the size does not settle")
    marks: list[str] = Field(description="what else stands beside the size, kept as written")


def tyre_size(given: TyreSizeIn) -> TyreSizeOut:
    """Read a tyre size. Source: ISO 4000-1 and ISO 10911 size designations, European tyre and rim practice.

    Raises Refused on ``size``.
    """
    text = re.sub(r"\s+", " ", given.size.strip().upper())
    for pattern, reader in zip(_PATTERNS, (_flotation, _numeric_unpointed, _metric, _numeric), strict=True):
        found = pattern.match(text)
        if found is not None:
            return _answer(reader(found), found, text[found.end() :])
    raise Refused(
        "size", f"“{given.size.strip()[:40]}” is no tyre size that can be read. Type for example {EXAMPLES}."
    )


@lru_cache(maxsize=1024)
def sidewall(size: str) -> TyreSizeOut:
    """``tyre_size`` of the text alone, for callers that ask for the same few sizes again and again."""
    return CALCULATION({"size": size})


def readable_size(size: str) -> str:
    """``size`` as it is kept: upper case, single spaces. Raises Refused on ``size``."""
    sidewall(size)
    return re.sub(r"\s+", " ", size.strip()).upper()


@lru_cache(maxsize=1024)
def designation(size: str) -> str:
    """The size alone, without spaces and marks: ``285 / 75 R 17 121S`` is ``285/75R17``. Raises Refused."""
    text = readable_size(size)
    found = next(f for f in (p.match(text) for p in _PATTERNS) if f is not None)
    return found.group().replace(" ", "")


class _Shape(Answer):
    kind: Literal["metric", "flotation", "numeric"]
    section_width_mm: float
    aspect: float | None
    sidewall_mm: float | None
    construction: Literal["radial", "bias"]
    assumed: tuple[str, ...] = ()


def _metric(found: re.Match[str]) -> _Shape:
    width_mm = float(found["width"])
    _within("section width", width_mm, 125, 455, "mm", found)
    assumed: list[str] = []
    if found["aspect"] is None:
        aspect = UNSAID_METRIC_ASPECT
        assumed += ["aspect", "diameter_mm", "sidewall_mm"]
    else:
        percent = int(found["aspect"])
        if not ((25 <= percent <= 100 and percent % 5 == 0) or percent == 82):
            raise Refused(
                "size",
                f"An aspect of {percent} is not made: it goes from 25 to 100 in fives, or is 82. "
                f"Perhaps {found['width']}/{_nearest_aspect(percent)}R{found['rim']}.",
            )
        aspect = percent / 100
    if found["construction"] == "-":
        assumed.append("construction")
    bias = found["construction"] in ("D", "B")
    return _Shape(
        kind="metric",
        section_width_mm=width_mm,
        aspect=aspect,
        sidewall_mm=width_mm * aspect,
        construction="bias" if bias else "radial",
        assumed=tuple(assumed),
    )


def _nearest_aspect(percent: int) -> int:
    """The aspect that was probably meant: two digits swapped (57 for 75), else the nearest that exists."""
    swapped = int(f"{percent:02d}"[::-1])
    candidate = swapped if 25 <= swapped <= 100 and swapped % 5 == 0 else 5 * round(percent / 5)
    return min(100, max(25, candidate))


def _flotation(found: re.Match[str]) -> _Shape:
    diameter_in, width_in = _inches(found["diameter"]), _inches(found["width"])
    _within("width", width_in, 4, 18, "in", found)
    sidewall_mm = (diameter_in - _rim_in(found)) / 2 * MM_PER_IN
    if sidewall_mm <= 0:
        raise Refused(
            "size",
            f"A tyre of {diameter_in:g} in leaves no sidewall on a {_rim_in(found):g} in rim. Type for example 35x12.50R17.",
        )
    section_mm = width_in * MM_PER_IN
    return _Shape(
        kind="flotation",
        section_width_mm=section_mm,
        aspect=sidewall_mm / section_mm,
        sidewall_mm=sidewall_mm,
        construction=_construction(found),
    )


def _numeric(found: re.Match[str]) -> _Shape:
    return _numeric_shape(
        found, _inches(found["width"]), two_decimals=bool(re.search(r"[.,][0-9]{2}$", found["width"]))
    )


def _numeric_unpointed(found: re.Match[str]) -> _Shape:
    return _numeric_shape(found, int(found["width"]) / 100, two_decimals=True)


def _numeric_shape(found: re.Match[str], width_in: float, two_decimals: bool) -> _Shape:
    """Two decimals in the name go with a height by rule; without them the size does not say the height."""
    _within("width", width_in, 4, 18, "in", found)
    return _Shape(
        kind="numeric",
        section_width_mm=width_in * MM_PER_IN * (1.12 if width_in < 10 else 1.05),
        aspect=None,
        sidewall_mm=width_in * MM_PER_IN * NUMERIC_SIDEWALL_FACTOR if two_decimals else None,
        construction=_construction(found),
        assumed=("diameter_mm", "section_width_mm", "sidewall_mm") if two_decimals else ("section_width_mm",),
    )


def _construction(found: re.Match[str]) -> Literal["radial", "bias"]:
    return "radial" if found["construction"].endswith("R") else "bias"


def _inches(digits: str) -> float:
    return float(digits.replace(",", "."))


def _rim_in(found: re.Match[str]) -> float:
    rim = _inches(found["rim"])
    _within("rim", rim, 10, 24.5, "in", found)
    return rim


def _within(what: str, value: float, low: float, high: float, unit: str, found: re.Match[str]) -> None:
    if not low <= value <= high:
        raise Refused(
            "size",
            f"“{found.group().strip()}” would have a {what} of {value:g} {unit}; "
            f"tyres have {low:g} to {high:g}. Type for example {EXAMPLES}.",
        )


def _answer(shape: _Shape, found: re.Match[str], trailing: str) -> TyreSizeOut:
    rim_in = _rim_in(found)
    diameter = None if shape.sidewall_mm is None else rim_in * MM_PER_IN + 2 * shape.sidewall_mm
    factor = RADIAL_ROLLING_FACTOR if shape.construction == "radial" else BIAS_ROLLING_FACTOR
    circumference = None if diameter is None else factor * diameter
    mark = _SERVICE_MARK.search(trailing)
    single = int(mark["single"]) if mark else None
    dual = int(mark["dual"]) if mark and mark["dual"] else None
    symbol = mark["symbol"] if mark else None
    rest = trailing if mark is None else trailing[: mark.start()] + " " + trailing[mark.end() :]
    return TyreSizeOut(
        kind=shape.kind,
        section_width_mm=shape.section_width_mm,
        aspect=shape.aspect,
        rim_in=rim_in,
        sidewall_mm=shape.sidewall_mm,
        diameter_mm=diameter,
        construction=shape.construction,
        rolling_circumference_mm=circumference,
        static_radius_mm=None if diameter is None else STATIC_RADIUS_FACTOR * diameter,
        revs_per_km=None if circumference is None else 1e6 / circumference,
        revs_per_mile=None if circumference is None else KM_PER_MILE * 1e6 / circumference,
        load_index=single,
        load_index_dual=dual,
        max_load_kg=LOAD_KG.get(single) if single is not None else None,
        max_load_dual_kg=LOAD_KG.get(dual) if dual is not None else None,
        speed_symbol=symbol,
        max_speed_kmh=SPEED_KMH.get(symbol) if symbol is not None else None,
        assumed=sorted(shape.assumed),
        marks=([found["prefix"]] if found["prefix"] else []) + rest.split(),
    )


CALCULATION = Calculation(
    "tyre-size",
    TyreSizeIn,
    tyre_size,
    TyreSizeOut,
    "what a size on the sidewall says: diameter, circumference, radius, load and speed",
    "size designations of ISO 4000-1; 3.05 × diameter (radial) and 2.99 (bias), European tyre and rim practice",
)

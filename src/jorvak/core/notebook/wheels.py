"""Tyres and wheels in a notebook: sizes, date codes, rims, bolts, as they are moulded and stamped."""

import re
from collections.abc import Callable
from typing import Any

from jorvak.core.notebook.skeleton import skeleton
from jorvak.core.notebook.topics import PATTERNS
from jorvak.core.notebook.values import Asked, number
from jorvak.core.notebook.words import plainly
from jorvak.core.quantities import Preset

ALL = ("front_left", "front_right", "rear_left", "rear_right", "spare")
FOUR = ALL[:4]
AT = {"front": ALL[:2], "rear": ALL[2:4], "spare": ("spare",), "all": ALL, "four": FOUR}
SIZE = r"(?:P|LT)?\d{2,3}/\d{2,3}\s?(?:R|-|B|D)\s?\d{2}(?:\.5)?C?|\d{2}(?:\.\d+)?x\d{1,2}(?:\.\d+)?R?-?\d{2}|\d{1,2}\.\d{2}(?:R|-)\d{2}"
_LOAD = r"(?:\s+\d{2,3}(?:/\d{2,3})?[A-Z])?"
_AROUND = r"(?:\s*,?\s*(?P<at>all five|all round|all four|front|rear|spare))?"


def wheels(line: str, preset: Preset) -> dict[str, Any]:
    """What a line says of tyres and wheels; nothing where it is about something else. Raises Asked."""
    found: dict[str, Any] = {}
    parts = [part for part in re.split(r",\s+|;\s*", line.strip()) if part]
    at = ALL
    for part in parts:
        one: dict[str, Any] = {}
        for reader in _READERS:
            one = reader(part.strip(), preset, at)
            if one:
                break
        if not one:
            return {}
        found |= one
    return found


def _put(at: tuple[str, ...], **figures: Any) -> dict[str, Any]:
    return {f"wheels.{wheel}.{key}": value for wheel in at for key, value in figures.items()}


def _where(text: str | None, usual: tuple[str, ...] = ALL) -> tuple[str, ...]:
    words = plainly((text or "").lower())
    return AT.get(words, usual)


def _size(part: str, preset: Preset, at: tuple[str, ...]) -> dict[str, Any]:
    match = re.fullmatch(
        rf"(?P<said>fitted now:?\s+|on it:?\s+|(?P<before>all five|all round|all four|spare|front|rear)\s+)?(?P<size>(?:{SIZE}){_LOAD}){_AROUND}",
        part,
        re.IGNORECASE,
    )
    if match is None:
        if re.fullmatch(r"\d{3}/\d{2} \d{2}", part):
            raise Asked(
                f"{part}: radial or bias? Type for example {part.replace(' ', 'R')}, or {part.replace(' ', '-')}."
            )
        return {}
    if not match["said"] and not match["at"]:
        raise Asked(f"{part}: noted as fitted, or planned? Type fitted now: {part}, or tyres {part}.")
    return _put(_where(match["before"] or match["at"]), size=match["size"].strip())


def _dot(part: str, preset: Preset, at: tuple[str, ...]) -> dict[str, Any]:
    words = part.lower()
    match = re.fullmatch(r"dot (\d{4})(?: spare (\d{4}))?", words)
    if match:
        spare = match[2]
        return _put(FOUR if spare else ALL, date_code=match[1]) | (
            _put(("spare",), date_code=spare) if spare else {}
        )
    match = re.fullmatch(r"(?:tyres? )?week (\d{1,2}) of (?:20)(\d{2})", words)
    return _put(ALL, date_code=f"{int(match[1]):02d}{match[2]}") if match else {}


def _pattern(part: str, preset: Preset, at: tuple[str, ...]) -> dict[str, Any]:
    said = part.lower().replace(" ", "-").removesuffix("-tyres")
    return _put(ALL, pattern=said) if said in PATTERNS else {}


def _rim(part: str, preset: Preset, at: tuple[str, ...]) -> dict[str, Any]:
    words = part.lower().strip()
    match = re.fullmatch(
        r"(?:wheels?|rims?)?\s*(?:(?P<d>\d{2})\s?x\s?)?(?P<w>\d{1,2}(?:\.\d+)?)\s?j?(?:\s?x\s?\d{2})?\s+(?:et|offset)\s?(?P<et>-?\d+(?:\.\d+)?)(?:\s+(?P<at>front|rear|spare))?",
        words,
    )
    if match and (match["d"] or "j" in words or "rim" in words or "wheel" in words):
        return _put(_where(match["at"]), rim_width_in=float(match["w"]), offset_mm=float(match["et"]))
    match = re.fullmatch(r"(?P<et>-\d+(?:\.\d+)?) offset", words)
    if match:
        return _put(ALL, offset_mm=float(match["et"]))
    if re.match(r"back ?spacing\b", words):
        raise Asked(
            f"{part}: how wide is the rim? Offset is backspacing less half of the width and an inch. Type for example rims 8 offset 0."
        )
    return {}


def _bolts(part: str, preset: Preset, at: tuple[str, ...]) -> dict[str, Any]:
    words = part.lower()
    match = re.fullmatch(r"(\d{1,2})\s?(?:x|×|on)\s?(\d+(?:[.,]\d+)?)\s?(in|mm|\")?", words)
    if match:
        count, circle = int(match[1]), float(match[2].replace(",", "."))
        inches = match[3] in ("in", '"') or circle < 12
        if 3 <= count <= 12 and (circle >= 50 or inches):
            return _put(ALL, bolt_count=float(count), bolt_circle_mm=circle * 25.4 if inches else circle)
    match = re.fullmatch(r"(m\d{1,2}x\d(?:\.\d+)?)(?: (cone|ball|flat|cone \d+|ball \d+))?", words)
    if match:
        more = {"seat": match[2]} if match[2] else {}
        return _put(ALL, thread=f"M{match[1][1:]}", **more)
    match = re.fullmatch(r"(?:seat )?(cone|ball|flat)(?: (\d+))?", words)
    return _put(ALL, seat=words.removeprefix("seat ")) if match else {}


def _pressure(part: str, preset: Preset, at: tuple[str, ...]) -> dict[str, Any]:
    """A pressure is one by its unit; where none stands it says so."""
    line = skeleton(part)
    words = plainly(line.words)
    units = [value.unit for value in line.values]
    if not line.values or not (set(units) <= {"psi", "bar", "kPa", ""}) or not any(units):
        return {}
    unit = next(each for each in units if each)
    path = "wheels.front_left.pressure_kpa"
    values = [
        number(path, value if value.unit else type(value)(value.text, unit), preset) for value in line.values
    ]
    shape = re.sub(r"#\S*", "#", words.removeprefix("pressure ").removeprefix("tyre pressure "))
    match shape:
        case "#" | "# all" | "all #":
            return _put(ALL, pressure_kpa=values[0])
        case "# four":
            return _put(FOUR, pressure_kpa=values[0])
        case "# front # rear" | "front # rear #" | "# / #" | "# front / # rear":
            return _put(AT["front"], pressure_kpa=values[0]) | _put(AT["rear"], pressure_kpa=values[1])
        case "# front" | "front #":
            return _put(AT["front"], pressure_kpa=values[0])
        case "# rear" | "rear #":
            return _put(AT["rear"], pressure_kpa=values[0])
    return {}


_READERS: tuple[Callable[[str, Preset, tuple[str, ...]], dict[str, Any]], ...] = (
    _size, _dot, _pattern, _rim, _bolts, _pressure,
)  # fmt: skip

"""What comes aboard, in the line: ``crew 3``, ``water 60``, ``goods 110 at 2500``, ``trailer 900 nose 70``."""

import re

from jorvak.core.calculation import Refused
from jorvak.core.load.records import Trailer
from jorvak.core.plan.typed import Noted, Typed
from jorvak.core.quantities import LENGTH, MASS, VOLUME, Preset, Quantity, Unreadable, read
from jorvak.core.rig import Rig

MOST_HEADS = 12
A_HEAD_KG = 80.0
"""What one of the crew is taken to weigh, dressed; assumed."""


def crew(words: str, rig: Rig, preset: Preset) -> Typed:
    """Up to twelve are heads, above it is what they weigh. Raises Refused on ``line``."""
    what, at = _split(words, "at", "crew 3, or crew 215 kg at 1450")
    bare = re.fullmatch(r"\d+", what)
    if bare and 0 < int(what) <= MOST_HEADS:
        heads = int(what)
        value, known = heads * A_HEAD_KG, "assumed"
        title = f"crew of {heads}, {A_HEAD_KG:g} kg each assumed"
    else:
        value, known = _read(what, MASS, preset, "crew 3, or crew 215 kg"), "measured"
        title = f"crew {what}"
    return Typed(means="figure", path="aims.crew_kg", value=value, known=known,
                 more=_place("aims.crew_x_mm", at, preset), title=f"{title}{_at(at)}")  # fmt: skip


def water(words: str, rig: Rig, preset: Preset) -> Typed | None:
    """Litres aboard. None where a place is said: then it is a tank, which is a change."""
    what, at = _split(words, "at", "water 60")
    if at:
        return None
    litres = _read(what, VOLUME, preset, "water 60")
    return Typed(means="figure", path="aims.water_l", value=litres, title=f"water {what} aboard")


def goods(words: str, rig: Rig, preset: Preset) -> Typed:
    """What is carried beside what is listed. Raises Refused on ``line``."""
    what, at = _split(words, "at", "goods 110 at 2500")
    kg = _read(what, MASS, preset, "goods 110 at 2500")
    return Typed(means="figure", path="aims.goods_kg", value=kg, known="assumed",
                 more=_place("aims.goods_x_mm", at, preset), title=f"goods {what}{_at(at)}")  # fmt: skip


def trailer(words: str, rig: Rig, preset: Preset) -> Typed:
    """Its mass and what of it stands on the hitch. Raises Refused on ``line``."""
    what, nose = _split(words, "nose", "trailer 900 nose 70")
    name = next((each.name for each in rig.all(Trailer)), "trailer")
    kg = _read(what, MASS, preset, "trailer 900 nose 70")
    more = (
        (Noted(f"trailers.{name}.nose_kg", _read(nose, MASS, preset, "trailer 900 nose 70")),) if nose else ()
    )
    new = None if rig.all(Trailer) else Trailer(name=name)
    return Typed(means="figure", path=f"trailers.{name}.mass_kg", value=kg, known="assumed", more=more,
                 record=new, title=f"trailer {what}{f', {nose} on the hitch' if nose else ''}")  # fmt: skip


def _split(words: str, behind: str, example: str) -> tuple[str, str]:
    what, _, rest = words.partition(f" {behind} ")
    if not what.strip():
        raise Refused("line", f"How much? Type for example {example}.")
    return what.strip(), rest.strip()


def _read(words: str, quantity: Quantity, preset: Preset, example: str) -> float:
    try:
        value = read(words, quantity, preset.unit(quantity).symbol).value
    except Unreadable as error:
        raise Refused("line", f"{error} Type for example {example}.") from None
    if value < 0:
        raise Refused("line", f"{words} is less than nothing. Type for example {example}.")
    return value


def _place(path: str, at: str, preset: Preset) -> tuple[Noted, ...]:
    if not at:
        return ()
    try:
        return (Noted(path, read(at, LENGTH, preset.unit(LENGTH).symbol).value),)
    except Unreadable as error:
        raise Refused("line", f"Behind “at” comes the place: {error}") from None


def _at(at: str) -> str:
    return f" at {at}" if at else ""


LINES = {"crew": crew, "water": water, "goods": goods, "trailer": trailer}

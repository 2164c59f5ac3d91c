"""A change in the trade's shorthand, read by the keys of its kind's fields: ``winch 38 kg at -520``.

``at`` gives the place behind the front axle, a mass is the mass, a word that a field knows chooses it, a number
behind a field's own name is that field's, and the numbers that are left fill the fields in their order. What the
plan calls a change can be typed as it stands there: commas, ``front and rear`` and small words do no harm.
"""

import re
from collections.abc import Iterator
from typing import Any, Literal, get_args, get_origin

from pydantic import BaseModel
from pydantic.fields import FieldInfo

from jorvak.core.calculation import Refused
from jorvak.core.immutable import record
from jorvak.core.plan.kinds import Draft, Kind, draft
from jorvak.core.quantities import (
    COUNT,
    LENGTH,
    MASS,
    METRIC,
    Preset,
    Quantity,
    Unreadable,
    quantity_of_key,
    read,
)


@record(frozen=True, slots=True)
class FieldForm:
    """What a kind's field looks like in a form: a quantity, a choice, yes or no, or words."""

    key: str
    label: str
    quantity: Quantity | None
    number: bool
    choices: tuple[str, ...]
    yes_no: bool
    required: bool
    example: str

    @property
    def word(self) -> str:
        """What it is called in the line: its key without the unit, where that is one word."""
        return self.key.rsplit("_", 1)[0]


def forms_of(model: type[BaseModel]) -> tuple[FieldForm, ...]:
    """The fields of a kind, in their order."""
    return tuple(_form(key, info) for key, info in model.model_fields.items())


def _form(key: str, info: FieldInfo) -> FieldForm:
    types = list(_types(info.annotation))
    choices = tuple(str(c) for t in types if get_origin(t) is Literal for c in get_args(t))
    example = str(info.examples[0]) if info.examples else choices[0] if choices else ""
    number = any(t in (float, int) for t in types)
    return FieldForm(
        key=key,
        label=info.description or key.rsplit("_", 1)[0].replace("_", " "),
        quantity=quantity_of_key(key) if number else None,
        number=number,
        choices=choices,
        yes_no=bool in types,
        required=info.is_required(),
        example=example,
    )


def _types(annotation: Any) -> Iterator[Any]:
    if get_origin(annotation) is Literal or (isinstance(annotation, type) and not get_args(annotation)):
        yield annotation
        return
    for part in get_args(annotation):
        yield from _types(part)


def read_fields(kind: Kind[Any], typed: dict[str, str], preset: Preset = METRIC) -> dict[str, Any]:
    """Fields as typed in a form, empty ones left out. Raises Refused on ``fields.KEY``."""
    forms = {form.key: form for form in forms_of(kind.fields)}
    values: dict[str, Any] = {}
    for key, text in typed.items():
        if key not in forms:
            raise Refused(f"fields.{key}", f"{kind.name} has no field {key[:40]}.")
        if text.strip():
            values[key] = _value(forms[key], text.strip(), preset, f"fields.{key}")
    for form in forms.values():
        if form.required and form.key not in values:
            raise Refused(f"fields.{form.key}", f"{form.label} is missing. Type for example {form.example}.")
    return values


def _value(form: FieldForm, text: str, preset: Preset, field: str) -> Any:
    if form.yes_no:
        return text.lower() in ("yes", "true", "on")
    if not form.number:
        return text.lower() if form.choices else text
    try:
        if form.quantity is None:
            return read(text, COUNT).value
        return read(text, form.quantity, preset.unit(form.quantity).symbol).value
    except Unreadable as error:
        raise Refused(field, f"{form.label}: {error}") from None


SMALL_WORDS = frozenset({"by", "to", "up", "down", "of", "n/mm", "corrected", "wedges", "joint", "high"})
"""What may stand between figures and says nothing that is not said without it."""
BOTH_ENDS = re.compile(r"\b(?:front\s*(?:and|&|\+)\s*rear|rear\s*(?:and|&|\+)\s*front)\b", re.IGNORECASE)


def plainly(words: str) -> str:
    """A line without the commas that stand between its words; one within a number stays."""
    return re.sub(r",(?=\s|$)", "", words)


def both_ends(words: str) -> str:
    """``front and rear`` as the one word for both."""
    return BOTH_ENDS.sub("both", words)


def read_words(kind: Kind[Any], words: str, preset: Preset = METRIC) -> Draft:
    """The words behind a kind's own as a draft. Raises Refused on ``line`` with what was understood."""
    forms = forms_of(kind.fields)
    left = words.split()
    place, aside, height = _taken_at(left, preset)
    words = " ".join(left)
    # A name may have a comma in it; between figures one says nothing.
    plain = not any(form.required and _is_words(form) for form in forms)
    if any({"front", "both"} <= set(form.choices) for form in forms):
        words = both_ends(words)
    values: dict[str, Any] = {}
    for form in forms:
        for choice in form.choices:
            # One of two words: a raised bracket.
            if " " in choice and choice in words.lower():
                values[form.key] = choice
                words = re.sub(choice, " ", words, flags=re.IGNORECASE)
    left = plainly(words).split() if plain else words.split()
    values |= _taken_ratings(kind, forms, left)
    mass = _taken_mass(left)
    rest: list[str] = []
    for word in left:
        chosen = next((f for f in forms if word.lower() in f.choices and f.key not in values), None)
        if chosen is not None:
            values[chosen.key] = word.lower()
        else:
            rest.append(word)
    _fill(kind, forms, values, rest, preset)
    missing = next((f for f in forms if f.required and f.key not in values), None)
    if missing is not None:
        raise Refused("line", f"{kind.name}: {missing.label} is missing. Type for example {kind.example}.")
    try:
        made = draft(kind.name, values)
    except Refused as refused:
        raise Refused("line", _labelled(refused, forms)) from None
    title = made.title if mass is None or mass >= 0 else f"{made.title}, taken out"
    return made.model_copy(
        update={"mass_kg": mass, "mass_x_mm": place, "mass_y_mm": aside, "mass_z_mm": height, "title": title}
    )


def _labelled(refused: Refused, forms: tuple[FieldForm, ...]) -> str:
    """A refusal with the field's name in words instead of its key."""
    key = refused.field.removeprefix("fields.")
    label = next((form.label for form in forms if form.key == key), key)
    return refused.message.replace(key, label, 1)


def _taken_at(words: list[str], preset: Preset) -> tuple[float | None, float | None, float | None]:
    """The place behind ``at``, taken out of the words: behind the front axle, right of the middle, above the ground.

    Two lengths are how far behind and how high, three have the side between them.
    """
    spot = next((i for i, word in enumerate(words) if word.lower() in ("at", "@")), None)
    if spot is None:
        return None, None, None
    said = " ".join(words[spot + 1 :])
    text = re.sub(r" (?:high|up)$", "", said)
    parts = text.split(", ")
    two = re.fullmatch(r"(.+?) (\S+(?: \d+/\d+)?(?: ?(?:mm|cm|m|in|\"))?)", text)
    aside: float | None = None
    up: float | None = None
    try:
        if len(parts) == 3:
            along, aside, up = (_length(part, preset) for part in parts)
        elif len(parts) == 2:
            along, up = (_length(part, preset) for part in parts)
        elif text != said and two is not None:
            along, up = _length(two[1], preset), _length(two[2], preset)
        else:
            along = _length(text, preset)
    except Unreadable as error:
        raise Refused("line", f"Behind “at” comes the place: {error}") from None
    del words[spot:]
    return along, aside, up


def _length(text: str, preset: Preset) -> float:
    return read(text, LENGTH, preset.unit(LENGTH).symbol).value


RATED = ("rated", "rating", "pull", "carries", "for")
"""What stands before a mass that is what a part may bear or holds, and not its own."""
MOST_OF_ITS_OWN_KG = 250.0
"""Winches, racks and drawers that weigh more are mostly what they are rated for."""


def _taken_ratings(kind: Kind[Any], forms: tuple[FieldForm, ...], words: list[str]) -> dict[str, Any]:
    """Masses that are no mass of the change itself, taken out of the words. Raises Refused where either may be meant."""
    form = next((form for form in forms if form.number and form.quantity is MASS), None)
    taken: dict[str, Any] = {}
    at = next(
        (i for i, word in enumerate(words[:-1]) if word.lower() in RATED and words[i + 1][:1].isdigit()), None
    )
    if form is not None and at is not None:
        behind = words[at + 1 :]
        rating = _taken_mass(behind)
        before = _masses(words[:at])
        if rating is not None and len(before) == 1 and before[0] > max(rating, MOST_OF_ITS_OWN_KG):
            # 4300 kg rated, 38 kg: what it bears stands before the word, its own mass behind it.
            taken[form.key] = before[0]
            _take(words, before[0])
            del words[next(i for i, word in enumerate(words) if word.lower() in RATED)]
        elif rating is not None:
            words[at:] = behind
            taken[form.key] = rating
    if not kind.by_mass:
        return taken
    found = _masses(words)
    if form is not None and not taken and len(found) == 2:
        taken[form.key] = max(found)
        _take(words, max(found))
        return taken
    bare = next((word for i, word in enumerate(words) if _is_bare(words, i)), None)
    rated = f", or {kind.words[0]} rated {form.example} kg" if form is not None else ""
    if bare is not None and not found:
        raise Refused(
            "line", f"{bare}: kilograms of its own, or of what else? Type for example {kind.example}{rated}."
        )
    if form is not None and not taken and found and found[0] > MOST_OF_ITS_OWN_KG:
        raise Refused(
            "line",
            f"{found[0]:g} kg of its own, or what it is rated for? Type {kind.words[0]} rated {found[0]:g} kg, or with "
            f"its own mass: {kind.example}.",
        )
    return taken


def _masses(words: list[str]) -> list[float]:
    """Every mass with its unit among the words."""
    rest, found = list(words), []
    while (mass := _taken_mass(rest)) is not None:
        found.append(mass)
    return found


def _take(words: list[str], wanted: float) -> None:
    """Take the mass of that size out of the words, and leave the others."""
    others: list[str] = []
    while words:
        before = list(words)
        mass = _taken_mass(words)
        if mass == wanted:
            break
        taken = [word for word in before if word not in words] or before[:1]
        others += taken
    words.extend(others)


def _is_bare(words: list[str], i: int) -> bool:
    """Whether a word is a number without a unit, glued on or behind it."""
    if not re.fullmatch(r"[+-]?\d+(?:[.,]\d+)?", words[i]):
        return False
    return i + 1 == len(words) or words[i + 1].lower() not in {*_MASS_UNITS, "high", "higher"}


_MASS_UNITS = {s.lower() for unit in MASS.units for s in (unit.symbol, *unit.spellings)}


def _taken_mass(words: list[str]) -> float | None:
    """A mass with its unit, taken out of the words."""
    for i, word in enumerate(words):
        joined = f"{words[i - 1]} {word}" if i and word.lower() in _MASS_UNITS else word
        if joined is word and not any(word.lower().endswith(u) for u in _MASS_UNITS if u.isalpha()):
            continue
        try:
            mass = read(joined, MASS).value
        except Unreadable:
            continue
        del words[i - (joined is not word) : i + 1]
        return mass
    return None


def _fill(
    kind: Kind[Any], forms: tuple[FieldForm, ...], values: dict[str, Any], rest: list[str], preset: Preset
) -> None:
    """Numbers into the number fields in order, what is left into the first field of words."""
    numbers = [form for form in forms if form.number]
    rest_of_it: list[str] = []
    i = 0
    while i < len(rest):
        meant = numbers
        named = next((form for form in numbers if rest[i].lower() == form.word), None)
        if named is not None and i + 1 < len(rest) and _number_words(named, rest[i + 1 : i + 4], preset):
            meant = [named]
            i += 1
        # The field whose unit stands behind the number comes before one that would take the bare number.
        steps = [(_number_words(form, rest[i : i + 3], preset), form) for form in meant]
        step, form = max(steps, key=lambda each: each[0], default=(0, None))
        if form is not None and step:
            numbers.remove(form)
            values[form.key] = _value(form, " ".join(rest[i : i + step]), preset, "line")
        if not step:
            rest_of_it.append(rest[i])
        i += max(step, 1)
    if not rest_of_it:
        return
    words = next((form for form in forms if _is_words(form)), None)
    if words is None or words.key in values:
        rest_of_it = [word for word in rest_of_it if word.lower() not in SMALL_WORDS]
        if not rest_of_it:
            return
        raise Refused(
            "line", f"“{' '.join(rest_of_it)[:40]}” was not understood. Type for example {kind.example}."
        )
    values[words.key] = " ".join(rest_of_it).strip(" ,")


def _is_words(form: FieldForm) -> bool:
    return not (form.number or form.choices or form.yes_no)


def _number_words(form: FieldForm, words: list[str], preset: Preset) -> int:
    """How many of these words are a number for ``form``, its unit included."""
    for count in (3, 2, 1):
        text = " ".join(words[:count])
        # Another number begins the next figure, unless it is the fraction of this one.
        if len(words) < count or any(word[:1].isdigit() and "/" not in word for word in words[1:count]):
            continue
        try:
            _value(form, text, preset, "line")
        except Refused:
            continue
        return count
    return 0

"""The line: changes and figures typed in the trade's shorthand."""

import math
import re
from collections.abc import Callable, Mapping
from difflib import get_close_matches
from functools import cache
from typing import Any

from pydantic import ValidationError

from jorvak.core.calculation import Refused, refusal_of
from jorvak.core.catalogue import BadFigure, FigureSpec, catalogue, checked, spec_of
from jorvak.core.discovery import modules_in
from jorvak.core.plan.kind_fields import places_in
from jorvak.core.plan.kinds import Draft, Kind, check_fits, check_mass, draft, kinds
from jorvak.core.plan.shorthand import read_words
from jorvak.core.plan.typed import Typed
from jorvak.core.quantities import COUNT, METRIC, Preset, Unreadable, read
from jorvak.core.rig import Change, Rig

LineReader = Callable[[str, Rig, Preset], Typed | None]


@cache
def _lines() -> Mapping[str, LineReader]:
    """What areas read in a way of their own, by its first word; one that answers None leaves it to others."""
    return {word: reader for module in modules_in("shorthand") for word, reader in module.LINES.items()}


def read_line(text: str, rig: Rig, preset: Preset = METRIC) -> Typed:
    """Read a typed line. Raises Refused on ``line`` with what was read and what would work.

    >>> from jorvak.core.rig import Rig
    >>> read_line("lift front 40", Rig(name="Plover", vehicle="", form="wagon")).title
    'lift 40 front'
    """
    words = text.strip()
    if not words:
        raise Refused("line", f"Type a change or a figure, for example {_examples()}.")
    if len(words) > 300:
        raise Refused("line", f"That is {len(words)} characters long. Type for example {_examples()}.")
    words = _what_is_added(words)
    first, _, rest = words.partition(" ")
    own = _lines().get(first.lower())
    meant = None if own is None else own(rest.strip(), rig, preset)
    if meant is not None:
        return _believable(meant)
    kind, of_kind = _kind_named(words)
    if kind is not None:
        made = draft(kind.name, kind.read(of_kind, rig)) if kind.read else read_words(kind, of_kind, preset)
        made = _where_it_usually_sits(kind, made, rig)
        try:
            check_fits(made.kind, made.fields, rig.figures)
            check_mass(made.kind, made.mass_kg)
            # What a change may weigh and where it may sit stands with the change.
            made.as_change()
        except ValidationError as error:
            raise Refused("line", _with_titles(refusal_of(error, Change).message)) from None
        except Refused as refused:
            raise Refused("line", refused.message) from None
        return Typed(means="change", draft=made, title=made.title)
    for spec in catalogue().values():
        if spec.word is not None and first.lower() == spec.word:
            value = read_figure(spec, rest, preset)
            return Typed(means="figure", path=spec.path, value=value, title=f"{spec.label} {rest.strip()}")
    for_all = [spec for spec in catalogue().values() if spec.word_for_all == first.lower()]
    if for_all:
        wheels = places_in(rig.figures)
        paths = [spec.path for spec in for_all if spec.path.rpartition(".")[0] in wheels]
        value = read_figure(spec_of(paths[0]), rest, preset)
        name = spec_of(paths[0]).label.split(",")[0]
        return Typed(
            means="figure",
            path=paths[0],
            also=tuple(paths[1:]),
            value=value,
            title=f"{name} {value}, every tyre",
        )
    near = _near(first)
    did_you = f"Did you mean {near}? " if near else ""
    raise Refused(
        "line", f"“{first[:24]}” is no change or figure that is known here. {did_you}{_perhaps(words)}"
    )


def _with_titles(message: str) -> str:
    """A refusal of a change in words: what a builder types has no keys."""
    for key, field in Change.model_fields.items():
        if field.title is not None and message.startswith(f"{key} "):
            return field.title[:1].upper() + field.title[1:] + message[len(key) :]
    return message


def _what_is_added(words: str) -> str:
    """``add snorkel 6 kg at 300`` as the kind that it is: what has a kind of its own is no other equipment."""
    added, _, rest = words.partition(" ")
    kind, _ = _kind_named(rest)
    return rest if added.lower() == "add" and kind is not None and kind.by_mass else words


def _near(word: str) -> str | None:
    """The words of changes and figures that are written nearly so."""
    known = {name for kind in kinds().values() for name in (*kind.words, *kind.names)}
    known |= {spec.word for spec in catalogue().values() if spec.word is not None}
    found = get_close_matches(word.lower(), sorted(known), n=2, cutoff=0.7)
    return " or ".join(f"“{each}”" for each in found) or None


def _believable(typed: Typed) -> Typed:
    """A line of figures, each as the rig holds it. Raises Refused on ``line``."""
    try:
        checked(str(typed.path), typed.value)
        for noted in typed.more:
            checked(noted.path, noted.value)
    except BadFigure as error:
        raise Refused("line", str(error)) from None
    return typed


def _kind_named(words: str) -> tuple[Kind[Any] | None, str]:
    """The kind that a line begins with, by one word or by two for what is written with a hyphen, and the words behind it.

    A word that is also what it is called stands among those.
    """
    first, _, rest = words.partition(" ")
    first = first.rstrip(",")
    second, _, further = rest.partition(" ")
    for name, behind in ((f"{first}-{second.rstrip(',')}", further), (first, rest)):
        for kind in kinds().values():
            if name.lower() in kind.words:
                return kind, behind
            if name.lower() in kind.names:
                return kind, words
    return None, words


def read_figure(spec: FigureSpec, text: str, preset: Preset = METRIC) -> Any:
    """What was typed for a figure, as its value in the core's unit. Raises Refused on the figure's path."""
    try:
        if spec.shape == "ratios":
            return checked(spec.path, _ratios(text, spec))
        if spec.shape in ("size", "choice", "text"):
            return checked(spec.path, _chosen(spec, text.strip().lower()) if spec.shape == "choice" else text)
        if spec.quantity is None:
            return checked(spec.path, read(text, COUNT).value)
        return checked(spec.path, read(text, spec.quantity, preset.unit(spec.quantity).symbol).value)
    except Unreadable as error:
        raise Refused(spec.path, f"{spec.label}: {error}") from None
    except BadFigure as error:
        raise Refused(spec.path, str(error)) from None


def _chosen(spec: FigureSpec, text: str) -> str:
    """A choice by its own word or by what it is called."""
    called = dict(zip(spec.choice_labels, spec.choices, strict=True)) if spec.choice_labels else {}
    return called.get(text, text)


def read_doubt(spec: FigureSpec, text: str, preset: Preset = METRIC) -> float | None:
    """How far a figure may be off, as typed; None where nothing was. Raises Refused on ``doubt``."""
    typed = text.strip().removeprefix("±").strip()
    if not typed:
        return None
    if spec.shape != "number":
        raise Refused("doubt", f"{spec.label} is no single number: leave its ± empty.")
    try:
        if spec.quantity is None:
            doubt = read(typed, COUNT).value
        else:
            # A ± is a difference: on a scale with a zero of its own that counts for nothing.
            reading = read(typed, spec.quantity, preset.unit(spec.quantity).symbol)
            doubt = reading.value if reading.unit.inverse else reading.value - reading.unit.in_core(0.0)
    except Unreadable as error:
        raise Refused("doubt", f"±: {error}") from None
    if not 0 <= doubt < math.inf:
        raise Refused("doubt", "± is how far it may be off either way: a number from 0 up, for example 3.")
    return doubt


def _ratios(text: str, spec: FigureSpec) -> list[float]:
    parts = [part for part in re.split(r"[\s;]+|,\s+", text.strip()) if part]
    if not parts:
        raise Refused(spec.path, f"{spec.label}: nothing was typed. Type for example {spec.example}.")
    assert spec.quantity is not None
    return [read(part, spec.quantity).value for part in parts]


def _where_it_usually_sits(kind: Kind[Any], made: Draft, rig: Rig) -> Draft:
    """What sits at a usual place along the wheelbase, where that is known and nothing else is said."""
    found = rig.figures.get("body.wheelbase_mm")
    wheelbase_mm = None if found is None else found.value
    if kind.along is None or made.mass_x_mm is not None or not isinstance(wheelbase_mm, float):
        return made
    return made.model_copy(update={"mass_x_mm": kind.along * wheelbase_mm})


def _examples() -> str:
    return ", ".join(kinds()[name].example.split(" or ")[0] for name in ("tyres", "gears", "winch"))


def _perhaps(words: str) -> str:
    for kind in kinds().values():
        if kind.recognises is not None and kind.recognises(words[:120]):
            return f"For {kind.name} of that size type: {kind.words[0]} {words}"
    figures = ", ".join(sorted(spec.word for spec in catalogue().values() if spec.word))
    return f"Type for example {_examples()}; or a figure: {figures}."

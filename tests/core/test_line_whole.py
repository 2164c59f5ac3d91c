"""A line is understood whole or asked back with what was understood: nothing of it is dropped, and nothing absurd is taken."""

from typing import Any

import pytest

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import BadFigure, checked
from jorvak.core.plan.kinds import Kind, draft, kinds, title_of
from jorvak.core.plan.line import read_line
from jorvak.core.plan.shorthand import forms_of, read_fields
from jorvak.core.rig import Change, Rig
from tests.conftest import demo, that_takes

WHOLE = demo(0)


@pytest.mark.parametrize(
    ("line", "asked"),
    [
        ("tyre 285/75R16", "goes on 16 in wheels, and these are 17 in"),
        ("tyre 285/75R17 rear", "“rear” was read"),
        ("winch 38 at -700", "kilograms of its own"),
        ("winch 4300 kg", "4300 kg of its own, or what it is rated for"),
        ("rack 28", "kilograms of its own"),
        ("bumper 48 at -780", "kilograms of its own"),
        ("winch -38 kg at -700", "from 0 to 5000 kg"),
        ("winch 38 kg at 99999", "between -3000 and 12000"),
        ("lift 5000", "between -500 and 1500"),
        ("spacer 5000 front", "400"),
        ("box 4 2", "There are 3 to 24"),
        ("box 0.8 1 1.5 2.4 4", "each smaller than the one before"),
        ("dot 9919", "no week and year"),
    ],
)
def test_what_could_be_two_things_or_none_is_asked_back(plover: Rig, line: str, asked: str) -> None:
    with pytest.raises(Refused) as refused:
        read_line(line, plover)
    assert asked in refused.value.message
    assert any(word in refused.value.message for word in ("for example", "Type", "Leave it out"))


@pytest.mark.parametrize(
    ("line", "fields", "mass", "place"),
    [
        ("tyre 285/75R16 on 8 in et20", {"size": "285/75R16", "rim_width_in": 8, "offset_mm": 20}, None, None),
        ("tyre 285/75R17 121/118S, 6.2 kg heavier each", {"size": "285/75R17 121/118S", "heavier_each_kg": 6.2}, None, None),
        ("winch 9500 lb 38 kg at -700", {"rating_kg": 4309.127515}, 38, -700),
        ("winch rated 4300 kg 38 kg at -700", {"rating_kg": 4300}, 38, -700),
        ("storage drawers carries 40 kg 62 kg at 2300", {"name": "drawers", "carries_kg": 40}, 62, 2300),
        ("add rear seats -38 kg at 2150", {"name": "rear seats"}, -38, 2150),
    ],
)  # fmt: skip
def test_what_is_said_is_all_taken(
    plover: Rig, line: str, fields: dict[str, Any], mass: float | None, place: float | None
) -> None:
    read = read_line(line, plover).draft
    assert read is not None
    assert {key: read.fields[key] for key in fields} == pytest.approx(fields)
    assert (read.mass_kg, read.mass_x_mm) == (mass, place)


def test_a_thing_taken_out_says_so() -> None:
    seats = Change(kind="equipment", fields={"name": "rear seats"}, mass_kg=-38)
    assert title_of(seats) == "rear seats, taken out"
    assert title_of(seats.model_copy(update={"mass_kg": 38})) == "rear seats"


@pytest.mark.parametrize("kind", kinds().values(), ids=lambda kind: kind.name)
def test_a_title_with_every_field_filled_is_typed_back(kind: Kind[Any]) -> None:
    """It need not say all of them; what it says is read as what it was, and never as something else."""
    typed = {form.key: form.example for form in forms_of(kind.fields) if form.example}
    if kind.name == "track-bar":
        typed["by"] = "raised bracket"
    typed = {key: value for key, value in typed.items() if key != "with_winch"}
    if kind.name == "consumer":
        del typed["current_a"]  # Watts or amps: one of them is said.
    fields = draft(kind.name, read_fields(kind, typed)).fields
    title = title_of(Change(kind=kind.name, fields=fields))
    line = f"add {title}" if kind.name == "equipment" else title
    try:
        again = read_line(
            line.replace("gearbox, first", "box"), that_takes(WHOLE, f"{line} {kind.name}")
        ).draft
    except Refused as refused:
        # A title that leaves out what a line has to say is asked back, and never half taken.
        assert kind.name in ("gearbox", "straps", "trim"), refused.message
        return
    assert again is not None and again.kind == kind.name
    assert again.mass_kg is None
    if kind.name == "tyres":
        # The marks behind a size are not in its name.
        assert fields.pop("size").startswith(again.fields.pop("size"))
    for key, value in again.fields.items():
        assert value == pytest.approx(fields[key]) if isinstance(value, float) else value == fields[key], key


@pytest.mark.parametrize("typed", ["2319", "DOT 2319", "dot2319"])
def test_a_date_code_can_be_noted(plover: Rig, typed: str) -> None:
    assert checked("wheels.spare.date_code", typed) == "2319"
    read = read_line(typed if typed.lower().startswith("dot ") else "dot 2319", plover)
    assert read.value == "2319" and len((read.path, *read.also)) == 5
    with pytest.raises(BadFigure, match="2319 for week 23"):
        checked("wheels.spare.date_code", "fresh")


@pytest.mark.parametrize(
    ("more", "field"),
    [({"hours": 99_999}, "hours"), ({"mass_kg": 99_999}, "mass_kg"), ({"mass_z_mm": -5}, "mass_z_mm")],
)
def test_a_change_is_believable(more: dict[str, float], field: str) -> None:
    with pytest.raises(ValueError, match=field):
        Change(kind="winch", fields={}, **more)

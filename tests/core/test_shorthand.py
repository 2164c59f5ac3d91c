"""The trade's shorthand, read by the keys of a kind's fields."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.plan.kinds import Kind, kinds
from jorvak.core.plan.line import read_line
from jorvak.core.quantities import INCH
from jorvak.core.rig import Rig
from tests.conftest import demo, that_takes

EMPTY, WHOLE = Rig(name="X"), demo(0)

LINES: list[tuple[str, str, dict[str, Any], float | None, float | None]] = [
    ("winch 38 kg at -520", "winch", {}, 38, -520),
    ("winch 84 lb at -20 in", "winch", {}, 38.1, -508),
    ("winch 38kg @ -520 with synthetic rope", "winch", {}, 38, None),
    ("winch rated 4300 kg with rope", "winch", {"rating_kg": 4300, "name": "with rope"}, None, None),
    (
        "springs 448 38 front",
        "springs",
        {"axle": "front", "free_length_mm": 448, "rate_n_per_mm": 38},
        None,
        None,
    ),
    (
        "springs rear 17 in 220 lb/in",
        "springs",
        {"free_length_mm": 431.8, "rate_n_per_mm": 38.53},
        None,
        None,
    ),
    ("spacer 30", "coil-spacers", {"thickness_mm": 30, "axle": "both", "at": "coil"}, None, None),
    (
        "spacer strut 21 front",
        "coil-spacers",
        {"thickness_mm": 21, "axle": "front", "at": "strut"},
        None,
        None,
    ),
    ("lift 2 in", "lift", {"height_mm": 50.8, "axle": "both"}, None, None),
    ("lift rear 45 spring-over", "lift", {"height_mm": 45, "axle": "rear", "by": "spring-over"}, None, None),
    ("add spare parts box 12.5 kg at 2,1 m", "equipment", {"name": "spare parts box"}, 12.5, 2100),
    ("tank 16 gal petrol 9 kg", "tank", {"volume_l": 60.57, "holds": "petrol"}, 9, None),
    ("bumper rear 31 kg", "bumper", {"axle": "rear"}, 31, None),
    ("arms 2.5", "arms", {"caster_deg": 2.5}, None, None),
    ("wheels 8.5 -12", "wheels", {"rim_width_in": 8.5, "offset_mm": -12}, None, None),
    ("shaft front 36", "shaft", {"axle": "front", "longer_mm": 36}, None, None),
    ("lift front and rear 60", "lift", {"height_mm": 60, "axle": "both"}, None, None),
    ("lift 45, Rear & Front, by arch", "lift", {"height_mm": 45, "axle": "both", "by": "arch"}, None, None),
    ("body lift 30", "body-lift", {"height_mm": 30}, None, None),
    ("wheels offset -12 8.5", "wheels", {"rim_width_in": 8.5, "offset_mm": -12}, None, None),
    ("springs front 440, 34 N/mm", "springs", {"free_length_mm": 440, "rate_n_per_mm": 34}, None, None),
    ("shocks rear 380 to 620", "shocks", {"axle": "rear", "closed_mm": 380, "open_mm": 620}, None, None),
    ("gears 4,56 front and rear", "gears", {"ratio": 4.56, "axle": "both"}, None, None),
    ("differential rear", "differential", {"axle": "rear", "how": "selectable"}, None, None),
    ("locker front locked", "differential", {"axle": "front", "how": "locked"}, None, None),
    ("brakes front calipers 17", "brakes", {"axle": "front", "what": "calipers", "rim_in": 17}, None, None),
    (
        "steering stops 28 31",
        "steering",
        {"what": "stops", "lock_out_deg": 28, "lock_in_deg": 31},
        None,
        None,
    ),
    ("add snorkel 6 kg at 300, 1500", "snorkel", {}, 6, 300),
    ("add awning, left 14 kg at 1700", "equipment", {"name": "awning, left"}, 14, 1700),
]


@pytest.mark.parametrize(("line", "kind", "fields", "mass", "place"), LINES, ids=[line[0] for line in LINES])
def test_a_line_is_read(
    line: str, kind: str, fields: dict[str, Any], mass: float | None, place: float | None
) -> None:
    if place is None and "@" in line:
        with pytest.raises(Refused, match="comes the place"):
            read_line(line, EMPTY)
        return
    draft = read_line(line, EMPTY).draft
    assert draft and draft.kind == kind
    for key, value in fields.items():
        wanted = pytest.approx(value, rel=1e-3) if isinstance(value, (int, float)) else value
        assert draft.fields[key] == wanted, key
    assert draft.mass_kg == (None if mass is None else pytest.approx(mass, rel=1e-3))
    assert draft.mass_x_mm == (None if place is None else pytest.approx(place))


@pytest.mark.parametrize(
    ("line", "place"),
    [
        ("winch 38 kg at -520, 600", (-520, None, 600)),
        ("winch 38 kg at -520 600 high", (-520, None, 600)),
        ("add fridge 20 kg at 2400, -300, 700", (2400, -300, 700)),
        ("winch 38 kg at 38 5/16 in, 20 in", (973.1375, None, 508)),
    ],
)
def test_behind_at_stand_one_two_or_three_lengths(line: str, place: tuple[float | None, ...]) -> None:
    draft = read_line(line, EMPTY).draft
    assert draft and (draft.mass_x_mm, draft.mass_y_mm, draft.mass_z_mm) == pytest.approx(place)


@pytest.mark.parametrize(
    ("line", "near"),
    [("snorkle 6 kg", "“snorkel”"), ("whelbase 2740", "“wheelbase”"), ("tyer 285/75R17", "“tyre”")],
)
def test_words_that_are_nearly_so_are_offered(line: str, near: str) -> None:
    with pytest.raises(Refused, match=f"Did you mean .*{near}"):
        read_line(line, EMPTY)


def test_a_place_that_cannot_be_is_refused_without_keys() -> None:
    with pytest.raises(Refused, match="The place behind the front axle, in mm, lies between"):
        read_line("winch 38 kg at -52000", EMPTY)


SAYS_LESS = {"equipment", "gearbox", "straps"}
"""Their titles leave out what a line has to say."""


@pytest.mark.parametrize(
    "kind", [kind for kind in kinds().values() if kind.name not in SAYS_LESS], ids=lambda k: k.name
)
def test_what_the_plan_calls_a_change_can_be_typed_as_it_stands_there(kind: Kind[Any]) -> None:
    for example in kind.example.split(" or "):
        rig = that_takes(WHOLE, example)
        draft = read_line(example, rig).draft
        assert draft is not None
        again = read_line(draft.title, rig).draft
        assert again is not None and (again.kind, again.fields) == (draft.kind, draft.fields)


@pytest.mark.parametrize("word", sorted(word for kind in kinds().values() for word in kind.words))
@pytest.mark.parametrize("behind", ["", " ,", " x", " and", " -", " 12 and 13"])
def test_half_a_line_is_answered_in_a_builders_words(word: str, behind: str) -> None:
    try:
        read_line(word + behind, WHOLE)
    except Refused as refused:
        assert refused.field == "line"
        assert refused.message.endswith((".", "?"))
        for of_the_machine in ("validation", "type=", "\n", "Literal", "None"):
            assert of_the_machine not in refused.message


def test_one_axle_at_a_time_where_a_kind_takes_one() -> None:
    with pytest.raises(Refused, match="“and rear” was not understood"):
        read_line("springs front and rear 440 34", EMPTY)


def test_bare_numbers_take_the_unit_that_is_shown() -> None:
    draft = read_line("lift 2", EMPTY, INCH).draft
    assert draft and draft.fields["height_mm"] == pytest.approx(50.8)
    placed = read_line("winch 38 kg at -20", EMPTY, INCH).draft
    assert placed and placed.mass_x_mm == -508


@given(st.text(max_size=80))
def test_whatever_is_typed_is_read_or_refused(text: str) -> None:
    for first in ("winch ", "springs ", "tank ", "trim ", ""):
        try:
            typed = read_line(first + text, EMPTY)
        except Refused as refused:
            assert refused.message
        else:
            assert typed.title

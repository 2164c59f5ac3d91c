"""Faces that meet: what agrees, what differs, what is to be measured; and adapters between them."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.calculations import calculations
from jorvak.core.driveline.mate import FACES
from jorvak.core.driveline.mating import meetings
from jorvak.core.rig import Change, Rig
from jorvak.core.vehicle.records import Face, Part
from tests.conftest import with_records

MATE = calculations()["mate"]
FLANGE = {"bolt_circle_mm": 82.5, "bolt_count": 4, "pilot_mm": 63.5, "thread": "M10x1.25"}


def mate(kind: str, a: dict[str, Any], b: dict[str, Any], **more: Any) -> Any:
    return MATE.as_json({"pairs": [{"name": "p", "kind": kind, "a": a, "b": b}], **more})


def differs(kind: str, a: dict[str, Any], b: dict[str, Any], **more: Any) -> list[str]:
    return [each["field"] for each in mate(kind, a, b, **more)["mismatches"]]


def test_alike_faces_fit() -> None:
    assert mate("flange", FLANGE, FLANGE) == {"fits": True, "mismatches": [], "unknown": []}


@pytest.mark.parametrize(
    ("field", "other", "same"),
    [
        ("thread", "m10 × 1.25", True),
        ("thread", "M10x1.5", False),
        ("bolt_count", 4.0, True),
        ("bolt_count", 5, False),
        ("pilot_mm", 63.6, True),
        ("pilot_mm", 63.61, False),
        ("bolt_circle_mm", 82.4, True),
        ("bolt_circle_mm", "82.5", False),
    ],
)
def test_what_agrees(field: str, other: Any, same: bool) -> None:
    assert differs("flange", FLANGE, {**FLANGE, field: other}) == ([] if same else [field])


@pytest.mark.parametrize(
    ("a", "b", "fits"), [("male", "female", True), ("male", "Male", False), ("female", "female", False)]
)
def test_gender_meets_its_opposite(a: str, b: str, fits: bool) -> None:
    spline = {"spline_count": 27, "spline_diameter_mm": 34.0}
    assert mate("spline", {**spline, "gender": a}, {**spline, "gender": b})["fits"] is fits


@pytest.mark.parametrize(
    ("hub", "wheel", "fits"), [(106.1, 106.1, True), (106.1, 110.0, True), (106.1, 100.0, False)]
)
def test_a_wheels_bore_is_at_least_the_hubs(hub: float, wheel: float, fits: bool) -> None:
    face = {"bolt_circle_mm": 139.7, "bolt_count": 6, "seat": "cone 60", "thread": "M12x1.5"}
    assert mate("wheel", {**face, "pilot_mm": hub}, {**face, "pilot_mm": wheel})["fits"] is fits


@pytest.mark.parametrize(
    ("a", "b", "fits"), [(0, 1, True), (0, 1.1, False), (359.5, 0.4, True), (-0.5, 0.5, True), (15, 0, False)]
)
def test_clocking_goes_round_the_circle(a: float, b: float, fits: bool) -> None:
    face = {"bolt_circle_mm": 165.1, "bolt_count": 6, "pilot_mm": 101.6}
    assert mate("case-face", {**face, "clocking_deg": a}, {**face, "clocking_deg": b})["fits"] is fits


def test_a_length_may_be_off_by_a_millimetre_and_a_seat_by_two() -> None:
    assert differs("other", {"length_mm": 60}, {"length_mm": 61}) == []
    assert differs("other", {"length_mm": 60}, {"length_mm": 61.1}) == ["length_mm"]
    assert differs("other", {"length_mm": 60}, {"length_mm": 61.1}, tolerances={"length_mm": 2}) == []
    seat = {"seat_spacing_mm": 1010, "seat_width_mm": 64}
    assert differs("spring-seat", seat, {**seat, "seat_spacing_mm": 1012}) == []
    assert differs("spring-seat", seat, {**seat, "seat_width_mm": 66.1}) == ["seat_width_mm"]


@pytest.mark.parametrize("kind", [kind for kind in FACES if FACES[kind]])
def test_what_nobody_knows_never_fits(kind: str) -> None:
    got = mate(kind, {}, {})
    assert not got["fits"] and got["mismatches"] == []
    assert [each["field"] for each in got["unknown"]] == sorted(FACES[kind])


@given(st.dictionaries(st.sampled_from(FACES["flange"]), st.none() | st.integers(1, 9)))
def test_which_side_is_which_does_not_matter(other: dict[str, Any]) -> None:
    one, two = mate("flange", FLANGE, {**FLANGE, **other}), mate("flange", {**FLANGE, **other}, FLANGE)
    assert [m["field"] for m in one["mismatches"]] == [m["field"] for m in two["mismatches"]]
    assert one["unknown"] == two["unknown"]


@pytest.mark.parametrize(
    ("given", "field"),
    [
        ({"pairs": []}, "pairs"),
        ({"pairs": [{"name": "x", "kind": "glue", "a": {}, "b": {}}]}, "pairs.0.kind"),
        ({"pairs": [{"name": "x", "kind": "other", "a": {}, "b": {}}]}, "pairs.0"),
        (
            {"pairs": [{"name": "x", "kind": "line", "a": {}, "b": {}}], "tolerances": {"seat": 1}},
            "tolerances.seat",
        ),
    ],
)
def test_what_cannot_be_compared_is_refused(given: dict[str, Any], field: str) -> None:
    with pytest.raises(Refused) as refused:
        MATE(given)
    assert refused.value.field == field


class TestAdapters:
    BOX = Part(
        id=1,
        name="box",
        place="fitted",
        faces={"out": Face(kind="line", fields={"seat": "cone", "thread": "M12"})},
    )
    CASE = Part(id=2, name="case", place="shelf", faces={
        "in": Face(kind="line", fields={"seat": "flat", "thread": "M14"}, meets="box/out")})  # fmt: skip
    ADAPTER = Part(id=3, name="adapter", place="wanted", faces={
        "towards": Face(kind="line", fields={"seat": "cone", "thread": "M12"}, meets="box/out"),
        "away": Face(kind="line", fields={"seat": "flat", "thread": "M14"}, meets="case/in")})  # fmt: skip

    def rig(self, *parts: Part, adapter: str | None = None) -> Rig:
        fields = {"low_ratio": 2.7, "part": "case", **({"adapter": adapter} if adapter else {})}
        return with_records(
            Rig(name="X", changes=(Change(id=7, kind="transfer-case", fields=fields),)), parts=parts
        )

    def test_a_pair_that_differs(self) -> None:
        (meeting,) = meetings((rig := self.rig(self.BOX, self.CASE)).all(Part), rig.changes)
        assert (meeting.change, meeting.part, meeting.outcome.fits) == (7, "case", False)
        assert len(meeting.outcome.mismatches) == 2

    def test_an_adapter_makes_two_pairs_of_one(self) -> None:
        rig = self.rig(self.BOX, self.CASE, self.ADAPTER, adapter="adapter")
        got = meetings(rig.all(Part), rig.changes)
        assert [meeting.outcome.fits for meeting in got] == [True, True]
        assert [meeting.name for meeting in got] == [
            "box, out to adapter, towards",
            "adapter, away to case, in",
        ]

    def test_half_an_adapter_takes_nothing(self) -> None:
        half = self.ADAPTER.model_copy(update={"faces": {"towards": self.ADAPTER.faces["towards"]}})
        rig = self.rig(self.BOX, self.CASE, half, adapter="adapter")
        (meeting,) = meetings(rig.all(Part), rig.changes)
        assert not meeting.outcome.fits

    @pytest.mark.parametrize("parts", [(), (BOX,), (CASE,)], ids=["no parts", "no case", "no box"])
    def test_a_part_that_is_not_on_record_meets_nothing(self, parts: tuple[Part, ...]) -> None:
        rig = self.rig(*parts)
        assert meetings(rig.all(Part), rig.changes) == ()

    def test_a_case_that_is_not_applied_meets_nothing(self) -> None:
        rig = self.rig(self.BOX, self.CASE)
        assert meetings(rig.all(Part), ()) == ()

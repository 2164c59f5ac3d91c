"""Build files: out and in again is equal, and what is wrong is refused whole, with its place."""

import json
from dataclasses import replace
from datetime import date, timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import catalogue
from jorvak.core.rig import AS_IT_STOOD, Change, Figure, Fitted, Rig
from jorvak.demo import BUILDS
from jorvak.formats.build_file import LARGEST_BYTES, moved, read_build, write_build
from tests.conftest import TODAY, planned


def build(**rig: Any) -> bytes:
    return json.dumps({"jorvak_build": 1, "written_on": "2026-01-01", "rig": {"name": "X", **rig}}).encode()


def test_out_and_in_again_is_equal(plover: Rig) -> None:
    rig = planned(plover, "tyre 285/75R17", "gears 4.10")
    done = rig.changes[0].model_copy(
        update={"state": "fitted", "fitted": Fitted(on=TODAY, hours=4), "cost": 1640.0}
    )
    rig = replace(rig, changes=(done, rig.changes[1]))
    again = read_build(write_build(rig, TODAY).encode()).rig
    assert replace(again, changes=()) == replace(rig, changes=())
    assert [c.model_dump() for c in again.changes] == [c.model_dump() for c in rig.changes]


lengths = {path: spec for path, spec in catalogue().items() if spec.shape == "number"}


@given(st.dictionaries(st.sampled_from(sorted(lengths)), st.floats(0, 1), max_size=8),
       st.sampled_from(["measured", "plate", "worked out", "assumed"]), st.none() | st.floats(0, 100),
       st.sampled_from([None, "as found", AS_IT_STOOD]))  # fmt: skip
def test_any_figures_come_back(shares: dict[str, float], known: Any, doubt: float | None, taken: Any) -> None:
    figures = {
        path: Figure(
            spec.low + share * (min(spec.high, 1e4) - spec.low),
            known,
            doubt,
            TODAY,
            "Ines",
            "as we stood",
            taken,
        )
        for path, share in shares.items()
        for spec in (lengths[path],)
    }
    rig = Rig(name="X", figures=figures)
    assert read_build(write_build(rig, TODAY).encode()).rig == rig


def test_a_figure_as_it_stood_says_when() -> None:
    raw = build(body={"height_mm": {"value": 1962, "known": "measured", "taken": "as it stood"}})
    with pytest.raises(Refused, match="noted_on") as refused:
        read_build(raw)
    assert refused.value.field == "rig.body.height_mm"


def test_a_few_lines_by_hand_are_a_build() -> None:
    raw = build(body={"wheelbase_mm": 2740}, wheels={"front_left": {"size": "265/70r17"}})
    rig = read_build(raw).rig
    assert rig.figures == {
        "body.wheelbase_mm": Figure(2740.0, "assumed"),
        "wheels.front_left.size": Figure("265/70R17", "assumed"),
    }


def test_dates_move_with_the_day_on_which_it_is_loaded() -> None:
    first = read_build(BUILDS[0].read_bytes())
    assert first.rig.brief.leaves_on
    for day in (date(2027, 12, 31), date(2024, 2, 29)):
        later = moved(first, day)
        assert later.rig.brief.leaves_on == day + timedelta(days=105)
        assert all(f.noted_on in (None, day) for f in later.rig.figures.values())
    fitted = replace(first.rig, changes=(Change(kind="gears", fields={"ratio": 4.1}, state="fitted",
                     fitted=Fitted(on=first.written_on - timedelta(days=9))),))  # fmt: skip
    moved_on = moved(replace(first, rig=fitted), TODAY).rig.changes[0].fitted
    assert moved_on and moved_on.on == TODAY - timedelta(days=9)


@pytest.mark.parametrize(
    ("raw", "place"),
    [
        (b"", "file"),
        (b"\xff\xfe", "file"),
        (b"[]", "file"),
        (b'{"rig": {}}', "file"),
        (b"[" * 200_000, "file"),
        (b" " * (LARGEST_BYTES + 1), "file"),
        (b'{"jorvak_build": 2, "written_on": "2026-01-01", "rig": {"name": "X"}}', "jorvak_build"),
        (b'{"jorvak_build": 1, "written_on": "soon", "rig": {"name": "X"}}', "written_on"),
        (build(name=""), "rig.name"),
        (build(form="boat"), "rig.form"),
        (build(colour="red"), "rig.colour"),
        (build(body={"colour": "red"}), "rig.body.colour"),
        (build(body={"wheelbase_mm": -1}), "rig.body.wheelbase_mm"),
        (build(body={"wheelbase_mm": "2740"}), "rig.body.wheelbase_mm"),
        (build(body={"wheelbase_mm": {"known": "plate"}}), "rig.body.wheelbase_mm.value"),
        (build(body={"wheelbase_mm": {"value": 2740, "known": "hearsay"}}), "rig.body.wheelbase_mm.known"),
        (build(body={"wheelbase_mm": {"value": 2740, "doubt": -1}}), "rig.body.wheelbase_mm.doubt"),
        (build(body={"wheelbase_mm": float("nan")}), "rig.body.wheelbase_mm"),
        (build(brief={"ceiling": -5}), "rig.brief.ceiling"),
        (build(points=[]), "rig.points"),
        (build(points={"a": 3}), "rig.points.a"),
        (build(points={"a.b": {"on": "frame"}}), "rig.points.a.b"),
        (build(points={"a": {"on": "roof"}}), "rig.points.a.on"),
        (build(points={"a": {"on": "frame", "y_mm": 3}}), "rig.points.a.y_mm"),
        (build(points={"a": {"on": "frame", "z_mm": 0}}), "rig.points.a.z_mm"),
        (build(changes=[{"kind": "wings", "fields": {}}]), "rig.changes.0.kind"),
        (build(changes=[{"kind": "gears", "fields": {"ratio": "x"}}]), "rig.changes.0.fields.ratio"),
        (build(changes=[{"kind": "gears", "fields": {"ratio": 4.1}, "state": "gone"}]), "rig.changes.0.state"),
        (build(changes=[{"kind": "gears", "fields": {"ratio": 4.1}, "state": "fitted"}]), "rig.changes.0"),
        (build(changes=[{"kind": "gears", "fields": {"ratio": 4.1}}] * 501), "rig.changes"),
    ],
)  # fmt: skip
def test_what_is_wrong_is_refused_with_its_place(raw: bytes, place: str) -> None:
    with pytest.raises(Refused) as refused:
        read_build(raw)
    assert refused.value.field == place
    assert refused.value.message

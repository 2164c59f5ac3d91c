"""Faces of parts beside those that they go onto."""

from dataclasses import replace

from jorvak.core.driveline.face_pairs import FacePair, face_pairs
from jorvak.core.rig import Rig
from jorvak.core.vehicle.records import Face, Part
from tests.conftest import demo, with_records


def pairs(rig: Rig) -> dict[tuple[str, str], FacePair]:
    return {(pair.part, pair.face): pair for pair in face_pairs(rig)}


def verdicts(pair: FacePair) -> dict[str, str]:
    return {row.field: row.verdict for row in pair.rows}


def test_the_donor_case_field_by_field() -> None:
    found = pairs(demo(1))
    spline = found["donor case", "input"]
    assert (spline.other, spline.other_face) == ("gearbox", "output")
    assert verdicts(spline) == {
        "gender": "agrees",
        "spline_count": "differs",
        "spline_diameter_mm": "differs",
    }
    (count,) = [row for row in spline.rows if row.field == "spline_count"]
    assert (count.here, count.there) == (27, 25)
    assert verdicts(found["donor case", "rear flange"])["pilot_mm"] == "not known"


def test_a_pair_stands_once_whoever_names_it() -> None:
    a = Part(name="a", place="shelf", faces={"x": Face(kind="line", fields={"thread": "M10"}, meets="b/y")})
    b = Part(name="b", place="shelf", faces={"y": Face(kind="line", fields={"thread": "M10"}, meets="a/x")})
    (pair,) = face_pairs(with_records(Rig("X"), parts=(a, b)))
    # What a line has to agree in beside the thread is not known, and so is not said to agree.
    assert verdicts(pair) == {"seat": "not known", "thread": "agrees"}


def test_what_meets_nothing_that_is_there_has_no_pair() -> None:
    lost = Part(
        name="a", place="shelf", faces={"x": Face(kind="line", meets="gone/y"), "z": Face(kind="line")}
    )
    assert face_pairs(with_records(Rig("X"), parts=(lost,))) == ()
    assert face_pairs(replace(demo(1), records={})) == ()

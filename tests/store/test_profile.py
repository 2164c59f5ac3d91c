"""Ground out of CSV, GPX and DXF, and into CSV and DXF."""

from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.formats.profile import read_profile, write_csv, write_dxf

LEDGE = ((0.0, 0.0), (0.0, 300.0), (4000.0, 300.0))
CORNERS = st.lists(st.tuples(st.integers(0, 5000), st.integers(-2000, 2000)), min_size=2, max_size=30).map(
    lambda steps: tuple(
        (float(sum(s for s, _ in steps[: i + 1]) - steps[0][0]), float(z)) for i, (_, z) in enumerate(steps)
    )
)


def flat(corners: tuple[tuple[float, float], ...]) -> list[float]:
    return [value for corner in corners for value in corner]


@given(CORNERS)
@settings(max_examples=25)
def test_out_and_in_again_it_is_the_same(corners: tuple[tuple[float, float], ...]) -> None:
    assert flat(read_profile("a.csv", write_csv(corners))) == pytest.approx(flat(corners))
    if corners[0][0] < corners[-1][0]:
        assert flat(read_profile("a.dxf", write_dxf(corners))) == pytest.approx(flat(corners))


@pytest.mark.parametrize(
    ("data", "corners"),
    [
        (b"0,0\n0,300\n4000,300\n", LEDGE),
        (b"\xef\xbb\xbf0;0\n0;300\n4000;300\n", LEDGE),
        (b"0;0\n0;300,5\n", ((0.0, 0.0), (0.0, 300.5))),
        (b"x_m,z_m\n0,0\n0,0.3\n4,0.3\n", LEDGE),
        (b"name,z_mm,x_mm\na,0,0\nb,300,0\nc,300,4000\n", LEDGE),
        (b"distance_in,elevation_in\n0,0\n10,1\n", ((0.0, 0.0), (254.0, 25.4))),
        (b"500,0\n\n900,10\n", ((0.0, 0.0), (400.0, 10.0))),
    ],
)
def test_csv_as_people_write_it(data: bytes, corners: tuple[tuple[float, float], ...]) -> None:
    assert flat(read_profile("ground.CSV", data)) == pytest.approx(flat(corners))


def gpx(points: str) -> bytes:
    return f'<gpx version="1.1" creator="x" xmlns="http://www.topografix.com/GPX/1/1"><trk><trkseg>{points}</trkseg></trk></gpx>'.encode()


def test_a_gpx_gives_distance_and_elevation() -> None:
    points = "".join(f'<trkpt lat="{61 + i * 1e-5}" lon="8"><ele>{10 + i}</ele></trkpt>' for i in range(4))
    got = read_profile("a.gpx", gpx(points))
    # A hundred-thousandth of a degree of latitude is 1.112 m.
    assert [x for x, _ in got] == pytest.approx([0, 1112, 2224, 3336], abs=1)
    assert [z for _, z in got] == [10000, 11000, 12000, 13000]


def test_where_a_receiver_stands_still_there_is_no_ground() -> None:
    points = (
        '<trkpt lat="61" lon="8"><ele>10</ele></trkpt>' * 3
        + '<trkpt lat="61.0001" lon="8"><ele>11</ele></trkpt>'
    )
    assert len(read_profile("a.gpx", gpx(points))) == 2


@pytest.mark.parametrize(
    ("name", "data", "says"),
    [
        ("a.csv", b"", "no ground"),
        ("a.csv", b"0,0\nhere,there\n", "Line 2"),
        ("a.csv", b"0,0\n1\n", "Line 2"),
        ("a.csv", b"a,b\n1,2\n", "names no x"),
        ("a.csv", b"x,b\n1,2\n", "names no z"),
        ("a.csv", b"\xff\xfe\x00", "not text"),
        ("a.csv", b"0,0\n1,nan\n", "Line 2"),
        ("a.gpx", gpx('<trkpt lat="1" lon="1"/><trkpt lat="1" lon="2"/>'), "no elevation"),
        ("a.gpx", b"<gpx><trk>", "cannot be read"),
        ("a.dxf", b"0\nSECTION\n", "cannot be read|no ground"),
        ("a.dxf", b"nothing", "cannot be read|no ground"),
        ("a.jpg", b"\xff\xd8\xff", "no ground"),
    ],
)
def test_what_is_no_ground_is_refused(name: str, data: bytes, says: str) -> None:
    with pytest.raises(Refused, match=says) as refused:
        read_profile(name, data)
    assert refused.value.field == "file"


def test_a_dxf_in_metres_drawn_from_right_to_left(tmp_path: Path) -> None:
    import ezdxf.filemanagement

    drawing = ezdxf.filemanagement.new(units=6)
    drawing.modelspace().add_polyline2d([(4, 0.3), (0, 0.3), (0, 0)])
    drawing.saveas(tmp_path / "g.dxf")
    got = read_profile("g.dxf", (tmp_path / "g.dxf").read_bytes())
    assert flat(got) == pytest.approx(flat(LEDGE))

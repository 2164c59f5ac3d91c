"""Ways in and out as GPX."""

import math

import pytest

from jorvak.core.calculation import Refused
from jorvak.core.trip.records import MOST_POINTS, Leg
from jorvak.formats.route import FoundWay, read_ways, write_ways

KM_PER_DEGREE = 6371.0088 * math.pi / 180


def told(data: bytes | str) -> tuple[FoundWay, ...]:
    return read_ways(data.encode() if isinstance(data, str) else data, lambda _done, _of: None)


def track(points: list[tuple[float, float | None]], name: str = "dyke", times: bool = True) -> str:
    """A track due north: points are degrees north of 60, and heights."""
    rows = "".join(
        f'<trkpt lat="{60 + north}" lon="8">'
        + (f"<ele>{height}</ele>" if height is not None else "")
        + ("<time>2026-06-01T10:00:00Z</time>" if times else "")
        + "</trkpt>"
        for north, height in points
    )
    return (
        f"<trkseg>{rows}</trkseg>" if name == "" else f"<trk><name>{name}</name><trkseg>{rows}</trkseg></trk>"
    )


def gpx(inside: str) -> str:
    return f'<?xml version="1.0"?><gpx version="1.1" creator="x">{inside}</gpx>'


class TestReading:
    def test_a_track_is_as_long_as_the_sphere_has_it_and_climbs_as_it_does(self) -> None:
        # A kilometre and a bit each step, 80 m up on the second of them.
        (way,) = told(gpx(track([(0, 100.0), (0.01, 100.0), (0.02, 180.0), (0.03, 150.0)])))
        assert (way.name, way.kind, way.points) == ("dyke", "track", 4)
        assert way.km == pytest.approx(0.03 * KM_PER_DEGREE)
        assert way.slope_pct == pytest.approx(80 / (0.01 * KM_PER_DEGREE * 10))
        assert (way.climbs_m, way.altitude_m, way.says) == (80, 180, "")

    def test_without_times_is_as_good(self) -> None:
        points: list[tuple[float, float | None]] = [(0, 100.0), (0.02, 180.0)]
        assert told(gpx(track(points, times=False))) == told(gpx(track(points)))

    def test_without_heights_there_are_no_climbs_and_it_says_so(self) -> None:
        (way,) = told(gpx(track([(0, None), (0.02, None)])))
        assert way.slope_pct is None and way.climbs_m is None and way.says == "No heights in it: no climbs."

    def test_a_height_that_is_missing_lies_between_those_beside_it(self) -> None:
        (way,) = told(gpx(track([(0, 100.0), (0.01, None), (0.02, 120.0)])))
        assert way.line[1].altitude_m == pytest.approx(110, abs=0.1)

    def test_two_segments_are_two_ways_and_what_lies_between_them_is_not_driven(self) -> None:
        two = track([(0, 1.0), (0.01, 1.0)]).replace(
            "</trk>", track([(0.5, 1.0), (0.51, 1.0)], "") + "</trk>"
        )
        first, then = told(gpx(two))
        assert (first.name, then.name) == ("dyke, part 1", "dyke, part 2")
        assert first.km + then.km == pytest.approx(0.02 * KM_PER_DEGREE)

    def test_a_route_and_another_prefix(self) -> None:
        (way,) = told(
            '<g:gpx xmlns:g="x"><g:rte><g:name>to the hut</g:name><g:rtept lat="60" lon="8"/>'
            '<g:rtept lat="60.1" lon="8"/></g:rte></g:gpx>'
        )
        assert (way.name, way.kind) == ("to the hut", "route")

    def test_waypoints_alone_are_straight_lines_and_it_says_so(self) -> None:
        first, then = told(
            gpx(
                '<wpt lat="60" lon="8"><name>farm</name></wpt><wpt lat="60.1" lon="8"><name>ferry</name></wpt>'
                '<wpt lat="60.3" lon="8"/>'
            )
        )
        assert (first.name, then.name) == ("farm to ferry", "ferry to point 3")
        assert first.says.startswith("Straight from waypoint to waypoint: longer on the ground.")

    def test_many_points_are_few_on_the_line_and_far_is_told_of_them(self) -> None:
        many: list[tuple[float, float | None]] = [(i / 5000, 100 + i % 7) for i in range(20000)]
        heard: list[tuple[int, int]] = []
        data = gpx(track(many)).encode()
        (way,) = read_ways(data, lambda done, of: heard.append((done, of)))
        assert way.points == 20000 and len(way.line) <= MOST_POINTS
        assert way.km == pytest.approx(4 * KM_PER_DEGREE, rel=1e-3) and way.line[-1].km == pytest.approx(
            way.km, abs=0.01
        )
        # The receiver's noise is no climb.
        assert way.climbs_m == 0
        assert heard[-1] == (len(data), len(data)) and len(heard) > 2

    @pytest.mark.parametrize(
        ("data", "says"),
        [
            ("", "cannot be read"),
            ("hello", "cannot be read"),
            ("<gpx><trk>", "cannot be read"),
            ("<html></html>", "begins with “html”"),
            ("<gpx></gpx>", "no track, no route"),
            ('<gpx><wpt lat="60" lon="8"/></gpx>', "no track, no route"),
            ('<gpx><wpt lat="99" lon="1"/></gpx>', "Point 1 of this GPX is nowhere"),
            ('<gpx><trk><trkseg><trkpt lat="x" lon="1"/></trkseg></trk></gpx>', "Point 1"),
            ('<!DOCTYPE a [<!ENTITY b "c">]><gpx/>', "no document type"),
        ],
    )
    def test_what_is_none_is_said(self, data: str, says: str) -> None:
        with pytest.raises(Refused, match=says) as refused:
            told(data)
        assert refused.value.field == "file"


def test_legs_go_out_with_fills_and_notes_and_come_back_as_the_same_ways() -> None:
    (way,) = told(gpx(track([(0, 100.0), (0.01, 150.0), (0.02, 100.0)])))
    legs = [
        Leg(
            name="dyke",
            km=2.2,
            surface="sand",
            days=1.5,
            fill_fuel=True,
            note="ferry < noon & tide",
            line=way.line,
        ),
        Leg(name="typed", km=40),
    ]
    out = write_ways("flats", legs)
    (back,) = told(out)
    assert (back.name, back.kind) == ("dyke", "route") and back.km == pytest.approx(way.km, abs=1e-3)
    assert back.line == way.line
    text = out.decode()
    assert "2.2 km, sand; 1.5 days; fill fuel before it; ferry &lt; noon &amp; tide" in text
    assert "Legs without a line, and not in here: typed" in text and "<name>fill fuel</name>" in text

"""Speed and weight of the trip: forty legs, a long track, the page of the way."""

import gzip
import re
from collections.abc import Iterator
from datetime import date
from functools import partial
from pathlib import Path
from typing import Any
from xml.parsers import expat

from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import laden, moment
from jorvak.core.rig import Rig, numbered
from jorvak.core.trip.area import TripResults
from jorvak.core.trip.records import Leg
from jorvak.demo import BUILDS
from jorvak.formats.build_file import read_build
from jorvak.formats.route import read_ways
from tools.bench import ROOT, Row, against

ON = date(2026, 1, 1)
SURFACES: tuple[Any, ...] = ("road", "gravel", "sand", "track")


def forty_legs() -> Rig:
    """The demo's wagon with forty legs, every third with a fill."""
    rig = numbered(read_build(BUILDS[0].read_bytes()).rig)
    legs = (
        Leg(
            name=f"leg {i}",
            place=i,
            km=90 + i,
            surface=SURFACES[i % 4],
            days=1,
            fill_fuel=i % 3 == 0,
            fill_water=True,
        )
        for i in range(40)
    )
    return rig.having(Leg, legs)


def long_track(points: int = 200_000) -> bytes:
    """A track of so many points, with heights and times."""
    rows = "".join(
        f'<trkpt lat="{60 + i * 2e-5:.6f}" lon="8.1"><ele>{500 + i % 900 / 3:.1f}</ele>'
        f"<time>2026-05-01T{i // 3600 % 24:02d}:{i // 60 % 60:02d}:{i % 60:02d}Z</time></trkpt>"
        for i in range(points)
    )
    return f"<gpx><trk><name>long</name><trkseg>{rows}</trkseg></trk></gpx>".encode()


def script_of(page: Path) -> float:
    """What a page loads of script at once, compressed, in kB."""
    names = set(re.findall(r'(?:src|href)="/(assets/[^"]+\.js)"', page.read_text()))
    return sum(len(gzip.compress((page.parent / name).read_bytes(), 9)) for name in names) / 1000


def bench_trip() -> Iterator[Row]:
    rig, track = forty_legs(), long_track()

    def assessed(with_doubt: bool) -> None:
        trip = Results(laden(moment(rig, "planned", with_doubt, on=ON))).of(TripResults)
        assert trip.way.value and trip.way_loads.value
        assert bool(len(trip.way_loads.doubt)) == with_doubt

    def bare() -> None:
        expat.ParserCreate().Parse(track, True)

    laid = partial(moment, rig, "planned", False, ON)
    yield against(
        "40 legs laden, each with its axle loads", 100.0, "a moment laid", laid, partial(assessed, False), 15
    )
    yield against("the same with their doubt", None, "a moment laid", laid, partial(assessed, True), 5)
    yield against(
        "a track of 200,000 points read into a leg", 2000.0, "its XML parsed, and nothing kept", bare,
        lambda: read_ways(track, lambda _done, _of: None), 5,
    )  # fmt: skip
    yield Row(
        "script of the page of the way, compressed",
        script_of(ROOT / "frontend" / "dist" / "way.html"),
        "kB",
        120,
    )

"""What to measure next: the figures that would settle most, in the order in which they would.

Two things are wanted: findings that are too close to call, and figures that the builder says decide. For each
the sources of its doubt are known; a figure that somebody measures is off by less, and that is what it takes away.
"""

import math
from collections.abc import Iterable
from dataclasses import dataclass, field

from jorvak.core.assess import Assessment
from jorvak.core.catalogue import spec_of, usual_doubt
from jorvak.core.catalogue.taking import Taking, taking
from jorvak.core.engine.moment import Moment
from jorvak.core.engine.sources import Share
from jorvak.core.findings import Finding, measurable
from jorvak.core.headlines import number_at, shown_figures
from jorvak.core.immutable import record
from jorvak.core.plan.kinds import title_of
from jorvak.core.quantities import METRIC, Preset
from jorvak.core.rig import Change, Figure

LEAST_SHARE = 0.01
Where = tuple[str, bool]
"""A figure's path, and whether it is meant as found."""
FINDING_WEIGHT = 2.0
ASSUMED_WEIGHT = 0.2
DECIDES = (
    "crawl_ratio", "top_gear_rpm", "speedometer_error_pct", "approach_deg", "departure_deg", "ground_clearance_mm",
    "payload_laden_kg", "worst_axle_left_kg",
)  # fmt: skip
"""What is looked at where the brief does not say what decides: tyre, gearing, angles, load."""


@dataclass(slots=True)
class _Wanted:
    decides: list[str] = field(default_factory=list)
    removes: float = 0.0
    weight: float = 0.0
    must: bool = False


@record(frozen=True, slots=True)
class Measurement:
    """A figure to measure: what it decides, the largest part of a ± that it takes away, and how it is taken.

    ``must``: a finding waits for it. ``worth`` adds up, over all that it decides, the parts of a ± that it takes away.
    ``fitted_first`` names the change that has to be on the vehicle before it can be measured.
    """

    path: str
    label: str
    how: str
    taking: Taking
    noted: Figure | None
    off: float | None
    decides: tuple[str, ...]
    removes_pct: float
    must: bool
    worth: float
    fitted_first: str | None


@record(frozen=True, slots=True)
class Walk:
    """Figures in the order in which one walks round with the tape, station by station, and about how long it takes."""

    paths: tuple[str, ...]
    minutes: float


def measure_next(here: Moment, assessed: Assessment, preset: Preset = METRIC) -> tuple[Measurement, ...]:
    """The figures worth measuring at a moment, most worth first."""
    wanted: dict[Where, _Wanted] = {}
    for finding in assessed.findings:
        if finding.severity != "measure" or finding.accepted is not None:
            continue
        for settle in finding.settled_by:
            if settle.figure is not None:
                _want(
                    wanted,
                    (settle.figure, False),
                    finding.text,
                    1.0,
                    _weight_of(here, finding),
                    must=True,
                )
    for key in here.rig.brief.deciding or DECIDES:
        if key not in shown_figures():
            continue
        area, shown = shown_figures()[key]
        result = assessed.results.result(area, shown.result)
        if result.waits_for is not None and result.waits_for.path is not None:
            _want(wanted, (result.waits_for.path, False), f"{shown.label} waits for it", 1.0, 1.0, must=True)
            continue
        value, place = number_at(result.value, shown.place)
        for path in shown.wants if value is None else ():
            if path not in here.here:
                _want(wanted, (path, False), f"{shown.label} waits for it", 1.0, 1.0, must=True)
        for share in result.doubt_from.get(place, ()):
            if share.path is None or share.share < LEAST_SHARE:
                continue
            path = _not_noted_yet(here, measurable(share.path, area), share.as_found)
            taken = _taken_away(here, share, path)
            if taken > LEAST_SHARE:
                _want(wanted, (path, share.as_found), shown.label, taken, taken)
    for path in assessed.only_assumed.figures:
        _want(wanted, (path, False), "checks that pass on assumed figures alone", 0.0, ASSUMED_WEIGHT)
    heaviest = sorted(wanted.items(), key=lambda each: -each[1].weight)
    made = [_measurement(here, where, want, preset) for where, want in heaviest if not _gone(here, where)]
    return tuple(sorted(made, key=lambda measurement: measurement.fitted_first is not None))


FIRST = 10


def first_walk(measurements: Iterable[Measurement], most: int = FIRST) -> Walk:
    """The figures that are worth most and can be taken now, from the station where a minute buys most on."""
    now = sorted((each for each in measurements if each.fitted_first is None), key=lambda each: -each.worth)
    stations: dict[str, list[Measurement]] = {}
    for each in now[:most]:
        stations.setdefault(each.taking.station, []).append(each)
    in_order = sorted(
        stations.values(), key=lambda taken: -sum(each.worth for each in taken) / _minutes(taken)
    )
    return Walk(
        paths=tuple(each.path for taken in in_order for each in taken),
        minutes=sum(map(_minutes, in_order)),
    )


def _minutes(taken: list[Measurement]) -> float:
    """To get ready once for all that is taken at a station, and for each of them."""
    return max(each.taking.ready_min for each in taken) + sum(each.taking.each_min for each in taken)


def _weight_of(here: Moment, finding: Finding) -> float:
    """What it is worth to settle a finding: little where most of it was only assumed and nothing planned raised it."""
    known = [here.here[path].known for path in finding.figures if path in here.here]
    guessed = known.count("assumed") > len(known) / 2
    return ASSUMED_WEIGHT if guessed and finding.change is None else FINDING_WEIGHT


def _not_noted_yet(here: Moment, path: str, as_found: bool) -> str:
    """Tyres of one size share their doubt: where one of them was measured already, the one at the other end."""
    noted = here.found if as_found else here.here
    if not path.startswith("wheels.") or path not in noted:
        return path
    other = path.replace("rear", "front") if "rear" in path else path.replace("front", "rear")
    return path if other in noted else other


def _gone(here: Moment, where: Where) -> bool:
    """Whether a figure as found cannot be measured any more: what it was measured on is off the vehicle."""
    setter = _setter(here, where[0])
    return where[1] and setter is not None and setter.state == "fitted"


def _setter(here: Moment, path: str) -> Change | None:
    wheel = path.rsplit(".", 1)[0]
    by_tyre = here.set_by.get(f"{wheel}.size") if wheel.startswith("wheels.") else None
    return here.set_by.get(path) or by_tyre


def _want(
    wanted: dict[Where, _Wanted], where: Where, why: str, removes: float, weight: float, must: bool = False
) -> None:
    want = wanted.setdefault(where, _Wanted())
    if why not in want.decides:
        want.decides.append(why)
        want.weight += weight
    want.removes = max(want.removes, removes)
    want.must = want.must or must


def _taken_away(here: Moment, share: Share, path: str) -> float:
    """The part of a ± that goes when its source is measured: 1 − √(1 − share × (1 − (measured/now)²))."""
    noted = (here.found if share.as_found else here.here).get(path)
    if noted is None or share.path != path:
        left = 0.0
    else:
        now = _off(path, noted)
        measured = usual_doubt(spec_of(path), noted.value, "measured")
        left = min(measured / now, 1.0) if now else 1.0
    return 1 - math.sqrt(max(1 - share.share * (1 - left**2), 0.0))


def _off(path: str, figure: Figure) -> float:
    return usual_doubt(spec_of(path), figure.value, figure.known) if figure.doubt is None else figure.doubt


def _measurement(here: Moment, where: Where, want: _Wanted, preset: Preset) -> Measurement:
    path, as_found = where
    spec = spec_of(path)
    noted = (here.found if as_found else here.here).get(path)
    setter = None if as_found else _setter(here, path)
    waits = setter is not None and setter.state != "fitted"
    return Measurement(
        path=path,
        label=f"{spec.label}, as found" if as_found else spec.label,
        how=spec.how,
        taking=taking(spec),
        noted=noted,
        off=None if noted is None or not isinstance(noted.value, float) else _off(path, noted),
        decides=tuple(want.decides),
        removes_pct=want.removes * 100,
        must=want.must,
        worth=want.weight,
        fitted_first=title_of(setter, preset) if setter is not None and waits else None,
    )


def assumed(here: Moment) -> tuple[str, ...]:
    """The figures of a rig that are only assumed."""
    noted = here.rig.figures.items()
    return tuple(path for path, figure in noted if figure.known == "assumed" and spec_of(path).kind != "wish")

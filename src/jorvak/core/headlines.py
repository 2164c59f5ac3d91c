"""The few figures that a builder looks at first: at the stage, as found, with their ± and their working."""

import re
from collections.abc import Callable
from typing import Any

from jorvak.core.areas import Results, results_of
from jorvak.core.known import Known
from jorvak.core.quantities import METRIC, SPEED, Preset, quantity_of_key, write
from jorvak.core.record import record
from jorvak.core.results import Ask, Result, Share, known_of
from jorvak.core.rig import Rig
from jorvak.core.rolling.results import End
from jorvak.core.stages import Moment, moment


@record(frozen=True, slots=True)
class Shown:
    """A figure that is shown: the number at ``place`` of a result of an area, and its working.

    ``working`` is a formula with figures in it: ``{path|name}`` one here, ``{found:path|name}`` as found,
    ``{=area.result.place|name}`` a number worked out here, ``{found=…}`` as found. ``END`` in it is the axle
    that drives. A ``change`` counts from nothing as found.
    """

    key: str
    label: str
    places: int
    area: str
    result: str
    place: str
    working: str
    source: str
    change: bool = False

    def of(self, results: Results) -> Result[Any]:
        """The result that it is a number of."""
        found: Result[Any] = getattr(getattr(results, self.area), self.result)
        return found


_ROLL, _FOUND_ROLL = (
    "{=rolling.END_tyre.circumference_mm|roll-out}",
    "{found=rolling.END_tyre.circumference_mm|roll-out as found}",
)
_RATIO, _FOUND_RATIO = "{END_axle.ratio|axle}", "{found:END_axle.ratio|axle as found}"
_ANGLE = (
    "atan((h − r) ÷ a) + asin(r ÷ √(a² + (h − r)²)), h and a of the deciding point from the tyre of radius r"
)
_J1100 = "tangents to the static loaded tyre arcs, as in SAE J1100"

SHOWN = {
    shown.key: shown
    for shown in (
        Shown("speedometer_error_pct", "speedometer reads", 1, "rolling", "speedometer", "calculated.error_pct",
              f"((1 + {{speedometer.stock_error_pct|over-read}} ÷ 100) × {_FOUND_ROLL} ÷ {_ROLL} × {_RATIO} ÷ {_FOUND_RATIO} − 1) × 100",
              "geometry of the drive; band of UN Regulation 39"),
        Shown("taller_pct", "gearing taller by", 1, "rolling", "taller", "taller_pct",
              f"({_FOUND_RATIO} × {_ROLL} ÷ ({_RATIO} × {_FOUND_ROLL}) − 1) × 100", "geometry of the drive", change=True),
        Shown("top_gear_rpm", "engine in top", 0, "rolling", "gears", "gears.last.rpm.0",
              f"{{=rolling.gears.speeds_kmh.0|speed}} × 10⁶ ÷ 60 ÷ {_ROLL} × {{=rolling.gears.gears.last.ratio|top}} × {{transfer.high_ratio|high}} × {_RATIO}",
              "geometry of the drive"),
        Shown("crawl_ratio", "crawl ratio", 1, "rolling", "crawl", "crawl_ratio",
              f"{{=rolling.gears.gears.0.ratio|first}} × {{transfer.low_ratio|low}} × {_RATIO}", "geometry of the drive"),
        Shown("crawl_speed_kmh", "walks at idle", 2, "rolling", "crawl", "crawl_speed_kmh",
              f"{{engine.idle_rpm|idle}} × 60 × {_ROLL} ÷ 10⁶ ÷ {{=rolling.crawl.crawl_ratio|crawl ratio}}",
              "geometry of the drive, no slip"),
        Shown("under_differentials_mm", "more under the differentials", 0, "stance", "under_differentials_mm", "",
              "{=rolling.rear_tyre.static_radius_mm|loaded radius} − {found=rolling.rear_tyre.static_radius_mm|as found}, the lower of both axles",
              "static loaded radius ≈ 0.46 × diameter, or as measured", change=True),
        Shown("front_lift_mm", "frame up, front", 0, "stance", "lift", "front.frame_rise_mm",
              "{=stance.lift.front.axle_rise_mm|tyres} + {=stance.lift.front.suspension_lift_mm|springs, spacers and what they carry}",
              "loaded length = free length − load ÷ rate; a spacer lifts its thickness ÷ motion ratio", change=True),
        Shown("rear_lift_mm", "frame up, rear", 0, "stance", "lift", "rear.frame_rise_mm",
              "{=stance.lift.rear.axle_rise_mm|tyres} + {=stance.lift.rear.suspension_lift_mm|springs, spacers and what they carry}",
              "loaded length = free length − load ÷ rate; a spacer lifts its thickness ÷ motion ratio", change=True),
        Shown("ground_clearance_mm", "lowest point", 0, "stance", "angles", "ground_clearance_mm",
              "height as found + what carries the point rises: an axle by its tyres, the frame by springs too, the body by all",
              "geometry"),
        Shown("approach_deg", "approach", 1, "stance", "angles", "approach.deg", _ANGLE, _J1100),
        Shown("breakover_deg", "breakover", 1, "stance", "angles", "breakover.deg",
              f"that from the front tyre + that from the rear tyre, each {_ANGLE}", _J1100),
        Shown("departure_deg", "departure", 1, "stance", "angles", "departure.deg", _ANGLE, _J1100),
        Shown("height_mm", "overall height", 0, "stance", "height", "height_mm",
              "{body.height_mm|height} + the larger of {=stance.lift.front.body_rise_mm|body up, front} and {=stance.lift.rear.body_rise_mm|rear}",
              "geometry"),
        Shown("total_kg", "mass, nobody in it", 0, "load", "load", "total_kg",
              "{body.front_axle_kg|front axle} + {body.rear_axle_kg|rear axle} + {=load.load.added_kg|what changes add}",
              "weighbridge, and what the changes say"),
        Shown("payload_kg", "payload left", 0, "load", "load", "payload_kg",
              "{body.permitted_kg|permitted} − {=load.load.total_kg|mass}", "data plate"),
        Shown("front_axle_left_kg", "left on the front axle", 0, "load", "load", "front_left_kg",
              "{body.permitted_front_kg|permitted} − {=load.load.front_kg|on it}", "moments about the front axle"),
        Shown("rear_axle_left_kg", "left on the rear axle", 0, "load", "load", "rear_left_kg",
              "{body.permitted_rear_kg|permitted} − {=load.load.rear_kg|on it}", "moments about the front axle"),
    )
}  # fmt: skip


@record(frozen=True, slots=True)
class Headline:
    """One figure: ``value`` at the stage with its ±, and ``found`` before any change; None is not known."""

    key: str
    label: str
    places: int
    value: float | None
    off: float
    found: float | None
    waits_for: str | None
    waits_label: str | None


@record(frozen=True, slots=True)
class Working:
    """How a figure came about: formula in symbols and with numbers, where it is from, what it rests on."""

    headline: Headline
    symbols: str
    numbers: str
    source: str
    rests_on: tuple[str, ...]
    rests_on_found: tuple[str, ...]
    stands_in: dict[str, float]
    doubt_from: tuple[Share, ...]


def found_results(rig: Rig, known: Known | None = None) -> Results:
    """The results as found, every figure taken at its word: what headlines are compared with."""
    return results_of(moment(rig, "as-found", with_doubt=False, known=known))


def headlines(here: Results, found: Results, preset: Preset = METRIC) -> tuple[Headline, ...]:
    """The headline figures of ``here`` beside those as found; labels carry speeds in the units of ``preset``."""
    return tuple(headline(shown, here, found, preset) for shown in SHOWN.values())


def headline(shown: Shown, here: Results, found: Results, preset: Preset = METRIC) -> Headline:
    """One figure here beside that as found."""
    result = shown.of(here)
    value, place = number_at(result.value, shown.place)
    before = 0.0 if value is not None else None
    if not shown.change:
        before, _ = number_at(shown.of(found).value, shown.place)
    label = shown.label
    if shown.key == "top_gear_rpm" and here.rolling.gears.value:
        speed = write(here.rolling.gears.value.speeds_kmh[0], SPEED, preset.unit(SPEED).symbol, places=0)
        label = f"engine at {speed} in top"
    waits = result.waits_for
    return Headline(
        shown.key,
        label,
        shown.places,
        value,
        result.off(place),
        before,
        waits.path if waits else None,
        waits.label if waits else None,
    )


def number_at(value: Any, place: str) -> tuple[float | None, str]:
    """The number at a place of a result, and the place with ``last`` counted out."""
    parts = []
    for part in place.split(".") if place else ():
        if value is None:
            return None, place
        if part == "last":
            part = str(len(value) - 1)
        value = value[int(part)] if part.isdigit() else getattr(value, part)
        parts.append(part)
    return value, ".".join(parts)


def working(rig: Rig, here: Moment, results: Results, key: str, preset: Preset) -> Working:
    """The working of a headline figure. Raises KeyError for one that is not shown."""
    shown = SHOWN[key]
    found = found_results(rig)
    result = shown.of(results)
    end: End = "front" if "rear_axle.ratio" not in here.here and "front_axle.ratio" in here.here else "rear"
    formula = shown.working.replace("END", end)

    def number(token: str) -> str:
        return _number(token, here, results, found, preset)

    _, place = number_at(result.value, shown.place)
    return Working(
        headline=headline(shown, results, found),
        symbols=_filled(formula, lambda token: token.split("|")[1]),
        numbers=_filled(formula, number) if result.value is not None and "{" in formula else "",
        source=shown.source,
        rests_on=result.rests_on,
        rests_on_found=result.rests_on_found,
        stands_in=dict(result.stands_in),
        doubt_from=result.doubt_from.get(place, ()),
    )


def _filled(formula: str, say: Callable[[str], str]) -> str:
    return re.sub(r"\{([^}]*)\}", lambda found: say(found[1]), formula)


def _number(token: str, here: Moment, results: Results, found: Results, preset: Preset) -> str:
    address = token.split("|")[0]
    as_found = address.startswith("found")
    address = address.removeprefix("found").lstrip(":")
    if address.startswith("="):
        area, result, place = (*address[1:].split(".", 2), "")[:3]
        value, _ = number_at(getattr(getattr(found if as_found else results, area), result).value, place)
    else:
        noted = known_of(Ask(here), address, as_found)
        value = _standing_in(address, results) if noted is None else noted
    return "?" if value is None else _written(value, address, preset)


def _standing_in(path: str, results: Results) -> float | None:
    for area in (results.rolling, results.stance, results.load):
        for name in area.__slots__:
            if path in getattr(area, name).stands_in:
                stand_in: float = getattr(area, name).stands_in[path]
                return stand_in
    return None


def _written(value: float, address: str, preset: Preset) -> str:
    quantity = quantity_of_key(address.rsplit(".", 1)[-1])
    if quantity is None or address.endswith("ratio"):
        return f"{value:.3g}" if abs(value) < 1000 else f"{value:.0f}"
    return write(value, quantity, preset.unit(quantity).symbol)

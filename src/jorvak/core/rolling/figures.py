"""Figures of engine, boxes, axles, tyres, wheels and speedometer."""

import itertools
import re
from collections.abc import Iterator
from dataclasses import replace

from jorvak.core.calculation import Refused
from jorvak.core.catalogue.rows import BENCH, CALLIPER, LEVEL, ROLL, SHEET, TAPE, TURNS, UP, choice, one, text
from jorvak.core.catalogue.spec import MOST_RATIOS, BadFigure, FigureSpec, FigureTable, Heading, Spot
from jorvak.core.places import ENDS, POSITIONS, TWINS
from jorvak.core.rolling.tyre_size import readable_size

FEWEST_GEARS = 3


def _gears(spec: FigureSpec, ratios: tuple[float, ...]) -> tuple[float, ...]:
    """First to top, each taller than the one before: a list that is torn off or turned round is none."""
    falling = all(one > other for one, other in itertools.pairwise(ratios))
    if len(ratios) < FEWEST_GEARS or not falling:
        listed = " ".join(f"{ratio:g}" for ratio in ratios)
        raise BadFigure(
            spec.path,
            f"The {spec.label}: {listed} were read. There are {FEWEST_GEARS} to {MOST_RATIOS}, first to top, each smaller "
            f"than the one before. Type for example {spec.example}.",
        )
    return ratios


DATE_CODE = re.compile(r"(?:dot\s*)?((?:0[1-9]|[1-4][0-9]|5[0-3])[0-9]{1,2})", re.IGNORECASE)


def _date_code(spec: FigureSpec, text: str) -> str:
    found = DATE_CODE.fullmatch(text)
    if found is None:
        raise BadFigure(
            spec.path,
            f"The {spec.label}: “{text[:20]}” is no week and year. Type the last four digits of the maker's code, "
            "for example 2319 for week 23 of 2019; before 2000 there were three.",
        )
    return found[1]


def _size(spec: FigureSpec, text: str) -> str:
    try:
        return readable_size(text)
    except Refused as refused:
        raise BadFigure(spec.path, refused.message) from None


def _engine() -> Iterator[FigureSpec]:
    yield one("engine.power_kw", "power", "120", 5, 1500)
    yield one("engine.torque_nm", "torque", "360", 20, 5000)
    yield one("engine.idle_rpm", "idle", "720", 300, 2000, "Tachometer, warm, everything off.", word="idle")
    yield one("engine.pull_from_rpm", "pulls from", "1600", 500, 10000)
    yield one("engine.pull_to_rpm", "pulls to", "2600", 500, 12000)
    yield one("engine.power_at_rpm", "most power at", "3400", 1000, 15000)
    yield one("engine.cylinders", "cylinders", "4", 1, 16, kind="limit")
    yield choice("engine.aspiration", "aspiration", ("natural", "turbo"))
    yield choice("engine.driven_by", "driven by", ("fuel", "battery"))


def _gearbox() -> Iterator[FigureSpec]:
    yield one("gearbox.gears", "gearbox, first to top", "4.08 2.29 1.47 1.00 0.82", 0.3, 20, word="gearbox",
              shape="ratios", check=_gears)  # fmt: skip
    yield one("gearbox.length_mm", "gearbox, face to face", "610", 100, 2000, BENCH)
    yield one("gearbox.reverse_ratio", "reverse", "3.97", 0.5, 20)


def _transfer() -> Iterator[FigureSpec]:
    yield choice("transfer.drive", "four-wheel drive", ("part-time", "full-time", "two-wheel"), "drive")
    yield one("transfer.high_ratio", "transfer case, high", "1.00", 0.3, 5, typical=1.0)
    yield one("transfer.low_ratio", "transfer case, low", "2.55", 0.5, 12, word="low")
    yield one("transfer.rear_output_mm", "case, input to rear output", "365", 30, 1500, BENCH)
    yield one("transfer.front_output_mm", "case, input to front output", "236", 30, 1500, BENCH)
    yield choice("transfer.front_output_side", "case, front output side", ("left", "centre", "right"))
    yield one("transfer.rating_nm", "case, torque rating", "4200", 100, 40000, kind="limit")
    yield one("transfer.oil_l", "case, oil", "1.9", 0.1, 30)


def _axle(end: str) -> Iterator[FigureSpec]:
    axle = f"{end}_axle"
    yield one(f"{axle}.ratio", f"{end} axle ratio", "41/11 or 3.73", 1.5, 12, TURNS)
    yield one(
        f"{axle}.available", f"ratios that exist, {end}", "3.73 3.91 4.10 4.56", 1.5, 12, shape="ratios"
    )
    yield one(
        f"{axle}.carrier_change_ratio", f"other carrier needed from, {end}", "4.30", 1.5, 12, kind="limit"
    )
    yield choice(f"{axle}.build", f"{end} axle", ("solid", "independent"))
    yield one(f"{axle}.unsprung_kg", f"unsprung mass, {end}", "186", 20, 1500, typical=180.0 if end == "front" else 165.0,
              how="Axle with wheels and half of what links it, weighed apart; mostly assumed.")  # fmt: skip
    yield one(f"{axle}.rating_kg", f"{end} axle, own rating", "1500", 100, 12000, kind="limit")
    yield one(
        f"{axle}.half_shaft_rating_nm", f"{end} half shaft, torque rating", "5200", 50, 60000, kind="limit"
    )
    yield one(f"{end}_hub.stud_engaged_mm", f"{end} studs, thread engaged", "18", 0, 60,
              "Count the turns of a nut from first bite to tight, times the pitch.")  # fmt: skip
    yield one(
        f"{axle}.pinion_up_deg", f"{end} pinion turned up by wedges, links or perches", "2", -45, 45, LEVEL
    )
    if end == "front":
        yield choice(
            f"{axle}.hubs", "front hubs or axle, let go for the road", ("no", "free-wheeling", "disconnect")
        )
    yield choice(f"{axle}.differential_side", f"{end} differential side", ("left", "centre", "right"))
    yield choice(
        f"{axle}.differential",
        f"{end} differential",
        ("open", "limited-slip", "selectable", "locked", "traction-aid"),
    )
    yield one(f"{axle}.oil_l", f"{end} axle, oil", "2.4", 0.1, 30)


def _wheel(position: str) -> Iterator[FigureSpec]:
    wheel, place = f"wheels.{position}", position.replace("_", " ")
    yield FigureSpec(f"{wheel}.size", f"tyre size, {place}", "265/70R17 121/118S", shape="size", check=_size,
                     how="As moulded on the sidewall, with its marks.")  # fmt: skip
    yield one(f"{wheel}.circumference_mm", f"roll-out, {place}", "2440", 800, 6000, ROLL)
    yield one(f"{wheel}.revs_per_mile", f"maker's turns in a mile, {place}", "655", 250, 2200)
    yield one(f"{wheel}.static_radius_mm", f"axle centre to ground, {place}", "369", 100, 1200, UP)
    yield text(
        f"{wheel}.date_code",
        f"date code, {place}",
        "2319",
        "Last four digits of the maker's code on one sidewall.",
        word_for_all="dot",
        check=_date_code,
    )
    yield text(f"{wheel}.pattern", f"tread pattern, {place}", "all-terrain")
    yield one(f"{wheel}.pressure_kpa", f"pressure in use, {place}", "240", 50, 1000, "Gauge, cold.")
    yield one(
        f"{wheel}.reference_pressure_kpa", f"reference pressure, {place}", "450", 100, 1000, kind="limit"
    )
    yield one(
        f"{wheel}.rim_width_in", f"rim width, {place}", "7.5", 3, 20, "Stamped behind a spoke.", kind="limit"
    )
    yield one(
        f"{wheel}.offset_mm",
        f"offset, {place}",
        "35",
        -150,
        150,
        "Stamped behind a spoke; or straight edge and depth.",
        kind="limit",
    )
    yield one(
        f"{wheel}.section_rim_in", f"rim on which the section counts, {place}", "7.5", 3, 20, kind="limit"
    )
    yield one(f"{wheel}.rim_from_in", f"tyre's narrowest rim, {place}", "7.5", 3, 20, kind="limit")
    yield one(f"{wheel}.rim_to_in", f"tyre's widest rim, {place}", "9.5", 3, 20, kind="limit")
    yield one(
        f"{wheel}.face_mm", f"wheel's thickness under the nut, {place}", "12", 2, 80, CALLIPER, kind="mating"
    )
    yield one(f"{wheel}.spacer_mm", f"spacer, {place}", "0", 0, 150, CALLIPER, kind="mating")
    yield one(f"{wheel}.bolt_circle_mm", f"bolt circle, {place}", "139.7", 50, 400, CALLIPER, kind="mating")
    yield one(f"{wheel}.bolt_count", f"bolts, {place}", "6", 3, 12, kind="limit")
    yield one(f"{wheel}.centre_bore_mm", f"centre bore, {place}", "106.1", 20, 300, CALLIPER, kind="mating")
    yield text(f"{wheel}.thread", f"stud thread, {place}", "M12x1.5")
    yield text(f"{wheel}.seat", f"seat of the nut, {place}", "cone 60")
    yield one(f"{wheel}.rating_kg", f"wheel rating, {place}", "1250", 100, 8000, kind="limit")
    yield one(
        f"{wheel}.mass_kg",
        f"wheel with tyre, {place}",
        "38.4",
        5,
        400,
        "Bathroom scale, you with it less you without.",
    )


def _brakes() -> Iterator[FigureSpec]:
    yield choice("brakes.load_valve", "rear brake valve", ("fixed", "load-sensing"))
    yield one("brakes.valve_set_mm", "rear brake valve, reset for so much rear lift", "20", 0, 400,
              "Once it is reset by the vehicle's manual and inspected: the lift that it was reset for.")  # fmt: skip
    yield one("brakes.front_rim_in", "smallest rim over the front brakes", "16", 8, 24, kind="limit")


def _speedometer() -> Iterator[FigureSpec]:
    yield choice("speedometer.sensor", "speed sensor", ("upstream", "wheel"), "sensor",
                 ("before the final drive", "at the wheels"))  # fmt: skip
    yield choice(
        "speedometer.signal", "speedometer drive", ("electronic", "two-wire", "single-wire", "cable")
    )
    yield one("speedometer.pulses_per_km", "speedometer, pulses that it takes for a km", "2547", 100, 100000,
              "In the control unit's or the converter's own menu, or counted on a measured kilometre.", kind="limit")  # fmt: skip
    yield choice("speedometer.correction", "speedometer corrected", ("no", "yes"))
    yield one(
        "speedometer.stock_error_pct",
        "over-reads when standard",
        "2.5",
        -30,
        30,
        "Against satellite speed, steady, on the flat.",
    )
    yield one("speedometer.drive_teeth", "speedometer, teeth of the drive gear", "7", 1, 60, kind="limit")
    yield one("speedometer.driven_teeth", "speedometer, teeth of the driven gear", "19", 3, 80, kind="limit")
    yield one("speedometer.driven_available", "driven gears that exist", "17 18 19 20", 3, 80, shape="ratios")
    yield one(
        "speedometer.cable_revs_per_mile",
        "speedometer, cable turns in a mile",
        "1000",
        100,
        5000,
        typical=1000.0,
        kind="limit",
    )
    yield one("speedometer.top_speed_kmh", "top speed", "165", 20, 400)


def _right_for() -> Iterator[FigureSpec]:
    yield FigureSpec(
        "right_for.size", "speedometer corrected for tyres", "285/75R17", shape="size", how=SHEET, check=_size
    )
    yield one(
        "right_for.circumference_mm", "speedometer corrected for a roll-out of", "2530", 800, 6000, ROLL
    )
    yield one("right_for.revs_per_mile", "speedometer corrected for turns in a mile", "655", 250, 2200)
    yield one("right_for.axle_ratio", "speedometer corrected for an axle ratio of", "4.10", 1.5, 12, TURNS)


def _spare() -> Iterator[FigureSpec]:
    yield one("spare.most_diameter_mm", "spare's room, diameter", "820", 300, 2000, TAPE)
    yield one("spare.most_width_mm", "spare's room, width", "280", 80, 800, TAPE)
    yield one("spare.most_kg", "spare's carrier, rating", "40", 5, 400, kind="limit")


def _odometer() -> Iterator[FigureSpec]:
    yield one(
        "odometer.reading_km", "odometer now", "128400", 0, 3e6, "As it stands on the dash.", kind="wish"
    )
    yield one("odometer.engine_h", "engine hours now", "410", 0, 1e5, "Off the hour meter, or a book of hours.",
              kind="wish")  # fmt: skip


def _laden() -> Iterator[FigureSpec]:
    for end in ENDS:
        yield one(f"aims.{end}_laden_kpa", f"pressure set for the load, {end}", "260", 80, 1000,
                  "Gauge, cold, laden.", spot=Spot(1.0 if end == "rear" else 0.0))  # fmt: skip


def _at(spot: Spot, specs: Iterator[FigureSpec]) -> Iterator[FigureSpec]:
    return (replace(spec, spot=spot) for spec in specs)


_BOXES, _DASH = Spot(0.46, of="sill"), Spot(0.3, 0.5, "height")

TABLES = (
    FigureTable(
        Heading("Engine, gearbox, case", 20),
        (*_at(Spot(0.0, 1.6, "sill"), _engine()), *_at(_BOXES, _gearbox()), *_at(_BOXES, _transfer())),
    ),
    FigureTable(Heading("Axles", 30), tuple(spec for end in ENDS for spec in _axle(end))),
    FigureTable(Heading("Steering and brakes", 60), tuple(_brakes())),
    FigureTable(
        Heading("Tyres and wheels", 80),
        (*(spec for position in (*POSITIONS, *TWINS) for spec in _wheel(position)), *_spare(), *_laden()),
    ),
    FigureTable(
        Heading("Speedometer", 90), (*_at(_DASH, _speedometer()), *_at(_DASH, _odometer()), *_right_for())
    ),
)

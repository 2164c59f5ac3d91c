"""Figures of the vehicle itself, which many areas ask for, and what its builder wants of it."""

from collections.abc import Iterator

from jorvak.core.catalogue.rows import BENCH, ON_ITS_WHEELS, SCALE, TAPE, TWO_SCALES, UP, one
from jorvak.core.catalogue.spec import FigureSpec, FigureTable, Heading, Instrument, Spot
from jorvak.core.places import ENDS, POSITIONS

ONE_SCALE = Instrument("one scale", "the scale itself", "body.front_axle_kg", own_off=1.0)
"""Both axles are weighed on one scale, which reads a share too much or too little; each is read to a kilogram."""


def _body() -> Iterator[FigureSpec]:
    yield one("body.wheelbase_mm", "wheelbase", "2740", 1000, 8000, TAPE, word="wheelbase", spot=Spot(0.5))
    yield one("body.front_track_mm", "track, front", "1540", 600, 3000, TAPE)
    yield one("body.rear_track_mm", "track, rear", "1540", 600, 3000, TAPE)
    yield one(
        "body.front_overhang_mm",
        "overhang, front",
        "790",
        100,
        3000,
        TAPE,
        spot=Spot(beyond="front", of="sill"),
    )
    yield one(
        "body.rear_overhang_mm", "overhang, rear", "950", 100, 5000, TAPE, spot=Spot(beyond="rear", of="sill")
    )
    yield one(
        "body.height_mm", "overall height", "1870", 800, 4500, UP, word="height", spot=Spot(0.6, of="height")
    )
    yield one("body.width_mm", "width", "1810", 800, 3000, TAPE)
    for position in POSITIONS[:4]:
        place = position.replace("_", " ")
        yield one(
            f"body.{position}_ride_mm",
            f"axle centre to arch, {place}",
            "492",
            50,
            1500,
            UP,
            spot=Spot(1.0 if "rear" in position else 0.0, 1.9),
        )
    yield one(
        "body.front_axle_kg", "weight on the front axle", "1090", 50, 10000, SCALE, instrument=ONE_SCALE
    )
    yield one("body.rear_axle_kg", "weight on the rear axle", "975", 50, 10000, SCALE, instrument=ONE_SCALE)
    yield one("body.permitted_kg", "permitted mass", "2850", 200, 20000, kind="limit")
    yield one("body.permitted_front_kg", "permitted on the front axle", "1300", 50, 10000, kind="limit")
    yield one("body.permitted_rear_kg", "permitted on the rear axle", "1650", 50, 10000, kind="limit")
    for end in ENDS:
        yield one(f"body.{end}_cover_mm", f"cover beyond the {end} tyre", "22", -300, 300,
                  f"{ON_ITS_WHEELS} Plumb line from the fender's lip: how far it hangs outside the tyre.")  # fmt: skip
    yield one(
        "body.body_share_pct",
        "body's share of what the springs carry",
        "50",
        5,
        95,
        typical=50.0,
        typical_off=15.0,
    )
    yield one("body.drag_area_m2", "drag coefficient times frontal area", "1.2", 0.2, 8, typical=1.2)
    yield one("body.cg_height_mm", "centre of gravity, height", "742", 100, 2500,
              TWO_SCALES,
              spot=Spot(0.48, 0.4, "height"))  # fmt: skip
    yield one("body.rake_from_mm", "rake: frame above ground, front", "520", 50, 2000, UP)
    yield one("body.rake_to_mm", "rake: frame above ground, rear", "548", 50, 2000, UP)
    for end in ENDS:
        yield one(f"body.{end}_lift_mm", f"body lift, {end}", "30", -300, 300, BENCH)


def _aims() -> Iterator[FigureSpec]:
    yield one(
        "aims.crew_kg",
        "crew, all of them",
        "155",
        0,
        2000,
        "As dressed for the trip.",
        word="crew",
        kind="wish",
    )
    yield one(
        "aims.crew_x_mm",
        "crew, behind the front axle",
        "1450",
        -1000,
        8000,
        TAPE,
        kind="wish",
        typical=1450.0,
        typical_off=150.0,
    )
    yield one(
        "aims.goods_kg",
        "goods for the trip, beside what is listed",
        "90",
        0,
        5000,
        SCALE,
        word="goods",
        kind="wish",
    )
    yield one(
        "aims.goods_x_mm",
        "goods, behind the front axle",
        "2600",
        -1000,
        9000,
        TAPE,
        kind="wish",
        typical=2600.0,
        typical_off=400.0,
    )
    yield one("aims.water_l", "water aboard, beside what tanks hold", "60", 0, 2000)
    yield one("aims.water_x_mm", "water, behind the front axle", "2300", -1000, 9000, TAPE, kind="wish",
              typical=2300.0, typical_off=400.0)  # fmt: skip
    yield one("aims.cruise_kmh", "cruising speed", "95", 20, 250, word="cruise", kind="wish")
    yield one("aims.fastest_kmh", "fastest you drive it", "130", 20, 300, kind="wish")
    yield one("aims.fastest_engaged_kmh", "fastest with the front drive engaged", "80", 10, 200, kind="wish",
              typical=80.0, typical_off=20.0)  # fmt: skip
    yield one("aims.pass_altitude_m", "highest pass on the way", "2100", -400, 6000, kind="wish")
    yield one("aims.pass_grade_pct", "grade to hold cruising speed on", "4", 0, 40, kind="wish", typical=4.0)
    yield one("aims.cruise_rpm", "engine speed wanted there", "2000", 500, 8000, kind="wish")
    yield one("aims.crawl_ratio", "crawl ratio wanted", "45", 2, 400, word="crawl", kind="wish")
    yield one("aims.garage_height_mm", "garage door", "2100", 1000, 6000, UP, word="garage")
    yield one("aims.ferry_height_mm", "ferry or gate, height", "2550", 1000, 6000, word="ferry", kind="limit")
    yield one("aims.container_height_mm", "container, clear height", "2580", 1000, 6000, kind="limit")
    yield one("aims.approach_deg", "approach wanted", "35", 5, 90, kind="wish")
    yield one("aims.departure_deg", "departure wanted", "28", 5, 90, kind="wish")
    yield one("aims.breakover_deg", "breakover wanted", "26", 5, 90, kind="wish")
    yield one("aims.gear_set_cost", "price of a set of gears, set up, for one axle", "1000", 0, 100000,
              "Ask the shop that would set them up.", kind="wish")  # fmt: skip
    yield one("aims.carrier_cost", "price of another carrier, for one axle", "290", 0, 100000,
              "Ask the shop that would set it up.", kind="wish")  # fmt: skip
    yield one(
        "aims.hour_rate",
        "an hour of work is worth",
        "35",
        0,
        1000,
        "What a shop would charge you, or 0.",
        kind="wish",
    )


_ITSELF = Spot(own="vehicle", of="sill")


def _point() -> Iterator[FigureSpec]:
    yield one("x_mm", "behind the front axle", "1340", -3000, 12000, TAPE, spot=_ITSELF)
    yield one("z_mm", "above the ground", "286", 1, 2500, UP, spot=_ITSELF)


def _part() -> Iterator[FigureSpec]:
    yield one("mass_kg", "mass", "48", 0, 5000, "Scale, the part as it will be fitted.", spot=_ITSELF)
    yield one("x_mm", "behind the front axle", "-780", -3000, 12000, TAPE, spot=_ITSELF)
    yield one("y_mm", "right of the middle", "-320", -1500, 1500, TAPE, spot=_ITSELF)
    yield one("z_mm", "above the ground", "620", 0, 4500, UP, spot=_ITSELF)
    yield one("length_mm", "length, face to face", "62", 0.5, 6000, BENCH, spot=_ITSELF)


TABLES = (
    FigureTable(Heading("Body and weights", 10), tuple(_body())),
    FigureTable(Heading("What you aim at, and limits", 100), tuple(_aims())),
    FigureTable(None, tuple(_point()), named="points"),
    FigureTable(None, tuple(_part()), named="parts"),
)

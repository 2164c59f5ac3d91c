"""Figures of load: seats, tanks, places, things to carry, trailers, and what the vehicle may carry and pull."""

from collections.abc import Iterator

from jorvak.core.catalogue.rows import FOUR_SCALES, KITCHEN_SCALE, SCALE, TAPE, UP, one
from jorvak.core.catalogue.spec import FigureSpec, FigureTable, Heading, Spot

_ITSELF = Spot(own="vehicle", of="sill")
SIDE = "Tape from the middle of the vehicle; to the left it is below 0."


def _body() -> Iterator[FigureSpec]:
    yield one("body.cg_y_mm", "centre of gravity, right of the middle", "-8", -400, 400,
              FOUR_SCALES, typical=0.0, typical_off=15.0)  # fmt: skip
    yield one("body.permitted_roof_kg", "permitted on the roof, moving", "100", 0, 1000, kind="limit")
    yield one("body.permitted_train_kg", "permitted mass of the train", "5600", 200, 40000, kind="limit")
    yield one("body.permitted_trailer_kg", "permitted trailer, braked", "2800", 0, 20000, kind="limit")
    yield one("body.permitted_nose_kg", "permitted nose load on the hitch", "140", 0, 2000, kind="limit")
    yield one("body.hitch_x_mm", "hitch, behind the front axle", "3760", 1000, 14000, TAPE)
    yield one("body.compressor_l_per_min", "compressor, free air in litres a minute", "72", 1, 5000,
              "The compressor's sheet, at the pressure of the road.")  # fmt: skip
    yield one(
        "body.compressor_duty_pct", "compressor, of the time that it may run", "33", 1, 100, typical=100.0
    )


def _where() -> Iterator[FigureSpec]:
    yield one("x_mm", "behind the front axle", "2500", -3000, 14000, TAPE, spot=_ITSELF)
    yield one("y_mm", "right of the middle", "-380", -1500, 1500, SIDE, spot=_ITSELF)
    yield one("z_mm", "above the ground", "820", 0, 4500, UP, spot=_ITSELF)


def _seat() -> Iterator[FigureSpec]:
    yield one("crew_kg", "who sits in it", "80", 0, 400, "As dressed for the trip, boots on.", spot=_ITSELF)
    yield from _where()


def _tank() -> Iterator[FigureSpec]:
    yield one("volume_l", "holds", "87", 0.1, 2000, spot=_ITSELF)
    yield one("aboard_l", "filled to, leaving", "87", 0, 2000, "What it holds when the trip begins.",
              kind="wish", spot=_ITSELF)  # fmt: skip
    yield one("weighed_l", "in it when the axles were weighed", "40", 0, 2000,
              "The gauge, on the scale.", spot=_ITSELF)  # fmt: skip
    yield from _where()


def _place() -> Iterator[FigureSpec]:
    yield from _where()
    yield one("limit_kg", "may carry, moving", "60", 0, 5000, spot=_ITSELF, kind="limit")
    yield one("limit_off_road_kg", "may carry, off road", "40", 0, 5000, spot=_ITSELF, kind="limit")


def _cargo() -> Iterator[FigureSpec]:
    yield one("mass_kg", "mass", "14", 0.01, 3000, KITCHEN_SCALE, spot=_ITSELF)


def _trailer() -> Iterator[FigureSpec]:
    yield one("mass_kg", "mass, loaded", "900", 1, 20000, SCALE, spot=_ITSELF)
    yield one(
        "nose_kg",
        "of it on the hitch",
        "70",
        0,
        2000,
        "Scale under the coupling, trailer level.",
        spot=_ITSELF,
    )


TABLES = (
    FigureTable(Heading("What it may carry and pull", 12), tuple(_body())),
    FigureTable(None, tuple(_seat()), named="seats"),
    FigureTable(None, tuple(_tank()), named="tanks"),
    FigureTable(None, tuple(_place()), named="places"),
    FigureTable(None, tuple(_cargo()), named="cargo"),
    FigureTable(None, tuple(_trailer()), named="trailers"),
)

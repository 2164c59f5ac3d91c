"""Figures at four moments: as found, as built, before leaving, back home; what moved, and what that means."""

import math
from collections.abc import Iterator
from datetime import date
from itertools import pairwise

from jorvak.core.engine.areas import Results
from jorvak.core.engine.moment import Moment
from jorvak.core.immutable import record
from jorvak.core.load.records import OnScales
from jorvak.core.places import POSITIONS
from jorvak.core.rig import Rig
from jorvak.core.trip.records import MOMENTS, LedgerEntry, Moment4


@record(frozen=True, slots=True)
class LedgerFigure:
    """A figure of the ledger: what it is called, its unit where its key names none, how far a reading is usually off,
    what it means where it rose and where it fell, and how it is read."""

    key: str
    label: str
    off: float
    rose: str
    fell: str
    how: str
    unit: str = ""


RIDE = "Axle centre to arch, on the level, rolled once, tanks as noted."
SCALES = "Four scales, crew out, tanks as noted."


def _ride(position: str) -> LedgerFigure:
    return LedgerFigure(
        f"{position}_ride_mm", f"ride height, {position.replace('_', ' ')}", 3.0,
        "stands higher: lighter than it was, or a spring changed",
        "stands lower: weigh it; with the same weight on it a spring has settled, or a bush has gone",
        RIDE,
    )  # fmt: skip


def _corner(position: str) -> LedgerFigure:
    return LedgerFigure(
        f"{position}_kg", f"on the {position.replace('_', ' ')} wheel", 5.0,
        "carries more: something was added or moved, or the corner opposite has settled",
        "carries less: something came off, or this spring has settled",
        SCALES,
    )  # fmt: skip


LEDGER: tuple[LedgerFigure, ...] = (
    *(_corner(position) for position in POSITIONS[:4]),
    *(_ride(position) for position in POSITIONS[:4]),
    LedgerFigure("toe_front_mm", "toe, front, in at the rim", 0.5, "more toe in: a track rod or an arm has moved",
                 "more toe out: a ball joint or a bush gives, or a rod is bent", "Strings along the wheels."),
    LedgerFigure("camber_left_deg", "camber, left", 0.3, "leans out: bush, bearing or ball joint",
                 "leans in: a bent arm or strut", "Level on the rim, wheels straight."),
    LedgerFigure("camber_right_deg", "camber, right", 0.3, "leans out: bush, bearing or ball joint",
                 "leans in: a bent arm or strut", "Level on the rim, wheels straight."),
    LedgerFigure("caster_front_deg", "caster, front", 0.4, "more: the rear has sunk, or an arm's bush has moved",
                 "less: the front has sunk, or an arm's bush has moved", "Gauge through 20° of lock each way."),
    LedgerFigure("consumption_l_per_100km", "consumption on the road", 0.6,
                 "takes more: brakes that bind, air filter, pressures, weight on the roof",
                 "takes less: lighter, slower, or run in", "Fill to fill, by true distance."),
    LedgerFigure("speedometer_error_pct", "speedometer, reads high", 0.5, "reads higher: the tyres have worn, or were changed",
                 "reads lower: larger tyres, or the correction was lost", "Against satellite speed at three speeds."),
    LedgerFigure("coolant_climb_c", "coolant on the same climb", 2.0,
                 "runs hotter: fan, radiator full of seed, coolant low, or something before the grille",
                 "runs cooler: check that the thermostat still closes", "The same climb, the same gear, fan engaged.", "°C"),
    LedgerFigure("gearbox_oil_c", "gearbox oil after an hour", 5.0, "runs hotter: oil low or old", "runs cooler",
                 "Thermometer on the drain plug.", "°C"),
    LedgerFigure("rear_axle_c", "rear axle after an hour", 5.0, "runs hotter: preload, oil, or new gears not run in",
                 "runs cooler", "Thermometer on the cover.", "°C"),
    LedgerFigure("battery_rest_v", "battery, rested overnight", 0.1, "fuller than it was", "charges less, or something draws at rest",
                 "Volts, engine off overnight.", "V"),
)  # fmt: skip
"""What is held against one another. Figures of one's own stand beside them, by their name."""
BY_KEY = {each.key: each for each in LEDGER}


@record(frozen=True, slots=True)
class LedgerCell:
    """A figure at one of the moments. ``entry`` is the id of what is kept of it."""

    moment: Moment4
    value: float
    off: float
    read_on: date | None
    entry: int


@record(frozen=True, slots=True)
class LedgerMove:
    """From one moment to the next that is noted: by how much, within what ±, and what it means where it is more."""

    since: Moment4
    until: Moment4
    by: float
    off: float
    moved: bool
    means: str | None


@record(frozen=True, slots=True)
class LedgerRow:
    """``now`` is what the rig's own figures say today, with its ±; None: they do not say."""

    key: str
    label: str
    unit: str
    how: str
    cells: tuple[LedgerCell, ...]
    moves: tuple[LedgerMove, ...]
    now: float | None
    now_off: float | None


def ledger(rig: Rig, today: Moment) -> tuple[LedgerRow, ...]:
    """Every figure of the ledger, those of one's own after the usual ones. ``today`` is the rig as it stands."""
    entries: dict[str, dict[Moment4, LedgerEntry]] = {}
    for entry in rig.all(LedgerEntry):
        # Of two at one moment the later stands.
        entries.setdefault(entry.what, {})[entry.moment] = entry
    own = [_of_ones_own(what) for what in entries if what not in BY_KEY]
    now = dict(_now(rig, today))
    return tuple(_row(figure, entries.get(figure.key, {}), now.get(figure.key)) for figure in (*LEDGER, *own))


def _of_ones_own(what: str) -> LedgerFigure:
    return LedgerFigure(
        what, what, 0.0, "more than it was", "less than it was", "As it was read the first time."
    )


def _row(
    figure: LedgerFigure, entries: dict[Moment4, LedgerEntry], now: tuple[float, float] | None
) -> LedgerRow:
    cells = tuple(
        LedgerCell(
            moment, entry.value, figure.off if entry.off is None else entry.off, entry.read_on, entry.id
        )
        for moment in MOMENTS
        if (entry := entries.get(moment)) is not None
    )
    moves = tuple(_move(figure, before, after) for before, after in pairwise(cells))
    return LedgerRow(
        figure.key, figure.label, figure.unit, figure.how, cells, moves,
        None if now is None else now[0], None if now is None else now[1],
    )  # fmt: skip


def _move(figure: LedgerFigure, before: LedgerCell, after: LedgerCell) -> LedgerMove:
    """Two readings, each within its own ±: what is between them is one only beyond the root of both."""
    by, off = after.value - before.value, math.hypot(before.off, after.off)
    moved = abs(by) > off
    means = (figure.rose if by > 0 else figure.fell) if moved else None
    return LedgerMove(before.moment, after.moment, by, off, moved, means)


def _now(rig: Rig, today: Moment) -> Iterator[tuple[str, tuple[float, float]]]:
    """What the rig's figures and results say as it stands."""
    for position in POSITIONS[:4]:
        figure = rig.figures.get(f"body.{position}_ride_mm")
        if figure is not None and figure.known == "measured":
            yield f"{position}_ride_mm", (figure.value, figure.doubt or BY_KEY[f"{position}_ride_mm"].off)
    weighed = [each for each in rig.all(OnScales) if each.left_front_kg is not None]
    if weighed:
        last = max(weighed, key=lambda each: (each.taken_on or date.min, each.id))
        for position, kg in zip(
            ("front_left", "front_right", "rear_left", "rear_right"), last.corners, strict=True
        ):
            if kg is not None:
                yield f"{position}_kg", (kg, max(0.01 * kg, 1.0))
    results = Results(today)
    for key, area, result, place in (
        ("consumption_l_per_100km", "trip", "consumption", "l_per_100km.road"),
        ("speedometer_error_pct", "rolling", "speedometer", "calculated.error_pct"),
    ):
        found = results.result(area, result)
        if found.value is not None:
            value = (
                found.value.l_per_100km.get("road") if area == "trip" else found.value.calculated.error_pct
            )
            if value is None:  # driven by a battery: it takes no fuel
                continue
            yield key, (value, found.off(place))

"""The suspension of a rig moved from full bump to full droop and lock to lock: what comes close, where and when."""

import math
from collections.abc import Callable, Iterator
from typing import TYPE_CHECKING, TypeVar

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.immutable import record
from jorvak.core.places import End
from jorvak.core.quantities import LENGTH, METRIC, Preset, write_as
from jorvak.core.rolling.results import tyre
from jorvak.core.stance.lines import SLACK_MM, ends_of_lines, least_left, lines, steering
from jorvak.core.stance.results import axle_lift
from jorvak.core.stance.room import gap_points, wheel_in_its_travel
from jorvak.core.stance.suspension import shock_of, stroke_of, travel
from jorvak.core.stance.track_bar import TrackBarIn, track_bar
from jorvak.core.stance.tyre_room import RoomPointIn, TyreRoomIn, gaps_over, steps

if TYPE_CHECKING:
    import numpy as np
    from numpy.typing import NDArray

    Array = NDArray[np.float64]

BUMP_STEP_MM = 5.0
STEER_STEP_DEG = 1.0
CLOSE_MM = 25.0
MOST_TRIM_MM = 300.0


@record(frozen=True, slots=True)
class Room:
    """Room at one measured place: a row per position of the axle, a value per lock, in mm; and the place itself.

    ``trim_mm`` is the least by which it must be trimmed back, ``stop_mm`` the least by which the bump stop must
    be longer instead, so that nothing touches; 0 where nothing does, None where that does not help.
    """

    name: str
    x_mm: float
    y_mm: float
    z_mm: float
    gaps_mm: tuple[tuple[float, ...], ...]
    least_mm: float
    trim_mm: float | None
    stop_mm: float | None


@record(frozen=True, slots=True)
class Event:
    """Something that happens on the way: at which position and lock, and what."""

    up_mm: float
    steer_deg: float
    what: str
    bad: bool


@record(frozen=True, slots=True)
class ShockLeft:
    """Stroke left before a shock closes, and before it opens."""

    closing_mm: float
    opening_mm: float


@record(frozen=True, slots=True)
class Joints:
    """What a shaft's joints bend, at the case and at the axle."""

    case_deg: float
    axle_deg: float


@record(frozen=True, slots=True)
class Held:
    """Where an end of a line is held, from the wheel's centre as found: behind it, outboard of it, above it."""

    x_mm: float
    y_mm: float
    z_mm: float


@record(frozen=True, slots=True)
class LineLeft:
    """What a line keeps: a value for each position of the axle, the least between the locks; and where it is held.

    A line of which only what it keeps at full droop was measured has its one value there, and no ends.
    """

    name: str
    frame: Held | None
    axle: Held | None
    left_mm: tuple[float, ...]


@record(frozen=True, slots=True)
class Cycle:
    """One axle on its way. Lists stand by ``ups_mm``, from full droop to full bump, as seen from ride height.

    ``half_shaft_deg`` is what the inner joint bends and ``half_shaft_limit_deg`` what it may, ``aside_mm`` the axle's way sideways.
    None: not known; ``waits_for`` says what is missing.
    """

    end: End
    ups_mm: tuple[float, ...]
    locks_deg: tuple[float, ...]
    radius_mm: float
    width_mm: float
    track_mm: float | None
    scrub_mm: float
    rooms: tuple[Room, ...]
    lines: tuple[LineLeft, ...]
    shock_left_mm: tuple[ShockLeft, ...] | None
    joints_deg: tuple[Joints, ...] | None
    half_shaft_deg: tuple[float, ...] | None
    half_shaft_limit_deg: float | None
    aside_mm: tuple[float, ...] | None
    events: tuple[Event, ...]
    waits_for: tuple[str, ...]


JointsAt = Callable[[Ask, End, float], tuple[float, float]]
"""What the shaft's joints at the case and at the axle bend, in degrees, with the axle so far up from as found, in mm."""


def cycle(ask: Ask, end: End, joints_at: JointsAt, preset: Preset = METRIC) -> Cycle:
    """An axle through its travel, and the shaft's joints by ``joints_at``; words carry lengths in the units of
    ``preset``. Raises Missing on the travel or the tyre.
    """
    import numpy as np

    goes, size = travel(ask, end), tyre(ask, end).size
    if size.diameter_mm is None:
        raise Missing(f"wheels.{end}_left.size", "a size that says how high the tyre is")
    raised = axle_lift(ask, end).suspension_lift_mm
    # On the grid on which the room for the tyre is looked for, which counts from where the wheel stood as found.
    found = np.array(steps(-goes.droop_mm - raised, goes.bump_mm - raised, BUMP_STEP_MM))
    ups = found + raised
    most_in, most_out = (
        ask.typical(f"steering.lock_{way}_deg") if end == "front" else 0.0 for way in ("in", "out")
    )
    locks = np.array(steps(-most_in, most_out, STEER_STEP_DEG))
    points = gap_points(ask, end)
    waits: list[str] = []
    given = _maybe(lambda: wheel_in_its_travel(ask, end), waits) if points else None
    rooms = []
    if given is not None:
        over = gaps_over(given.model_copy(update={"points": points}), found, locks)
        rooms = [
            Room(
                point.name, point.x_mm, point.y_mm, point.z_mm,
                tuple(tuple(round(float(gap), 1) for gap in row) for row in each), float(each.min()),
                _least_trim(given, point, found, locks, float(each.min())), _least_stop(each, ups),
            )
            for point, each in zip(points, over, strict=True)
        ]  # fmt: skip
    shocks = _maybe(lambda: _shock_left(ask, end, ups), waits)
    joints = _maybe(lambda: tuple(Joints(*joints_at(ask, end, float(up) - raised)) for up in ups), waits)
    half = _maybe(lambda: _half_shaft(ask, end, ups), waits)
    aside = _maybe(lambda: _aside(ask, end, ups), waits)
    held = _maybe(lambda: _lines_left(ask, end, found), waits) or ()
    return Cycle(
        end=end,
        ups_mm=tuple(round(float(up), 2) for up in ups),
        locks_deg=tuple(round(float(lock), 2) for lock in locks),
        radius_mm=size.diameter_mm / 2,
        width_mm=size.section_width_mm,
        track_mm=ask.maybe(f"body.{end}_track_mm"),
        scrub_mm=(ask.maybe("steering.scrub_radius_mm") or 0.0) if end == "front" else 0.0,
        rooms=tuple(rooms),
        lines=held,
        shock_left_mm=shocks,
        joints_deg=joints,
        half_shaft_deg=half,
        half_shaft_limit_deg=None if half is None else ask.maybe("half_shafts.inner_limit_deg"),
        aside_mm=aside,
        events=tuple(_events(ask, end, ups, locks, rooms, held, shocks, half, preset)),
        waits_for=tuple(waits),
    )


def _least_trim(
    given: TyreRoomIn, point: RoomPointIn, bumps: "Array", locks: "Array", least_mm: float
) -> float | None:
    """Trimmed back a place moves away from the wheel along it, as the change of that name moves it. By halving."""
    if least_mm >= 0:
        return 0.0

    def touches(by_mm: float) -> bool:
        back = point.model_copy(update={"x_mm": point.x_mm + math.copysign(by_mm, point.x_mm)})
        return bool(gaps_over(given.model_copy(update={"points": (back,)}), bumps, locks).min() < 0)

    low, high = 0.0, MOST_TRIM_MM
    if touches(high):
        return None
    while high - low > 0.5:
        tried = (low + high) / 2
        low, high = (tried, high) if touches(tried) else (low, tried)
    return math.ceil(high)


def _least_stop(gaps: "Array", ups: "Array") -> float | None:
    """How much of the bump must go so that no position left touches."""
    touching = (gaps.min(axis=1) < 0).nonzero()[0]
    if len(touching) == 0:
        return 0.0
    return None if touching[0] == 0 or ups[touching[0] - 1] < 0 else float(ups[-1] - ups[touching[0] - 1])


T = TypeVar("T")


def _maybe(function: Callable[[], T], waits: list[str]) -> T | None:
    try:
        return function()
    except Missing as missing:
        if missing.waits.path is not None:
            waits.append(missing.waits.path)
    except Refused:
        pass
    return None


def _lines_left(ask: Ask, end: End, bumps: "Array") -> tuple[LineLeft, ...]:
    axis, locks = steering(ask, end)
    ends = {each.key: each for each in ends_of_lines(ask, end)}
    return tuple(
        LineLeft(line.name, None, None, (line.left_mm,))
        if (held := ends.get(line.key)) is None
        else LineLeft(
            line.name,
            Held(*held.frame),
            Held(*held.axle),
            tuple(round(least_left(held, axis, float(bump), locks), 1) for bump in bumps),
        )
        for line in lines(ask, end)
    )


def _shock_left(ask: Ask, end: End, ups: "Array") -> tuple[ShockLeft, ...]:
    shock = shock_of(ask, end)
    k = stroke_of(ask, end)
    return tuple(
        ShockLeft(
            shock.ride_mm - shock.closed_mm - float(up) * k, shock.open_mm - shock.ride_mm + float(up) * k
        )
        for up in ups
    )


def _half_shaft(ask: Ask, end: End, ups: "Array") -> tuple[float, ...]:
    if end == "rear":
        raise Missing(None, "half shafts of the rear axle")
    drop = ask.need("half_shafts.drop_mm") + axle_lift(ask, "front").suspension_lift_mm
    sweep, reach = ask.typical("half_shafts.sweep_mm"), ask.need("half_shafts.reach_mm")
    return tuple(math.degrees(math.atan(math.hypot(drop - float(up), sweep) / reach)) for up in ups)


def _aside(ask: Ask, end: End, ups: "Array") -> tuple[float, ...]:
    if end == "rear":
        raise Missing(None, "a track bar at the rear")
    length, drop = ask.need("steering.track_bar_mm"), ask.need("steering.track_bar_drop_mm")
    drop += axle_lift(ask, "front").suspension_lift_mm
    return tuple(
        track_bar(TrackBarIn(length_mm=length, drop_mm=drop, lift_mm=-float(up))).side_shift_mm for up in ups
    )


def _events(
    ask: Ask,
    end: End,
    ups: "Array",
    locks: "Array",
    rooms: list[Room],
    held: tuple[LineLeft, ...],
    shocks: tuple[ShockLeft, ...] | None,
    half: tuple[float, ...] | None,
    preset: Preset,
) -> Iterator[Event]:
    """Where something touches, comes close or ends, in the order of the axle's way up."""
    found = []
    for room in rooms:
        rows = [(min(row), i, row.index(min(row))) for i, row in enumerate(room.gaps_mm)]
        least, i, j = min(rows)
        if least < CLOSE_MM:
            first = next(
                ((k, row.index(min(row))) for k, row in enumerate(room.gaps_mm) if min(row) <= 0), (i, j)
            )
            at = first if least <= 0 else (i, j)
            says = "touches" if least <= 0 else f"comes within {write_as(preset, least, LENGTH)}"
            found.append(Event(float(ups[at[0]]), float(locks[at[1]]), f"{room.name} {says}", least <= 0))
    for line in held:
        least = min(line.left_mm)
        if least < SLACK_MM:
            at_up = float(ups[line.left_mm.index(least)])
            says = (
                f"keeps {write_as(preset, least, LENGTH)}"
                if least >= 0
                else f"is {write_as(preset, -least, LENGTH)} too short"
            )
            found.append(Event(at_up, 0.0, f"{line.name} {says}", least < 0))
    closed = [i for i, left in enumerate(shocks or ()) if left.closing_mm <= 0]
    opened = [i for i, left in enumerate(shocks or ()) if left.opening_mm <= 0]
    if closed:
        found.append(Event(float(ups[closed[0]]), 0.0, "shock closes", True))
    if opened:
        found.append(Event(float(ups[opened[-1]]), 0.0, "shock opens fully", True))
    limit = ask.maybe("half_shafts.inner_limit_deg")
    steep = [i for i, deg in enumerate(half or ()) if limit is not None and deg > limit]
    if steep:
        found.append(Event(float(ups[steep[-1]]), 0.0, f"half shaft bends beyond {limit:.0f}°", True))
    yield from sorted(found, key=lambda event: event.up_mm)

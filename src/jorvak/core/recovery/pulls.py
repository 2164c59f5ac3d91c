"""The pulls that are foreseen: what each takes, and what every part of its rigging carries."""

from collections.abc import Callable
from typing import TypeVar

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing, Waits
from jorvak.core.immutable import record
from jorvak.core.load.aboard import comes_along
from jorvak.core.load.results import laden_load
from jorvak.core.power.alternating import alternating
from jorvak.core.power.feeding import Feeds, batteries, capacity_ah, chemistry
from jorvak.core.power.records import Chemistry
from jorvak.core.recovery.bridle import BridleIn, bridle
from jorvak.core.recovery.figures import DRUM, MOUNT, ROPE_BREAKS, ROPE_MM
from jorvak.core.recovery.kinetic_pull import KineticPullIn, kinetic_pull
from jorvak.core.recovery.records import KitPart, Pull, WinchTable
from jorvak.core.recovery.recovery_pull import RecoveryPullIn, RecoveryPullOut, recovery_pull
from jorvak.core.recovery.rigging import (
    ROPE_SHARE,
    PartAt,
    PartIn,
    RiggingIn,
    RiggingOut,
    allowed_kg,
    rigging,
)
from jorvak.core.recovery.winch_draw import WinchDrawIn, WinchRow, winch_draw
from jorvak.core.recovery.winching import drum

T = TypeVar("T")

MOUNT_NAME = "winch mount and rails"
LEAD_COUNTS = 2.0
"""A lead battery gives about half of its capacity at such a draw."""


@record(frozen=True, slots=True)
class Carries:
    """A part of a rigging: ``allowed_kg`` its working load, ``carries_kg`` what it carries at this pull."""

    name: str
    at: PartAt
    carries_kg: float
    allowed_kg: float
    ok: bool


@record(frozen=True, slots=True)
class Winched:
    """The winch's rigging. ``layer`` is in use and pulls ``winch_kg``; ``left_kg`` is that less what the rope carries.

    ``anchor_kg`` is all that hangs on one anchor. ``lines_needed`` None: not even six lines are enough.
    """

    layer: int
    winch_kg: float
    lines: int
    advantage: float
    rope_kg: float
    rope_allowed_kg: float
    block_kg: float | None
    anchor_kg: float
    left_kg: float
    enough: bool
    rope_ok: bool
    lines_needed: int | None
    parts: tuple[Carries, ...]
    weakest: str


@record(frozen=True, slots=True)
class Bridled:
    """The legs of a bridle; ``side_kg`` pulls the rails together. Allowed None: its point has no rating."""

    left_kg: float
    right_kg: float
    side_kg: float
    left_allowed_kg: float | None
    right_allowed_kg: float | None


@record(frozen=True, slots=True)
class Stretched:
    """The peak of a stretching rope, at most, with the stuck vehicle held fast; ``points_kg`` its weaker point's rating."""

    rope: str
    breaking_kg: float
    length_m: float
    stretch_pct: float
    peak_kg: float
    stretch_m: float
    share_pct: float
    moves: bool
    ok: bool
    points_kg: float | None
    points_ok: bool | None


@record(frozen=True, slots=True)
class Drawn:
    """What the pull takes out of the battery; a lead one counts double. ``alternator_a`` is what helps meanwhile."""

    amps: float
    m_per_min: float
    minutes: float
    drawn_ah: float
    battery: str
    chemistry: Chemistry
    battery_pct: float
    alternator_a: float


@record(frozen=True, slots=True)
class PullStands:
    """A pull, laden: by the ground, by the slope, both, and with the margin. What of it cannot be had is None.

    ``unrated`` names parts that are rigged and of which nobody knows what they may carry: they are in no sum.
    ``no_draw``: why nobody can say what the winch draws, though it is known. ``angle_deg`` between the legs, None where there are none. ``clear_m``: nobody stands nearer to the line than this. ``gaps`` are what nobody has noted, ``cannot`` what cannot be.
    """

    name: str
    mass_kg: float
    slope_deg: float | None
    surface_kg: float | None
    slope_kg: float | None
    total_kg: float | None
    with_margin_kg: float | None
    rope_out_m: float | None
    angle_deg: float | None
    winched: Winched | None
    bridle: Bridled | None
    stretched: Stretched | None
    drawn: Drawn | None
    no_draw: str | None
    unrated: tuple[str, ...]
    clear_m: float | None
    gaps: tuple[Waits, ...]
    cannot: tuple[Waits, ...]


def pulls_of(ask: Ask) -> tuple[Pull, ...]:
    """The pulls of the trip that the brief names."""
    return tuple(each for each in ask.all(Pull) if comes_along(ask, each.trips))


def pulls(ask: Ask) -> tuple[PullStands, ...]:
    """Every pull that is foreseen. Raises Missing on what the vehicle weighs."""
    return tuple(foreseen(ask, pull) for pull in pulls_of(ask))


def foreseen(ask: Ask, pull: Pull) -> PullStands:
    """One pull of the rig's own: worked out once for all that ask for it. Raises Missing."""
    return ask.shared(f"pull {pull.name}", lambda inner: stands(inner, pull))


def stands(ask: Ask, pull: Pull) -> PullStands:
    """One pull. Raises Missing on what the vehicle weighs, laden. Source: recovery-pull, and what it is rigged with."""
    gaps: list[Waits] = []
    cannot: list[Waits] = []
    at = f"pulls.{pull.name}"
    mass = laden_load(ask).total_kg
    slope = _or_gap(gaps, cannot, lambda: ask.need(f"{at}.slope_deg"))
    out = ask.maybe(f"{at}.rope_out_m")
    angle: float | None = _or_gap(gaps, cannot, lambda: _angle_deg(ask, pull))
    took = None if slope is None else _takes(pull, mass, slope)
    winched = stretched = drawn = bridled = None
    if took is not None and took.with_margin_kg > 0:
        if pull.pulled_by == "winch":
            winched = _or_gap(gaps, cannot, lambda: _winched(ask, pull, took))
        else:
            stretched = _or_gap(gaps, cannot, lambda: _stretched(ask, pull, took))
        if pull.bridle:
            peak = took.with_margin_kg if stretched is None else stretched.peak_kg
            bridled = _or_gap(gaps, cannot, lambda: _bridled(ask, pull, peak))
    if winched is not None and out is not None:
        drawn = _or_gap(gaps, cannot, lambda: _drawn(ask, winched, out))
    return PullStands(
        name=pull.name,
        mass_kg=mass,
        slope_deg=slope,
        surface_kg=None if took is None else took.surface_kg,
        slope_kg=None if took is None else took.slope_kg,
        total_kg=None if took is None else took.total_kg,
        with_margin_kg=None if took is None else took.with_margin_kg,
        rope_out_m=out,
        angle_deg=angle,
        winched=winched,
        bridle=bridled,
        stretched=stretched,
        drawn=drawn if isinstance(drawn, Drawn) else None,
        no_draw=drawn if isinstance(drawn, str) else None,
        unrated=tuple(part.name for part in rigged(ask, pull) if allowed_of(ask, part) is None),
        clear_m=out if stretched is None else stretched.length_m + stretched.stretch_m,
        gaps=tuple(dict.fromkeys(gaps)),
        cannot=tuple(dict.fromkeys(cannot)),
    )


def _or_gap(gaps: list[Waits], cannot: list[Waits], work_out: Callable[[], T]) -> T | None:
    """What it comes to; None where something is missing, or cannot be, which is kept."""
    try:
        return work_out()
    except Missing as missing:
        gaps.append(missing.waits)
    except Refused as refused:
        cannot.append(Waits(refused.field, refused.message, impossible=True))
    return None


def _takes(pull: Pull, mass_kg: float, slope_deg: float) -> RecoveryPullOut:
    return recovery_pull(
        RecoveryPullIn(mass_kg=mass_kg, slope_deg=slope_deg, surface=pull.surface, mired=pull.mired)
    )


def rigged(ask: Ask, pull: Pull) -> tuple[KitPart, ...]:
    """The parts of the kit that are in the rigging of a pull."""
    kit = (
        each for each in ask.all(KitPart) if comes_along(ask, each.trips) and each.name not in pull.left_out
    )
    if pull.pulled_by == "winch":
        blocks = pull.lines > 1 or pull.redirected
        return tuple(
            each for each in kit if each.sort != "stretching rope" and (blocks or each.at != "block")
        )
    return tuple(
        each
        for each in kit
        if each.name == pull.rope or (each.sort != "stretching rope" and each.at in ("vehicle", "anchor"))
    )


def allowed_of(ask: Ask, part: KitPart) -> float | None:
    """What a part of the kit may carry; None: nobody knows."""
    wll, breaking = (ask.maybe(f"kit.{part.name}.{key}") for key in ("wll_kg", "breaking_kg"))
    return allowed_kg(wll, breaking, part.sort == "shackle")


def _angle_deg(ask: Ask, pull: Pull) -> float | None:
    """Between the legs, where the rigging has any."""
    if pull.lines == 2:
        return ask.maybe(f"pulls.{pull.name}.included_angle_deg") or 0.0
    if pull.lines == 1 and pull.redirected:
        return ask.need(f"pulls.{pull.name}.redirect_deg")
    return None


def _winched(ask: Ask, pull: Pull, took: RecoveryPullOut) -> Winched:
    at = f"pulls.{pull.name}"
    now = drum(ask, ask.need(f"{at}.rope_out_m"), f"{at}.rope_out_m")
    assert now.layer_now is not None and now.pull_now_kg is not None
    breaks = ask.need(ROPE_BREAKS)
    parts = [
        PartIn(name=part.name, at=part.at, wll_kg=allowed)
        for part in rigged(ask, pull)
        if (allowed := allowed_of(ask, part)) is not None
    ]
    mount = ask.maybe(MOUNT)
    if mount is not None:
        parts.append(PartIn(name=MOUNT_NAME, at="rope", wll_kg=mount))
    angle = _angle_deg(ask, pull)
    came_to = rigging(
        RiggingIn(
            pull_kg=took.with_margin_kg,
            lines=pull.lines,
            winch_pull_kg=now.pull_now_kg,
            rope_breaking_kg=breaks,
            included_angle_deg=angle if angle is not None and pull.lines == 2 else 0.0,
            redirect_deg=angle if pull.lines == 1 else None,
            parts=parts,
        )
    )
    return Winched(
        layer=now.layer_now,
        winch_kg=now.pull_now_kg,
        lines=pull.lines,
        advantage=came_to.advantage,
        rope_kg=came_to.rope_kg,
        rope_allowed_kg=breaks / ROPE_SHARE,
        block_kg=came_to.block_kg,
        anchor_kg=_anchor_kg(pull, took, came_to),
        left_kg=now.pull_now_kg - came_to.rope_kg,
        enough=came_to.enough,
        rope_ok=came_to.rope_ok,
        lines_needed=came_to.lines_needed,
        parts=tuple(
            Carries(part.name, given.at, part.carries_kg, part.allowed_kg, part.ok)
            for part, given in zip(came_to.parts, parts, strict=True)
        ),
        weakest=came_to.weakest,
    )


def _anchor_kg(pull: Pull, took: RecoveryPullOut, came_to: RiggingOut) -> float:
    if pull.lines == 1 and pull.redirected:
        return max(took.with_margin_kg, came_to.block_kg or 0.0)
    return took.with_margin_kg


def _bridled(ask: Ask, pull: Pull, pull_kg: float) -> Bridled:
    at = f"pulls.{pull.name}"
    try:
        came_to = bridle(
            BridleIn(
                pull_kg=pull_kg, left_deg=ask.need(f"{at}.left_deg"), right_deg=ask.need(f"{at}.right_deg")
            )
        )
    except Refused as refused:
        raise Refused(f"{at}.{refused.field}", refused.message) from None
    kit = {part.name: part for part in ask.all(KitPart)}

    def allowed(point: str | None) -> float | None:
        return allowed_of(ask, kit[point]) if point is not None and point in kit else None

    return Bridled(
        came_to.left_kg,
        came_to.right_kg,
        came_to.side_kg,
        allowed(pull.left_point),
        allowed(pull.right_point),
    )


def _stretched(ask: Ask, pull: Pull, took: RecoveryPullOut) -> Stretched:
    at = f"pulls.{pull.name}"
    if pull.rope is None:
        raise Missing(None, "the stretching rope: add it to the kit, and choose it for this pull")
    rope = f"kit.{pull.rope}"
    points = [
        allowed
        for part in rigged(ask, pull)
        if part.name != pull.rope and (allowed := allowed_of(ask, part)) is not None
    ]
    weaker = min(points, default=None)
    breaks, stretch, length = (
        ask.need(f"{rope}.{key}") for key in ("breaking_kg", "stretch_pct", "length_m")
    )
    try:
        came_to = kinetic_pull(
            KineticPullIn(
                pulling_kg=ask.need(f"{at}.pulling_kg"),
                speed_kmh=ask.need(f"{at}.speed_kmh"),
                drive_kg=ask.maybe(f"{at}.drive_kg"),
                rope_breaking_kg=breaks,
                stretch_pct=stretch,
                length_m=length,
                hold_kg=took.total_kg,
                points_wll_kg=weaker,
            )
        )
    except Refused as refused:
        raise Refused(f"{at}.{refused.field}", refused.message) from None
    return Stretched(
        rope=pull.rope,
        breaking_kg=breaks,
        length_m=length,
        stretch_pct=stretch,
        peak_kg=came_to.peak_kg,
        stretch_m=came_to.stretch_m,
        share_pct=came_to.share_pct,
        moves=came_to.moves,
        ok=came_to.ok,
        points_kg=weaker,
        points_ok=came_to.points_ok,
    )


def _drawn(ask: Ask, winched: Winched, rope_m: float) -> Drawn | str:
    """What the pull draws, or why its maker's table does not say."""
    tables = ask.all(WinchTable)
    if not tables:
        raise Missing(None, "the winch's own table: what it draws by its pull")
    feeds = _starter(ask)
    helps = _alternator_a(ask)
    kind, capacity = chemistry(ask, feeds), capacity_ah(ask, feeds)
    try:
        came_to = winch_draw(
            WinchDrawIn(
                table=[WinchRow(**row.model_dump()) for row in tables[0].table_rows],
                drum_diameter_mm=ask.need(DRUM),
                rope_diameter_mm=ask.need(ROPE_MM),
                layer=winched.layer,
                pull_kg=winched.rope_kg,
                rope_m=rope_m,
                battery_ah=capacity,
                alternator_a=helps,
            )
        )
    except Refused as refused:
        return refused.message
    return Drawn(
        amps=came_to.amps,
        m_per_min=came_to.m_per_min,
        minutes=came_to.minutes,
        drawn_ah=came_to.drawn_ah,
        battery=feeds.name,
        chemistry=kind,
        battery_pct=came_to.battery_pct * (LEAD_COUNTS if kind == "lead" else 1.0),
        alternator_a=helps,
    )


def _starter(ask: Ask) -> Feeds:
    every = batteries(ask)
    starts = next((each for each in every if each.role == "starter"), None)
    if starts is None:
        raise Missing(None, "the battery that starts the engine: the winch hangs on it")
    return starts


def _alternator_a(ask: Ask) -> float:
    """What the alternator has left for the winch at idle, hot; nothing where nobody can say."""
    try:
        return max(alternating(ask).idle_left_a, 0.0)
    except (Missing, Refused):
        return 0.0

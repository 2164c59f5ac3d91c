"""A pull tried out: the slope turned, rope paid out, lines added, another ground. Nothing of it is kept."""

from dataclasses import replace

from pydantic import Field

from jorvak.core.calculation import SLACK, Refused
from jorvak.core.engine.areas import Steps
from jorvak.core.engine.asking import Ask, Missing, Waits
from jorvak.core.engine.moment import Moment
from jorvak.core.immutable import record
from jorvak.core.recovery.pulls import PullStands, Winched, stands
from jorvak.core.recovery.records import Pull
from jorvak.core.recovery.recovery_pull import Ground, Mired
from jorvak.core.recovery.rigging import MOST_LINES
from jorvak.core.rig import Figure, Frozen

TRIED_IN = {
    "slope_deg": Steps(0.5, -20.0, 45.0),
    "rope_out_m": Steps(0.5, 0.5, 40.0),
    "included_angle_deg": Steps(1.0, 0.0, 119.0),
    "redirect_deg": Steps(1.0, 0.0, 180.0),
    "speed_kmh": Steps(0.5, 0.0, 15.0),
}


class PullTrial(Frozen):
    """What is tried of a pull; None: as it is noted."""

    slope_deg: float | None = Field(None, ge=-90, le=90)
    rope_out_m: float | None = Field(None, ge=0, le=300)
    included_angle_deg: float | None = Field(None, ge=0, lt=120)
    redirect_deg: float | None = Field(None, ge=0, le=180)
    speed_kmh: float | None = Field(None, ge=0, le=200)
    lines: int | None = Field(None, ge=1, le=MOST_LINES)
    redirected: bool | None = None
    surface: Ground | None = None
    mired: Mired | None = None

    @property
    def figures(self) -> dict[str, float]:
        """Those that are figures of the pull."""
        return {key: value for key in TRIED_IN if (value := getattr(self, key)) is not None}

    def of(self, pull: Pull) -> Pull:
        """The pull as it is tried."""
        asked = {key: getattr(self, key) for key in ("lines", "redirected", "surface", "mired")}
        tried = pull.model_copy(update={key: value for key, value in asked.items() if value is not None})
        # More lines than one have their blocks, and no other that turns them.
        return tried if tried.lines == 1 else tried.model_copy(update={"redirected": False})


@record(frozen=True, slots=True)
class WithLines:
    """A pull with so many lines, legs together: what the rope carries, and which parts carry more than they may."""

    lines: int
    rope_kg: float
    winch_kg: float
    enough: bool
    too_weak: tuple[str, ...]


@record(frozen=True, slots=True)
class TriedPull:
    """A pull as tried, every figure at its word, and with each number of lines; None with what it waits for."""

    stands: PullStands | None
    by_lines: tuple[WithLines, ...]
    waits_for: Waits | None


def try_pull(here: Moment, pull: Pull, trial: PullTrial) -> TriedPull:
    """A pull at a moment, laden as that is, with ``trial`` on top of it."""
    figures = {f"pulls.{pull.name}.{key}": Figure(value, "assumed") for key, value in trial.figures.items()}
    tried = replace(here, here={**here.here, **figures}, with_doubt=False, shared={}, kept=None)
    rigged = trial.of(pull)
    try:
        came_to = stands(Ask(tried), rigged)
    except Missing as missing:
        return TriedPull(None, (), missing.waits)
    except Refused as refused:
        return TriedPull(None, (), Waits(None, refused.message, impossible=True))
    return TriedPull(came_to, _by_lines(tried, rigged) if came_to.winched else (), None)


def _by_lines(here: Moment, pull: Pull) -> tuple[WithLines, ...]:
    """The same pull with one line, two, and so on; their legs together."""
    straight = Figure(0.0, "assumed")
    flat = replace(here, here={**here.here, f"pulls.{pull.name}.included_angle_deg": straight}, shared={})
    rows = []
    for lines in range(1, MOST_LINES + 1):
        winched = stands(
            Ask(flat), pull.model_copy(update={"lines": lines, "redirected": pull.redirected and lines == 1})
        ).winched
        if winched is not None:
            rows.append(
                WithLines(lines, winched.rope_kg, winched.winch_kg, winched.enough, tuple(_too_weak(winched)))
            )
    return tuple(rows)


def _too_weak(winched: Winched) -> list[str]:
    weak = [part.name for part in winched.parts if part.carries_kg > part.allowed_kg + SLACK]
    return weak if winched.rope_ok else ["the winch's rope", *weak]

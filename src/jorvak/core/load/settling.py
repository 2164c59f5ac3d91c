"""Readings of four scales until they have settled, and what they come to."""

from collections.abc import Mapping, Sequence

from jorvak.core.immutable import record

AVERAGED = 10
"""So many settled readings of each pad are averaged."""
SILENT_S = 4
"""A pad that says nothing for so long is silent."""


@record(frozen=True, slots=True)
class PadState:
    """One pad: its last reading, whether it is settled, how many settled ones in a row, and their mean."""

    pad: str
    kg: float | None
    settled: bool
    in_a_row: int
    mean_kg: float | None
    silent: bool


def states(seconds: Sequence[Mapping[str, tuple[float, bool]]], pads: Sequence[str]) -> tuple[PadState, ...]:
    """The pads after these seconds, oldest first; each second has the reading of those that said something.

    >>> one = {"LF": (612.5, True)}
    >>> states([one] * 10, ("LF", "RF"))[0].mean_kg
    612.5
    >>> states([one] * 10, ("LF", "RF"))[1].silent
    True
    """
    return tuple(_state(pad, [second.get(pad) for second in seconds]) for pad in pads)


def _state(pad: str, readings: Sequence[tuple[float, bool] | None]) -> PadState:
    heard = [reading for reading in readings if reading is not None]
    last = readings[-SILENT_S:]
    row: list[float] = []
    for reading in reversed(heard):
        if not reading[1] or len(row) == AVERAGED:
            break
        row.append(reading[0])
    return PadState(
        pad=pad,
        kg=heard[-1][0] if heard else None,
        settled=bool(heard) and heard[-1][1],
        in_a_row=len(row),
        mean_kg=sum(row) / AVERAGED if len(row) == AVERAGED else None,
        silent=len(last) == SILENT_S and all(reading is None for reading in last),
    )

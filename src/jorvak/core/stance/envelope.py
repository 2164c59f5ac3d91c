"""Where the centre of a wheel goes over ground: along the upper edge of the ground grown by the wheel's radius.

Over a slope that is a line beside it, over a corner an arc around it. Slopes and corners come in the order of the
ground, and of two the one further on lies higher from some place on and stays so. They are therefore laid over one
another in that order, and each hides for good what it overtakes. Lines and arcs are exact; nothing is sampled.
"""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import TYPE_CHECKING

from jorvak.core.immutable import record

if TYPE_CHECKING:
    import numpy as np
    from numpy.typing import NDArray

    Array = NDArray[np.float64]

AT_ONCE = 400_000
"""So many places times pieces are looked at together: more would only fill the memory."""
SLACK_MM = 1e-6
"""A place just beyond the end of its piece is on it: it is not lost between two for rounding."""


@dataclass(slots=True)
class _Piece:
    """A line ``height`` + ``grade`` · x, or an arc around ``middle`` and ``height``, from ``first`` to ``last``.

    ``beyond`` is the arc around the corner at which a slope ends: what it overtakes, the slope has overtaken.
    """

    place: int
    first: float
    last: float
    height: float
    grade: float
    middle: float | None = None
    beyond: "_Piece | None" = None

    def at(self, x: float, radius: float) -> float:
        if self.beyond is not None and x > self.last:
            return self.beyond.at(x, radius)
        if self.middle is None:
            return self.height + self.grade * x
        return self.height + math.sqrt(max(radius * radius - (x - self.middle) ** 2, 0.0))


@record(frozen=True)
class _Lines:
    """Pieces of the envelope beside slopes: ``height`` + ``grade`` · x from ``first`` to ``last``."""

    first: "Array"
    last: "Array"
    height: "Array"
    grade: "Array"

    def behind(
        self, which: "NDArray[np.intp]", x: "Array", z: "Array", apart: float
    ) -> "tuple[Array, Array]":
        """Both places of each line at that distance from (x, z), as far back first; NaN where there is none."""
        import numpy as np

        grade = self.grade[which]
        up, long = self.height[which] + grade * x - z, 1 + grade * grade
        reach = np.sqrt(apart * apart * long - up * up)
        return x - (up * grade + reach) / long, x - (up * grade - reach) / long


@record(frozen=True)
class _Arcs:
    """Pieces of the envelope around corners: the upper half of a circle, from ``first`` to ``last``."""

    first: "Array"
    last: "Array"
    middle: "Array"
    height: "Array"
    radius: float

    def behind(
        self, which: "NDArray[np.intp]", x: "Array", z: "Array", apart: float
    ) -> "tuple[Array, Array]":
        """As of lines: where two circles meet; NaN too where that is on the lower half."""
        import numpy as np

        along, up = self.middle[which] - x, self.height[which] - z
        square = along * along + up * up
        share = (square + apart * apart - self.radius * self.radius) / (2 * square)
        aside = np.sqrt(apart * apart / square - share * share)
        low = share * up - aside * along < up - SLACK_MM, share * up + aside * along < up - SLACK_MM
        places = x + share * along + aside * up, x + share * along - aside * up
        return np.where(low[0], np.nan, places[0]), np.where(low[1], np.nan, places[1])


@record(frozen=True)
class Envelope:
    """The way of a wheel's centre: pieces from one of ``starts`` to the next, lines and arcs among them.

    ``falls``: the places at which it has no slope but a step, with its height before and after.
    """

    radius: float
    starts: "Array"
    height: "Array"
    grade: "Array"
    middle: "Array"
    arc: "Array"
    lines: _Lines
    arcs: _Arcs
    falls: tuple[tuple[float, float, float], ...]

    @classmethod
    def of(cls, x: Sequence[float], z: Sequence[float], radius: float) -> "Envelope":
        """Over the ground through these corners, level before the first and beyond the last."""
        import numpy as np

        kept = _laid(x, z, radius)
        starts, height, grade, middle, arc = np.array(
            [(start, p.height, p.grade, p.middle or 0.0, p.middle is not None) for p, start in kept]
        ).T
        ends = np.append(starts[1:], np.inf)
        is_arc, is_line = arc == 1, arc == 0
        joints = ((at, one.at(at, radius), two.at(at, radius)) for (one, _), (two, at) in pairwise(kept))
        return cls(
            radius,
            starts,
            height,
            grade,
            middle,
            arc,
            _Lines(starts[is_line], ends[is_line], height[is_line], grade[is_line]),
            _Arcs(starts[is_arc], ends[is_arc], middle[is_arc], height[is_arc], radius),
            tuple(joint for joint in joints if abs(joint[1] - joint[2]) > SLACK_MM),
        )

    def at(self, x: "Array") -> "Array":
        """Height of the centre at each x."""
        import numpy as np

        on = self.starts.searchsorted(x, "right") - 1
        off = x - self.middle[on]
        over = np.sqrt(np.maximum(self.radius * self.radius - off * off, 0.0))
        found: Array = self.height[on] + self.grade[on] * x + self.arc[on] * over
        return found

    def behind(self, x: "Array", z: "Array", apart: float) -> "Array":
        """The rearmost place of this centre that is so far from each (x, z), at most as far forward as that.

        Straight behind where there is none.
        """
        import numpy as np

        found = np.fmin(self._rearmost(self.lines, x, z, apart), self._rearmost(self.arcs, x, z, apart))
        for at, before, after in self.falls:
            far, near = np.hypot(x - at, z - before) > apart, np.hypot(x - at, z - after) <= apart
            found = np.where(far & near & (at <= x), np.fmin(found, at), found)
        return np.where(np.isnan(found), x - apart, found)

    def _rearmost(self, pieces: "_Lines | _Arcs", x: "Array", z: "Array", apart: float) -> "Array":
        import numpy as np

        found = np.full(len(x), np.nan)
        if len(pieces.first) == 0:
            return found
        low = np.maximum(pieces.first.searchsorted(x - apart, "right") - 1, 0)
        count = pieces.first.searchsorted(x, "right") - low
        width = max(int(count.max(initial=0)), 1)
        size = max(1, AT_ONCE // width)
        for start in range(0, len(x), size):
            part = slice(start, start + size)
            which = np.minimum(low[part] + np.arange(width)[:, None], len(pieces.first) - 1)
            first, last = pieces.first[which] - SLACK_MM, np.minimum(pieces.last[which], x[part]) + SLACK_MM
            with np.errstate(invalid="ignore", divide="ignore"):
                for places in pieces.behind(which, x[part], z[part], apart):
                    on = (places >= first) & (places <= last)
                    places = np.where(on, places, np.nan)
                    found[part] = np.fmin(found[part], np.fmin.reduce(places, axis=0))
        return found


def _laid(x: Sequence[float], z: Sequence[float], radius: float) -> list[tuple[_Piece, float]]:
    """The pieces that are to be seen, each with where it begins."""
    order = _pieces(x, z, radius)
    kept = [(next(order), -math.inf)]
    for piece in order:
        while True:
            over, since = kept[-1]
            begins = _overtakes(piece, over, since, radius)
            if begins is not None and begins <= since:
                kept.pop()
                continue
            if begins is not None:
                kept.append((piece, begins))
            break
    return kept


def _pieces(x: Sequence[float], z: Sequence[float], radius: float) -> Iterator[_Piece]:
    """Slopes and corners in the order of the ground, the level before and beyond among them; faces have no slope."""
    corners = [
        _Piece(2 * i + 1, corner_x - radius, corner_x + radius, corner_z, 0.0, corner_x)
        for i, (corner_x, corner_z) in enumerate(zip(x, z, strict=True))
    ]
    yield _Piece(0, -math.inf, x[0], z[0] + radius, 0.0, beyond=corners[0])
    for i, (corner, beyond) in enumerate(pairwise(corners)):
        yield corner
        run, rise = x[i + 1] - x[i], z[i + 1] - z[i]
        if run <= 0:
            continue
        grade, length = rise / run, math.hypot(run, rise)
        lean = radius * rise / length
        height = z[i] + radius * run / length + (lean - x[i]) * grade
        yield _Piece(2 * i + 2, x[i] - lean, x[i + 1] - lean, height, grade, beyond=beyond)
    yield corners[-1]
    yield _Piece(2 * len(x), x[-1], math.inf, z[-1] + radius, 0.0)


def _overtakes(piece: _Piece, over: _Piece, since: float, radius: float) -> float | None:
    """Where ``piece`` comes to lie higher than ``over``, which is to be seen from ``since`` on; None where it never does."""
    if piece.place == over.place + 1:
        # A corner and a slope at it touch: where, is known better than it can be worked out.
        return piece.first if piece.middle is None else over.last
    first, last = max(since, piece.first), min(over.last, piece.last)
    if piece.at(first, radius) >= over.at(first, radius):
        return first
    if last < first or piece.at(last, radius) < over.at(last, radius):
        return over.last if first <= over.last < piece.last else None
    return min(max(_meet(over, piece, radius), first), last)


def _meet(one: _Piece, two: _Piece, radius: float) -> float:
    """Where the second comes up through the first."""
    if one.middle is None and two.middle is None:
        return (two.height - one.height) / (one.grade - two.grade) if one.grade != two.grade else -math.inf
    if one.middle is not None and two.middle is not None:
        run, rise = two.middle - one.middle, two.height - one.height
        square = run * run + rise * rise
        up = math.sqrt(max(radius * radius / square - 0.25, 0.0))
        return (one.middle + two.middle) / 2 - up * rise
    arc, line = (one, two) if two.middle is None else (two, one)
    assert arc.middle is not None
    above = line.height + line.grade * arc.middle - arc.height
    long = 1 + line.grade * line.grade
    reach = math.sqrt(max(radius * radius * long - above * above, 0.0))
    # An arc bends down: a line comes up through it where it ends, and it comes up through a line where it begins.
    return arc.middle + ((reach if arc is one else -reach) - above * line.grade) / long

"""Ground as a line of points in the direction of travel, and where a wheel rests on it.

Level before its first point and after its last. A wheel's centre lies on the upper envelope of the ground grown
by the wheel's radius: over a slope a line beside it, over a corner an arc around it. Both are exact; nothing is
sampled.
"""

from collections.abc import Sequence
from dataclasses import field
from functools import cached_property
from typing import TYPE_CHECKING

from jorvak.core.calculation import Refused
from jorvak.core.record import record

if TYPE_CHECKING:
    import numpy as np
    from numpy.typing import NDArray

    Array = NDArray[np.float64]

FEW = 12
"""So many slopes within a wheel's reach are simply all looked at."""
MOST_AT_ONCE = 400_000
"""So many places times slopes are looked at together: more would only fill the memory."""


@record(frozen=True)
class Ground:
    """Corners of the ground, ``x`` never decreasing; two of one x are a vertical face."""

    x: "Array"
    z: "Array"
    _by_radius: "dict[float, _Carriers]" = field(default_factory=dict, repr=False, compare=False)

    @classmethod
    def of(cls, corners: Sequence[tuple[float, float]], field: str = "terrain_mm") -> "Ground":
        """The ground through these corners. Raises Refused on ``field`` or on one of its places."""
        import numpy as np

        if not corners:
            raise Refused(
                field, "Ground needs at least one point, for example [[0, 0], [0, 300], [4000, 300]]."
            )
        both = np.array(corners, dtype=float)
        x, z = both[:, 0], both[:, 1]
        back = np.flatnonzero(np.diff(x) < 0)
        third = np.flatnonzero((x[2:] == x[:-2]) if len(x) > 2 else np.zeros(0, dtype=bool))
        wrong = sorted(
            [(int(i) + 1, "folds back") for i in back[:1]] + [(int(i) + 2, "third") for i in third[:1]]
        )
        if wrong:
            at, why = wrong[0]
            raise Refused(
                f"{field}.{at}",
                f"The ground folds back at x = {x[at]:g}: give its points in the direction of travel."
                if why == "folds back"
                else f"Three points stand at x = {x[at]:g}: two make a vertical face, a third says nothing.",
            )
        return cls(x, z)

    def height(self, at: "Array") -> "Array":
        """How high the ground is; at a face its upper edge."""
        import numpy as np

        found: Array = np.interp(at, self.x, self.z)
        if len(self._faces) == 0:
            return found
        left, right = self.x.searchsorted(at, "left"), self.x.searchsorted(at, "right")
        face = right - left == 2
        if face.any():
            found[face] = np.maximum(self.z[left[face]], self.z[right[face] - 1])
        return found

    @cached_property
    def _faces(self) -> "NDArray[np.intp]":
        """The corners before a vertical face."""
        faces: NDArray[np.intp] = (self.x[1:] == self.x[:-1]).nonzero()[0]
        return faces

    def rests(self, at: "Array", radius: float) -> "Array":
        """Height of the centre of a wheel of that radius at each x."""
        import numpy as np

        carriers = self._carriers(radius)
        if len(self.x) <= FEW:
            highest: Array = np.maximum(*map(np.maximum.reduce, carriers.over_all(at)))
            return highest
        before = self.x.searchsorted(at - radius, "left") - 1
        after = self.x.searchsorted(at + radius, "right")
        if int((after - before).max(initial=0)) <= FEW:
            return self._highest(carriers, at, before, after)[0]
        # The slope that carries the wheel only goes on as the wheel does: between two places it lies between theirs.
        order = np.argsort(at, kind="stable")
        at, before, after = at[order], before[order], after[order]
        some = np.append(np.arange(0, len(at) - 1, FEW), len(at) - 1)
        _, carries = self._highest(carriers, at[some], before[some], after[some])
        of = np.clip(np.searchsorted(some, np.arange(len(at)), "right") - 1, 0, max(len(some) - 2, 0))
        low = np.maximum(before, carries[of] - 1)
        high = np.minimum(after, carries[np.minimum(of + 1, len(some) - 1)] + 1)
        centre = np.empty_like(at)
        near = high - low <= FEW
        for part in (near, ~near):
            centre[order[part]] = self._highest(carriers, at[part], low[part], high[part])[0]
        return centre

    def _highest(
        self, carriers: "_Carriers", at: "Array", low: "NDArray[np.intp]", high: "NDArray[np.intp]"
    ) -> "tuple[Array, NDArray[np.intp]]":
        """The highest centre over the slopes from ``low`` to ``high``, and which slope that is; −1 is the level before."""
        import numpy as np

        width = int((high - low).max(initial=0)) + 1
        centre, carries = np.empty_like(at), np.empty(len(at), dtype=np.intp)
        last = len(self.x) - 1
        size = max(1, MOST_AT_ONCE // width)
        for start in range(0, len(at), size):
            part = slice(start, start + size)
            corners = low[part] + np.arange(width + 1)[:, None]
            slopes, arcs = carriers.over(
                at[part], np.clip(corners[:-1], -1, last) + 1, np.clip(corners, 0, last)
            )
            over = np.maximum(slopes, np.maximum(arcs[:-1], arcs[1:]))
            best = over.argmax(axis=0)
            centre[part] = over[best, np.arange(len(best))]
            carries[part] = low[part] + best
        return centre, carries

    def _carriers(self, radius: float) -> "_Carriers":
        if radius not in self._by_radius:
            self._by_radius[radius] = _Carriers.of(self, radius)
        return self._by_radius[radius]

    def stops(self, radius: float) -> list[float]:
        """Where a wheel's centre is stopped by a face that it cannot drive, in the direction of travel.

        A face is not driven if its top is higher than the centre of a wheel that stands before it (a face up)
        or beyond it (a face down) on the ground of the low side alone.
        """
        import numpy as np

        found = []
        for i in self._faces:
            face, here, there = float(self.x[i]), float(self.z[i]), float(self.z[i + 1])
            up = there > here
            low = Ground(self.x[: i + 1], self.z[: i + 1]) if up else Ground(self.x[i + 1 :], self.z[i + 1 :])
            stands = face - radius if up else face + radius
            centre = float(low.rests(np.array([stands]), radius)[0])
            if max(here, there) > centre:
                found.append(stands)
        return found


@record(frozen=True)
class _Carriers:
    """What carries a wheel of one radius: corners of the ground, and slopes, the level before and beyond among them.

    Over a slope its centre is at ``height`` + ``grade`` · x from ``first`` to ``last``; a face has no such place.
    """

    radius: float
    corner_x: "Array"
    corner_z: "Array"
    first: "Array"
    last: "Array"
    grade: "Array"
    height: "Array"

    @classmethod
    def of(cls, ground: Ground, radius: float) -> "_Carriers":
        import numpy as np

        x, z = ground.x, ground.z
        run, rise = np.diff(x), np.diff(z)
        face = run <= 0
        # Where there is no slope a run of 1 keeps the division good; its outcome is not used.
        grade = rise / np.where(face, 1.0, run)
        length = np.where(face, 1.0, np.hypot(run, rise))
        lean = radius * rise / length
        over = z[:-1] + radius * run / length + (lean - x[:-1]) * grade
        return cls(
            radius,
            x,
            z,
            first=np.concatenate([[-np.inf], np.where(face, np.inf, x[:-1] - lean), x[-1:]]),
            last=np.concatenate([x[:1], np.where(face, -np.inf, x[1:] - lean), [np.inf]]),
            grade=np.concatenate([[0.0], grade, [0.0]]),
            height=np.concatenate([z[:1] + radius, over, z[-1:] + radius]),
        )

    def over(
        self, at: "Array", slopes: "NDArray[np.intp]", corners: "NDArray[np.intp]"
    ) -> "tuple[Array, Array]":
        """Heights of the centre at each place (second axis) over slopes and corners (first axis).

        −inf where one does not carry it. Slope 0 is the level before the first corner.
        """

        return _heights(
            at,
            self.radius,
            (self.height[slopes], self.grade[slopes], self.first[slopes], self.last[slopes]),
            (self.corner_x[corners], self.corner_z[corners]),
        )

    def over_all(self, at: "Array") -> "tuple[Array, Array]":
        """``over`` every slope and every corner."""
        return _heights(at, self.radius, *self._columns)

    @cached_property
    def _columns(self) -> "tuple[tuple[Array, ...], tuple[Array, ...]]":
        slopes = (self.height, self.grade, self.first, self.last)
        return tuple(each[:, None] for each in slopes), (self.corner_x[:, None], self.corner_z[:, None])


def _heights(
    at: "Array", radius: float, slopes: "tuple[Array, ...]", corners: "tuple[Array, ...]"
) -> "tuple[Array, Array]":
    import numpy as np

    height, grade, first, last = slopes
    beside = height + grade * at
    np.putmask(beside, (at < first) | (at > last), -np.inf)
    corner_x, corner_z = corners
    off = at - corner_x
    under = radius * radius - off * off
    arc = corner_z + np.sqrt(np.maximum(under, 0.0))
    np.putmask(arc, under < 0, -np.inf)
    return beside, arc

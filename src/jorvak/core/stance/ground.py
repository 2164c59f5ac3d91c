"""Ground as a line of points in the direction of travel, and where a wheel rests on it.

Level before its first point and after its last. A wheel's centre lies on the upper envelope of the ground grown
by the wheel's radius: over a slope a line beside it, over a corner an arc around it. Both are exact; nothing is
sampled.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

from jorvak.core.calculation import Refused

if TYPE_CHECKING:
    import numpy as np
    from numpy.typing import NDArray

    Array = NDArray[np.float64]

FEW = 12
"""So many slopes within a wheel's reach are simply all looked at."""
MOST_AT_ONCE = 400_000
"""So many places times slopes are looked at together: more would only fill the memory."""


@dataclass(frozen=True)
class Ground:
    """Corners of the ground, ``x`` never decreasing; two of one x are a vertical face."""

    x: "Array"
    z: "Array"

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
        left, right = np.searchsorted(self.x, at, "left"), np.searchsorted(self.x, at, "right")
        face = right - left == 2
        if face.any():
            found[face] = np.maximum(self.z[left[face]], self.z[right[face] - 1])
        return found

    def rests(self, at: "Array", radius: float) -> "Array":
        """Height of the centre of a wheel of that radius at each x."""
        import numpy as np

        before = np.searchsorted(self.x, at - radius, "left") - 1
        after = np.searchsorted(self.x, at + radius, "right")
        if int((after - before).max(initial=0)) <= FEW:
            return self._highest(at, radius, before, after)[0]
        # The slope that carries the wheel only goes on as the wheel does: between two places it lies between theirs.
        order = np.argsort(at, kind="stable")
        at, before, after = at[order], before[order], after[order]
        some = np.append(np.arange(0, len(at) - 1, FEW), len(at) - 1)
        _, carries = self._highest(at[some], radius, before[some], after[some])
        of = np.clip(np.searchsorted(some, np.arange(len(at)), "right") - 1, 0, max(len(some) - 2, 0))
        low = np.maximum(before, carries[of] - 1)
        high = np.minimum(after, carries[np.minimum(of + 1, len(some) - 1)] + 1)
        centre = np.empty_like(at)
        near = high - low <= FEW
        for part in (near, ~near):
            centre[order[part]] = self._highest(at[part], radius, low[part], high[part])[0]
        return centre

    def _highest(
        self, at: "Array", radius: float, low: "NDArray[np.intp]", high: "NDArray[np.intp]"
    ) -> "tuple[Array, NDArray[np.intp]]":
        """The highest centre over the slopes from ``low`` to ``high``, and which slope that is."""
        import numpy as np

        width = int((high - low).max(initial=0)) + 1
        centre, carries = np.empty_like(at), np.empty(len(at), dtype=np.intp)
        size = max(1, MOST_AT_ONCE // width)
        for start in range(0, len(at), size):
            part = slice(start, start + size)
            slopes = low[part, None] + np.arange(width)
            over = self._over(slopes, at[part, None], radius)
            best = over.argmax(axis=1)
            centre[part] = over[np.arange(len(best)), best]
            carries[part] = low[part] + best
        return centre, carries

    def _over(self, slopes: "NDArray[np.intp]", at: "Array", radius: float) -> "Array":
        """Height of the centre over the slope from each corner to the next; −1 and the last are level ground."""
        import numpy as np

        last = len(self.x) - 1
        first = np.minimum(np.maximum(slopes, 0), last)
        second = np.minimum(np.maximum(slopes + 1, 0), last)
        x1, z1, x2, z2 = self.x[first], self.z[first], self.x[second], self.z[second]
        run, rise = x2 - x1, z2 - z1
        length = np.hypot(run, rise)
        upright = run <= 0
        # Where there is no slope a run of 1 keeps the division good; its outcome is not used.
        safe_run, safe_length = np.where(upright, 1.0, run), np.where(length > 0, length, 1.0)
        lean = radius * rise / safe_length
        beside = z1 + radius * run / safe_length + (at - x1 + lean) * rise / safe_run
        # Before its foot on the slope a wheel stands on the first corner, beyond it on the second.
        on_first, on_second = at < x1 - lean, at > x2 - lean
        off = at - np.where(on_first, x1, x2)
        under = radius * radius - off * off
        corner = np.where(on_first, z1, z2)
        # Of a face the upper edge carries; the centre beside it is upright.
        corner = np.where(upright, np.maximum(z1, z2), corner)
        arc = np.where(under >= 0, corner + np.sqrt(np.maximum(under, 0.0)), -np.inf)
        over = np.where(on_first | on_second | upright, arc, beside)
        level = np.where((slopes < 0) & (at <= self.x[0]), self.z[0] + radius, -np.inf)
        level = np.where((slopes >= last) & (at >= self.x[-1]), self.z[-1] + radius, level)
        return np.where((slopes < 0) | (slopes >= last), level, over)

    def stops(self, radius: float) -> list[float]:
        """Where a wheel's centre is stopped by a face that it cannot drive, in the direction of travel.

        A face is not driven if its top is higher than the centre of a wheel that stands before it (a face up)
        or beyond it (a face down) on the ground of the low side alone.
        """
        import numpy as np

        found = []
        for i in np.flatnonzero(np.diff(self.x) == 0):
            face, here, there = float(self.x[i]), float(self.z[i]), float(self.z[i + 1])
            up = there > here
            low = Ground(self.x[: i + 1], self.z[: i + 1]) if up else Ground(self.x[i + 1 :], self.z[i + 1 :])
            stands = face - radius if up else face + radius
            centre = float(low.rests(np.array([stands]), radius)[0])
            if max(here, there) > centre:
                found.append(stands)
        return found

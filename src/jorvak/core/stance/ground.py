"""Ground as a line of points in the direction of travel, level before its first and after its last."""

from collections.abc import Sequence
from dataclasses import field
from functools import cached_property
from typing import TYPE_CHECKING

from jorvak.core.calculation import Refused
from jorvak.core.immutable import record
from jorvak.core.stance.envelope import Envelope

if TYPE_CHECKING:
    import numpy as np
    from numpy.typing import NDArray

    Array = NDArray[np.float64]


RADII = 16
"""Of so many radii of wheels a ground remembers where they go."""


@record(frozen=True)
class Ground:
    """Corners of the ground, ``x`` never decreasing; two of one x are a vertical face."""

    x: "Array"
    z: "Array"
    _by_radius: dict[float, Envelope] = field(default_factory=dict, repr=False, compare=False)

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
        return self.wheel(radius).at(at)

    def wheel(self, radius: float) -> Envelope:
        """Where the centre of a wheel of that radius goes."""
        if radius not in self._by_radius:
            if len(self._by_radius) >= RADII:
                self._by_radius.clear()
            self._by_radius[radius] = Envelope.of(self.x.tolist(), self.z.tolist(), radius)
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
            stands = face - radius if up else face + radius
            # What is further away than the wheel reaches, and one corner beyond, says nothing.
            reach = slice(max(int(self.x.searchsorted(stands - radius)) - 1, 0), i + 1)
            if not up:
                reach = slice(i + 1, int(self.x.searchsorted(stands + radius, "right")) + 1)
            low = Ground(self.x[reach], self.z[reach])
            centre = float(low.rests(np.array([stands]), radius)[0])
            if max(here, there) > centre:
                found.append(stands)
        return found

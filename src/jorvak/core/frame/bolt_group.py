"""A bracket under a pull: what each bolt of its group gets."""

import math
from collections.abc import Sequence
from itertools import combinations

from pydantic import Field

from jorvak.core.calculation import SLACK, Answer, Calculation, Given, Number, Point3, Positive, Refused
from jorvak.core.frame.bolt import SHEAR_SHARE
from jorvak.core.frame.cautions import FIRST_LOOK
from jorvak.core.immutable import record

TENSION_SHARE = 0.75
ON_A_LINE_MM = 1e-6
NO_MOMENT_NMM = 1e-6
CAUTION = f"Plate, edges and prying are not in it. {FIRST_LOOK}"


class BoltAt(Given):
    x_mm: Number = Field(description="in the plane of the bracket", examples=[0])
    y_mm: Number = Field(description="in the plane of the bracket", examples=[60])


class BoltGroupIn(Given):
    bolts: list[BoltAt] = Field(min_length=2, max_length=200, description="at least two")
    stress_area_mm2: Positive = Field(description="of one thread", examples=[84.27])
    tensile_mpa: Positive = Field(description="tensile strength of the class", examples=[1040])
    force_n: Point3 = Field(
        description="the peak, x, y, z; z off the plane positive", examples=[[3000, -8000, 5000]]
    )
    at_mm: Point3 = Field(description="where it acts, x, y, z; z above the plane", examples=[[130, 20, 80]])


class BoltUse(Answer):
    shear_n: float = Field(description="across it")
    tension_n: float = Field(description="along it, 0 where it is pressed")
    use: float = Field(description="of what it holds, both together")


class BoltGroupOut(Answer):
    bolts: list[BoltUse] = Field(description="each as given")
    worst: int = Field(description="which, from 0")
    use: float = Field(description="of the worst one")
    factor: float | None = Field(description="1/use; null at 0")
    caution: str = Field(description="what is not in it")


@record(frozen=True, slots=True)
class Pull:
    """The force, and its place from the middle of the bolts."""

    fx: float
    fy: float
    fz: float
    dx: float
    dy: float
    z: float

    @property
    def moments(self) -> tuple[float, float]:
        """What stretches the bolts along x, and along y: Nmm."""
        return self.fz * self.dx - self.fx * self.z, self.fz * self.dy - self.fy * self.z


def bolt_group(given: BoltGroupIn) -> BoltGroupOut:
    """Elastic group about the bolts' middle. Source: strength of materials.

    Raises Refused on ``bolts.N`` for a bolt given twice, on ``bolts`` where they stand on one line and a moment turns
    the bracket about it.
    """
    for at, each in enumerate(given.bolts):
        if any(math.hypot(each.x_mm - one.x_mm, each.y_mm - one.y_mm) <= SLACK for one in given.bolts[:at]):
            raise Refused(f"bolts.{at}", f"There is a bolt at {each.x_mm:g}, {each.y_mm:g} already.")
    n = len(given.bolts)
    mid_x, mid_y = sum(each.x_mm for each in given.bolts) / n, sum(each.y_mm for each in given.bolts) / n
    places = [(each.x_mm - mid_x, each.y_mm - mid_y) for each in given.bolts]
    pull = Pull(*given.force_n, given.at_mm[0] - mid_x, given.at_mm[1] - mid_y, given.at_mm[2])
    uses = [
        _use(given, shear, tension)
        for shear, tension in zip(_shears(pull, places), _tensions(pull, places), strict=True)
    ]
    worst = max(range(n), key=lambda at: uses[at].use)
    use = uses[worst].use
    return BoltGroupOut(
        bolts=uses, worst=worst, use=use, factor=1 / use if use > SLACK else None, caution=CAUTION
    )


def _use(given: BoltGroupIn, shear: float, tension: float) -> BoltUse:
    holds = given.tensile_mpa * given.stress_area_mm2
    use = math.hypot(shear / (SHEAR_SHARE * holds), tension / (TENSION_SHARE * holds))
    return BoltUse(shear_n=shear, tension_n=tension, use=use)


def _shears(pull: Pull, places: Sequence[tuple[float, float]]) -> list[float]:
    n = len(places)
    turns = pull.dx * pull.fy - pull.dy * pull.fx
    polar = sum(x * x + y * y for x, y in places)
    return [math.hypot(pull.fx / n - turns * y / polar, pull.fy / n + turns * x / polar) for x, y in places]


def _tensions(pull: Pull, places: Sequence[tuple[float, float]]) -> list[float]:
    xx, yy = sum(x * x for x, _ in places), sum(y * y for _, y in places)
    xy = sum(x * y for x, y in places)
    about_x, about_y = pull.moments
    along = _one_line(places)
    if along is None:
        determinant = xx * yy - xy * xy
        p, q = (about_x * yy - about_y * xy) / determinant, (about_y * xx - about_x * xy) / determinant
    else:
        ux, uy = along
        if abs(about_y * ux - about_x * uy) > NO_MOMENT_NMM:
            raise Refused(
                "bolts",
                "All bolts stand on one line and the pull turns the bracket about it: nothing here holds against that. "
                "A bolt beside the line, or a pull in line with it.",
            )
        rises = (about_x * ux + about_y * uy) / (xx + yy)
        p, q = rises * ux, rises * uy
    return [max(pull.fz / len(places) + p * x + q * y, 0.0) for x, y in places]


def _one_line(places: Sequence[tuple[float, float]]) -> tuple[float, float] | None:
    """The direction of the line on which all stand; None where they do not."""
    one, other = max(combinations(places, 2), key=lambda two: math.dist(*two))
    long = math.dist(one, other)
    ux, uy = (other[0] - one[0]) / long, (other[1] - one[1]) / long
    aside = max(abs((x - one[0]) * uy - (y - one[1]) * ux) for x, y in places)
    return (ux, uy) if aside <= ON_A_LINE_MM else None


CALCULATION = Calculation(
    "bolt-group",
    BoltGroupIn,
    bolt_group,
    BoltGroupOut,
    "a bracket under a pull: shear and tension of each bolt, and how much of it is used",
    "elastic bolt group about its middle, strength of materials",
)

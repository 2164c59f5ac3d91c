"""A bolt: what it is stretched to by a torque, and what breaks it."""

import math
import re
from typing import Literal

from pydantic import Field

from jorvak.core.calculation import Answer, Calculation, Given, Positive, Refused
from jorvak.core.frame.cautions import FIRST_LOOK
from jorvak.core.immutable import record

Grade = Literal["8.8", "10.9", "12.9", "5", "8"]
INCH_GRADES: tuple[Grade, ...] = ("5", "8")
COARSE_MM = {5: 0.8, 6: 1.0, 8: 1.25, 10: 1.5, 12: 1.75, 14: 2.0, 16: 2.0, 18: 2.5, 20: 2.5, 22: 2.5, 24: 3.0}
KSI_MPA = 6.894757
NM_PER_LBF_FT = 1.3558179483
SHEAR_SHARE = 0.6
"""Of the tensile strength, what shears a bolt."""
CAUTION = f"A torque in the vehicle's own manual beats this one. {FIRST_LOOK}"


class BoltIn(Given):
    thread: str = Field(description="M12x1.25, M10 (coarse), 1/2-20, 1-8 or 1 1/8-7", examples=["M12x1.25"])
    grade: Grade = Field(description="8.8, 10.9 or 12.9 metric; 5 or 8 inch", examples=["10.9"])
    nut_factor: Positive = Field(
        description="K of T = K·F·d: 0.20 dry, 0.15 oiled, 0.12 greased", le=1, examples=[0.2]
    )
    share_pct: Positive = Field(75.0, description="of proof that it is stretched to", le=90)


class BoltOut(Answer):
    stress_area_mm2: float = Field(description="of the thread")
    tensile_mpa: float = Field(description="tensile strength of the class")
    proof_kn: float = Field(description="what it holds without staying longer")
    preload_kn: float = Field(description="what it is stretched to")
    torque_nm: float = Field(description="that does it, in this condition")
    torque_lbf_ft: float = Field(description="the same")
    breaks_in_shear_kn: float = Field(description="through the thread")
    breaks_in_tension_kn: float = Field(description="pulled")
    caution: str = Field(description="what is not in it")


@record(frozen=True, slots=True)
class Thread:
    """Diameter and pitch of a thread, in mm."""

    diameter_mm: float
    pitch_mm: float
    inch: bool

    @property
    def stress_area_mm2(self) -> float:
        """Source: ISO 898-1 and SAE J429; both say the same of a thread of 60°."""
        # The inch form has its own rounding of 0.9382 in threads per inch.
        of_pitch = 0.9743 if self.inch else 0.9382
        return math.pi / 4 * (self.diameter_mm - of_pitch * self.pitch_mm) ** 2


def bolt(given: BoltIn) -> BoltOut:
    """Preload as a share of proof, torque by T = K·F·d. Source: ISO 898-1, SAE J429.

    Raises Refused on ``thread``, and on ``grade`` for a class of the other family.
    """
    thread = thread_of(given.thread)
    if given.grade in INCH_GRADES and not thread.inch:
        raise Refused("grade", f"{given.thread} is metric: 8.8, 10.9 or 12.9 is stamped on its head.")
    if given.grade not in INCH_GRADES and thread.inch:
        raise Refused("grade", f"{given.thread} is an inch thread: grade 5 (three lines) or 8 (six lines).")
    proof_mpa, tensile_mpa = _strength_mpa(given.grade, thread)
    area = thread.stress_area_mm2
    proof_kn = proof_mpa * area / 1000
    preload_kn = proof_kn * given.share_pct / 100
    torque_nm = given.nut_factor * preload_kn * thread.diameter_mm
    return BoltOut(
        stress_area_mm2=area,
        tensile_mpa=tensile_mpa,
        proof_kn=proof_kn,
        preload_kn=preload_kn,
        torque_nm=torque_nm,
        torque_lbf_ft=torque_nm / NM_PER_LBF_FT,
        breaks_in_shear_kn=SHEAR_SHARE * tensile_mpa * area / 1000,
        breaks_in_tension_kn=tensile_mpa * area / 1000,
        caution=CAUTION,
    )


def thread_of(text: str, field: str = "thread") -> Thread:
    """A thread as it is stamped. Raises Refused on ``field``.

    >>> thread_of("M10")
    Thread(diameter_mm=10.0, pitch_mm=1.5, inch=False)
    """
    plain = text.strip().replace("×", "x")
    metric = re.fullmatch(r"[Mm](\d+(?:\.\d+)?)(?:\s*[xX]\s*(\d+(?:\.\d+)?))?", plain)
    if metric is not None:
        return _metric(text, field, float(metric[1]), metric[2])
    inch = re.fullmatch(r"(?:(\d+)\s+)?(\d+)(?:/(\d+))?\s*-\s*(\d+)", plain)
    if inch is None or (inch[1] is not None and inch[3] is None):
        raise Refused(
            field, f"“{text[:40]}” is no thread that is known here: M12x1.25, M10, 1/2-20 or 1 1/8-7."
        )
    if (inch[3] is not None and int(inch[3]) == 0) or int(inch[4]) == 0:
        raise Refused(field, f"“{text[:40]}” divides by nothing: such as 1/2-20.")
    diameter = (int(inch[1] or 0) + int(inch[2]) / int(inch[3] or 1)) * 25.4
    return _sane(text, field, Thread(diameter, 25.4 / int(inch[4]), inch=True))


def _metric(text: str, field: str, diameter: float, pitch: str | None) -> Thread:
    if pitch is not None:
        return _sane(text, field, Thread(diameter, float(pitch), inch=False))
    coarse = COARSE_MM.get(int(diameter)) if diameter == int(diameter) else None
    if coarse is None:
        raise Refused(
            field,
            f"“{text[:40]}” has no coarse pitch that is known here: write the pitch too, such as M11x1.5.",
        )
    return Thread(diameter, coarse, inch=False)


def _sane(text: str, field: str, thread: Thread) -> Thread:
    if not (3 <= thread.diameter_mm <= 100 and 0 < thread.pitch_mm < thread.diameter_mm / 3):
        raise Refused(
            field, f"“{text[:40]}” cannot be a thread: its pitch and its diameter do not go together."
        )
    return thread


def _strength_mpa(grade: Grade, thread: Thread) -> tuple[float, float]:
    """Proof and tensile strength of a class at a diameter."""
    thick = thread.diameter_mm > (25.4 if thread.inch else 16)
    match grade:
        case "8.8":
            return (600.0, 830.0) if thick else (580.0, 800.0)
        case "10.9":
            return 830.0, 1040.0
        case "12.9":
            return 970.0, 1220.0
        case "5":
            proof, tensile = (74.0, 105.0) if thick else (85.0, 120.0)
            return proof * KSI_MPA, tensile * KSI_MPA
        case _:
            return 120.0 * KSI_MPA, 150.0 * KSI_MPA


CALCULATION = Calculation(
    "bolt",
    BoltIn,
    bolt,
    BoltOut,
    "a bolt: what torque stretches it to what, and what breaks it",
    "ISO 898-1, SAE J429; T = K·F·d",
)

"""Four simulated scales under the wheels: a line a second each, ``LF 612.5 kg ST``; ``ST`` settled, ``US`` not."""

import math
import random
import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from jorvak.core.calculation import Refused

Pad = Literal["LF", "RF", "LR", "RR"]
PADS: tuple[Pad, ...] = ("LF", "RF", "LR", "RR")
ACROSS = {"LF": "RR", "RR": "LF", "RF": "LR", "LR": "RF"}
FAULTS = ("none", "never settles", "one silent")
NOISE_KG = 0.4
DRIFT_KG_PER_MIN = 0.3
BOUNCE_KG, BOUNCE_S = 45.0, 3.5
SETTLED_KG = 1.0
NOT_LEVEL_KG = 3.0
"""What the pad that stands a few millimetres too high takes from its neighbours: its own corner and that across."""
_LINE = re.compile(r"(LF|RF|LR|RR) (-?\d{1,5}\.\d) kg (ST|US)")


@dataclass(frozen=True, slots=True)
class Reading:
    """What one line says."""

    pad: Pad
    kg: float
    settled: bool

    @classmethod
    def of(cls, line: str) -> "Reading":
        """Read a line. Raises Refused on ``line`` for one that is none."""
        match = _LINE.fullmatch(line.strip())
        if match is None:
            raise Refused("line", f"“{line[:40]}” is no line of a scale. One reads LF 612.5 kg ST.")
        return cls(match[1], float(match[2]), match[3] == "ST")  # type: ignore[arg-type]


class Scales:
    """Pads that read what truly stands on each; ``high``: the one that is not level. The same seed reads the same."""

    def __init__(
        self, truth_kg: Sequence[float], seed: int = 1, fault: str = "none", high: Pad = "RR"
    ) -> None:
        self._truth = dict(zip(PADS, truth_kg, strict=True))
        self._seed, self._fault, self._high = seed, fault, high

    def lines_at(self, second: int, zeroed_at: int | None, rolled_at: int | None) -> list[str]:
        """The lines of one second, since the scales were switched on; None: not done yet."""
        return [
            self._line(pad, second, zeroed_at, rolled_at)
            for pad in PADS
            if not (self._fault == "one silent" and pad == "LR")
        ]

    def _line(self, pad: Pad, second: int, zeroed_at: int | None, rolled_at: int | None) -> str:
        chance = random.Random(f"{self._seed} {pad} {second}")
        own = random.Random(f"{self._seed} {pad}").uniform(-8, 8)
        drift = DRIFT_KG_PER_MIN / 60 * (second - (zeroed_at or 0))
        zero = drift if zeroed_at is not None else own + drift
        since = None if rolled_at is None or second < rolled_at else second - rolled_at
        load, bounce = 0.0, 0.0
        if since is not None:
            load = self._truth[pad] + self._not_level(pad)
            swing = BOUNCE_KG if self._fault == "never settles" else BOUNCE_KG * math.exp(-since / BOUNCE_S)
            bounce = swing * math.cos(1.9 * since + 0.5)
            settled = swing < SETTLED_KG
        else:
            settled = True
        kg = load + zero + bounce + chance.gauss(0, NOISE_KG)
        return f"{pad} {kg:.1f} kg {'ST' if settled else 'US'}"

    def _not_level(self, pad: Pad) -> float:
        return NOT_LEVEL_KG if pad in (self._high, ACROSS[self._high]) else -NOT_LEVEL_KG

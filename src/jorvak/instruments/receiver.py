"""A simulated satellite receiver that speaks NMEA 0183 on a serial-like stream."""

import random
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

KNOTS_PER_KMH = 1 / 1.852
KM_PER_DEGREE = 111.32


@dataclass(frozen=True, slots=True)
class Faults:
    """What a receiver does wrong: the second after which it says nothing, how many sentences in a thousand have a
    bad checksum, how many jump, and whether the port is set to another speed than it sends at."""

    silent_after_s: int | None = None
    bad_checksums_per_mille: int = 0
    jumps_per_mille: int = 0
    wrong_baud: bool = False


def sentence(body: str) -> str:
    """A sentence with its checksum: the bytes between $ and * taken together by exclusive or."""
    check = 0
    for byte in body.encode("ascii"):
        check ^= byte
    return f"${body}*{check:02X}\r\n"


class Receiver:
    """Says where it is and how fast, once a second, along a drive of true speeds in km/h."""

    def __init__(
        self, speeds_kmh: Sequence[float], begins: datetime, faults: Faults | None = None, seed: int = 1
    ) -> None:
        self._sentences = self._all(
            speeds_kmh, begins.astimezone(UTC), faults or Faults(), random.Random(seed)
        )
        self._wrong_baud = bool(faults and faults.wrong_baud)

    def read(self, seconds: int) -> bytes:
        """What comes in the next so many seconds; nothing when the drive is over or the receiver has gone silent."""
        words = "".join(next(self._sentences, "") for _ in range(seconds)).encode("ascii")
        # Read at another speed the bits fall into other bytes.
        return bytes((byte * 7 + 131) % 256 | 0x80 for byte in words) if self._wrong_baud else words

    def _all(
        self, speeds_kmh: Sequence[float], begins: datetime, faults: Faults, dice: random.Random
    ) -> Iterator[str]:
        north = 61.2
        for second, speed in enumerate(speeds_kmh):
            if faults.silent_after_s is not None and second >= faults.silent_after_s:
                return
            shown = max(speed + dice.gauss(0, 0.15), 0.0)
            if dice.randrange(1000) < faults.jumps_per_mille:
                shown += 60
            north += speed / 3600 / KM_PER_DEGREE
            at = begins + timedelta(seconds=second)
            words = _recommended_minimum(at, north, shown)
            if dice.randrange(1000) < faults.bad_checksums_per_mille:
                words = words[:-4] + ("00" if words[-4:-2] != "00" else "11") + "\r\n"
            yield words


def _recommended_minimum(at: datetime, north_deg: float, speed_kmh: float) -> str:
    degrees = int(north_deg)
    minutes = (north_deg - degrees) * 60
    return sentence(
        f"GPRMC,{at:%H%M%S}.00,A,{degrees:02d}{minutes:07.4f},N,00823.4000,E,"
        f"{speed_kmh * KNOTS_PER_KMH:.2f},004.0,{at:%d%m%y},,,A"
    )

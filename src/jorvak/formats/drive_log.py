"""A drive as its speeds over time, from NMEA sentences, GPX or CSV; what cannot be read is counted and said."""

import math
from collections.abc import Iterable
from dataclasses import dataclass, field
from datetime import UTC, date, datetime
from itertools import pairwise
from typing import Literal

from jorvak.core.calculation import Refused
from jorvak.formats.csv_text import csv_rows
from jorvak.formats.gpx import apart_km, read_gpx

KMH_PER_KNOT = 1.852
LONGEST_LINE = 400
JUMP_KMH_PER_S = 25.0
"""No vehicle gains or loses that in a second: the fix has jumped."""
MOST_POINTS = 2_000_000
MOST_BYTES = {"nmea": 200_000_000, "gpx": 6_000_000, "csv": 6_000_000}
"""Of all pieces of a drive together; what is only whole at its end is read in two seconds."""
Kind = Literal["nmea", "gpx", "csv"]


@dataclass(frozen=True, slots=True)
class Moment:
    """``at_s`` since the drive began; ``indicated_kmh`` None where nothing on board said what the dial shows."""

    at_s: float
    gps_kmh: float
    indicated_kmh: float | None = None


@dataclass(slots=True)
class Trouble:
    """What was left out, and why."""

    bad_checksums: int = 0
    unreadable: int = 0
    without_speed: int = 0
    jumps: int = 0

    def sentences(self) -> list[str]:
        """In words, for a builder."""
        left_out = (
            (self.bad_checksums, "with a checksum that does not agree"),
            (self.unreadable, "that cannot be read; is the port set to the receiver's speed?"),
            (self.without_speed, "without a speed"),
            (self.jumps, "that jump by more than a vehicle can"),
        )
        return [f"{count} lines left out {why}" for count, why in left_out if count]


@dataclass(slots=True)
class Reader:
    """Takes bytes as they come, in pieces of any size, and keeps the moments that they hold."""

    kind: Kind
    moments: list[Moment] = field(default_factory=list)
    trouble: Trouble = field(default_factory=Trouble)
    _rest: bytes = b""
    _began: float | None = None
    _whole: list[bytes] = field(default_factory=list)
    _bytes: int = 0

    def take(self, piece: bytes) -> None:
        """Read on. GPX and CSV are kept until ``finish``: they are only whole at their end. Raises Refused on ``file``."""
        self._bytes += len(piece)
        most = MOST_BYTES[self.kind]
        if self._bytes > most:
            self._whole.clear()
            raise Refused("file", f"That drive has more than {most // 1_000_000} MB: give a part of it.")
        if self.kind != "nmea":
            self._whole.append(piece)
            return
        *lines, self._rest = (self._rest + piece).split(b"\n")
        for line in lines:
            self._sentence(line.strip())
        if len(self._rest) > LONGEST_LINE:
            self.trouble.unreadable += 1
            self._rest = b""

    def finish(self) -> None:
        """The end of the file. Raises Refused on ``file``."""
        if self.kind == "nmea":
            self._sentence(self._rest.strip())
            self._rest = b""
            return
        data = b"".join(self._whole)
        self._whole.clear()
        for moment in gpx_moments(data) if self.kind == "gpx" else csv_moments(data, self.trouble):
            self.keep(moment)

    def keep(self, moment: Moment) -> None:
        """Keep a moment, unless it jumps against the one before. Raises Refused on ``file`` for too many."""
        last = self.moments[-1] if self.moments else None
        if last is not None:
            gone = max(moment.at_s - last.at_s, 0.2)
            if abs(moment.gps_kmh - last.gps_kmh) > JUMP_KMH_PER_S * gone:
                self.trouble.jumps += 1
                return
        if len(self.moments) >= MOST_POINTS:
            raise Refused("file", f"More than {MOST_POINTS:,} moments: give a part of the drive.")
        self.moments.append(moment)

    def _sentence(self, line: bytes) -> None:
        import pynmea2

        if not line:
            return
        try:
            words = line.decode("ascii")
        except UnicodeDecodeError:
            self.trouble.unreadable += 1
            return
        if "RMC" not in words[:8]:
            if not words.startswith(("$", "!")):
                self.trouble.unreadable += 1
            return
        try:
            sentence = pynmea2.parse(words, check=True)
        except pynmea2.ChecksumError:
            self.trouble.bad_checksums += 1
            return
        except (pynmea2.ParseError, ValueError):
            self.trouble.unreadable += 1
            return
        if sentence.spd_over_grnd is None or sentence.timestamp is None or sentence.status != "A":
            self.trouble.without_speed += 1
            return
        try:
            day = sentence.datestamp or date(2000, 1, 1)
            stamp = datetime.combine(day, sentence.timestamp, UTC).timestamp()
            speed = float(sentence.spd_over_grnd) * KMH_PER_KNOT
        except (TypeError, ValueError, OverflowError):
            # Where a field does not read as what it is, the reader leaves it as text.
            self.trouble.unreadable += 1
            return
        if not math.isfinite(speed) or speed < 0:
            self.trouble.unreadable += 1
            return
        self._began = stamp if self._began is None else self._began
        self.keep(Moment(stamp - self._began, speed))


def kind_of_file(name: str, first: bytes) -> Kind:
    """By its name, or by how it begins. Raises Refused on ``file``."""
    ending = name.lower().rsplit(".", 1)[-1]
    if ending == "gpx" or first.lstrip()[:1] == b"<":
        return "gpx"
    if ending in ("nmea", "log", "txt") or first.lstrip()[:1] == b"$":
        return "nmea"
    if ending == "csv" or b"," in first[:400] or b";" in first[:400]:
        return "csv"
    raise Refused(
        "file", "That is no drive: give an NMEA log, a GPX track, or a CSV with gps_kmh and indicated_kmh."
    )


def gpx_moments(data: bytes) -> list[Moment]:
    """Speeds of a GPX track, from its own or from place and time. Raises Refused on ``file``."""
    points = [
        (time, lat, lon, speed)
        for line in read_gpx(data, timed=True)
        if line.kind == "track"
        for time, lat, lon, speed in zip(line.times, line.lat, line.lon, line.speed, strict=True)
    ]
    if not points:
        raise Refused("file", "There is no track in this GPX.")
    timed = [(_stamp(time), lat, lon, speed) for time, lat, lon, speed in points if time]
    if len(timed) < len(points):
        raise Refused("file", "This GPX has neither speeds nor times: a route that was drawn, not driven.")
    moments = []
    for (before, from_lat, from_lon, _), (now, lat, lon, own) in pairwise(timed):
        gone = now - before
        if gone > 0:
            speed = own if math.isfinite(own) else 1000 * apart_km(from_lat, from_lon, lat, lon) / gone
            moments.append(Moment(now - timed[0][0], speed * 3.6))
    return moments


def _stamp(time: str) -> float:
    """Seconds of a time as GPX writes it; one that says no zone is UTC, as satellites give it. Raises Refused."""
    try:
        stamp = datetime.fromisoformat(time)
        return (stamp if stamp.tzinfo is not None else stamp.replace(tzinfo=UTC)).timestamp()
    except (ValueError, OverflowError):
        raise Refused("file", f"This GPX cannot be read: “{time[:30]}” is no time.") from None


def csv_moments(data: bytes, trouble: Trouble) -> Iterable[Moment]:
    """Rows with gps_kmh and indicated_kmh, and time_s where there is one. Raises Refused on ``file``."""
    rows, _ = csv_rows(data)
    names = [name.strip() for name in rows[0]] if rows else []
    if "gps_kmh" not in names or "indicated_kmh" not in names:
        raise Refused(
            "file",
            "The first line has to name the columns gps_kmh and indicated_kmh, and time_s if there is one.",
        )
    gps, shown = names.index("gps_kmh"), names.index("indicated_kmh")
    at = names.index("time_s") if "time_s" in names else None
    for second, cells in enumerate(row for row in rows[1:] if any(row)):
        try:
            moment = Moment(
                float(second) if at is None else float(cells[at]), float(cells[gps]), float(cells[shown])
            )
        except (ValueError, IndexError):
            trouble.unreadable += 1
            continue
        # What is no number is not at least nothing either.
        if min(moment.at_s, moment.gps_kmh, moment.indicated_kmh or 0.0) >= 0 and math.isfinite(
            moment.at_s + moment.gps_kmh + (moment.indicated_kmh or 0.0)
        ):
            yield moment
        else:
            trouble.unreadable += 1

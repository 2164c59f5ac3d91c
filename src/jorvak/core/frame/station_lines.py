"""Stations and points as they are scratched on a board: a name, then three or six numbers."""

import re
from collections.abc import Iterator, Sequence

from jorvak.core.calculation import Point3
from jorvak.core.frame.records import PointAt, StationAt
from jorvak.core.immutable import record
from jorvak.core.quantities import LENGTH, Preset, Unreadable, read

NUMBERS = re.compile(
    r"""[-−+]?\d+'\s*\d*(?:[ -]\d+/\d+)?"?      # feet and inches
      | [-−+]?\d+[ -]\d+/\d+(?:\s*(?:in|"))?     # whole and fraction
      | [-−+]?\d+/\d+(?:\s*(?:in|"))?            # a fraction
      | [-−+]?\d+(?:[.,]\d+)?(?:\s*(?:mm|cm|m|in|")(?![a-z]))?
    """,
    re.VERBOSE | re.IGNORECASE,
)


@record(frozen=True, slots=True)
class ReadLine:
    """A line as it was read: a station with its two points, or one point; None with ``why_not``."""

    text: str
    station: StationAt | None
    point: PointAt | None
    why_not: str | None


def read_stations(text: str, preset: Preset) -> tuple[ReadLine, ...]:
    """Each line that has anything in it: ``front hanger 40 −381 610 40 381 610``, or a point with three numbers.

    Numbers are lengths, bare ones in the unit that is shown; ; | and tabs between them are passed over. A station that
    is written as two lines, ``horn L`` and ``horn R``, stays two points.
    """
    return tuple(_read_line(line.strip(), preset) for line in text.splitlines() if line.strip())


def _read_line(line: str, preset: Preset) -> ReadLine:
    name, rest = _name_and_rest(line)
    found = [each.group() for each in NUMBERS.finditer(rest)]
    if ":" not in line and len(found) in (4, 7) and found[0].isdigit():
        # The first is of its name: body mount 2. Behind a colon it is a number too many.
        name, found = f"{name} {found[0]}".strip(), found[1:]
    if not name or name.isdigit():
        return _not_read(line, "It wants a name before its numbers: front hanger 40 −381 610 40 381 610.")
    if len(found) not in (3, 6):
        return _not_read(
            line,
            f"“{name}” has {len(found)} numbers: three for a point (back, right, up), six for a station (left, then right).",
        )
    try:
        numbers = list(_numbers(found, preset))
    except Unreadable as error:
        return _not_read(line, f"“{name}”: {error}")
    if len(numbers) == 3:
        return ReadLine(line, None, PointAt(name=name, at=_point(numbers)), None)
    station = StationAt(name=name, left=_point(numbers[:3]), right=_point(numbers[3:]))
    if station.right[1] <= station.left[1]:
        return _not_read(
            line,
            f"“{name}”: left is written first and right second, right is positive: were the two exchanged?",
        )
    return ReadLine(line, station, None, None)


def _not_read(line: str, why: str) -> ReadLine:
    return ReadLine(line, None, None, why)


def _name_and_rest(line: str) -> tuple[str, str]:
    """What stands before a colon, else before the first number that stands by itself; and the rest."""
    before, colon, after = line.partition(":")
    if colon:
        return _as_name(before), after
    start = re.search(r"(?:^|[\s;|,\t])([-−+]?\d)", line)
    if start is None:
        return _as_name(line), ""
    return _as_name(line[: start.start(1)]), line[start.start(1) :]


def _as_name(text: str) -> str:
    return re.sub(r"[./]", " ", text.strip(" ;|,\t"))[:60].strip()


def _numbers(found: Sequence[str], preset: Preset) -> Iterator[float]:
    for each in found:
        sign = -1.0 if each[0] in "-−" else 1.0
        yield sign * read(each.lstrip("-−+").strip(), LENGTH, preset.unit(LENGTH).symbol).value


def _point(numbers: Sequence[float]) -> Point3:
    x, y, z = numbers
    return x, y, z

"""Shelf parts that make a line between two faces: yokes, joints, flanges, adapters."""

from collections.abc import Iterator, Sequence
from functools import cache
from typing import Any

from pydantic import Field

from jorvak.core.calculation import (
    SLACK,
    Answer,
    Calculation,
    Given,
    NotNegative,
    Positive,
    Refused,
    names_differ,
)
from jorvak.core.driveline.mate import FACES, MateIn, MatePair, mate
from jorvak.core.immutable import record

MOST_SHOWN = 10
MOST_PARTS, MOST_AT_ONCE = 200, 8
Face = dict[str, Any]


class ChainPart(Given):
    name: str = Field(min_length=1, description="the part", examples=["flange plate"])
    a: Face = Field(description="one face: kind and its fields, as mate has them")
    b: Face = Field(description="the other face; the part can lie either way")
    length_mm: Positive = Field(description="from face to face", examples=[80])
    price: NotNegative = Field(0.0, description="what it costs")


class ChainIn(Given):
    from_: Face = Field(alias="from", description="the face that is there at one end")
    to: Face = Field(description="the face that is there at the other")
    length_mm: Positive = Field(description="between them", examples=[900])
    length_tolerance_mm: NotNegative = Field(5.0, description="what the length may be off")
    parts: list[ChainPart] = Field(description="what there is", max_length=MOST_PARTS)
    at_most: int = Field(4, strict=True, ge=1, le=MOST_AT_ONCE, description="parts in a chain")


class Link(Answer):
    name: str = Field(description="the part")
    turned: bool = Field(description="it lies the other way, b towards from")


class Chain(Answer):
    parts: list[Link] = Field(description="from one end to the other")
    length_mm: float = Field(description="all together")
    price: float = Field(description="all together")
    unknown: int = Field(description="fields of faces that nobody knows")


class ChainOut(Answer):
    chains: list[Chain] = Field(description="best first, ten at most")


@record(frozen=True, slots=True)
class Laid:
    """A part as it lies: by its place in the list, turned or not, with its faces towards ``from`` and towards ``to``."""

    at: int
    turned: bool
    near: int
    far: int


def chain(given: ChainIn) -> ChainOut:
    """Every line of parts whose faces join and whose lengths add up. Source: mate, for each two that meet.

    Raises Refused on a face that is none, and on a name given twice.
    """
    names_differ((each.name for each in given.parts), "parts")
    faces = [given.from_, given.to]
    _check(given.from_, "from")
    _check(given.to, "to")
    for at, part in enumerate(given.parts):
        for side in ("a", "b"):
            face: Face = getattr(part, side)
            _check(face, f"parts.{at}.{side}")
            faces.append(face)
    laid = [each for at in range(len(given.parts)) for each in _ways(at)]

    @cache
    def unknown_between(one: int, other: int) -> int | None:
        return _unknown(faces[one], faces[other])

    found: list[Chain] = []
    longest = given.length_mm + given.length_tolerance_mm + SLACK

    def lay(line: tuple[Laid, ...], far: int, length: float, unknown: int) -> None:
        if line and abs(length - given.length_mm) <= given.length_tolerance_mm + SLACK:
            closes = unknown_between(far, 1)
            if closes is not None:
                found.append(_chain(given, line, length, unknown + closes))
        if len(line) == given.at_most:
            return
        used = {each.at for each in line}
        for each in laid:
            longer = length + given.parts[each.at].length_mm
            if each.at in used or longer > longest:
                continue
            joins = unknown_between(far, each.near)
            if joins is not None:
                lay((*line, each), each.far, longer, unknown + joins)

    lay((), 0, 0.0, 0)
    return ChainOut(chains=sorted(found, key=_rank)[:MOST_SHOWN])


def _check(face: Face, field: str) -> None:
    kind = face.get("kind")
    if not isinstance(kind, str) or kind not in FACES:
        raise Refused(
            f"{field}.kind", f"“{str(kind)[:40]}” is no kind of face. There are {', '.join(FACES)}."
        )
    if not {*FACES[kind], *face} - {"kind"}:
        raise Refused(field, "This face has no fields to compare: give at least one.")
    for key, value in face.items():
        if isinstance(value, (dict, list)):
            raise Refused(f"{field}.{key}", f"{key} is a number or a word, not a list.")


def _ways(at: int) -> Iterator[Laid]:
    a, b = 2 + 2 * at, 3 + 2 * at
    yield Laid(at, False, a, b)
    yield Laid(at, True, b, a)


def _unknown(near: Face, far: Face) -> int | None:
    """How many fields of two faces that meet nobody knows; None: they do not join."""
    if near["kind"] != far["kind"]:
        return None
    a, b = ({key: value for key, value in face.items() if key != "kind"} for face in (near, far))
    outcome = mate(MateIn(pairs=[MatePair(name="joint", kind=near["kind"], a=a, b=b)]))
    return None if outcome.mismatches else len(outcome.unknown)


def _chain(given: ChainIn, line: Sequence[Laid], length: float, unknown: int) -> Chain:
    parts = [given.parts[each.at] for each in line]
    return Chain(
        parts=[Link(name=part.name, turned=each.turned) for part, each in zip(parts, line, strict=True)],
        length_mm=length,
        price=sum(part.price for part in parts),
        unknown=unknown,
    )


def _rank(each: Chain) -> tuple[int, float, int, list[tuple[str, bool]]]:
    return each.unknown, each.price, len(each.parts), [(part.name, part.turned) for part in each.parts]


CALCULATION = Calculation(
    "chain",
    ChainIn,
    chain,
    ChainOut,
    "parts of the shelf that make a line between two faces, of the right length",
    "mate, for each two faces that meet",
)

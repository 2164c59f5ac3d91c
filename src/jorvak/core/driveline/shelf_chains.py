"""Parts of the shelf and of donors that close a line between two faces of this rig, from face to face and in length."""

from collections.abc import Iterator
from itertools import combinations

from jorvak.core.calculation import Refused
from jorvak.core.driveline.chain import Chain, ChainIn, ChainPart, chain
from jorvak.core.driveline.mate import FACES
from jorvak.core.engine.asking import Ask
from jorvak.core.immutable import record
from jorvak.core.vehicle.records import Face, Part, PartPlace

AT_HAND: tuple[PartPlace, ...] = ("shelf", "donor", "wanted")
NO_FACE = "other"
"""What is known of a part besides is kept among its faces, and joins nothing."""


@record(frozen=True, slots=True)
class ShelfLink:
    """A part as it lies in a chain: which of its faces look towards ``from`` and towards ``to``."""

    part: str
    place: PartPlace
    near: str
    far: str
    length_mm: float
    price: float | None


@record(frozen=True, slots=True)
class ShelfChain:
    """A chain: ``unknown`` fields of faces that nobody knows are to be measured before it is trusted."""

    links: tuple[ShelfLink, ...]
    length_mm: float
    price: float
    unknown: int


@record(frozen=True, slots=True)
class ShelfChains:
    """The chains that close the line, best first; ``left_out`` are parts with two faces and no length noted."""

    length_mm: float
    chains: tuple[ShelfChain, ...]
    left_out: tuple[str, ...]


def shelf_chains(
    ask: Ask, from_face: str, to_face: str, length_mm: float, tolerance_mm: float, at_most: int
) -> ShelfChains:
    """Chains between two faces, each ``PART/FACE``. Raises Refused on ``from``, ``to`` or what ``chain`` does not take."""
    ends = [_face(ask, named, field) for named, field in ((from_face, "from"), (to_face, "to"))]
    of_ends = {named.partition("/")[0] for named in (from_face, to_face)}
    parts = [each for each in ask.all(Part) if each.place in AT_HAND and each.name not in of_ends]
    left_out = tuple(part.name for part in parts if len(_joining(part)) > 1 and _length(ask, part) is None)
    ways = {way.name: (way, part, faces) for part in parts for way, faces in _ways(ask, part)}
    came_to = chain(
        ChainIn.model_validate(
            {
                "from": _as_given(ends[0]),
                "to": _as_given(ends[1]),
                "length_mm": length_mm,
                "length_tolerance_mm": tolerance_mm,
                "parts": [way for way, _, _ in ways.values()],
                "at_most": at_most,
            }
        )
    )
    unlike: dict[object, ShelfChain] = {}
    for each in came_to.chains:
        made = _shelf_chain(each, ways)
        if _each_once(made):
            # A part whose faces are alike is the same chain either way round.
            unlike.setdefault(_seen_along(each, ways), made)
    return ShelfChains(length_mm, tuple(unlike.values()), left_out)


def _face(ask: Ask, named: str, field: str) -> Face:
    part_name, _, face_name = named.partition("/")
    part = next((each for each in ask.all(Part) if each.name == part_name), None)
    face = None if part is None else part.faces.get(face_name)
    if face is None:
        raise Refused(field, f"There is no face “{named[:80]}” on this rig: a part, and one of its faces.")
    if face.kind not in FACES or face.kind == NO_FACE:
        raise Refused(field, f"“{named[:80]}” is nothing that a part is bolted to.")
    return face


def _as_given(face: Face) -> dict[str, object]:
    return {"kind": face.kind, **{key: value for key, value in face.fields.items() if value is not None}}


def _joining(part: Part) -> list[str]:
    return [name for name, face in part.faces.items() if face.kind in FACES and face.kind != NO_FACE]


def _length(ask: Ask, part: Part) -> float | None:
    length: float | None = ask.maybe(f"parts.{part.name}.length_mm")
    return length


def _ways(ask: Ask, part: Part) -> Iterator[tuple[ChainPart, tuple[str, str]]]:
    """A part from each of its faces to each other one."""
    length = _length(ask, part)
    if length is None:
        return
    for a, b in combinations(_joining(part), 2):
        yield (
            ChainPart(
                name=f"{part.name}, {a} to {b}",
                a=_as_given(part.faces[a]),
                b=_as_given(part.faces[b]),
                length_mm=length,
                price=part.price or 0.0,
            ),
            (a, b),
        )


def _shelf_chain(each: Chain, ways: dict[str, tuple[ChainPart, Part, tuple[str, str]]]) -> ShelfChain:
    links = []
    for link in each.parts:
        way, part, (a, b) = ways[link.name]
        near, far = (b, a) if link.turned else (a, b)
        links.append(ShelfLink(part.name, part.place, near, far, way.length_mm, part.price))
    return ShelfChain(tuple(links), each.length_mm, each.price, each.unknown)


def _seen_along(each: Chain, ways: dict[str, tuple[ChainPart, Part, tuple[str, str]]]) -> object:
    """What a chain is made of, face by face from one end to the other."""
    seen = []
    for link in each.parts:
        way, part, _ = ways[link.name]
        near, far = (way.b, way.a) if link.turned else (way.a, way.b)
        seen.append((part.name, tuple(sorted(map(str, near.items()))), tuple(sorted(map(str, far.items())))))
    return tuple(seen)


def _each_once(each: ShelfChain) -> bool:
    return len({link.part for link in each.links}) == len(each.links)

"""Every two faces of parts that go onto one another, beside one another, whether a change brings them or not."""

from typing import Literal

from jorvak.core.driveline.mate import FACES, MateIn, MatePair, mate
from jorvak.core.immutable import record
from jorvak.core.rig import Rig
from jorvak.core.vehicle.records import Face, Part

Verdict = Literal["agrees", "differs", "not known"]
Value = float | str | None


@record(frozen=True, slots=True)
class FaceRow:
    """One thing that has to agree: on either side, and ``agrees``, ``differs`` or ``not known``."""

    field: str
    here: Value
    there: Value
    verdict: Verdict


@record(frozen=True, slots=True)
class FacePair:
    """A face of a part, and the face of another that it goes onto. ``kind`` is what it is compared as."""

    part: str
    face: str
    other: str
    other_face: str
    kind: str
    rows: tuple[FaceRow, ...]


def face_pairs(rig: Rig) -> tuple[FacePair, ...]:
    """Every pair once, in the order of the parts."""
    parts = {part.name: part for part in rig.all(Part)}
    pairs: dict[frozenset[str], FacePair] = {}
    for part in parts.values():
        for name, face in part.faces.items():
            other, _, other_face = (face.meets or "").partition("/")
            there = parts[other].faces.get(other_face) if other in parts else None
            if there is not None:
                both = frozenset((f"{part.name}/{name}", f"{other}/{other_face}"))
                pairs.setdefault(both, _pair(part, name, face, parts[other], other_face, there))
    return tuple(pairs.values())


def _pair(part: Part, name: str, face: Face, other: Part, other_face: str, there: Face) -> FacePair:
    kind = face.kind if face.kind in FACES else "other"
    compared = MatePair(name=f"{part.name}/{name}", kind=kind, a=dict(there.fields), b=dict(face.fields))
    fields = sorted({*FACES[kind], *face.fields, *there.fields})
    outcome = mate(MateIn(pairs=[compared])) if fields else None
    differs = {each.field for each in outcome.mismatches} if outcome else set()
    unknown = {each.field for each in outcome.unknown} if outcome else set()
    rows = tuple(
        FaceRow(
            field,
            face.fields.get(field),
            there.fields.get(field),
            "differs" if field in differs else "not known" if field in unknown else "agrees",
        )
        for field in fields
    )
    return FacePair(part.name, name, other.name, other_face, kind, rows)

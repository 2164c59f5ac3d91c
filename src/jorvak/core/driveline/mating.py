"""Which faces meet when a change brings a part, and whether they go together.

A part's face says what it meets (``gearbox/output``). Where an adapter has a face for each of the two, the
pair becomes two: what was there against the adapter, and the adapter against what comes.
"""

from collections.abc import Iterator, Mapping, Sequence

from jorvak.core.driveline.mate import FACES, MateIn, MateOut, MatePair, mate
from jorvak.core.immutable import record
from jorvak.core.plan.kinds import own_fields
from jorvak.core.rig import Change
from jorvak.core.vehicle.records import Face, Part


@record(frozen=True, slots=True)
class Meeting:
    """Two faces that meet by a change: ``outcome`` says whether they go together."""

    change: int
    name: str
    kind: str
    part: str
    outcome: MateOut


def meetings(shelf: Sequence[Part], changes: Sequence[Change]) -> tuple[Meeting, ...]:
    """Every pair of faces that the changes bring together."""
    parts = {part.name: part for part in shelf}
    return tuple(meeting for change in changes for meeting in _meetings(parts, change))


def _meetings(parts: Mapping[str, Part], change: Change) -> Iterator[Meeting]:
    if not change.fields.get("part"):
        return
    fields = own_fields(change)
    part = parts.get(getattr(fields, "part", None) or "")
    adapter = parts.get(getattr(fields, "adapter", None) or "")
    if part is None:
        return
    for name, face in part.faces.items():
        there = _face(parts, face.meets)
        if there is None or face.meets is None:
            continue
        towards = _that_meets(adapter, face.meets)
        away = _that_meets(adapter, f"{part.name}/{name}")
        if adapter is not None and towards is not None and away is not None:
            yield _meeting(
                change, face.meets, there, f"{adapter.name}/{towards}", adapter.faces[towards], part
            )
            yield _meeting(
                change, f"{adapter.name}/{away}", adapter.faces[away], f"{part.name}/{name}", face, part
            )
        else:
            yield _meeting(change, face.meets, there, f"{part.name}/{name}", face, part)


def _face(parts: Mapping[str, Part], address: str | None) -> Face | None:
    name, _, face = (address or "").partition("/")
    return parts[name].faces.get(face) if name in parts else None


def _that_meets(part: Part | None, address: str) -> str | None:
    faces = part.faces.items() if part is not None else ()
    return next((name for name, face in faces if face.meets == address), None)


def _meeting(change: Change, there: str, a: Face, here: str, b: Face, part: Part) -> Meeting:
    name = f"{there.replace('/', ', ')} to {here.replace('/', ', ')}"
    kind = b.kind if b.kind in FACES else "other"
    pair = MatePair(name=name, kind=kind, a=dict(a.fields), b=dict(b.fields))
    if not a.fields and not b.fields and not FACES[kind]:
        return Meeting(change.id, name, kind, part.name, MateOut(fits=False, mismatches=[], unknown=[]))
    return Meeting(change.id, name, kind, part.name, mate(MateIn(pairs=[pair])))

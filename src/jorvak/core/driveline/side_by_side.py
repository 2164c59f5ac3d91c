"""Two parts side by side, face by face: what is alike, what differs, and what is to be measured in the yard."""

from typing import Literal

from jorvak.core.calculation import Refused
from jorvak.core.driveline.mate import FACES, MateIn, MatePair, mate
from jorvak.core.immutable import record
from jorvak.core.plan.kinds import Draft, draft, kind_of, kinds
from jorvak.core.rig import Rig, Value
from jorvak.core.vehicle.records import Face, Part

Verdict = Literal["alike", "differs", "unknown"]


@record(frozen=True, slots=True)
class FieldPair:
    """One field of one face on both parts. None: nobody has noted it."""

    face: str
    kind: str
    field: str
    old: Value | None
    new: Value | None
    verdict: Verdict


@record(frozen=True, slots=True)
class SideBySide:
    """The rows, what is still to be measured on each part, and the change that puts the new one in.

    ``swap`` has what is known of the new part; None where a part of its kind is no change, or where what such
    a change cannot do without is not known.
    """

    old: str
    new: str
    rows: tuple[FieldPair, ...]
    measure_old: tuple[str, ...]
    measure_new: tuple[str, ...]
    swap: Draft | None


LISTS: dict[str, tuple[str, ...]] = {
    "transfer-case": (
        "low_ratio", "high_ratio", "rear_output_mm", "front_output_mm", "front_output_side",
        "overall_length_mm", "shift", "shift_place", "low_range_switch", "oil", "oil_l", "torque_rating_nm", "support_mount",
    ),
    "axle": (
        "axle", "width_mm", "track_mm", "differential_side", "pinion_height", "ratio", "brake_size_mm", "hose_ends", "parking_brake", "wheel_speed_rings", "breather",
        "steering", "oil", "rating_kg", "unsprung_kg",
    ),
}  # fmt: skip
"""What is compared beside the faces when such a part is swapped. Source: the trade's lists."""
FACTS = "facts"


def side_by_side(rig: Rig, old: str, new: str) -> SideBySide:
    """``old`` and ``new`` compared. Raises Refused on the one that is not among the rig's parts."""
    before, after = (_part(rig, name, field) for name, field in ((old, "old"), (new, "new")))
    faces = dict.fromkeys((*before.faces, *after.faces))
    listed = LISTS.get(after.kind, ())
    rows = [
        row
        for name in faces
        if name != FACTS
        for row in _rows(name, before.faces.get(name), after.faces.get(name))
    ]
    facts = [part.faces[FACTS].fields if FACTS in part.faces else {} for part in (before, after)]
    keys = dict.fromkeys((*listed, *facts[0], *facts[1]))
    rows += [_row(FACTS, "other", key, facts[0].get(key), facts[1].get(key)) for key in keys]
    return SideBySide(
        old,
        new,
        tuple(rows),
        measure_old=tuple(f"{row.face}, {_words(row.field)}" for row in rows if row.old is None),
        measure_new=tuple(f"{row.face}, {_words(row.field)}" for row in rows if row.new is None),
        swap=_swap(rig, after),
    )


def _swap(rig: Rig, part: Part) -> Draft | None:
    """The change that fits a part: what its facts say, and the adapter that goes with it."""
    if part.kind not in kinds():
        return None
    takes = kind_of(part.kind).fields.model_fields
    facts = part.faces[FACTS].fields if FACTS in part.faces else {}
    fields = {key: value for key, value in facts.items() if key in takes and value is not None}
    if "part" in takes:
        fields["part"] = part.name
    adapter = next((each for each in rig.all(Part) if _adapts(each, part)), None)
    if adapter is not None and "adapter" in takes:
        fields["adapter"] = adapter.name
        length = adapter.faces[FACTS].fields.get("length_mm") if FACTS in adapter.faces else None
        if length is not None:
            fields["adapter_mm"] = length
    try:
        return draft(part.kind, fields)
    except Refused:
        return None


def _adapts(adapter: Part, part: Part) -> bool:
    met = (face.meets for face in adapter.faces.values())
    return adapter.kind == "adapter" and any((meets or "").startswith(f"{part.name}/") for meets in met)


def _part(rig: Rig, name: str, field: str) -> Part:
    for part in rig.all(Part):
        if part.name == name:
            return part
    raise Refused(field, f"There is no part “{name[:60]}” on this rig.")


def _rows(name: str, old: Face | None, new: Face | None) -> list[FieldPair]:
    kind = (new or old or Face(kind="other")).kind
    sides = [dict(face.fields) if face else {} for face in (old, new)]
    keys = dict.fromkeys((*FACES.get(kind, ()), *sides[0], *sides[1]))
    return [_row(name, kind, key, sides[0].get(key), sides[1].get(key)) for key in keys]


def _row(face: str, kind: str, field: str, old: Value | None, new: Value | None) -> FieldPair:
    if old is None or new is None:
        return FieldPair(face, kind, field, old, new, "unknown")
    # Two parts that take one place are compared like with like: gender is a word here, not a pair.
    key = "same_gender" if field == "gender" else field
    pair = MatePair(name=face, kind="other", a={key: old}, b={key: new})
    return FieldPair(face, kind, field, old, new, "alike" if mate(MateIn(pairs=[pair])).fits else "differs")


def _words(field: str) -> str:
    return (
        field.removesuffix("_mm")
        .removesuffix("_deg")
        .removesuffix("_nm")
        .removesuffix("_kg")
        .replace("_", " ")
    )

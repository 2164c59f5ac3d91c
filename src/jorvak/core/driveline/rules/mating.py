"""Faces that do not go together, and those of which nobody knows."""

from collections.abc import Iterator

from jorvak.core.driveline.area import DrivelineResults
from jorvak.core.driveline.mate import Mismatch
from jorvak.core.driveline.mating import Meeting
from jorvak.core.findings import Finding, Here, Settle
from jorvak.core.rig import Change

OWN_CODES = {
    "speed-signal": "speed-signal-lost",
    "output-side": "output-side-clash",
    "wheel": "wheel-does-not-mate",
}
"""Kinds of faces that have a code of their own, raised instead of the general ones."""


def does_not_mate(here: Here) -> Iterator[Finding]:
    """A pair of faces that differs: stop."""
    for meeting in here.results.of(DrivelineResults).mating.value or ():
        if not meeting.outcome.mismatches:
            continue
        yield here.finding(
            OWN_CODES.get(meeting.kind, "does-not-mate"),
            "stop",
            f"{_opened(meeting)}: {'; '.join(_differs(each) for each in meeting.outcome.mismatches)}.",
            "case",
            change=_change(here, meeting),
            settled_by=(Settle(text=_way_out(meeting)),),
            subject=meeting.name,
        )


def mate_unknown(here: Here) -> Iterator[Finding]:
    """A pair of which something is not known: measure it before it is bought."""
    for meeting in here.results.of(DrivelineResults).mating.value or ():
        if meeting.outcome.mismatches or not meeting.outcome.unknown:
            continue
        fields = ", ".join(_words(each.field) for each in meeting.outcome.unknown)
        yield here.finding(
            OWN_CODES.get(meeting.kind, "mate-unknown"),
            "measure",
            f"{_opened(meeting)}: {fields} is not known on both sides.",
            "case",
            change=_change(here, meeting),
            settled_by=(Settle(text=f"Measure {fields} and note it at the part {meeting.part}"),),
            subject=meeting.name,
        )


def _change(here: Here, meeting: Meeting) -> Change:
    return next(change for change in here.moment.changes if change.id == meeting.change)


def _opened(meeting: Meeting) -> str:
    return meeting.name[:1].upper() + meeting.name[1:]


def _differs(each: Mismatch) -> str:
    return f"{_words(each.field)} {_in_words(each.a)} against {_in_words(each.b)}"


def _words(field: str) -> str:
    return field.removesuffix("_mm").removesuffix("_deg").replace("_", " ")


def _in_words(value: object) -> str:
    return f"{value:g}" if isinstance(value, float) else str(value)


def _way_out(meeting: Meeting) -> str:
    if meeting.kind == "speed-signal":
        return "A converter for the signal, or the old sender moved over"
    return "An adapter with a face for each of the two, or another part"


RULES = (does_not_mate, mate_unknown)

"""Limits as sentences that a driver can keep, each with what it comes from."""

from collections.abc import Iterator, Mapping
from typing import Literal

from jorvak.core.findings import Finding
from jorvak.core.immutable import record
from jorvak.core.plan.jobs import System

LimitKind = Literal["before", "on-the-way"]


@record(frozen=True, slots=True)
class Limit:
    """``before``: ``sentence`` is done before leaving, else kept on the way. ``finding`` is the key of the one that
    it comes from, None where it comes from elsewhere; ``sheet`` where that stands."""

    sentence: str
    kind: LimitKind
    comes_from: str
    finding: str | None
    sheet: str


CANNOT_BE_ACCEPTED: frozenset[System] = frozenset(("brakes", "steering", "fuel"))
HOLDS_BACK: frozenset[System] = frozenset(
    ("brakes", "steering", "tyres", "fuel", "load", "driveline", "suspension", "frame", "papers")
)
"""Systems of which an open stop says do not go, and a measure what to read before leaving."""
KEPT: Mapping[str, str] = {
    "axle-ratios-differ": "No four-wheel drive on hard ground.",
    "spare-differs": "With the spare on, no four-wheel drive on hard ground.",
    "brake-leverage": "Leave more room to brake than the vehicle asked for before.",
    "tips-sooner": "Slower in bends and across slopes: it tips sooner than it did.",
    "front-light": "Steep and loose climbs with care: the front is light.",
    "side-heavy": "Slower in bends to the light side.",
    "caster-low": "Both hands on the wheel at speed: it follows the road less by itself.",
    "lamps-to-aim": "Aim the headlamps as it stands laden.",
    "pressure-unset": "Set the pressures for the load, as on the card.",
    "tyre-age": "Look at the tyres every morning: they are old.",
    "shaft-whirls": "Stay below the speed at which the shaft whirls.",
}
"""What a watch comes to for whoever drives. Others are for the builder, and limit nothing that a driver does."""
AS_THEY_SAY = (
    "tyre-speed-short", "speedometer-outside-band", "roof-too-heavy", "place-too-heavy", "due-on-the-way", "overdue",
    "not-proved", "put-off", "temporary-fix", "left-over",
)  # fmt: skip
"""Findings whose own sentence is what a driver keeps, whatever their severity."""
OF_ANY_CHANGE: Mapping[str, str] = {"retighten": "", "running-in": "New gears: "}
"""What is the same whichever change asks for it, and how it then begins: a driver is told it once."""
BEFORE_LEAVING = (
    "lamps-to-aim", "pressure-unset", "overdue", "not-proved", "left-over",
)  # fmt: skip
ACCEPTED_AS: Mapping[str, str] = {
    "axle-ratios-differ": "No four-wheel drive on any surface.",
    "roof-too-heavy": "Nothing on the roof off road.",
    "over-front-axle": "Slowly over rough ground: the front axle is over its limit.",
    "over-rear-axle": "Slowly over rough ground: the rear axle is over its limit.",
    "over-gvm": "Slowly everywhere, and more room to brake: the vehicle is over its limit.",
    "tyre-room": "Not at full lock over bumps: a tyre touches.",
    "joint-too-steep": "Slowly with the axle hanging: a joint of a shaft is at its end.",
    "half-shaft-steep": "No wheel left hanging under power: a half shaft is at its end.",
    "speed-signal-lost": "The speedometer does not work: drive by satellite speed.",
    "water-short": "Fill water at every place that has it.",
    "too-tall": "Mind what hangs low: it is taller than the limit that was noted.",
}
"""What an accepted stop comes to for whoever drives."""


def limit_of(finding: Finding) -> Limit | None:
    """What an open finding limits, which is no reason against going; None where it limits nothing, as money does."""
    if finding.system == "money":
        return None
    if finding.accepted is not None and finding.severity == "stop":
        said = ACCEPTED_AS.get(finding.code, finding.text)
        return Limit(
            said,
            "on-the-way",
            f"{finding.text} Lived with: {finding.accepted.reason}",
            finding.key,
            "findings",
        )
    if finding.accepted is not None:
        return None
    if finding.severity == "measure":
        if finding.system not in HOLDS_BACK:
            return None
        return _of(finding, _to_measure(finding), "before")
    kind: LimitKind = "before" if finding.code in BEFORE_LEAVING else "on-the-way"
    if finding.code in OF_ANY_CHANGE:
        return _of(finding, OF_ANY_CHANGE[finding.code] + _without_the_change(finding), kind)
    if finding.code in AS_THEY_SAY:
        return _of(finding, finding.text, kind)
    if finding.code in KEPT:
        return _of(finding, KEPT[finding.code], kind)
    return _of(finding, finding.text, kind) if finding.severity == "stop" else None


def _without_the_change(finding: Finding) -> str:
    """What a finding says behind the change that it opens with."""
    said = finding.text.partition(": ")[2]
    return said if OF_ANY_CHANGE[finding.code] else said[:1].upper() + said[1:]


def _to_measure(finding: Finding) -> str:
    """What to measure; where that is no figure with a name, with what it is about."""
    if not finding.settled_by:
        return finding.text
    settle = finding.settled_by[0]
    what = f"{settle.text.rstrip('.')}."
    return what if settle.text.startswith("Measure ") else f"{what} {finding.text}"


def _of(finding: Finding, sentence: str, kind: LimitKind) -> Limit:
    return Limit(sentence, kind, finding.text, finding.key, "findings")


def holds_back(finding: Finding) -> bool:
    """Whether an open finding says do not go."""
    if finding.severity != "stop":
        return False
    if finding.accepted is not None and finding.system not in CANNOT_BE_ACCEPTED:
        return False
    return finding.system in HOLDS_BACK


def each_once(limits: Iterator[Limit]) -> tuple[Limit, ...]:
    """Limits with the same sentence once, those to be seen to before leaving first."""
    known: dict[str, Limit] = {}
    for limit in limits:
        known.setdefault(limit.sentence, limit)
    return tuple(sorted(known.values(), key=lambda limit: limit.kind != "before"))

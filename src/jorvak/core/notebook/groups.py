"""Things with several figures that are said in one breath: a shock closed, open and at ride; a shaft's joint in space."""

import re
from typing import Any

from jorvak.core.immutable import record
from jorvak.core.notebook.skeleton import Skeleton, Value
from jorvak.core.notebook.values import Asked, number
from jorvak.core.notebook.words import FILL
from jorvak.core.quantities import Preset


@record(frozen=True, slots=True)
class Group:
    """``names`` of the thing; ``labels`` of its figures, before their values or behind them.

    ``first``: what values without a label are, in order. ``by_unit``: what a value with such a unit is. With ``{e}`` in
    its paths it is there at each end, and has to say at which.
    """

    names: tuple[str, ...]
    labels: dict[str, str]
    first: tuple[str, ...] = ()
    by_unit: dict[str, str] | None = None


S, H = "{e}_suspension", "{e}_shaft"
GROUPS = (
    Group(("shock", "shocks"), {"closed": f"{S}.shock_closed_mm", "open": f"{S}.shock_open_mm", "ride": f"{S}.shock_ride_mm",
                                "at ride": f"{S}.shock_ride_mm", "lean": f"{S}.shock_lean_deg"}),
    Group(("travel", "suspension travel"), {"bump": f"{S}.bump_mm", "droop": f"{S}.droop_mm"}, (f"{S}.bump_mm", f"{S}.droop_mm")),
    Group(("",), {"bump": f"{S}.bump_mm", "droop": f"{S}.droop_mm"}),
    Group(("spring", "coil", "springs", "coils"), {"free": f"{S}.free_length_mm", "rate": f"{S}.rate_n_per_mm", "solid": f"{S}.solid_length_mm"},
          (), {"N/mm": f"{S}.rate_n_per_mm", "lb/in": f"{S}.rate_n_per_mm"}),
    Group(("slip", "shaft slip"), {"engaged": f"{H}.engaged_mm", "to collapse": f"{H}.collapse_mm", "collapse": f"{H}.collapse_mm"}),
    Group(("shaft tube", "tube"), {}, (f"{H}.od_mm", f"{H}.wall_mm")),
    Group(("shaft case joint", "case joint"), {"falls": f"{H}.drive_side_deg"}, (f"{H}.drive_x_mm", f"{H}.drive_y_mm", f"{H}.drive_z_mm")),
    Group(("shaft pinion", "pinion", "shaft pinion joint"), {"falls": f"{H}.pinion_side_deg"}, (f"{H}.pinion_x_mm", f"{H}.pinion_y_mm", f"{H}.pinion_z_mm")),
    Group(("lock", "full lock"), {"out": "steering.lock_out_deg", "inward": "steering.lock_in_deg", "in": "steering.lock_in_deg"}),
    Group(("radius arm", "radius arms"), {"drop": "steering.arm_drop_mm"}, ("steering.arm_length_mm",)),
    Group(("track bar",), {"drop": "steering.track_bar_drop_mm"}, ("steering.track_bar_mm",)),
    Group(("drag link",), {"drop": "steering.drag_link_drop_mm"}, ("steering.drag_link_mm",)),
    Group(("half shaft", "half shafts"), {"reach": "half_shafts.reach_mm", "drop": "half_shafts.drop_mm", "sweep": "half_shafts.sweep_mm",
                                          "limits": "half_shafts.inner_limit_deg half_shafts.outer_limit_deg"}),
    Group(("case", "transfer case"), {"rear output": "transfer.rear_output_mm", "front output": "transfer.front_output_mm",
                                      "front": "transfer.front_output_mm", "oil": "transfer.oil_l", "takes": "transfer.oil_l"}),
    Group(("case", "transfer case"), {}, ("transfer.high_ratio", "transfer.low_ratio")),
    Group(("rake",), {}, ("body.rake_from_mm", "body.rake_to_mm")),
    Group(("spare carrier", "spare room"), {}, ("spare.most_diameter_mm", "spare.most_width_mm")),
    Group(("caster",), {"lower limit": "steering.caster_low_deg", "limit": "steering.caster_low_deg"}, ("steering.caster_deg",)),
    Group(("speedometer", ""), {"teeth": "speedometer.drive_teeth"}),
    Group(("",), {"approach": "aims.approach_deg", "departure": "aims.departure_deg", "breakover": "aims.breakover_deg"}),
    Group(("hub to arch", "ride height", "axle centre to arch", "ride"), {p: f"body.{p}_ride_mm" for p in ("front_left", "front_right", "rear_left", "rear_right")}),
)  # fmt: skip

IGNORED = FILL | {"x", "/", "max", "most", "and", "to", "mm"}


def labelled(group: Group, clause: Skeleton, preset: Preset) -> dict[str, Any]:
    """The figures of a group that a clause says; nothing where it is about something else, or is not all understood.

    Raises Asked where only the end is not said.
    """
    words, end = _end_of(clause.words, group)
    name = next((each for each in sorted(group.names, key=len, reverse=True) if _has(words, each)), None)
    if name is None:
        return {}
    rest = words.replace(name, " ", 1) if name else words
    tokens = _tokens(rest, clause.values, group)
    if tokens is None:
        return {}
    found = _assigned(group, tokens)
    if found is None or not found:
        return {}
    if any("{e}" in path for path in found) and end is None:
        labels = ", ".join(dict.fromkeys(group.labels)) or "for example"
        raise Asked(f"{name or labels}: front or rear? Type for example rear {name} …, with {labels}.")
    return {path.format(e=end): number(path.format(e=end), value, preset) for path, value in found.items()}


def _has(words: str, name: str) -> bool:
    return not name or re.search(rf"(?<![a-z]){re.escape(name)}(?![a-z])", words) is not None


def _end_of(words: str, group: Group) -> tuple[str, str | None]:
    """The words without the end that they are about, and which that is; a group of neither end keeps its words."""
    if not any("{e}" in path for path in (*group.labels.values(), *group.first)):
        return words, None
    ends = re.findall(r"\b(front|rear)\b", words)
    if len(set(ends)) != 1:
        return words, None
    return re.sub(r"\b(front|rear)\b", " ", words), ends[0]


Token = Value | str


def _tokens(words: str, values: tuple[Value, ...], group: Group) -> list[Token] | None:
    """Labels and values in order; None where another word stands among them."""
    left = iter(values)
    tokens: list[Token] = []
    labels = sorted(group.labels, key=len, reverse=True)
    rest = re.sub(r"\s+", " ", words).strip()
    while rest:
        if rest.startswith("#"):
            tokens.append(next(left))
            rest = re.sub(r"^#\S*\s*", "", rest)
            continue
        label = next((each for each in labels if re.match(rf"{re.escape(each)}(?![a-z_])", rest)), None)
        if label is not None:
            tokens.append(label)
            rest = rest[len(label) :].strip()
            continue
        word, _, behind = rest.partition(" ")
        if word not in IGNORED:
            return None
        rest = behind.strip()
    return tokens if any(isinstance(token, Value) for token in tokens) else None


def _assigned(group: Group, tokens: list[Token]) -> dict[str, Value] | None:
    """Each value with the figure that it is; None where one of them is none, or two are the same."""
    found: dict[str, Value] = {}
    first = list(group.first)
    behind = isinstance(tokens[0], Value) and not first
    queue = list(tokens)
    while queue:
        token = queue.pop(0)
        if isinstance(token, str):
            paths = group.labels[token].split()
            if len(queue) < len(paths) or not all(isinstance(each, Value) for each in queue[: len(paths)]):
                return None
            for path in paths:
                value = queue.pop(0)
                assert isinstance(value, Value)
                if path in found:
                    return None
                found[path] = value
            continue
        known = (group.by_unit or {}).get(token.unit)
        if known is not None:
            path = known
        elif behind:
            if not queue or not isinstance(queue[0], str):
                return None
            path = group.labels[str(queue.pop(0))]
        elif first:
            path = first.pop(0)
        else:
            return None
        if path in found or " " in path:
            return None
        found[path] = token
    if first and len(first) < len(group.first) and len(group.first) > 1:
        # Of a pair or a place in space the rest is missing.
        return None
    return found

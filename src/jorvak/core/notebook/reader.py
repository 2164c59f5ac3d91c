"""A line of a notebook as figures, as a change, or as a question back: never wrongly, never half.

Each clause has to be understood to its last word. What is not is asked back, with what would work.
"""

import re
from collections.abc import Callable, Iterator, Mapping
from dataclasses import field, replace
from datetime import date
from typing import Any, NamedTuple

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import BadFigure, checked, spec_of
from jorvak.core.immutable import record
from jorvak.core.notebook.changes import in_shorthand
from jorvak.core.notebook.groups import GROUPS, labelled
from jorvak.core.notebook.skeleton import Skeleton, Value, skeleton
from jorvak.core.notebook.topics import AT_AN_END, CHOICES, TOPICS, Topic
from jorvak.core.notebook.values import Asked, number
from jorvak.core.notebook.wheels import wheels
from jorvak.core.notebook.words import FILL, POSITIONS, bare, plainly, subject_of, unguessed
from jorvak.core.places import ENDS
from jorvak.core.plan.kinds import Draft, draft, kind_of
from jorvak.core.plan.line import read_line
from jorvak.core.plan.typed import Typed
from jorvak.core.quantities import LENGTH, METRIC, RATIO, Preset
from jorvak.core.quantities import read as read_quantity
from jorvak.core.rig import Carrier, Rig

Figures = dict[str, Any]


@record(frozen=True, slots=True)
class Read:
    """What a line says: figures by path in the core's unit, a change, or a question back.

    ``note`` is what stood beside the figures and is none: that the tank was half full. ``guessed``: the line itself
    says so (about, or so, ?), and its figures are assumed. ``carriers``: what a point sits on, where that is said.
    """

    figures: Figures
    change: Draft | None = None
    ask: str | None = None
    note: str | None = None
    guessed: bool = False
    carriers: Mapping[str, Carrier] = field(default_factory=dict)


_CELLS = re.compile(r"(?<=[A-Za-z]);\s*(?=[-+]?\d)")
"""Between a word and its number a semicolon divides two cells of a spreadsheet, and not two statements."""


def read_note(line: str, preset: Preset = METRIC, on: date | None = None, rig: Rig | None = None) -> Read:
    """Read a line of a notebook. ``on`` is today, for days without a year; ``rig`` the vehicle that it is about.

    >>> read_note("track 1540/1530").figures
    {'body.front_track_mm': 1540.0, 'body.rear_track_mm': 1530.0}
    """
    words, guessed = unguessed(_CELLS.sub(" ", line))
    if not words:
        return Read({}, ask="Nothing stands there. Type for example wheelbase 2740.")
    if len(words) > LONGEST:
        return Read({}, ask=f"That is {len(words)} characters long: at most {LONGEST} are read as one line.")
    try:
        found, notes, short = _statement(words, preset, on)
        if found:
            return Read(
                _believable(found),
                note="; ".join(notes) or None,
                guessed=guessed or short,
                carriers=_carriers(words, found),
            )
    except Asked as asked:
        return Read({}, ask=asked.sentence)
    read = _change(words, preset, rig)
    return replace(read, guessed=guessed or read.guessed)


LONGEST = 300


class _Stated(NamedTuple):
    """Figures, what stands beside them and is none, and whether any is a guess by what it is: heads of a crew."""

    figures: Figures
    notes: list[str]
    guessed: bool = False


def _statement(words: str, preset: Preset, on: date | None) -> _Stated:
    """What a line says in all: as a whole, else statement by statement, else clause by clause. Raises Asked."""
    asked: Asked | None = None
    try:
        whole = wheels(words, preset) or _brief(words, on) or _whole(words, preset)
        if whole:
            return _Stated(whole, [])
    except Asked as error:
        asked = error
    statements = [part.strip() for part in words.split(";") if part.strip()]
    if len(statements) > 1:
        found = _Stated({}, [])
        for each in statements:
            one = _statement(each, preset, on)
            if not one.figures and not one.notes:
                if found.figures:
                    raise _not_understood(each)
                return _Stated({}, [])
            found = _Stated(
                found.figures | one.figures, [*found.notes, *one.notes], found.guessed or one.guessed
            )
        return found
    clauses = [part.strip() for part in re.split(r",\s+", words) if part.strip()]
    if len(clauses) > 1:
        found = _clauses(clauses, preset, on)
        if found.figures:
            return found
    if asked is not None:
        raise asked
    return _Stated({}, [words] if _is_remark(words) else [])


def _whole(words: str, preset: Preset) -> Figures:
    line = skeleton(words)
    return _clause(Skeleton(plainly(re.sub(r" , ", " ", f" {line.words} ").strip()), line.values), preset)


def _not_understood(words: str) -> Asked:
    return Asked(f"“{words[:60]}” was not understood, and so nothing of the line was noted.")


def _clauses(parts: list[str], preset: Preset, on: date | None) -> _Stated:
    """Clause by clause; one without a subject or an end of its own has that of the one before."""
    found: Figures = {}
    notes: list[str] = []
    guessed = False
    subject, end = "", ""
    for part in parts:
        line = skeleton(part)
        plain = plainly(line.words)
        short = _short(part, preset)
        guessed = guessed or (short is not None and short.guessed)
        one: Figures = wheels(part, preset) or _brief(part, on) or ({} if short is None else short.figures)
        asked: Asked | None = None
        said = plain
        about = re.sub(r"\b(front|rear)\b ?", "", subject).strip()
        for said in dict.fromkeys(
            (plain, f"{end} {plain}", f"{subject} {plain}", f"{about} {plain}", f"{end} {about} {plain}")
        ):
            if one:
                break
            try:
                one = _clause(Skeleton(re.sub(r"\s+", " ", said).strip(), line.values), preset)
            except Asked as error:
                asked = asked or error
        if not one and _is_remark(part):
            notes.append(part)
            continue
        if not one:
            if asked is not None or found:
                raise asked or _not_understood(part)
            return _Stated({}, [])
        found |= one
        travel = all(path.endswith(("bump_mm", "droop_mm")) for path in one)
        subject = "travel" if travel else subject_of(said)
        end = next(iter(re.findall(r"\b(front|rear)\b", said)), "")
    return _Stated(found, notes, guessed)


_REMARKS = re.compile(
    r"(?:tank|tanks) (?:half|full|empty)|(?:no one|nobody|no-one) in it|empty|(?:diesel|petrol|v\d)(?: \d[.,]\d)?(?: ?l)?"
    r"|wagon|pickup(?: (?:single|double) cab)?|cab-chassis|van|open",
    re.IGNORECASE,
)
"""What builders write beside figures and is none: it is kept as a note of theirs."""


def _is_remark(words: str) -> bool:
    return _REMARKS.fullmatch(words.strip()) is not None


def _short(part: str, preset: Preset) -> Read | None:
    """What areas read in a way of their own, goods and crew."""
    first = part.split(" ")[0].lower()
    if first not in ("goods", "crew") or len(part.split(" ")) < 2:
        return None
    try:
        return _figures_of(read_line(part, Rig(name="-"), preset))
    except Refused:
        return None


def _figures_of(typed: Typed) -> Read:
    """The figures of a line in the shorthand."""
    values = dict.fromkeys((str(typed.path), *typed.also), typed.value)
    return Read(values | {noted.path: noted.value for noted in typed.more}, guessed=typed.known == "assumed")


def _believable(found: Figures) -> Figures:
    try:
        return {
            path: value if path.startswith(FREE) else checked(path, value) for path, value in found.items()
        }
    except BadFigure as error:
        raise Asked(str(error)) from None


FREE = ("brief.",)


def _change(words: str, preset: Preset, rig: Rig | None) -> Read:
    plain, said = in_shorthand(words)
    try:
        typed = read_line(plain, rig or Rig(name="-"), preset)
        if typed.draft is not None:
            made = _saying(typed.draft, said)
            return Read({}, change=made, ask=_missing(made))
    except Refused as refused:
        return Read({}, ask=refused.message)
    return _figures_of(typed)


def _missing(made: Draft) -> str | None:
    """What a change that weighs something still wants to know."""
    kind = kind_of(made.kind)
    weighs = kind.by_mass or made.kind in ("equipment", "tank")
    if not weighs or made.mass_x_mm is not None:
        return None
    return f"{made.title}: how far behind the front axle does it sit? Type it behind “at”, for example {kind.example}."


def _saying(made: Draft, said: dict[str, bool]) -> Draft:
    """A draft with what is said of it beside its shorthand."""
    if not said:
        return made
    again = draft(made.kind, {**made.fields, **said})
    return again.model_copy(
        update={key: getattr(made, key) for key in ("mass_kg", "mass_x_mm", "mass_y_mm", "mass_z_mm")}
    )


MONTHS = (
    "january",
    "february",
    "march",
    "april",
    "may",
    "june",
    "july",
    "august",
    "september",
    "october",
    "november",
    "december",
)
_LEAVING = re.compile(r"leav(?:es|ing)(?: on)? (\d{1,2})\.? ([a-z]+)(?: (\d{4}))?", re.IGNORECASE)
_IN_WEEKS = re.compile(r"leav(?:es|ing) in ([a-z]+|\d+) weeks", re.IGNORECASE)
_COUNTED = ("one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")


def _brief(words: str, on: date | None) -> Figures:
    """The day of leaving and the ceiling: part of the brief, and no figure of the vehicle."""
    found: Figures = {}
    for part in re.split(r",\s+", words):
        one = _of_brief(part.strip(), on)
        if not one:
            return {}
        found |= one
    return found


def _of_brief(words: str, on: date | None) -> Figures:
    if match := re.fullmatch(
        r"(?:ceiling|budget)\s+(?:is\s+)?([\d ]+(?:\.\d+)?)\s*(k)?", words, re.IGNORECASE
    ):
        return {"brief.ceiling": float(match[1].replace(" ", "")) * (1000 if match[2] else 1)}
    if match := _IN_WEEKS.fullmatch(words):
        if on is None:
            raise Asked("In so many weeks from which day? Type for example leaving 12 March.")
        count = (
            int(match[1])
            if match[1].isdigit()
            else _COUNTED.index(match[1].lower()) + 1
            if match[1].lower() in _COUNTED
            else 0
        )
        if count:
            return {"brief.leaves_on": date.fromordinal(on.toordinal() + 7 * count).isoformat()}
    match = _LEAVING.fullmatch(words)
    if match is None:
        return {}
    month = next(
        (i for i, name in enumerate(MONTHS, 1) if name.startswith(match[2].lower()) and len(match[2]) >= 3),
        None,
    )
    if month is None:
        raise Asked(f"“{match[2]}” is no month. Type for example leaving 12 March.")
    if match[3] is None and on is None:
        raise Asked("Of which year? Type for example leaving 12 March 2027.")
    year = int(match[3]) if match[3] else on.year  # type: ignore[union-attr]
    try:
        day = date(year, month, int(match[1]))
        if not match[3] and on is not None and day < on:
            day = date(year + 1, month, int(match[1]))
    except ValueError:
        raise Asked(f"There is no {match[1]} {match[2]}. Type for example leaving 12 March.") from None
    return {"brief.leaves_on": day.isoformat()}


def _as_typed(part: Skeleton) -> str:
    words = part.words
    for value in part.values:
        words = re.sub(r"#\S*", value.typed, words, count=1)
    return words


def _clause(clause: Skeleton, preset: Preset) -> Figures:
    for reader in (_asked_first, _choice, _engine, _special, _gears, _grouped, _point, _by_topic):
        found = reader(clause, preset)
        if found:
            return found
    return {}


_BACK: tuple[tuple[str, str], ...] = (
    (r"spacers? #\S*(?: front| rear)?|spacers? (?:front|rear) #\S*", "wheel spacers, or coil spacers? Type for example coil spacers 30 front."),
    (r"shackles? #\S*", "front or rear? Type for example shackles rear 20."),
    (r"case # from .*donor", "from which part? Note the donor's case as a part first, then type for example transfer-case 2.74 donor case."),
    (r"(?:front|rear) shaft joint #\S*", "which joint? What it bends follows from where both its ends are: type for example rear shaft case joint 1335 0 545 falls 2.2."),
    (r"(?:drive|prop) ?shaft #\S*", "front or rear? Its length follows from where its joints are."),
    (r"studs # turns", "of which pitch? What is engaged is turns times pitch."),
    (r"slip #\S*", "front or rear, and engaged or to collapse? Type for example rear slip 78 engaged."),
    (r"# both", "of what? Type for example axle ratio front and rear 3.73."),
)  # fmt: skip
"""What is asked back whatever else it could be."""


def _asked_first(clause: Skeleton, preset: Preset) -> Figures:
    for pattern, question in _BACK:
        if re.fullmatch(pattern, clause.words):
            raise Asked(f"{_as_typed(clause)}: {question}")
    return {}


def _special(clause: Skeleton, preset: Preset) -> Figures:
    """What is worked out on the way: a speedometer against a satellite, people by the head."""
    words, values = clause.words, clause.values
    if re.fullmatch(
        r"speedometer (?:reads |shows )?#(?:kmh|mph)? at #(?:kmh|mph)? (?:gps|by gps|true)", words
    ):
        shown, true = (float(value.text.replace(",", ".")) for value in values)
        return {"speedometer.stock_error_pct": (shown / true - 1) * 100} if true else {}
    if match := re.fullmatch(r"speedometer (?:reads )?#(?:%)?(?: too)? (high|low)", words):
        off = float(values[0].text.replace(",", "."))
        return {"speedometer.stock_error_pct": off if match[1] == "high" else -off}
    if re.fullmatch(rf"(?:{'|'.join(_COUNTED)}|#) people #(?:kg|lb)", words):
        return {"aims.crew_kg": number("aims.crew_kg", values[-1], preset)}
    return {}


def _choice(clause: Skeleton, preset: Preset) -> Figures:
    if clause.values:
        return {}
    words = clause.words
    for path, value, said in CHOICES:
        if words in said:
            return {path: value}
    ends = [end for end in ENDS if re.search(rf"\b{end}\b", words)]
    all_round = bool(re.search(r"\b(all|both)\b", words)) or len(ends) == 2
    rest = _without(words, "front", "rear", "and", "all", "both", "in", "is", "axle", "the")
    for template, value, said in AT_AN_END:
        if rest in said:
            there = ENDS if all_round or not ends else tuple(ends)
            if not ends and not all_round:
                raise Asked(f"{rest}: front, rear or both? Type for example rear {rest}.")
            return {template.format(e=end): value for end in there}
    return {}


def _without(words: str, *gone: str) -> str:
    for each in gone:
        words = re.sub(rf"\b{re.escape(each)}\b", " ", words)
    return re.sub(r"\s+", " ", words).strip()


_ENGINE: tuple[tuple[str, tuple[str, ...]], ...] = (
    (r"(?:power )?#(?:kw|hp)", ("engine.power_kw",)),
    (r"(?:power )?#(?:kw|hp) at #(?:rpm)?", ("engine.power_kw", "engine.power_at_rpm")),
    (r"power #", ("engine.power_kw",)),
    (r"torque #(?:nm|ft-lb)?|#(?:nm|ft-lb)(?: torque)?", ("engine.torque_nm",)),
    (r"(?:torque )?#(?:nm|ft-lb)? (?:from |at )?# to #(?:rpm)?", ("engine.torque_nm", "engine.pull_from_rpm", "engine.pull_to_rpm")),
    (r"pulls (?:from )?# to #(?:rpm)?", ("engine.pull_from_rpm", "engine.pull_to_rpm")),
    (r"(?:idle|idles|idling) (?:at )?#(?:rpm)?", ("engine.idle_rpm",)),
    (r"# (?:cyl|cylinders|cylinder)", ("engine.cylinders",)),
)  # fmt: skip


def _engine(clause: Skeleton, preset: Preset) -> Figures:
    words = clause.words
    for count, word in enumerate(_COUNTED, 1):
        if re.fullmatch(rf"{word} (cyl|cylinders)", words):
            return {"engine.cylinders": float(count)}
    for pattern, paths in _ENGINE:
        if re.fullmatch(pattern, words) and len(clause.values) == len(paths):
            if (
                paths[0] == "engine.torque_nm"
                and len(paths) == 3
                and not clause.values[0].unit
                and "torque" not in words
            ):
                continue
            return {
                path: number(path, value, preset) for path, value in zip(paths, clause.values, strict=True)
            }
    return {}


def _gears(clause: Skeleton, preset: Preset) -> Figures:
    """Three ratios or more are a gearbox; with its reverse behind them."""
    match = re.fullmatch(
        r"(?:gearbox|gears|# speed)(?P<rest>(?: /? ?#)+)(?P<reverse> reverse #)?", clause.words
    )
    if match:
        values = list(clause.values)
        if clause.words.startswith("#"):
            values = values[1:]
        reverse = values.pop() if match["reverse"] else None
        if len(values) < 3:
            return {}
        found: Figures = {
            "gearbox.gears": tuple(number("gearbox.reverse_ratio", value, preset) for value in values)
        }
        if reverse is not None:
            found["gearbox.reverse_ratio"] = number("gearbox.reverse_ratio", reverse, preset)
        return found
    match = re.fullmatch(r"ratios? that exist (front|rear)(?: /? ?#)+", clause.words)
    if match:
        ratios = tuple(number("front_axle.ratio", value, preset) for value in clause.values)
        return {f"{match[1]}_axle.available": ratios}
    return {}


def _grouped(clause: Skeleton, preset: Preset) -> Figures:
    for group in GROUPS:
        found = labelled(group, clause, preset)
        if found:
            return found
    return {}


LEAST_ABOVE_GROUND = 20.0
POINT_WORDS = (
    "bumper", "diff", "differential", "guard", "hitch", "sill", "crossmember", "tank", "tow bar", "step", "skid", "mount",
    "bracket", "sump", "exhaust", "rail",
)  # fmt: skip
GAP_WORDS = ("liner", "body mount", "inner fender", "fender", "bumper end", "pinch weld")
_CARRIED = re.compile(r"\bon (?:the )?(frame|body|front[- ]axle|rear[- ]axle)\b", re.IGNORECASE)


def _carriers(words: str, found: Figures) -> dict[str, Carrier]:
    """What the line says that its point sits on. Raises Asked where it has several points."""
    names = {path.split(".")[1] for path in found if path.startswith("points.")}
    said = _CARRIED.search(words)
    if said is None or not names:
        return {}
    if len(names) > 1:
        raise Asked(f"Which of {', '.join(sorted(names))} is {said[0]}? Type a line for each.")
    return {names.pop(): said[1].lower().replace(" ", "-")}  # type: ignore[dict-item]


def _point(clause: Skeleton, preset: Preset) -> Figures:
    """Underside points by name, x and z; places that a tyre may touch by name, x, y and z."""
    words = re.sub(r" (?:on )?(?:the )?(frame|body|front-axle|rear-axle)$", "", clause.words)
    carried = words != clause.words
    match = re.match(r"[a-z][a-z -]*", words)
    if match is None or not clause.values:
        return {}
    name = re.sub(r" at$", "", match[0].strip())
    rest = words[match.end() :].strip()
    if re.fullmatch(r"# # #", rest) and name.startswith(GAP_WORDS):
        values = (
            number(f"gaps.{name}.{axis}_mm", value, preset)
            for axis, value in zip("xyz", clause.values, strict=True)
        )
        return dict(zip((f"gaps.{name}.{axis}_mm" for axis in "xyz"), values, strict=True))
    if not any(re.search(rf"\b{word}\b", name) for word in POINT_WORDS):
        return {}
    full = re.sub(r"\bdiff\b", "differential", name)
    if re.fullmatch(r"#(?:mm|in)?(?: /)? #(?:mm|in)?", rest):
        x, z = clause.values
    elif re.fullmatch(r"#(?:mm|in)? at #(?:mm|in)?", rest):
        z, x = clause.values
    elif (
        re.fullmatch(r"#(?:mm|in)?", rest)
        and full in ("front differential", "rear differential")
        and not carried
    ):
        if float(clause.values[0].text.replace(",", ".")) < LEAST_ABOVE_GROUND:
            # A ratio stands so too.
            return {}
        end_x = {"front differential": 0.0}.get(full)
        if end_x is None:
            raise Asked(
                "rear diff: is that its lowest point above the ground? Type it with its place, for example rear diff 2740, 214; a ratio as diff rear ratio 4.10."
            )
        return {
            f"points.{full}.x_mm": end_x,
            f"points.{full}.z_mm": number(f"points.{full}.z_mm", clause.values[0], preset),
        }
    else:
        return {}
    return {
        f"points.{full}.x_mm": number(f"points.{full}.x_mm", x, preset),
        f"points.{full}.z_mm": number(f"points.{full}.z_mm", z, preset),
    }


@record(frozen=True, slots=True)
class _Said:
    """The words of a clause apart from where they are about, and each value with the place that it is said of."""

    topic: str
    at: tuple[tuple[str | None, Value], ...]
    pair: bool


def _by_topic(clause: Skeleton, preset: Preset) -> Figures:
    said = _said(clause)
    if said is None:
        return {}
    for topic in sorted(TOPICS, key=lambda each: "{e}" not in each.path):
        if said.topic in {bare(words) for words in topic.words}:
            found = _noted(topic, said, preset)
            if found:
                return found
    return {}


def _said(clause: Skeleton) -> _Said | None:
    """Each value with its place: that before it, or that behind it where each value has one and the first is a value."""
    tokens = [word for word in clause.words.split() if word.startswith("#") or word in POSITIONS]
    places = sum(word in POSITIONS for word in tokens)
    values = iter(clause.values)
    if not clause.values or places > len(clause.values):
        return None
    behind = tokens[0].startswith("#") and places == len(clause.values)
    at: list[tuple[str | None, Value]] = []
    place: str | None = None
    for token in tokens:
        if token in POSITIONS:
            if behind:
                at[-1] = (token, at[-1][1])
            elif place is not None:
                return None
            else:
                place = token
        else:
            at.append((place, next(values)))
            place = None
    if place is not None:
        return None
    words = [
        word
        for word in clause.words.split()
        if word not in FILL | POSITIONS | {"/"} and not word.startswith("#")
    ]
    return _Said(" ".join(words), tuple(at), "/" in clause.words.split())


def _noted(topic: Topic, said: _Said, preset: Preset) -> Figures:
    """The figures of a topic, each at its place. Raises Asked where the place is not said."""

    def value_of(path: str, value: Value) -> float:
        if topic.factor == 1.0:
            return number(path, value, preset)
        return read_quantity(value.typed, LENGTH, preset.unit(LENGTH).symbol).value * topic.factor

    if "{e}" not in topic.path and "{w}" not in topic.path:
        if len(said.at) != 1 or said.at[0][0] is not None:
            return {}
        return {topic.path: value_of(topic.path, said.at[0][1])}
    if said.pair and (teeth := _teeth(topic, said)) is not None:
        said = teeth
    places = [place for place, _ in said.at]
    if len(said.at) == 2 and places == [None, None]:
        spots = [("front", said.at[0][1]), ("rear", said.at[1][1])]
    elif len(said.at) == 1 and places == [None]:
        if "{w}" in topic.path:
            spots = [("all", said.at[0][1])]
        elif topic.both:
            spots = [("both", said.at[0][1])]
        else:
            raise Asked(_which(topic, said))
    elif None in places:
        if "{w}" in topic.path and places[0] is None and places[1:] == ["spare"]:
            spots = [("four", said.at[0][1]), ("spare", said.at[1][1])]
        else:
            return {}
    else:
        spots = [(str(place), value) for place, value in said.at]
    if "{e}" in topic.path and any(place in WHEEL_ALONE for place, _ in spots):
        # A spare has no axle, and a wheel none of its own.
        raise Asked(_which(topic, said))
    found: Figures = {}
    for place, value in spots:
        for path in _paths(topic.path, place):
            found[path] = value_of(path, value)
    return found


def _teeth(topic: Topic, said: _Said) -> _Said | None:
    """Ring and pinion of one ratio; None where a pair is no teeth."""
    spec = spec_of(topic.path.format(e="front", w="front_left"))
    if (
        spec.quantity is not RATIO
        or len(said.at) != 2
        or not all(value.text.isdigit() for _, value in said.at)
    ):
        return None
    place = next((place for place, _ in said.at if place is not None), None)
    teeth = "/".join(value.text for _, value in said.at)
    return _Said(said.topic, ((place, Value(teeth, "")),), False)


def _which(topic: Topic, said: _Said) -> str:
    value = said.at[0][1].typed
    if topic.path == "body.{e}_axle_kg":
        return f"{said.topic} {value}: of which axle, or of both together? Type for example weight front 1120, rear 980."
    label = (
        spec_of(topic.path.format(e="front"))
        .label.replace("front ", "")
        .replace(", front", "")
        .replace(" front", "")
    )
    return f"{said.topic} {value}: front, rear or both ({label})? Type for example {said.topic} rear {value}."


WHEELS: dict[str, tuple[str, ...]] = {
    "all": ("front_left", "front_right", "rear_left", "rear_right", "spare"),
    "four": ("front_left", "front_right", "rear_left", "rear_right"),
    "both": ("front_left", "front_right", "rear_left", "rear_right"),
    "front": ("front_left", "front_right"),
    "rear": ("rear_left", "rear_right"),
}


WHEEL_ALONE = frozenset(WHEELS["all"])


def _paths(template: str, place: str) -> Iterator[str]:
    if "{w}" in template:
        yield from (template.format(w=wheel) for wheel in WHEELS.get(place, (place,)))
    elif place in ("both", "all", "four"):
        yield from (template.format(e=end) for end in ENDS)
    else:
        yield template.format(e=place)


Reader = Callable[[Skeleton, Preset], Figures]

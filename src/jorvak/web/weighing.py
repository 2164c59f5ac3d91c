"""The weigh-in: four simulated scales listened to, a weighing kept, what it says of guesses taken over."""

from typing import Literal

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.engine.asking import Ask, Missing
from jorvak.core.engine.moment import moment
from jorvak.core.load.on_scales import truth_kg, weighed
from jorvak.core.load.records import OnScales
from jorvak.core.load.settling import PadState, states
from jorvak.core.load.weighed import weighed_again
from jorvak.core.quantities import MASS
from jorvak.core.rig import Day
from jorvak.instruments.scales import PADS, Reading, Scales
from jorvak.store.rigs import Put
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, as_json, rigs, today
from jorvak.web.typed import amount

weighing_pages = Pages(
    "weighing", __name__, url_prefix="/api/rigs/<int:rig_id>/weigh-in", abp_tags=[Tag(name="weigh-in")]
)

LISTENED_S = 14
"""So many of the last seconds are looked at."""


class ScalesAt(View):
    """How long the scales have been on, and since when they were zeroed and driven onto."""

    at_s: int = Field(0, ge=0, le=3600)
    zeroed_s: int | None = Field(None, ge=0, le=3600)
    rolled_s: int | None = Field(None, ge=0, le=3600)
    fault: Literal["none", "never settles", "one silent"] = "none"


class OnPads(Message):
    """What the four pads say: the lines of this second, and each pad by its last ones."""

    lines: list[str]
    pads: list[PadState]


@weighing_pages.get("/scales", responses={200: OnPads})
def listen(path: RigPath, query: ScalesAt) -> Response:
    """Listen to the simulated scales: a line a second of each pad."""
    ask = Ask(moment(rigs().read(path.rig_id, query.person).rig, "today", with_doubt=False))
    try:
        truth = truth_kg(ask)
    except Missing as missing:
        raise Refused(missing.waits.path or "rig", f"It waits for the {missing.waits.label}.") from None
    scales = Scales(truth, seed=path.rig_id, fault=query.fault)
    heard: list[dict[str, tuple[float, bool]]] = []
    lines: list[str] = []
    for second in range(max(0, query.at_s - LISTENED_S), query.at_s + 1):
        lines = scales.lines_at(second, query.zeroed_s, query.rolled_s)
        readings = [Reading.of(line) for line in lines]
        heard.append({reading.pad: (reading.kg, reading.settled) for reading in readings})
    return as_json(OnPads(lines=lines, pads=list(states(heard, PADS))))


class WeighingIn(Message):
    """A weighing as typed: both axles, or all four wheels; ``total`` as the ticket has it."""

    name: str = Field("", max_length=60)
    on: Day | None = None
    scale: str = Field("weighbridge", min_length=1, max_length=200)
    front: str = Field("", max_length=60)
    rear: str = Field("", max_length=60)
    total: str = Field("", max_length=60)
    corners: tuple[str, str, str, str] | None = Field(
        None, description="left front, right front, left rear, right rear"
    )
    note: str = Field("", max_length=4000)


CORNERS = ("left_front", "right_front", "left_rear", "right_rear")


@weighing_pages.post("", responses={201: Sheet})
def keep_weighing(path: RigPath, query: View, body: WeighingIn) -> Response:
    """Keep a weighing, and note both axles as the vehicle stood."""
    record = rigs().read(path.rig_id, query.person)
    on = body.on or today()
    if on > today():
        raise Refused("on", f"{on:%d %B %Y} is still to come. Give the day on which it was weighed.")
    corners = [
        _kg(f"{corner}_kg", text, query) for corner, text in zip(CORNERS, body.corners or (), strict=False)
    ]
    front = corners[0] + corners[1] if corners else _kg("front", body.front, query)
    rear = corners[2] + corners[3] if corners else _kg("rear", body.rear, query)
    total = amount("total", body.total, MASS, query)
    weighing = OnScales(
        name=body.name.strip() or _name(record.rig.all(OnScales), f"{on:%-d %B %Y}"),
        taken_on=on, scale=body.scale, front_kg=front, rear_kg=rear, note=body.note.strip() or None,
        **dict(zip((f"{corner}_kg" for corner in CORNERS), corners, strict=False)),
    )  # fmt: skip
    kept = weighed(record.rig, weighing, query.person, total)
    rigs().put_all(
        path.rig_id, [Put("weighing", each) for each in kept.records], kept.figures, record.figure_versions,
        query.person, f"weighed: {front:.0f} kg in front, {rear:.0f} kg behind", query.key,
    )  # fmt: skip
    return answer(path.rig_id, query, status=201)


def _kg(field: str, text: str, view: View) -> float:
    kg = amount(field, text, MASS, view)
    if not kg:
        raise Refused(
            field,
            f"{field.removesuffix('_kg').replace('_', ' ')}: something stands on it. Type for example 612.5.",
        )
    return kg


def _name(known: tuple[OnScales, ...], day: str) -> str:
    names = {each.name for each in known}
    return next(name for name in (day, *(f"{day}, {n}" for n in range(2, 1000))) if name not in names)


class TakenOver(Message):
    """Changes whose masses are taken over from the scale; left out: all that moved."""

    changes: list[int] | None = Field(None, max_length=500)


@weighing_pages.post("/take-over", responses={200: Sheet})
def take_over(path: RigPath, query: View, body: TakenOver) -> Response:
    """Give changes the masses that the last weighing makes of their guesses, with their ±."""
    record = rigs().read(path.rig_id, query.person)
    try:
        found = weighed_again(Ask(moment(record.rig, "today", with_doubt=False)))
    except Missing as missing:
        raise Refused("changes", f"It waits for a {missing.waits.label}.") from None
    by_change: dict[int, list[tuple[float, float]]] = {}
    for change_id, item in zip(found.changes, found.calculated.items, strict=True):
        by_change.setdefault(change_id, []).append((item.mass_kg, item.doubt_kg))
    wanted = set(by_change) if body.changes is None else set(body.changes)
    changes = []
    for change in record.rig.changes:
        # One that brings several masses has no single one to take over.
        if change.id in wanted and len(by_change.get(change.id, ())) == 1:
            mass, off = by_change[change.id][0]
            edited = change.model_copy(
                update={"mass_kg": round(mass, 1), "mass_off_kg": round(off, 1), "mass_known": "measured"}
            )
            changes.append((edited, record.change_versions[change.id]))
    if not changes:
        raise Refused("changes", "There is no mass among these that the last weighing says anything of.")
    rigs().put_all(
        path.rig_id,
        [],
        {},
        {},
        query.person,
        f"{len(changes)} masses taken over from the scale",
        query.key,
        changes,
    )
    return answer(path.rig_id, query)

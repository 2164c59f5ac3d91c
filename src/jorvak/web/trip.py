"""The trip: the brief with its day of leaving and its ceiling."""

import json

from flask import Response
from flask_openapi3 import APIBlueprint, Tag
from pydantic import BaseModel, Field

from jorvak.core.assess import assess
from jorvak.core.calculation import Refused
from jorvak.core.headlines import shown_figures
from jorvak.core.quantities import COUNT, MONEY
from jorvak.core.rig import Brief, Day, Form, Line
from jorvak.core.trip.readiness import Readiness, readiness
from jorvak.store.rigs import Shelf
from jorvak.web.rig import RigPath
from jorvak.web.sheet import Sheet, View, answer, rigs, today
from jorvak.web.typed import Amount, amount

trip_pages = APIBlueprint("trip", __name__, url_prefix="/api/rigs/<int:rig_id>", abp_tags=[Tag(name="trip")])


MOST_DAYS = 3650


class HeadEdit(BaseModel):
    """What is to be different about a rig's name, form or brief. Absent keys stay as they are; None clears."""

    version: int
    name: Line | None = None
    vehicle: str | None = Field(None, max_length=200)
    form: Form | None = None
    shelf: Shelf | None = Field(None, description="archived or deleted; None: in use")
    purpose: str | None = Field(None, max_length=4000)
    must_still: str | None = Field(None, max_length=4000)
    drivers: str | None = Field(None, max_length=4000)
    ceiling: Amount = None
    currency: str | None = Field(None, max_length=12)
    leaves_on: Day | None = None
    away_days: Amount = None
    trip: Line | None = None
    shop: Line | None = Field(None, max_length=60, description="the shop at whose bench it is built")
    deciding: list[str] = Field([], max_length=40)


class Trip(BaseModel):
    """What stands between today and the day of leaving."""

    readiness: Readiness


@trip_pages.get("/trip", responses={200: Trip})
def get_trip(path: RigPath, query: View) -> Response:
    rig = rigs().read(path.rig_id, query.person).rig
    planned = assess(rig, "planned", query.preset, on=today())
    trip = Trip(
        readiness=readiness(rig, today(), planned.findings, query.preset, len(planned.only_assumed.checks))
    )
    return Response(trip.model_dump_json(), mimetype="application/json")


@trip_pages.patch("/brief", responses={200: Sheet})
def edit_head(path: RigPath, query: View, body: HeadEdit) -> Response:
    """Change the name, the form or the brief."""
    sent = body.model_fields_set - {"version"}
    values = body.model_dump(mode="json", include=sent)
    brief = rigs().read(path.rig_id, query.person).rig.brief
    if "ceiling" in values:
        values["ceiling"] = amount("ceiling", body.ceiling, MONEY, query, brief.currency)
    if values.get("away_days") is not None:
        days = amount("away_days", body.away_days, COUNT, query)
        if days is None or not 1 <= days <= MOST_DAYS or days != int(days):
            raise Refused("away_days", f"Days away are a whole number from 1 to {MOST_DAYS}, for example 56.")
        values["away_days"] = int(days)
    for key in [key for key, value in values.items() if value is None]:
        if key in _NEEDED:
            raise Refused(key, f"A rig has {_NEEDED[key]}: another one can take its place, but not none.")
        if key != "shelf":
            values[key] = Brief.model_fields[key].default if key in Brief.model_fields else ""
    if "deciding" in values:
        unknown = [key for key in values["deciding"] if key not in shown_figures()]
        if unknown:
            raise Refused("deciding", f"There is no figure “{unknown[0][:40]}” to decide by.")
        entry = "what decides: " + (
            ", ".join(shown_figures()[key][1].label for key in values["deciding"]) or "nothing"
        )
        values["deciding"] = json.dumps(values["deciding"])
        rigs().set_head(path.rig_id, values, body.version, query.person, entry[:200], query.key)
        return answer(path.rig_id, query)
    entry = ", ".join(
        (value or "taken off the shelf")
        if key == "shelf"
        else f"{_NAMES.get(key, key)} {value if value is not None else 'cleared'}"
        for key, value in values.items()
    )
    rigs().set_head(path.rig_id, values, body.version, query.person, entry[:200], query.key)
    return answer(path.rig_id, query)


_NEEDED = {"name": "a name", "form": "a form"}
_NAMES = {"leaves_on": "day of leaving", "must_still": "must still", "away_days": "days away"}

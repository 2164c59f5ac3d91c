"""What drives the vehicle: what of the old engine is gone when another, or a motor, takes its place, and what stands then."""

import re
from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from jorvak.core.plan.jobs import Job, job
from jorvak.core.plan.kind_fields import Words, plate, set_where_given
from jorvak.core.rig import Figure, Figures

Spin = Annotated[float, Field(strict=True, ge=200, le=25000, allow_inf_nan=False)]
PowerKw = Annotated[float, Field(strict=True, ge=2, le=1500, allow_inf_nan=False)]
TorqueNm = Annotated[float, Field(strict=True, ge=10, le=5000, allow_inf_nan=False)]

STORED_KWH = "traction.energy_kwh"
OF_EITHER = (
    "engine.power_kw", "engine.power_at_rpm", "engine.torque_nm", "engine.pull_from_rpm", "engine.pull_to_rpm",
    "engine.idle_rpm", "engine.cylinders", "engine.aspiration", "trip.consumption_l_per_100km",
)  # fmt: skip
"""Figures that are the engine's or the motor's own: of another one they say nothing. What it takes on each surface, and
what was driven with it, goes with them."""
OF_ITS_RUNS = ("_wh_per_km",), ("heat_runs.",)
"""The endings and the beginnings of those that go by surface or by run."""
WITHOUT = re.compile(
    r"\b(without|no|remove[sd]?|delete[sd]?|blank(?:ed)?|gutted|straight)\b.{0,30}"
    r"\b(catalyst|cat|particle filter|dpf|egr|exhaust treatment|emission)|\b(dpf|egr|cat)[ -]?(delete|off|removal)\b|\bde-?cat\b",
    re.IGNORECASE,
)
NOT_PLANNED = "Removing exhaust treatment or emission controls from a road vehicle is unlawful in most places; Jorvak does not plan it."


def _keeps_its_treatment(words: str) -> str:
    if WITHOUT.search(words):
        raise ValueError(NOT_PLANNED)
    return words


TreatedWords = Annotated[Words, AfterValidator(_keeps_its_treatment)]
"""Words of an engine; those that say that emission controls come off are refused."""


def in_its_place(
    before: Figures, driven_by: Literal["fuel", "battery"], given: Mapping[str, float | str | None]
) -> dict[str, Figure | None]:
    """What is given of the new one stands, by path; what is not is the old one's no longer, and unknown."""
    endings, beginnings = OF_ITS_RUNS
    effect: dict[str, Figure | None] = {
        path: None
        for path in before
        if path in OF_EITHER or path.endswith(endings) or path.startswith(beginnings)
    }
    effect |= set_where_given(given)
    if driven_by == "fuel" and STORED_KWH in before:
        effect[STORED_KWH] = None
    if driven_by == "battery" or "engine.driven_by" in before:
        effect["engine.driven_by"] = plate(driven_by)
    return effect


def papers_for(what: str) -> Job:
    """The job that follows another engine, or a motor: the authority decides."""
    return job(
        f"Register the {what}",
        2.0,
        (f"Papers for another {what} before the first drive on the road: the authority decides.",),
        ("local-code",),
        stage="prove",
        area="whole",
        system="papers",
        hands=1,
    )

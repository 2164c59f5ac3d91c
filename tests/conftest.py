"""What the tests share: the demo build, and a day that stands still."""

import shutil
from collections.abc import Iterable
from dataclasses import replace
from datetime import date
from functools import cache
from pathlib import Path

import pytest
from hypothesis import settings

from jorvak.core.plan.line import read_line
from jorvak.core.plan.records import Question
from jorvak.core.records import record_types
from jorvak.core.rig import Change, Figure, Record, Rig
from jorvak.demo import BUILDS
from jorvak.formats.build_file import moved, read_build
from jorvak.store import Database

TODAY = date(2026, 3, 2)
# Machines that run the tests are noisy: how long one example takes says nothing.
# Examples enough for every run; bin/torture draws more for as long as it is asked.
settings.register_profile("noisy", deadline=None, max_examples=40)
settings.load_profile("noisy")


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """The few and long ones first: a worker that got them last would go on alone.

    Those are the journeys, and then what runs the commands as processes (the files beside this one).
    """
    here = Path(__file__).parent
    items.sort(key=lambda item: ("journeys" not in item.path.parts, item.path.parent != here))


@pytest.fixture(scope="session")
def plover() -> Rig:
    """The demo rig as loaded on TODAY, with nothing planned, surveyed or asked for yet."""
    return unplanned(demo(0))


def with_records(rig: Rig, **records: Iterable[Record]) -> Rig:
    """The rig with these records instead of those that it has of these types, by their key in a build file."""
    models = {kind.in_file: kind.model for kind in record_types().values()}
    for key, those in records.items():
        rig = rig.having(models[key], those)
    return rig


@cache
def demo(number: int) -> Rig:
    """A demo rig as loaded on TODAY, its changes numbered from 1. Nobody alters a rig: it is read once."""
    return moved(read_build(BUILDS[number].read_bytes()), TODAY).rig


ROOMY = {
    "front_suspension.shock_open_mm": 600.0,
    "rear_suspension.shock_open_mm": 600.0,
    "rear_suspension.shock_closed_mm": 320.0,
    "front_suspension.hose_spare_mm": 120.0,
}


def unplanned(rig: Rig) -> Rig:
    """A rig before anybody plans: nothing asked for, tyres alike and of no known age, pressure or room."""
    asked = (
        "approach_deg", "departure_deg", "breakover_deg", "reference_pressure_kpa", "date_code", "crew_kg", "goods_kg",
    )  # fmt: skip
    figures = {
        path: figure
        for path, figure in rig.figures.items()
        if not path.endswith(asked) and not path.startswith(("gaps.", *EQUIPMENT))
    }
    figures["wheels.spare.offset_mm"] = figures["wheels.front_left.offset_mm"]
    # Its own shocks and hoses are too close to call, as found too: here they have room.
    for path, value in ROOMY.items():
        figures[path] = replace(figures[path], value=value)
    bare = replace(rig, figures=figures, changes=())
    return nothing_aboard(
        with_records(bare, **dict.fromkeys((*DECIDED, *WORKED, *TRAVELLED, *EQUIPPED, *MADE), ()))
    )


DECIDED = ("questions", "survey", "gaps", "profiles")
WORKED = ("jobs", "log", "taken_off", "intervals", "test_cards", "invoices", "parts")
TRAVELLED = ("legs", "fills", "papers", "countries", "contacts", "ledger")
EQUIPPED = ("batteries", "circuits", "connectors", "heat_runs", "kit", "winch_tables", "pulls")
MADE = ("ladders", "point_tables", "string_runs", "pieces", "strength_looks", "boxes")
EQUIPMENT = (
    "batteries.", "circuits.", "heat_runs.", "kit.", "pulls.", "power.", "cooling.", "aims.still_days", "aims.climb",
    "aims.hottest", "aims.longest_pull",
)  # fmt: skip
"""What it is equipped with by figures of its own, and what the brief asks of that."""
ABOARD = ("seats", "tanks", "places", "cargo", "trailers", "weighings")


def nothing_aboard(rig: Rig) -> Rig:
    """A rig without anybody in it and without anything to carry but what its changes hold."""
    gone = (*(f"{family}." for family in ABOARD), "aims.crew_kg", "aims.goods_kg", "aims.water_l")
    figures = {path: figure for path, figure in rig.figures.items() if not path.startswith(gone)}
    return with_records(replace(rig, figures=figures), **dict.fromkeys(ABOARD, ()))


def planned(rig: Rig, *lines: str) -> Rig:
    """The rig with the changes of those lines put into its order, numbered from 1."""
    for line in lines:
        draft = read_line(line, rig).draft
        assert draft is not None
        change = Change(
            id=len(rig.changes) + 1,
            kind=draft.kind,
            fields=draft.fields,
            mass_kg=draft.mass_kg,
            mass_x_mm=draft.mass_x_mm,
        )
        rig = replace(rig, changes=(*rig.changes, change))
    return rig


def on_leaves(rig: Rig) -> Rig:
    """The rig on leaf springs all round, for what goes on nothing else."""
    figures = dict(rig.figures)
    for end in ("front", "rear"):
        at = f"{end}_suspension"
        figures[f"{at}.spring"] = Figure("leaf", "plate")
        figures[f"{at}.leaf_length_mm"] = Figure(1200.0, "measured")
        figures[f"{at}.shackle_at"] = Figure("behind the axle", "measured")
    return replace(rig, figures=figures)


def that_takes(rig: Rig, line: str) -> Rig:
    """The rig, sprung so that what a line plans has a place on it."""
    return on_leaves(rig) if any(word in line for word in ("block", "shackle", "arch")) else rig


def on_springs() -> Rig:
    """Plover on option A's springs and nothing after them, under just the load that these are chosen for."""
    rig = demo(0)
    chosen = [
        q.model_copy(update={"chosen": "A springs"}) if q.key == "40 mm" else q for q in rig.all(Question)
    ]
    ballast = [
        Change(
            id=90 + int(x),
            kind="equipment",
            fields={"name": "ballast"},
            mass_kg=kg,
            mass_x_mm=x,
            mass_known="measured",
        )
        for kg, x in ((92.0, 0.0), (310.0, 2740.0))
    ]
    return with_records(replace(rig, changes=(*rig.changes[:8], *ballast)), questions=tuple(chosen))


@pytest.fixture(scope="session")
def bare_data(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A data folder with nothing in it but the tables, laid out once for all tests of a worker."""
    folder = tmp_path_factory.mktemp("bare")
    Database(folder).close()
    return folder


@pytest.fixture
def folder(tmp_path: Path) -> Path:
    """Where a data folder will be."""
    return tmp_path / "data"


@pytest.fixture
def laid_out(folder: Path, bare_data: Path) -> Path:
    """A data folder of the test's own, with its tables laid out."""
    shutil.copytree(bare_data, folder)
    return folder


def without_ids(rig: Rig) -> Rig:
    """A rig as a build file has it: the store's numbers are not part of it."""
    records = {
        kind: tuple(record.model_copy(update={"id": 0}) for record in those)
        for kind, those in rig.records.items()
    }
    changes = tuple(change.model_copy(update={"id": 0}) for change in rig.changes)
    return replace(rig, changes=changes, records=records)

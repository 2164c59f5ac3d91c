"""What tests of the web share: a data folder with Plover in it."""

import shutil
from pathlib import Path

import pytest

from jorvak.demo import BUILDS
from jorvak.formats.build_file import write_build
from jorvak.store import Database, Rigs
from jorvak.web import create_app
from tests.conftest import TODAY, demo, unplanned


def taken_in(folder: Path, build: bytes, how: str = "") -> Path:
    """A data folder with one build in it, taken in through the API."""
    database = Database(folder)
    client = create_app(Rigs(database), today=TODAY).test_client()
    taken = client.post(f"/api/builds{how}", data=build, headers={"Host": "127.0.0.1:5370"})
    assert taken.status_code == 201
    database.close()
    return folder


@pytest.fixture(scope="session")
def plover_data(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """Plover of which nothing is planned, taken in once for all tests of a worker."""
    build = write_build(unplanned(demo(0)), TODAY).encode()
    return taken_in(tmp_path_factory.mktemp("plover"), build, "?move_dates=true")


@pytest.fixture(scope="session")
def shipped_data(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """Plover as it ships, taken in once for all tests of a worker."""
    return taken_in(tmp_path_factory.mktemp("shipped"), BUILDS[0].read_bytes())


@pytest.fixture
def shipped(folder: Path, shipped_data: Path) -> Path:
    """A data folder of the test's own with Plover as it ships."""
    shutil.copytree(shipped_data, folder)
    return folder

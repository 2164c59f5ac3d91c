"""What tests of the web share: a data folder with Plover in it."""

from pathlib import Path

import pytest

from jorvak.formats.build_file import write_build
from jorvak.store import Database, Rigs
from jorvak.web import create_app
from tests.conftest import TODAY, demo, unplanned


@pytest.fixture(scope="session")
def plover_data(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """Plover of which nothing is planned, taken in through the API once for all tests of a worker."""
    folder = tmp_path_factory.mktemp("plover")
    database = Database(folder)
    taken = (
        create_app(Rigs(database), today=TODAY)
        .test_client()
        .post(
            "/api/builds?move_dates=true",
            data=write_build(unplanned(demo(0)), TODAY).encode(),
            headers={"Host": "127.0.0.1:5370"},
        )
    )
    assert taken.status_code == 201
    database.close()
    return folder

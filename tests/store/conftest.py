"""A store with one bare rig in it."""

from pathlib import Path

import pytest

from jorvak.core.rig import Rig
from jorvak.store import Database, Rigs


@pytest.fixture
def rigs(laid_out: Path) -> Rigs:
    return Rigs(Database(laid_out))


@pytest.fixture
def rig_id(rigs: Rigs) -> int:
    return rigs.begin(Rig(name="Bare"), "Ines", "begun")

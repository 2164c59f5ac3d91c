"""What the tests share: the demo build, and a day that stands still."""

from datetime import date
from pathlib import Path

import pytest

from jorvak.core.line import read_line
from jorvak.core.rig import Change, Rig
from jorvak.demo import BUILDS
from jorvak.formats.build_file import moved, read_build

TODAY = date(2026, 3, 2)


@pytest.fixture(scope="session")
def plover() -> Rig:
    """The demo rig as loaded on TODAY, with nothing planned."""
    return moved(read_build(BUILDS[0].read_bytes()), TODAY).rig


def planned(rig: Rig, *lines: str) -> Rig:
    """The rig with the changes of those lines put into its order, numbered from 1."""
    from dataclasses import replace

    for line in lines:
        draft = read_line(line, rig).draft
        assert draft is not None
        change = Change(id=len(rig.changes) + 1, kind=draft.kind, fields=draft.fields)
        rig = replace(rig, changes=(*rig.changes, change))
    return rig


@pytest.fixture
def folder(tmp_path: Path) -> Path:
    return tmp_path / "data"

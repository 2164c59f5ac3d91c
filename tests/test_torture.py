"""A short run of bin/torture: what goes on for hours goes for a moment."""

import pytest
from tools import torture


def test_damaged_files_are_read_or_refused(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(torture, "FILES_A_ROUND", 250)
    counts = torture.some_files(7)
    assert counts["files"] == 250 and counts["read"] > 20 and counts["refused"] > 20


def test_what_is_not_handled_stops_it(monkeypatch: pytest.MonkeyPatch) -> None:
    def fault(_: bytes) -> None:
        raise KeyError("not foreseen")

    monkeypatch.setattr(torture, "_READERS", {"fault": (b"x", fault)})
    with pytest.raises(torture.Lost, match="KeyError"):
        torture.some_files(1)


def test_people_write_at_a_server_that_is_killed(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(torture, "KILLS_A_ROUND", 2)
    counts = torture.one_kill(1)
    # Each has noted something before each kill, whatever it did until then.
    assert counts["kills"] == 2 and counts["writes acknowledged"] >= 2 * torture.PEOPLE

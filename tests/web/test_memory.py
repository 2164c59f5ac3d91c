"""Memory is tidied while nobody waits, and not for every small thing."""

import gc
import threading
from collections.abc import Iterator
from typing import Any

import pytest
from flask import Flask

from jorvak.web import memory


class Ring:
    """Two of them hold one another: only the collector takes them apart."""

    def __init__(self) -> None:
        self.other: Ring | None = None


@pytest.fixture
def collected(monkeypatch: pytest.MonkeyPatch) -> Iterator[list[threading.Event]]:
    """An event that is set when something was collected, after a pause of no length that matters."""
    done = threading.Event()
    real = gc.collect

    def collect(*generation: int) -> int:
        found = real(*generation)
        done.set()
        return found

    monkeypatch.setattr(memory, "QUIET_S", 0.02)
    monkeypatch.setattr(gc, "collect", collect)
    before = gc.get_threshold()
    gc.set_threshold(0)
    yield [done]
    gc.set_threshold(*before)


@pytest.fixture
def app() -> Flask:
    app = Flask(__name__)
    kept: list[Any] = []

    @app.get("/rings/<int:many>")
    def rings(many: int) -> str:
        for _ in range(many):
            one, other = Ring(), Ring()
            one.other, other.other = other, one
            kept.append(None)
        return "made"

    return app


def alive() -> int:
    return sum(type(each) is Ring for each in gc.get_objects())


def test_rings_are_taken_apart_once_it_is_quiet(app: Flask, collected: list[threading.Event]) -> None:
    memory.tidy_when_quiet(app)
    client = app.test_client()
    assert client.get(f"/rings/{memory.WORTH_IT}").text == "made"
    assert collected[0].wait(5)
    assert alive() == 0
    # And again: it goes on for as long as the application does.
    collected[0].clear()
    client.get(f"/rings/{memory.WORTH_IT}")
    assert collected[0].wait(5)
    assert alive() == 0


def test_for_little_nothing_is_looked_at(app: Flask, collected: list[threading.Event]) -> None:
    gc.collect()
    collected[0].clear()
    memory.tidy_when_quiet(app)
    app.test_client().get("/rings/10")
    assert not collected[0].wait(0.3)
    assert alive() == 20
    gc.collect()


def test_what_was_made_while_starting_is_not_looked_at_again() -> None:
    before, frozen = gc.get_threshold(), gc.get_freeze_count()
    try:
        memory.settle()
        assert gc.get_freeze_count() > frozen
        assert gc.get_threshold()[0] == memory.AT_LATEST
    finally:
        gc.unfreeze()
        gc.set_threshold(*before)

"""Long work: a few at once, others wait or are sent away, and one can see how far it is."""

import io
from pathlib import Path
from threading import Event, Thread

import pytest
from flask import Flask
from PIL import Image
from werkzeug.exceptions import ServiceUnavailable

from jorvak.core.survey.records import Photo, SurveyItem
from jorvak.demo import BUILDS
from jorvak.formats.build_file import read_build
from jorvak.formats.build_zip import read_zip, write_zip
from jorvak.store import Database, Rigs
from jorvak.web import create_app
from jorvak.web.long_work import AT_ONCE, WAITING, LongWork
from tests.conftest import TODAY

OWN = {"Host": "127.0.0.1:5370"}
BEGUN = {"state": "works", "best": None, "stopped": False}


@pytest.fixture
def app(folder: Path) -> Flask:
    return create_app(Rigs(Database(folder)), today=TODAY)


def test_how_far_it_is_can_be_asked_while_it_goes_on(app: Flask) -> None:
    client, work = app.test_client(), app.config["LONG_WORK"]
    with work.place("an import") as mine:
        assert client.get("/api/long-work/an import", headers=OWN).json == {**BEGUN, "done": 0, "of": 0}
        mine.tell(3, 8)
        assert client.get("/api/long-work/an import", headers=OWN).json == {**BEGUN, "done": 3, "of": 8}
        assert client.delete("/api/long-work/an import", headers=OWN).json["stopped"] and mine.stopped
    assert client.get("/api/long-work/an import", headers=OWN).json["state"] == "over"


def test_who_comes_late_waits_and_whoever_comes_later_still_is_sent_away() -> None:
    work, go_on, inside = LongWork(), Event(), []

    def one(key: str) -> None:
        with work.place(key):
            inside.append(key)
            go_on.wait(10)

    threads = [Thread(target=one, args=(f"{n}",)) for n in range(AT_ONCE + WAITING)]
    for thread in threads:
        thread.start()
    while len(inside) < AT_ONCE or any(work.named(f"{n}") is None for n in range(AT_ONCE + WAITING)):
        assert not go_on.wait(0.01)
    states = [found.state for n in range(AT_ONCE + WAITING) if (found := work.named(f"{n}"))]
    assert sorted(states) == ["waits"] * WAITING + ["works"] * AT_ONCE
    with pytest.raises(ServiceUnavailable), work.place("one more"):
        pass
    go_on.set()
    for thread in threads:
        thread.join(10)
    assert sorted(inside) == [f"{n}" for n in range(AT_ONCE + WAITING)]


def test_a_zip_says_how_many_of_its_photographs_are_in() -> None:
    rig = read_build(BUILDS[0].read_bytes()).rig
    item = rig.all(SurveyItem)[0]
    names = [f"{n}" * 16 + ".jpg" for n in range(3)]
    photos = tuple(Photo(item=item.item, file=name, taken_on=TODAY) for name in names)
    picture, whole = io.BytesIO(), io.BytesIO()
    Image.new("RGB", (40, 30)).save(picture, "JPEG")
    write_zip(rig.having(Photo, photos), TODAY, lambda _: picture.getvalue(), whole)
    told: list[tuple[int, int]] = []
    whole.seek(0)
    read_zip(whole, lambda _: names[0], lambda done, of: told.append((done, of)))
    assert told == [(0, 3), (1, 3), (2, 3)]

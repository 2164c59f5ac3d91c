"""The work over the web: ticks, clocks, sign-offs and what is done with them; plans that are kept; the shop."""

import json
from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from flask.testing import FlaskClient

from jorvak.core.work.records import JobRecord
from jorvak.store.rigs import Put
from tests.conftest import TODAY
from tests.web.test_web import OWN, Browser, browser, client

__all__ = ["browser", "client"]

SHOP = {"name": "bench", "people": ["Ines"], "bench_hours": [2, 2, 2, 2, 0, 6, 0]}


@pytest.fixture
def shop(browser: Browser) -> Any:
    """The rig at a bench of evenings and Saturdays."""
    made = browser.ask("PUT", "/shops", {"shop": SHOP}).json
    head = browser.ask("PATCH", "/rigs/1/brief", {"version": browser.sheet()["version"], "shop": "bench"})
    assert head.status_code == 200
    return made


def work(browser: Browser) -> Any:
    return browser.ask("GET", "/rigs/1/jobs").json


def job(browser: Browser, key: str) -> Any:
    return next(line["job"] for line in work(browser)["jobs"] if line["job"]["key"] == key)


def add(browser: Browser, line: str) -> int:
    """Plan a change; answers its id."""
    added = browser.ask("POST", "/rigs/1/changes", {"line": line})
    assert added.status_code in (200, 201), added.text
    return int(browser.sheet()["changes"][-1]["id"])


def by_hand(browser: Browser, title: str, **said: Any) -> str:
    key = f"hand {title}"
    done = browser.ask("PUT", "/rigs/1/jobs/one", {"key": key, "set": {"title": title, **said}})
    assert done.status_code == 200, done.text
    return key


class TestDoing:
    def test_a_gate_is_ticked_before_what_follows(self, browser: Browser) -> None:
        key = f"change {add(browser, 'springs front 448 38')}.1"
        gate, then = (step["text"] for step in job(browser, key)["steps"][:2])
        refused = browser.ask("POST", "/rigs/1/jobs/tick", {"key": key, "step": then})
        assert refused.status_code == 422 and gate in refused.json["detail"]
        for step in (gate, then):
            assert browser.ask("POST", "/rigs/1/jobs/tick", {"key": key, "step": step}).status_code == 200
        assert [step["done"] is not None for step in job(browser, key)["steps"][:3]] == [True, True, False]

    def test_two_people_tick_one_step_once(self, browser: Browser) -> None:
        key = by_hand(browser, "paint", steps=["mask", "spray"])
        for person in ("Ines", "Ruben"):
            done = browser.ask("POST", "/rigs/1/jobs/tick", {"key": key, "step": "mask"}, person=person)
            assert done.status_code == 200
        steps = job(browser, key)["steps"]
        assert steps[0]["done"]["by"] == "Ines" and steps[1]["done"] is None
        off = browser.ask("POST", "/rigs/1/jobs/tick", {"key": key, "step": "mask", "done": False})
        assert off.status_code == 200 and job(browser, key)["steps"][0]["done"] is None

    def test_a_clock_runs_on_while_the_server_is_gone(self, browser: Browser, client: FlaskClient) -> None:
        key = by_hand(browser, "weld")
        rigs = client.application.config["RIGS"]
        begun = datetime(2026, 3, 2, 18, tzinfo=UTC)
        rigs.journal.now = lambda: begun
        assert browser.ask("POST", "/rigs/1/jobs/clock", {"key": key, "run": True}).status_code == 200
        # Nothing but what is written down says that it runs.
        rigs.journal.now = lambda: begun + timedelta(hours=1.5)
        assert browser.ask("POST", "/rigs/1/jobs/clock", {"key": key, "run": False}).status_code == 200
        assert job(browser, key)["taken_h"] == 1.5
        assert job(browser, key)["running_since"] is None

    def test_a_clock_that_was_forgotten_asks_for_the_hours(
        self, browser: Browser, client: FlaskClient
    ) -> None:
        key = by_hand(browser, "weld")
        rigs = client.application.config["RIGS"]
        begun = datetime(2026, 3, 2, 18, tzinfo=UTC)
        rigs.journal.now = lambda: begun
        browser.ask("POST", "/rigs/1/jobs/clock", {"key": key, "run": True})
        rigs.journal.now = lambda: begun + timedelta(days=2)
        refused = browser.ask("POST", "/rigs/1/jobs/clock", {"key": key, "run": False})
        assert refused.status_code == 422 and "48 h" in refused.json["detail"]
        assert (
            browser.ask("POST", "/rigs/1/jobs/clock", {"key": key, "run": False, "hours": 2}).status_code
            == 200
        )
        assert job(browser, key)["taken_h"] == 2

    def test_the_last_job_but_those_that_prove_fits_the_change(self, browser: Browser) -> None:
        change = add(browser, "gears rear 4.10")
        signed = browser.ask(
            "POST", "/rigs/1/jobs/sign", {"key": f"change {change}.1", "odometer_km": 128500, "hours": 9}
        )
        assert signed.status_code == 200
        line = next(each for each in browser.sheet()["changes"] if each["id"] == change)
        assert line["state"] == "fitted"
        assert line["fitted"] == {"on": str(TODAY), "odometer_km": 128500, "hours": 9, "by": "Ines"}
        browser.ask("POST", "/rigs/1/undo")
        line = next(each for each in browser.sheet()["changes"] if each["id"] == change)
        assert line["state"] == "chosen" and job(browser, f"change {change}.1")["signed"] is None

    def test_what_the_survey_decided_is_put_right_with_its_job(self, browser: Browser) -> None:
        item = {
            "zone": "front",
            "item": "brake pipe",
            "condition": "worn",
            "concern": "safety",
            "decision": "replace",
        }
        browser.ask("PUT", "/rigs/1/records/survey_item", {"record": item})
        against = browser.ask("GET", "/rigs/1/trip").json["answer"]["against"]
        assert [each["text"] for each in against if each["sheet"] == "survey"] == [
            "brake pipe: worn: replace, not done"
        ]
        assert browser.ask("POST", "/rigs/1/jobs/sign", {"key": "survey brake pipe"}).status_code == 200
        against = browser.ask("GET", "/rigs/1/trip").json["answer"]["against"]
        assert [each for each in against if each["sheet"] == "survey"] == []
        assert job(browser, "survey brake pipe")["done"]

    def test_an_interval_counts_anew(self, browser: Browser) -> None:
        oil = {"name": "engine oil", "every_km": 8000, "last_km": 110000}
        assert browser.ask("PUT", "/rigs/1/records/interval", {"record": oil}).status_code == 200
        browser.ask(
            "PUT", "/rigs/1/figures", {"path": "odometer.reading_km", "typed": "128400", "known": "measured"}
        )
        key = "interval engine oil"
        refused = browser.ask("POST", "/rigs/1/jobs/sign", {"key": key})
        assert refused.status_code == 422 and refused.json["field"] == "odometer_km"
        assert (
            browser.ask("POST", "/rigs/1/jobs/sign", {"key": key, "odometer_km": 128400}).status_code == 200
        )
        (kept,) = browser.sheet()["records"]["interval"]
        assert kept["record"]["last_km"] == 128400

    def test_an_open_gate_keeps_a_job_from_being_signed(self, browser: Browser) -> None:
        key = by_hand(browser, "loom", steps=["battery off", "pull"], gates=["battery off"])
        refused = browser.ask("POST", "/rigs/1/jobs/sign", {"key": key})
        assert refused.status_code == 422 and "battery off" in refused.json["detail"]

    def test_what_came_back_on_paper_is_one_write(self, browser: Browser) -> None:
        readings = [{"name": "backlash", "low": 0.13, "high": 0.18}]
        key = by_hand(browser, "shim", steps=["oil out", "shim"], gates=["oil out"], readings=readings)
        paper = {
            "key": key,
            "steps": ["oil out", "shim"],
            "readings": {"backlash": 0.15},
            "hours": 3,
            "sign": True,
        }
        assert browser.ask("POST", "/rigs/1/jobs/from-paper", paper).status_code == 200
        done = job(browser, key)
        assert done["signed"] and done["taken_h"] == 3 and done["readings"][0]["value"] == 0.15
        browser.ask("POST", "/rigs/1/undo")
        assert job(browser, key)["signed"] is None and job(browser, key)["taken_h"] == 0

    @pytest.mark.parametrize(
        ("paper", "field"),
        [
            ({"steps": ["dance"]}, "steps"),
            ({"readings": {"toe": 1}}, "readings"),
            ({"sign": True}, "sign"),
        ],
    )
    def test_paper_that_does_not_fit(self, browser: Browser, paper: Any, field: str) -> None:
        key = by_hand(browser, "shim", steps=["oil out", "shim"], gates=["oil out"])
        refused = browser.ask("POST", "/rigs/1/jobs/from-paper", {"key": key, **paper})
        assert refused.status_code == 422 and refused.json["field"] == field

    def test_what_somebody_else_wrote_meanwhile_is_not_overwritten(self, browser: Browser) -> None:
        key = by_hand(browser, "paint", hours=2)
        edit = {"key": key, "set": {"hours": 3}, "was": {"hours": 2}}
        assert browser.ask("PUT", "/rigs/1/jobs/one", edit).status_code == 200
        assert browser.ask("PUT", "/rigs/1/jobs/one", edit | {"set": {"hours": 5}}).status_code == 409
        other = {"key": key, "set": {"hands": 2}, "was": {"hands": 1}}
        assert browser.ask("PUT", "/rigs/1/jobs/one", other).status_code == 200
        assert job(browser, key)["hours"] == 3

    @pytest.mark.parametrize(
        ("set_to", "field"),
        [
            ({"hours": -1}, "hours"),
            ({"hours": 9999}, "hours"),
            ({"ticks": []}, "set.ticks"),
            ({"colour": "red"}, "set.colour"),
            ({"waits": [{"for_what": "drying"}]}, "waits.0"),
            ({"stage": "dance"}, "stage"),
        ],
    )
    def test_what_a_job_cannot_have(self, browser: Browser, set_to: Any, field: str) -> None:
        refused = browser.ask(
            "PUT", "/rigs/1/jobs/one", {"key": "hand paint", "set": {"title": "paint", **set_to}}
        )
        assert refused.status_code == 422 and refused.json["field"] == field
        assert work(browser)["jobs"] == []

    def test_a_temporary_fix_stays_open_until_it_is_put_right(self, browser: Browser) -> None:
        line = {"kind": "temporary-fix", "text": "hose clamped", "noted_on": str(TODAY), "system": "fuel"}
        assert browser.ask("PUT", "/rigs/1/records/log_line", {"record": line}).status_code == 200
        assert "temporary-fix" in [each["code"] for each in browser.sheet()["here"]["findings"]]
        (entry,) = browser.ask("GET", "/rigs/1/jobs/log").json["entries"]
        assert entry["open"]
        done = browser.ask("POST", "/rigs/1/jobs/resolve", {"line": entry["id"], "how": "new hose"})
        assert done.status_code == 200
        assert "temporary-fix" not in [each["code"] for each in browser.sheet()["here"]["findings"]]
        log = browser.ask("GET", "/rigs/1/jobs/log").json
        assert "new hose" in log["entries"][0]["text"] and log["open"] == []

    def test_an_open_fix_is_named_however_old(self, browser: Browser) -> None:
        for ago, kind in ((30, "temporary-fix"), (1, "note")):
            line = {"kind": kind, "text": kind, "noted_on": str(TODAY - timedelta(ago))}
            assert browser.ask("PUT", "/rigs/1/records/log_line", {"record": line}).status_code == 200
        log = browser.ask("GET", "/rigs/1/jobs/log", upto="1").json
        assert [entry["text"] for entry in log["entries"]] == ["note"]
        assert [entry["text"] for entry in log["open"]] == ["temporary-fix"]


class TestPlan:
    def test_without_a_shop_jobs_have_an_order_and_no_days(self, browser: Browser) -> None:
        by_hand(browser, "weld", stage="weld", area="frame")
        by_hand(browser, "wire", stage="wire", area="electrics")
        here = work(browser)
        assert here["plan"] is None and here["shop"] is None and here["days"] == []
        assert [edge["why"] for edge in here["edges"]] == ["weld-before-wire"]

    def test_it_is_laid_at_once_and_the_best_is_kept(self, browser: Browser, shop: Any) -> None:
        for number in range(6):
            by_hand(
                browser, f"job {number}", hours=1 + number % 3, waits=[{"for_what": "drying", "hours": 30}]
            )
        assert not work(browser)["plan"]["searched"]
        found = browser.ask("POST", "/rigs/1/jobs/lay", {"limit_s": 5}).json
        assert found["plan"]["searched"]
        assert work(browser)["plan"] == found["plan"]
        by_hand(browser, "one more")
        assert not work(browser)["plan"]["searched"]

    def test_how_likely_each_day_is(self, browser: Browser, shop: Any) -> None:
        by_hand(browser, "paint", hours=8)
        seen = browser.ask("POST", "/rigs/1/jobs/when").json["outlook"]
        chances = [day["p"] for day in seen["days"]]
        assert chances == sorted(chances) and chances[-1] > 0.99

    @pytest.mark.parametrize(
        ("said", "says"),
        [
            ([("a", {"after": ["hand b"]}), ("b", {"after": ["hand a"]})], "ring"),
            ([("a", {"hours": 7, "splits": False})], "longest bench day"),
            ([("a", {"hours": 2900})], "within a year"),
        ],
    )
    def test_what_cannot_be_laid_is_said_and_nothing_is_lost(
        self, browser: Browser, shop: Any, said: Any, says: str
    ) -> None:
        for title, more in said:
            by_hand(browser, title, **more)
        here = work(browser)
        assert here["plan"] is None and says in here["cannot"]
        assert "hand " not in here["cannot"] and len(here["jobs"]) == len(said)
        assert browser.ask("POST", "/rigs/1/jobs/lay", {}).status_code == 422

    @pytest.mark.parametrize(
        "change", [{"bench_hours": [0] * 7}, {"closed": [{"first": str(TODAY), "last": "2027-04-01"}]}]
    )
    def test_nobody_at_the_bench(self, browser: Browser, shop: Any, change: Any) -> None:
        by_hand(browser, "paint")
        body = {"id": shop["id"], "version": shop["version"], "shop": {**SHOP, **change}}
        assert browser.ask("PUT", "/shops", body).status_code == 200
        assert "Nobody is at the bench" in work(browser)["cannot"]

    def test_a_deadline_that_is_over_is_days_late(self, browser: Browser, shop: Any) -> None:
        by_hand(browser, "paint", hours=2)
        head = {"version": browser.sheet()["version"], "leaves_on": str(TODAY - timedelta(3))}
        browser.ask("PATCH", "/rigs/1/brief", head)
        (rig,) = work(browser)["plan"]["plan"]["rigs"]
        assert rig["days_late"] >= 3

    def test_150_jobs_are_laid_at_once(self, browser: Browser, shop: Any, client: FlaskClient) -> None:
        puts = [Put("job", JobRecord(key=f"hand job {number}", hours=0.5)) for number in range(150)]
        client.application.config["RIGS"].put_all(1, puts, {}, {}, "Ines", "a long list")
        assert len(work(browser)["plan"]["plan"]["order"]) == 150


class TestShop:
    def test_a_shop_is_changed_taken_back_and_refused_stale(self, browser: Browser, shop: Any) -> None:
        wider = {"id": shop["id"], "version": shop["version"], "shop": {**SHOP, "people": ["Ines", "Ruben"]}}
        kept = browser.ask("PUT", "/shops", wider).json
        assert len(kept["shop"]["people"]) == 2 and kept["undo"].startswith("Ines")
        assert browser.ask("PUT", "/shops", wider).status_code == 409
        back = browser.ask("POST", f"/shops/{shop['id']}/take-back").json
        assert back["shop"]["people"] == ["Ines"] and back["undo"] is None
        assert browser.ask("POST", f"/shops/{shop['id']}/take-back").status_code == 404

    def test_a_shop_goes_out_and_comes_back_in(
        self, browser: Browser, shop: Any, client: FlaskClient
    ) -> None:
        raw = client.get(f"/api/shops/{shop['id']}/file", headers=OWN).data
        assert json.loads(raw)["shop"]["name"] == "bench"
        twice = client.post("/api/shops/file?person=Ines", data=raw, headers=OWN)
        assert twice.status_code == 409
        other = raw.replace(b'"bench"', b'"other"')
        assert client.post("/api/shops/file?person=Ines", data=other, headers=OWN).status_code == 200
        assert len(browser.ask("GET", "/shops").json["shops"]) == 2

    @pytest.mark.parametrize("raw", [b"{}", b"nonsense", b'{"jorvak_shop": 1, "shop": {"name": "x"}}'])
    def test_a_file_that_is_no_shop(self, client: FlaskClient, browser: Browser, raw: bytes) -> None:
        assert client.post("/api/shops/file?person=Ines", data=raw, headers=OWN).status_code == 422
        assert browser.ask("GET", "/shops").json["shops"] == []


def test_a_build_takes_its_work_along(browser: Browser, client: FlaskClient) -> None:
    change = add(browser, "gears rear 4.10")
    browser.ask("POST", "/rigs/1/jobs/clock", {"key": f"change {change}.1", "run": False, "hours": 2})
    by_hand(browser, "paint", after=[f"change {change}.1"])
    raw = client.get("/api/rigs/1/build-file", headers=OWN).data
    assert client.post("/api/builds", data=raw, headers=OWN).status_code == 201
    there = browser.ask("GET", "/rigs/2/jobs").json["jobs"]
    gears = next(line["job"] for line in there if line["job"]["change"] is not None)
    assert gears["taken_h"] == 2 and gears["change"] != change
    assert next(line["job"] for line in there if line["job"]["source"] == "hand")["after"] == [gears["key"]]

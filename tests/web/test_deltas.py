"""A sheet as what is different from one that the browser has, and only the results that it looks at."""

# ruff: noqa: F811 - fixtures

import copy
import gzip
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from jorvak.core.engine.areas import areas
from jorvak.web.deltas import Sent, difference
from tests.web.test_web import OWN, Browser, assert_problem, browser, client  # noqa: F401 - fixtures

PLAIN = st.none() | st.booleans() | st.integers(2, 9) | st.text("ab~/ä", max_size=3)
JSON = st.recursive(
    PLAIN,
    lambda inner: (
        st.lists(inner, max_size=4) | st.dictionaries(st.text("ab~/", max_size=2), inner, max_size=4)
    ),
    max_leaves=12,
)


def patched(document: Any, patch: list[dict[str, Any]]) -> Any:
    """A JSON Patch applied, as RFC 6902 has it, to a copy."""
    whole = {"": copy.deepcopy(document)}
    for operation in patch:
        *above, last = [
            "",
            *(part.replace("~1", "/").replace("~0", "~") for part in operation["path"].split("/")[1:]),
        ]
        place: Any = whole
        for part in above:
            place = place[int(part)] if isinstance(place, list) else place[part]
        if isinstance(place, list):
            at = len(place) if last == "-" else int(last)
            if operation["op"] == "remove":
                del place[at]
            elif operation["op"] == "add":
                place.insert(at, operation["value"])
            else:
                place[at] = operation["value"]
        elif operation["op"] == "remove":
            del place[last]
        else:
            place[last] = operation["value"]
    return whole[""]


@given(JSON, JSON)
def test_what_is_different_makes_one_of_the_other(old: Any, new: Any) -> None:
    # True and 1 are equal in Python and not in JSON: nothing of ours is once the one and once the other.
    patch = list(difference(old, new))
    assert patched(old, patch) == new
    assert (patch == []) == (old == new)


def test_few_sheets_are_remembered() -> None:
    sent = Sent(most=2)
    tags = [sent.remember(text) for text in ("a", "b", "c")]
    assert [sent.recall(tag) for tag in tags] == [None, "b", "c"]
    assert sent.remember("b") == tags[1]


def has(tag: str) -> dict[str, str]:
    return {**OWN, "If-None-Match": tag, "A-IM": "json-patch"}


def test_an_edit_is_answered_with_what_it_changed(browser: Browser) -> None:
    address = "/api/rigs/1?person=Ines&looks=stance"
    before = browser.client.get(address, headers=OWN)
    version = before.json["versions"]["body.wheelbase_mm"]
    edit = {"path": "body.wheelbase_mm", "typed": "2755", "version": version}
    answer = browser.client.put(
        "/api/rigs/1/figures?person=Ines&looks=stance", json=edit, headers=has(before.headers["ETag"])
    )
    assert answer.status_code == 226 and answer.mimetype == "application/json-patch+json"
    assert answer.headers["Delta-Base"] == before.headers["ETag"]
    assert len(gzip.compress(answer.data)) < 10_000 < len(before.data)
    whole = browser.client.get(address, headers=OWN)
    assert answer.json is not None and patched(before.json, answer.json) == whole.json
    assert whole.headers["ETag"] == answer.headers["ETag"]


def test_of_a_sheet_that_is_not_remembered_all_is_sent(browser: Browser) -> None:
    answer = browser.client.get("/api/rigs/1?person=Ines", headers=has('"gone"'))
    assert answer.status_code == 200 and answer.json["name"] == "Plover"


def test_only_what_is_looked_at_is_answered(browser: Browser) -> None:
    def results(looks: str) -> dict[str, Any]:
        answer = browser.client.get(f"/api/rigs/1?person=Ines&looks={looks}", headers=OWN)
        found: dict[str, Any] = answer.json["here"]["results"]
        return {name: set(area) for name, area in found.items()}

    assert results("") == {
        "load": set(),
        "rolling": {"gears"},
        "stance": {"height"},
        "driveline": {"mating"},
        "power": set(),
        "heat": set(),
        "recovery": set(),
        "frame": set(),
        "trip": set(),
    }
    looks = results("load,stance.climb")
    assert looks["load"] == set(areas()["load"].functions) and looks["stance"] == {"height", "climb"}
    assert_problem(
        browser.client.get("/api/rigs/1?person=Ines&looks=stance.wings", headers=OWN), 422, "looks"
    )


def test_whether_a_rig_has_moved_on_is_asked_for_alone(browser: Browser) -> None:
    sheet = browser.sheet()
    asked = browser.ask("GET", "/rigs/1/revision").json
    assert asked == {"revision": sheet["revision"], "today": sheet["today"]}
    browser.ask("POST", "/rigs/1/changes", {"line": "tyre 285/75R17"})
    assert browser.ask("GET", "/rigs/1/revision").json["revision"] > sheet["revision"]
    assert_problem(browser.client.get("/api/rigs/99/revision", headers=OWN), 404)

"""Whatever is sent to whichever address: an answer or a sentence, nothing half written, and every write undone whole."""

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from tools.any_request import OWN, RIG, Application, requests


@pytest.fixture(scope="module")
def application(tmp_path_factory: pytest.TempPathFactory) -> Application:
    return Application(tmp_path_factory.mktemp("any"))


@settings(max_examples=70, suppress_health_check=[HealthCheck.too_slow, HealthCheck.function_scoped_fixture])
@given(st.data())
def test_it_is_answered_or_refused_and_undone_whole(application: Application, data: st.DataObject) -> None:
    method, pattern, address, query, body = data.draw(requests(application))
    application.put_back()
    before = application.rig()
    answer = application.client.open(
        address, method=method, query_string={"person": "Ines", **query}, json=body, headers=OWN
    )
    assert answer.status_code < 500, answer.text
    application.fits(pattern, method, answer)
    after = application.rig()
    if answer.status_code >= 400:
        assert answer.mimetype == "application/problem+json"
        assert len(answer.json["detail"]) > 10
        assert after == before
        return
    if after == before:
        return
    assert method != "get"
    undone = application.client.post(
        f"/api/rigs/{RIG}/undo", query_string={"person": query.get("person", "Ines")}, headers=OWN
    )
    assert undone.status_code == 200, undone.text
    assert application.rig() == before

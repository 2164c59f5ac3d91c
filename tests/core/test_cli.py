"""The command line, as it is called."""

import io
import json
import sys
from pathlib import Path
from typing import Any

import pytest

from jorvak.cli import main
from jorvak.demo import BUILDS


class Typed(io.TextIOWrapper):
    """Standard input with these bytes in it."""

    def __init__(self, raw: bytes) -> None:
        super().__init__(io.BytesIO(raw))


@pytest.fixture
def calc(monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]) -> Any:
    def run(name: str, given: Any) -> tuple[int, Any]:
        raw = given if isinstance(given, bytes) else json.dumps(given).encode()
        monkeypatch.setattr(sys, "stdin", Typed(raw))
        code = main(["calc", name])
        return code, json.loads(capsys.readouterr().out)

    return run


def test_one_object_in_one_object_out(calc: Any) -> None:
    code, answer = calc("tyre-size", {"size": "285/75R17"})
    assert code == 0
    assert answer["calc"] == "tyre-size"
    assert answer["result"]["diameter_mm"] == pytest.approx(859.3)


def test_an_array_keeps_its_order_and_answers_the_others(calc: Any) -> None:
    code, answers = calc("tyre-size", [{"size": "285/75R17"}, {"size": "x"}, 3, {"size": "265/70R17"}])
    assert code == 2
    assert ["result" in a for a in answers] == [True, False, False, True]
    assert answers[1]["error"]["field"] == "size"
    assert answers[2]["error"]["field"] == "input"
    assert calc("tyre-size", []) == (0, [])


def test_an_unknown_name_is_an_error_on_calc(calc: Any) -> None:
    code, answer = calc("nope", {})
    assert (code, answer["error"]["field"]) == (2, "calc")


@pytest.mark.parametrize("raw", [b"", b"{", b"\xff", b"[" * 100_000, b"nope"])
def test_what_is_not_json_is_refused(calc: Any, raw: bytes) -> None:
    code, answer = calc("gearing", raw)
    assert (code, answer["error"]["field"]) == (2, "input")


def test_list_and_describe(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["calc"]) == 0
    assert "axle-match" in capsys.readouterr().out
    assert main(["calc", "speedometer", "--describe"]) == 0
    out = capsys.readouterr().out
    for word in ("stock_error_pct", "default 0.0", "required", "km/h", "UN Regulation 39"):
        assert word in out


def test_load_takes_a_build_in_once(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    load = ["load", str(BUILDS[0]), "--data", str(folder), "--move-dates"]
    assert main([*load, "--if-empty"]) == 0
    assert main([*load, "--if-empty"]) == 0
    assert capsys.readouterr().out.count("taken in") == 1


def test_load_refuses_what_is_no_build_and_takes_nothing_in(
    folder: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    bad = tmp_path / "bad.json"
    bad.write_text(
        '{"jorvak_build": 1, "written_on": "2026-01-01", "rig": {"name": "X", "body": {"wheelbase_mm": -1}}}'
    )
    assert main(["load", str(bad), "--data", str(folder)]) == 2
    assert "rig.body.wheelbase_mm" in capsys.readouterr().err
    assert main(["load", str(tmp_path / "none.json"), "--data", str(folder)]) == 2
    assert "cannot be read" in capsys.readouterr().err


def test_serve_says_what_is_wrong_with_folder_and_port(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    in_the_way = tmp_path / "file"
    in_the_way.write_text("")
    assert main(["serve", "--data", str(in_the_way / "data")]) == 2
    assert "cannot be written" in capsys.readouterr().err
    assert main(["serve", "--data", str(tmp_path), "--port", "99999"]) == 2
    assert "There is no port 99999" in capsys.readouterr().err


def test_serve_says_that_a_port_is_taken(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    import socket

    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        assert main(["serve", "--data", str(tmp_path), "--port", str(taken.getsockname()[1])]) == 2
    assert "Try --port" in capsys.readouterr().err


def test_the_api_describes_itself(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["openapi"]) == 0
    described = json.loads(capsys.readouterr().out)
    assert described["openapi"].startswith("3.1")
    assert "/api/rigs/{rig_id}/preview" in described["paths"]


def test_findings_of_a_file_name_the_step_that_raised_them(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["assess", str(BUILDS[0]), "--on", "2026-03-02"]) == 0
    found = json.loads(capsys.readouterr().out)["findings"]
    raised = {f["code"]: f["change"] for f in found}
    # Step 4 are the tyres, steps 5 and 6 the gears; nobody has driven on any of them yet.
    assert raised["spare-does-not-fit"] == 4 and raised["running-in"] in (5, 6)
    assert found[0]["code"] == "over-front-axle" and found[0]["severity"] == "stop"


def test_a_notebook_answers_each_line_and_says_that_one_asks(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    monkeypatch.setattr(sys, "stdin", Typed(b"wheelbase 108 in\r\n\nsprings fresh\nleaving 12 march"))
    assert main(["read", "--on", "2026-03-02"]) == 2
    wheelbase, asks, leaves = (json.loads(line) for line in capsys.readouterr().out.splitlines())
    assert wheelbase["figures"] == {"body.wheelbase_mm": pytest.approx(2743.2)}
    assert asks["figures"] == {} and asks["ask"]
    assert leaves["figures"] == {"brief.leaves_on": "2026-03-12"}
    monkeypatch.setattr(sys, "stdin", Typed(b"wheelbase 108"))
    assert main(["read", "--units", "inch"]) == 0
    assert json.loads(capsys.readouterr().out)["figures"] == wheelbase["figures"]

"""The way in from a tablet in the bay: a name of the shop's own, a password, and TLS with the shop's certificate."""

import subprocess
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, expect
from tools.running import JORVAK, Server

from jorvak.demo import BUILDS
from tests.conftest import TODAY

NAME = "bay.test"
"""Not under localhost, where browsers take a page over plain http for a secure one."""
PASSWORD = "a long enough one"


@pytest.fixture
def certificate(tmp_path: Path) -> list[str]:
    cert, key = tmp_path / "cert.pem", tmp_path / "key.pem"
    subprocess.run(
        ["openssl", "req", "-x509", "-newkey", "ec", "-pkeyopt", "ec_paramgen_curve:prime256v1", "-nodes", "-days", "2",
         "-subj", f"/CN={NAME}", "-addext", f"subjectAltName=DNS:{NAME}", "-keyout", str(key), "-out", str(cert)],
        check=True, capture_output=True,
    )  # fmt: skip
    return ["--cert", str(cert), "--key", str(key)]


@pytest.fixture(params=["plain", "tls"])
def shop(request: pytest.FixtureRequest, tmp_path: Path, certificate: list[str]) -> Iterator[str]:
    """The address of a server that is called by its name."""
    over_tls = request.param == "tls"
    data = tmp_path / "data"
    set_one = [*JORVAK, "password", "Ines", "--data", str(data)]
    subprocess.run(set_one, input=f"{PASSWORD}\n", text=True, check=True, capture_output=True)
    server = Server(data, TODAY, more=["--name", NAME, *(certificate if over_tls else [])])
    server.load(BUILDS[2])
    server.start()
    yield f"{'https' if over_tls else 'http'}://{NAME}:{server.port}"
    server.kill()


def test_a_tablet_in_the_bay(shop: str, chromium: Browser) -> None:
    context = chromium.new_context(ignore_https_errors=True, viewport={"width": 820, "height": 1100})
    page = context.new_page()
    faults: list[str] = []
    page.on("pageerror", lambda error: faults.append(str(error)))
    page.goto(f"{shop}/rigs/1/rig")
    page.get_by_label("who").fill("Ines")
    page.get_by_label("password").fill("not this one")
    page.get_by_role("button", name="sign in").click()
    expect(page.get_by_role("alert")).to_contain_text("do not go together")
    page.get_by_label("password").fill(PASSWORD)
    page.get_by_role("button", name="sign in").click()
    # There it goes on where it was called.
    expect(page.get_by_role("heading", name="Rig", exact=True)).to_be_visible()
    page.keyboard.press("/")
    page.locator("#line").fill("height 1988")
    page.keyboard.press("Enter")
    expect(page.locator("#line")).to_be_hidden()
    expect(page.get_by_role("button", name="undo")).to_contain_text("overall height 1988")
    page.get_by_role("button", name="history").click()
    expect(page.get_by_role("dialog")).to_contain_text("Ines,")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="sign out").click()
    expect(page.get_by_label("password")).to_be_visible()
    assert faults == []
    context.close()

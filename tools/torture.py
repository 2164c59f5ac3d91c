"""What hostile hands do, for hours: kills, generated requests, damaged files, people at once.

    bin/torture [kills | requests | files]... [--minutes M] [--seed N] [--report]

Each round has a seed, the one after that of the last: stopped at any time it goes on there, and what was counted is
kept in ``data/torture.json``. A round that fails is printed with its seed and stops the run.
"""

import argparse
import http.client
import io
import json
import os
import random
import sqlite3
import sys
import tempfile
import threading
import time
import urllib.error
import urllib.request
from collections import Counter
from collections.abc import Callable
from contextlib import closing
from functools import reduce
from operator import xor
from pathlib import Path
from typing import Any

from hypothesis import HealthCheck, Phase, given, seed, settings
from hypothesis import strategies as st

from jorvak.core.calculation import Refused
from jorvak.demo import BUILDS, DRIVES
from jorvak.formats.build_file import faults_of
from jorvak.formats.build_zip import read_any
from jorvak.formats.drive_log import Reader
from jorvak.formats.photograph import taken_in
from jorvak.formats.profile import read_profile
from jorvak.store.database import FILE_NAME
from tools.any_request import OWN, TODAY, Application, requests
from tools.bench import pace_now
from tools.running import Server

ROOT = Path(__file__).parents[1]
STATE = ROOT / "data" / "torture.json"
GOALS = {"kills": 1_000, "requests": 100_000, "files": 100_000}
PEOPLE = 8
KILLS_A_ROUND = 5
REQUESTS_A_ROUND = 500
FILES_A_ROUND = 500
LONGEST_S = 2.0


class Lost(Exception):
    """Something that was acknowledged is not there any more, or a fault was not handled."""


def one_kill(number: int) -> Counter[str]:
    """Eight people write at a server that is killed: what each was told that it stands is there afterwards."""
    pick = random.Random(number)
    with tempfile.TemporaryDirectory() as folder:
        server = Server(Path(folder), TODAY)
        server.start()
        _ask(server, "POST", "/rigs?looks=", {"name": "Bare", "form": "wagon"})
        counts: Counter[str] = Counter()
        told: dict[str, tuple[int, int]] = {}
        for _ in range(KILLS_A_ROUND):
            before, told = told, _written_until_killed(server, pick.uniform(0.05, 0.5), told)
            server.start()
            sheet = _ask(server, "GET", "/rigs/1?looks=")
            for person, (acknowledged, tried) in told.items():
                stands = int(float(sheet["figures"][_figure_of(person)]["value"]))
                counts["writes acknowledged"] += acknowledged - before.get(person, (FIRST, FIRST))[0]
                if stands not in (acknowledged, tried):
                    raise Lost(f"{person} was told {acknowledged}, tried {tried}, and {stands} stands there")
            with closing(sqlite3.connect(server.data / FILE_NAME)) as connection:
                if (found := connection.execute("PRAGMA integrity_check").fetchone()[0]) != "ok":
                    raise Lost(f"the database is damaged: {found}")
            counts["kills"] += 1
        server.kill()
    return counts


FIGURES = ("body.height_mm", "body.wheelbase_mm", "body.front_track_mm", "body.rear_track_mm", "body.front_axle_kg",
           "body.rear_axle_kg", "body.front_overhang_mm", "body.rear_overhang_mm")  # fmt: skip
FIRST = 1000
"""A value that each of these may have, and each after it."""


def _figure_of(person: str) -> str:
    return FIGURES[int(person.removeprefix("person "))]


def _written_until_killed(
    server: Server, after_s: float, before: dict[str, tuple[int, int]]
) -> dict[str, tuple[int, int]]:
    """By person, what was acknowledged last and what was tried last. Each begins with one that is acknowledged."""
    told = dict(before)
    ready = threading.Barrier(PEOPLE + 1)

    def write(person: str) -> None:
        value = told.get(person, (FIRST, FIRST))[1] + 1
        version = _ask(server, "GET", "/rigs/1?looks=")["versions"].get(_figure_of(person))
        version = _note(server, person, value, version)
        told[person] = (value, value)
        ready.wait()
        while True:
            told[person] = (value, value + 1)
            try:
                version = _note(server, person, value + 1, version)
            except (OSError, ValueError, http.client.HTTPException):
                return
            value += 1
            told[person] = (value, value)

    threads = [threading.Thread(target=write, args=(f"person {n}",)) for n in range(PEOPLE)]
    for thread in threads:
        thread.start()
    ready.wait(timeout=60)
    time.sleep(after_s)
    server.kill()
    for thread in threads:
        thread.join(timeout=60)
    return told


def _note(server: Server, person: str, value: int, version: int | None) -> int:
    """Note a person's own figure; its version afterwards."""
    path = _figure_of(person)
    address = f"/rigs/1/figures?looks=&person={person.replace(' ', '+')}"
    sheet = _ask(server, "PUT", address, {"path": path, "typed": str(value), "version": version})
    return int(sheet["versions"][path])


def _ask(server: Server, method: str, address: str, body: Any = None) -> Any:
    request = urllib.request.Request(
        f"{server.url}/api{address}", None if body is None else json.dumps(body).encode(), method=method,
        headers={"Content-Type": "application/json", "Origin": server.url},
    )  # fmt: skip
    with urllib.request.urlopen(request, timeout=30) as answer:
        return json.loads(answer.read())


class _Shop:
    """The application that requests are sent to, made once."""

    made: Application | None = None

    @classmethod
    def application(cls) -> Application:
        if cls.made is None:
            cls.made = Application(Path(tempfile.mkdtemp()))
        return cls.made


def some_requests(number: int) -> Counter[str]:
    """Requests from the description of the API: each is answered, by one of the answers that stand in it."""
    application, counts = _Shop.application(), Counter[str]()
    application.put_back()

    @seed(number)
    @settings(
        max_examples=REQUESTS_A_ROUND, database=None, deadline=None, phases=[Phase.generate],
        suppress_health_check=list(HealthCheck),
    )  # fmt: skip
    @given(st.data())
    def send(data: st.DataObject) -> None:
        method, pattern, address, query, body = data.draw(requests(application))
        answer = application.client.open(
            address, method=method, query_string={"person": "Ines", **query}, json=body, headers=OWN
        )
        counts[f"answered {answer.status_code}"] += 1
        counts["requests"] += 1
        if answer.status_code >= 500:
            raise Lost(f"{method} {address} {query} {body}: {answer.text}")
        application.fits(pattern, method, answer)

    send()
    return counts


def some_files(number: int) -> Counter[str]:
    """Files that are damaged somewhere: each is read, or refused in a sentence, and neither takes long."""
    pick, counts = random.Random(number), Counter[str]()
    for _ in range(FILES_A_ROUND):
        name, (good, read) = pick.choice(sorted(_READERS.items()))
        raw = _damaged(pick, good)
        start = time.perf_counter()
        try:
            read(raw)
            counts["read"] += 1
        except Refused as refused:
            counts["refused"] += 1
            if not refused.message or not refused.field:
                raise Lost(f"{name} is refused without a word") from None
        except Exception as error:
            raise Lost(f"{name}: {type(error).__name__} {error}; {raw[:200]!r}") from error
        took = time.perf_counter() - start
        if took > LONGEST_S and took > LONGEST_S * pace_now(5):
            raise Lost(f"{name} took {took:.1f} s")
        counts["files"] += 1
    return counts


def _damaged(pick: random.Random, good: bytes) -> bytes:
    raw = bytearray(good)
    for _ in range(pick.choice((1, 1, 2, 5, 40))):
        at = pick.randrange(len(raw) + 1) if raw else 0
        match pick.randrange(6):
            case 0:
                raw[at : at + 1] = bytes([pick.randrange(256)])
            case 1:
                del raw[at : at + pick.choice((1, 7, 300, 5000))]
            case 2:
                raw[at:at] = pick.choice(
                    (b"9" * 400, b"\x00", b"[" * 90, b'"', b"\r", b"1e999", b"NaN", b"\\ud800", b"-")
                )
            case 3:
                start = pick.randrange(len(raw) + 1)
                raw[at:at] = raw[start : start + pick.choice((3, 60, 2000))]
            case 4:
                raw[at : at + 4] = (0xFFFFFFFF - pick.randrange(3)).to_bytes(4, "little")
            case _:
                raw = raw[:at] if pick.randrange(4) == 0 else raw
    return bytes(raw)


def _drive(raw: bytes, kind: Any) -> None:
    reader = Reader(kind)
    for at in range(0, len(raw), 4096):
        reader.take(raw[at : at + 4096])
    reader.finish()


def _files() -> dict[str, tuple[bytes, Callable[[bytes], Any]]]:
    import zipfile

    from PIL import Image

    from jorvak.formats.profile import write_dxf

    picture, zipped = io.BytesIO(), io.BytesIO()
    Image.effect_noise((300, 200), 60).convert("RGB").save(picture, "JPEG")
    build = BUILDS[2].read_bytes()
    with zipfile.ZipFile(zipped, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("build.json", build)
    points = "".join(
        f"<trkpt lat='{50 + i / 9999}' lon='8'><ele>{i}</ele><time>2026-01-01T10:00:{i:02d}Z</time></trkpt>"
        for i in range(60)
    )
    gpx = f"<gpx version='1.1' creator='x'><trk><trkseg>{points}</trkseg></trk></gpx>".encode()
    words = (
        f"GPRMC,1000{i:02d}.00,A,5000.0000,N,00823.4000,E,010.{i:02d},004.0,010126,,,A" for i in range(60)
    )
    nmea = "".join(f"${each}*{reduce(xor, each.encode()):02X}\r\n" for each in words).encode()
    ground = [(float(i), float(i % 30)) for i in range(40)]
    return {
        "build": (build, faults_of),
        "zip": (zipped.getvalue(), lambda raw: read_any(io.BytesIO(raw), lambda _: "0" * 32 + ".jpg")),
        "picture": (picture.getvalue(), taken_in),
        "ground csv": (b"x_mm,z_mm\n" + b"".join(b"%d,%d\n" % (x, z) for x, z in ground), lambda raw: read_profile("a.csv", raw)),
        "ground gpx": (gpx, lambda raw: read_profile("a.gpx", raw)),
        "ground dxf": (write_dxf(ground), lambda raw: read_profile("a.dxf", raw)),
        "drive gpx": (gpx, lambda raw: _drive(raw, "gpx")),
        "drive csv": (DRIVES.read_bytes()[:4000], lambda raw: _drive(raw, "csv")),
        "drive nmea": (nmea, lambda raw: _drive(raw, "nmea")),
    }  # fmt: skip


_READERS = _files()
ROUNDS: dict[str, Callable[[int], Counter[str]]] = {
    "kills": one_kill, "requests": some_requests, "files": some_files
}  # fmt: skip


def _state() -> dict[str, Any]:
    found: dict[str, Any] = json.loads(STATE.read_text()) if STATE.exists() else {}
    return found


def _keep(kind: str, next_seed: int, counts: Counter[str]) -> None:
    STATE.parent.mkdir(parents=True, exist_ok=True)
    state = _state()
    before = state.get(kind, {"counts": {}})
    state[kind] = {"next_seed": next_seed, "counts": dict(Counter(before["counts"]) + counts)}
    part = STATE.with_suffix(f".{os.getpid()}.part")
    part.write_text(json.dumps(state, indent=1))
    part.replace(STATE)


def report() -> None:
    """What was done so far, against the goals."""
    for kind, each in _state().items():
        done = each["counts"].get(kind, 0)
        others = ", ".join(
            f"{count} {name}" for name, count in sorted(each["counts"].items()) if name != kind
        )
        print(f"{kind:<10} {done:>7} of {GOALS[kind]:>7}   next seed {each['next_seed']}   {others}")


def main() -> int:
    """Torture for so many minutes, each kind in turn. 1 where something was lost or not handled."""
    parser = argparse.ArgumentParser(prog="bin/torture", description=__doc__)
    parser.add_argument("kinds", nargs="*", choices=[*ROUNDS, []], help="which (default: all in turn)")
    parser.add_argument("--minutes", type=float, default=5.0)
    parser.add_argument("--seed", type=int, help="begin at this seed (default: where it stopped)")
    parser.add_argument("--report", action="store_true", help="only say what was done so far")
    arguments = parser.parse_args()
    until, kinds = time.monotonic() + arguments.minutes * 60, arguments.kinds or list(ROUNDS)
    while not arguments.report and time.monotonic() < until:
        for kind in kinds:
            number = (
                arguments.seed if arguments.seed is not None else _state().get(kind, {}).get("next_seed", 1)
            )
            try:
                counts = ROUNDS[kind](number)
            except (Lost, AssertionError) as lost:
                print(f"{kind}, seed {number}: {lost}", file=sys.stderr)
                return 1
            _keep(kind, number + 1, counts)
            if arguments.seed is not None:
                arguments.seed += 1
    report()
    return 0


if __name__ == "__main__":
    sys.exit(main())

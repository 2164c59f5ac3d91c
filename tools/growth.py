"""What a shop grows into: many rigs, many changes, many people at once, weeks without a restart."""

import json
import statistics
import subprocess
import tempfile
import threading
from collections.abc import Iterator
from dataclasses import replace
from datetime import date
from functools import partial
from pathlib import Path

from jorvak.core.rig import Change
from jorvak.demo import BUILDS
from jorvak.formats.build_file import read_build
from jorvak.store import Database, Rigs
from tools.bench import Client, Row, against, pace_now, timed
from tools.running import Server

MANY_RIGS, MANY_CHANGES, MANY_REQUESTS, SETTLED = 500, 200, 20_000, 2_000
CLIENTS = 8


def bench_growth() -> Iterator[Row]:
    """Each over a server of its own."""
    with tempfile.TemporaryDirectory() as folder:
        rigs = Rigs(Database(Path(folder)))
        builds = [read_build(file.read_bytes()).rig for file in BUILDS]
        for number in range(MANY_RIGS - 1):
            rigs.begin(builds[number % len(builds)], "Ines", "begun")
        box = Change(kind="equipment", fields={"name": "box"}, mass_kg=1.0, mass_x_mm=900.0)
        long = rigs.begin(replace(builds[0], changes=(box,) * MANY_CHANGES, records={}), "Ines", "begun")
        rigs.database.close()
        server = Server(Path(folder), date(2026, 3, 2))
        server.start()
        try:
            client = Client(server.port)
            pace = pace_now()
            yield Row(
                f"start page of {MANY_RIGS} rigs, the first answer after a start",
                timed(lambda: client.ask("GET", "/api/rigs")), "ms", 300.0, pace=pace,
            )  # fmt: skip
            while json.loads(client.ask("GET", "/api/rigs"))["waiting"]:
                pass
            yield against(
                "and once all are known", 300.0, "the empty endpoint",
                lambda: client.ask("GET", "/api/nothing"), lambda: client.ask("GET", "/api/rigs"), 20,
            )  # fmt: skip
            yield _moved(client, long)
            yield _eight_at_once(server)
            yield from _memory(server, client)
        finally:
            server.kill()


def _moved(client: Client, rig_id: int) -> Row:
    address = f"/api/rigs/{rig_id}"
    places = [150, 3]
    first = json.loads(client.ask("GET", f"{address}?looks="))["changes"][0]
    change, version = first["id"], first["version"]

    def move() -> None:
        nonlocal version
        to = places[version % 2]
        sheet = json.loads(
            client.ask("PUT", f"{address}/changes/{change}/place?looks=", {"version": version, "to": to})
        )
        version = next(each["version"] for each in sheet["changes"] if each["id"] == change)

    return against(
        f"a change of {MANY_CHANGES} moved", 100.0, "the empty endpoint",
        lambda: client.ask("GET", "/api/nothing"), move, 20,
    )  # fmt: skip


def _eight_at_once(server: Server) -> Row:
    """Eight people edit a rig each: the slowest twentieth of their edits, against one person alone."""

    def edit(client: Client, rig_id: int, height: int) -> None:
        sheet = f"/api/rigs/{rig_id}/figures?looks="
        version = json.loads(client.ask("GET", f"/api/rigs/{rig_id}?looks="))["versions"]["body.height_mm"]
        client.ask("PUT", sheet, {"path": "body.height_mm", "typed": str(height), "version": version})

    alone = Client(server.port)
    one = [timed(partial(edit, alone, 1, 1800 + n)) for n in range(40)]
    times: list[float] = []
    ready = threading.Barrier(CLIENTS)

    def person(rig_id: int) -> None:
        client = Client(server.port)
        # As alone: the rig has been looked at before.
        edit(client, rig_id, 1850)
        ready.wait()
        times.extend([timed(partial(edit, client, rig_id, 1900 + n)) for n in range(20)])

    threads = [threading.Thread(target=person, args=(1 + n,)) for n in range(CLIENTS)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    slow, median = statistics.quantiles(times, n=20)[-1], statistics.median(one)
    return Row(
        f"{CLIENTS} clients at once, all but a twentieth", slow, "ms", None, slow / median,
        f"one alone, {median:.3g} ms", ratio_limit=float(CLIENTS),
    )  # fmt: skip


def _memory(server: Server, client: Client) -> Iterator[Row]:
    """Sheets read and figures noted, one request after the other."""
    assert server.process is not None
    settled = 0.0
    version = json.loads(client.ask("GET", "/api/rigs/3?looks="))["versions"]["body.height_mm"]
    for number in range(MANY_REQUESTS):
        if number == SETTLED:
            settled = _megabytes(server.process)
        if number % 10:
            client.ask("GET", f"/api/rigs/{1 + number % 40}/revision")
        else:
            sheet = client.ask(
                "PUT", "/api/rigs/3/figures?looks=",
                {"path": "body.height_mm", "typed": str(1500 + number % 900), "version": version},
            )  # fmt: skip
            version = json.loads(sheet)["versions"]["body.height_mm"]
    grown = _megabytes(server.process)
    yield Row(
        f"memory after {MANY_REQUESTS:,} requests", grown, "MB", None, grown / settled,
        f"after {SETTLED:,}, {settled:.0f} MB", ratio_limit=1.1,
    )  # fmt: skip


def _megabytes(process: "subprocess.Popen[str]") -> float:
    status = Path(f"/proc/{process.pid}/status").read_text()
    return int(next(line for line in status.splitlines() if line.startswith("VmRSS")).split()[1]) / 1000

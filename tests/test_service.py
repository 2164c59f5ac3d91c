"""The commands as processes: who holds what, what is taken away meanwhile, backups and back from one."""

import json
import shutil
import socket
import sqlite3
import subprocess
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import ExitStack, closing
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest
from tools.running import JORVAK, Server

from jorvak.core.rig import Figure, Rig
from jorvak.demo import BUILDS
from jorvak.store import Database, Rigs, Unwritable
from jorvak.store.backups import KEPT, back_up, back_up_today
from jorvak.store.database import BACKUPS, FILE_NAME, last_backup, why_not
from jorvak.store.holding import Held, hold
from tests.conftest import TODAY


@pytest.fixture(scope="module")
def tern_data(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A data folder with Tern in it, taken in once by the command that the demo uses."""
    data = tmp_path_factory.mktemp("tern") / "data"
    Server(data, TODAY).load(BUILDS[2])
    return data


@pytest.fixture
def server(tern_data: Path, tmp_path: Path) -> Iterator[Server]:
    server = Server(Path(shutil.copytree(tern_data, tmp_path / "data")), TODAY)
    server.start()
    yield server
    server.kill()


def run(*arguments: str, **more: Any) -> subprocess.CompletedProcess[str]:
    return subprocess.run([*JORVAK, *arguments], capture_output=True, text=True, timeout=60, **more)


def shell(line: str) -> subprocess.CompletedProcess[str]:
    command = line.replace("@ ", " ".join(JORVAK) + " ")
    return subprocess.run(["bash", "-c", command], capture_output=True, text=True, timeout=60)


def write(server: Server, name: str) -> int:
    """Begin a rig; the status of the answer."""
    body = json.dumps({"name": name, "form": "wagon"}).encode()
    request = urllib.request.Request(
        f"{server.url}/api/rigs", body, {"Content-Type": "application/json", "Origin": server.url}
    )
    try:
        with urllib.request.urlopen(request, timeout=20) as answer:
            return int(answer.status)
    except urllib.error.HTTPError as error:
        assert json.loads(error.read())["detail"]
        return error.code


def names(folder: Path) -> list[str]:
    with closing(sqlite3.connect(folder / FILE_NAME)) as connection:
        return [name for (name,) in connection.execute("SELECT name FROM rig ORDER BY id")]


class TestWhoHoldsIt:
    def test_a_fresh_demo_on_a_port_in_use_takes_nothing_away(self, server: Server) -> None:
        tried = run("demo", "--fresh", "--port", str(server.port), "--data", str(server.data))
        assert tried.returncode == 2 and "Try --port" in tried.stderr and "Traceback" not in tried.stderr
        assert write(server, "Mine") == 201
        assert names(server.data)[-1] == "Mine"

    def test_nor_does_one_on_another_port_in_the_same_folder(self, server: Server) -> None:
        tried = run("demo", "--fresh", "--port", "0", "--data", str(server.data))
        assert tried.returncode == 2 and f"in use by the Jorvak at {server.url}/" in tried.stderr
        assert len(names(server.data)) == 1

    def test_the_second_server_says_who_has_it_and_a_dead_one_has_nothing(self, server: Server) -> None:
        tried = run("serve", "--port", "0", "--data", str(server.data))
        assert tried.returncode == 2 and server.url in tried.stderr
        assert server.process is not None
        server.kill()
        server.start()
        assert write(server, "Again") == 201

    def test_in_one_process_too(self, tmp_path: Path) -> None:
        with (
            hold(tmp_path, "the Jorvak at a"),
            pytest.raises(Held, match="the Jorvak at a"),
            hold(tmp_path, "b"),
        ):
            pass
        with hold(tmp_path, "b"):
            pass


class TestTakenAway:
    def test_what_nobody_would_find_is_not_acknowledged(self, server: Server) -> None:
        assert write(server, "Before") == 201
        aside = server.data / "aside"
        (server.data / FILE_NAME).rename(aside)
        assert write(server, "Gone") == 503
        Database(server.data)
        assert write(server, "Into another") == 503

    def test_taken_away_while_it_is_written_it_is_not_either(self, tmp_path: Path) -> None:
        rigs = Rigs(Database(tmp_path))
        rig_id = rigs.begin(Rig(name="X"), "Ines", "begun")
        from jorvak.store import FileGone

        with pytest.raises(FileGone), rigs.journal.write(rig_id, "Ines", "named") as change:
            change.update("rig", rig_id, {"vehicle": "y"})
            (tmp_path / FILE_NAME).unlink()


def test_idle_connections_block_nobody(server: Server) -> None:
    with ExitStack() as open_:
        for _ in range(120):
            open_.enter_context(socket.create_connection(("127.0.0.1", server.port), timeout=10))
        assert write(server, "Still") == 201


class TestBackups:
    @pytest.fixture
    def rigs(self, folder: Path) -> Rigs:
        rigs = Rigs(Database(folder))
        rigs.begin(Rig(name="First"), "Ines", "begun")
        return rigs

    def test_one_a_day_and_seven_kept(self, rigs: Rigs, folder: Path) -> None:
        by_hand = back_up(rigs.database, folder / BACKUPS / "by-hand.sqlite3")
        for days in range(10):
            assert back_up_today(rigs.database, TODAY + timedelta(days)) is not None
            assert back_up_today(rigs.database, TODAY + timedelta(days)) is None
        kept = sorted(file.name for file in (folder / BACKUPS).iterdir())
        assert len(kept) == KEPT + 1 and by_hand.name in kept
        assert kept[KEPT - 1] == f"{TODAY + timedelta(9)}.sqlite3"

    def test_the_server_makes_it_before_the_first_write_of_a_day(self, server: Server) -> None:
        assert not (server.data / BACKUPS).exists()
        assert write(server, "Mine") == 201
        (backup,) = (server.data / BACKUPS).iterdir()
        assert backup.name == f"{TODAY}.sqlite3"
        with closing(sqlite3.connect(backup)) as connection:
            assert connection.execute("SELECT count(*) FROM rig").fetchone()[0] == 1

    def test_back_from_one(self, rigs: Rigs, folder: Path, tmp_path: Path) -> None:
        target = tmp_path / "kept.sqlite3"
        assert run("backup", str(target), "--data", str(folder)).returncode == 0
        rigs.begin(Rig(name="Second", figures={"body.wheelbase_mm": Figure(2740.0)}), "Ines", "begun")
        rigs.database.close()
        fresh = tmp_path / "fresh"
        back = run("restore", str(target), "--data", str(fresh))
        assert back.returncode == 0 and "1 rigs" in back.stdout
        assert [line.name for line in Rigs(Database(fresh)).list()] == ["First"]
        # Over one that is there, which stays aside, with what was still in its log.
        again = run("restore", str(target), "--data", str(folder))
        assert again.returncode == 0 and names(folder) == ["First"]
        (aside,) = folder.glob("*.before-restore-*")
        with closing(sqlite3.connect(aside)) as connection:
            assert connection.execute("SELECT count(*) FROM rig").fetchone()[0] == 2
        # What is known of a file is known of it after it came back too.
        assert Rigs(Database(folder)).begin(Rig(name="Third"), "Ines", "begun") == 2

    def test_not_under_a_server_that_runs(self, server: Server, tmp_path: Path) -> None:
        target = tmp_path / "kept.sqlite3"
        assert run("backup", str(target), "--data", str(server.data)).returncode == 0
        tried = run("restore", str(target), "--data", str(server.data))
        assert tried.returncode == 2 and server.url in tried.stderr
        assert write(server, "Still") == 201

    def test_what_is_no_backup_is_refused_and_changes_nothing(
        self, rigs: Rigs, folder: Path, tmp_path: Path
    ) -> None:
        wrong = tmp_path / "wrong.sqlite3"
        wrong.write_bytes(b"no database at all, but long enough to look like one" * 200)
        torn = back_up(rigs.database, tmp_path / "torn.sqlite3")
        torn.write_bytes(torn.read_bytes()[:9000])
        for file in (wrong, torn, tmp_path / "none"):
            tried = run("restore", str(file), "--data", str(folder))
            assert tried.returncode == 2 and "Traceback" not in tried.stderr, tried.stderr
        assert names(folder) == ["First"]

    def test_damaged_pages_are_seen_at_the_start_and_the_last_backup_is_named(
        self, rigs: Rigs, folder: Path
    ) -> None:
        for number in range(400):
            rigs.begin(Rig(name=f"Rig {number}"), "Ines", "begun")
        assert back_up_today(rigs.database, TODAY) is not None
        rigs.database.connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        rigs.database.close()
        raw = bytearray((folder / FILE_NAME).read_bytes())
        for at in range(len(raw) // 2, len(raw) - 4096, 4096):
            raw[at : at + 600] = b"\xa5" * 600
        (folder / FILE_NAME).write_bytes(bytes(raw))
        with pytest.raises(Unwritable, match=rf"restore --data .*{TODAY}\.sqlite3"):
            Database(folder)
        with (
            closing(sqlite3.connect(folder / FILE_NAME)) as connection,
            pytest.raises(sqlite3.DatabaseError) as error,
        ):
            connection.execute("SELECT sum(length(what)) FROM journal").fetchall()
            connection.execute("PRAGMA integrity_check").fetchall()
            connection.execute("SELECT * FROM journal_row").fetchall()
            connection.execute("SELECT * FROM rig ORDER BY name").fetchall()
        assert "bin/jorvak restore" in why_not(error.value)

    def test_there_may_be_none(self, folder: Path) -> None:
        assert last_backup(folder) == ""
        assert run("backup", "--data", str(folder / "nowhere")).returncode == 2


class TestTheCommandLine:
    @pytest.mark.parametrize(
        "line",
        [
            "@ calc tyre-size <&-",
            "echo '" + "[" * 900 + "]" * 900 + "' | @ calc tyre-size",
            "@ calc tyre-size --describe >/dev/full",
            f"@ assess {BUILDS[0]} --on 0001-01-01",
            f"@ assess {BUILDS[0]} --on 9999-12-31",
            f"@ assess {BUILDS[0]} --on tomorrow",
            f"@ assess {BUILDS[0]} >/dev/full",
            f"@ load {BUILDS[0]} --person '' --data $(mktemp -d)",
            f"@ load {BUILDS[0]} --today 0001-01-01 --data $(mktemp -d)",
            "@ load /tmp --data $(mktemp -d)",
            "@ serve --today 9999-12-31 --port 0 --data $(mktemp -d)",
            f"@ load {BUILDS[0]} --data /dev/null/nowhere",
        ],
    )  # fmt: skip
    def test_a_sentence_and_2(self, line: str) -> None:
        done = shell(line)
        assert done.returncode == 2, (done.stdout, done.stderr)
        assert (done.stdout + done.stderr).strip()
        assert "Traceback" not in done.stderr and "Exception ignored" not in done.stderr

    def test_whoever_reads_no_further_is_no_fault(self) -> None:
        done = shell(f"@ assess {BUILDS[0]} | head -c 10; exit ${{PIPESTATUS[0]}}")
        assert done.stderr == "" and done.returncode == 2

    def test_many_through_one_calculation_need_no_memory(self) -> None:
        line = (
            'ulimit -v 700000; python3 -c \'print("[" + ", ".join(["{}"] * 200000) + "]")\''
            " | @ calc tyre-size | tail -c 100"
        )
        done = shell(line)
        assert done.stdout.rstrip().endswith("}}]") and done.stderr == ""

    def test_a_zip_with_photographs_is_taken_in(self, tmp_path: Path) -> None:
        from tests.store.test_build_zip import NAME, WITH_PHOTO, picture, zipped

        file = tmp_path / "build.zip"
        file.write_bytes(zipped(**{"build.json": WITH_PHOTO, f"photos/{NAME}": picture()}))
        assert run("load", str(file), "--data", str(tmp_path / "data")).returncode == 0
        assert len(list((tmp_path / "data" / "photos").iterdir())) == 1


@pytest.mark.parametrize(
    ("code", "says"),
    [
        (sqlite3.SQLITE_BUSY, "Another program holds"),
        (sqlite3.SQLITE_FULL, "disk is full"),
        (sqlite3.SQLITE_READONLY, "cannot be written"),
        (sqlite3.SQLITE_CORRUPT, "damaged"),
        (sqlite3.SQLITE_NOTADB, "not a database"),
        (sqlite3.SQLITE_IOERR | 0x0D00, "disk does not read"),
    ],
)
def test_each_trouble_of_a_database_is_called_what_it_is(code: int, says: str) -> None:
    error = sqlite3.OperationalError("as SQLite says it")
    error.sqlite_errorcode = code
    assert says in why_not(error)


def test_a_full_disk_leaves_no_part_of_a_photograph(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    from jorvak.store import PhotoFiles

    files = PhotoFiles(tmp_path)

    def full(self: Path, data: bytes) -> int:
        with self.open("wb") as file:
            file.write(data[:3])
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(Path, "write_bytes", full)
    with pytest.raises(OSError, match="No space"):
        files.add(b"a picture")
    assert list(files.folder.iterdir()) == []

"""The application as a process of its own, and Chromium as it runs on a machine without a screen."""

import os
import re
import signal
import subprocess
import sys
from collections.abc import Sequence
from datetime import date
from pathlib import Path

from playwright.sync_api import Browser, Playwright

JORVAK = [sys.executable, "-m", "jorvak.cli"]
FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync", "--host-resolver-rules=MAP bay.test 127.0.0.1",
]  # fmt: skip


class Server:
    """A server on a port of its own over a data folder; it can be killed and started again."""

    def __init__(self, data: Path, today: date | None = None, more: Sequence[str] = ()) -> None:
        self.data = data
        self._more = more
        self.port = 0
        self.process: subprocess.Popen[str] | None = None
        self._today = ["--today", today.isoformat()] if today else []

    @property
    def url(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def load(self, *files: Path) -> None:
        """Take build files in by the command that the demo uses."""
        command = [
            *JORVAK,
            "load",
            *map(str, files),
            "--data",
            str(self.data),
            "--move-dates",
            "--person",
            "Ines",
        ]
        subprocess.run([*command, *self._today], check=True, capture_output=True)

    def start(self) -> None:
        """Start it, on the port that it had before."""
        command = [*JORVAK, "serve", "--port", str(self.port), "--data", str(self.data), *self._today]
        command += self._more
        self.process = subprocess.Popen(command, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True)
        assert self.process.stdout is not None
        line = self.process.stdout.readline()
        found = re.search(r"https?://[\w.]+:(\d+)", line)
        assert found, line + self.process.stdout.read()
        self.port = int(found[1])

    def kill(self) -> None:
        """Kill it as a crash would."""
        assert self.process is not None
        os.kill(self.process.pid, signal.SIGKILL)
        self.process.wait()


def launch(play: Playwright) -> Browser:
    """Headless Chromium; CHROMIUM names another than Debian's."""
    return play.chromium.launch(executable_path=os.environ.get("CHROMIUM", "/usr/bin/chromium"), args=FLAGS)

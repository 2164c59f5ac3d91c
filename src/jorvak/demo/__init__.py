"""The demo builds, as ordinary build files."""

from pathlib import Path

BUILDS = (Path(__file__).parent / "plover.json",)

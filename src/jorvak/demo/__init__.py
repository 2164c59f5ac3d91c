"""The demo builds, as ordinary build files."""

from pathlib import Path

BUILDS = tuple(Path(__file__).parent / f"{name}.json" for name in ("plover", "skarv", "tern"))

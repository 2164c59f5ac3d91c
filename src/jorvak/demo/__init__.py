"""The demo builds, as ordinary build files."""

from pathlib import Path

BUILDS = tuple(Path(__file__).parent / f"{name}.json" for name in ("plover", "skarv", "tern"))
SHOPS = tuple(Path(__file__).parent / f"{name}.json" for name in ("home-bench", "harbour-bay"))
"""The shops in which they stand."""
DRIVES = Path(__file__).parent / "plover-drive.csv"
"""A recorded drive of the first of them on the tyres as found: satellite speed beside what the dial's signal said."""

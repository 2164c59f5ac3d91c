"""The guide: pages of text with the demo's own numbers in them, so that they stay true.

    python -m tools.guide

writes ``docs/guide``. ``{{rig|stage|headline}}`` in a page becomes that figure of a demo build, with ``|off`` its ±.
"""

import re
from datetime import date
from pathlib import Path

from jorvak.core.assess import assess
from jorvak.core.engine.moment import Stage, moment
from jorvak.core.headlines import found_results, headline
from jorvak.core.measure import first_walk, measure_next
from jorvak.core.quantities import METRIC
from jorvak.core.rig import Rig
from jorvak.core.work.schools import TOPICS
from jorvak.demo import BUILDS
from jorvak.formats.build_file import moved, read_build

SOURCE = Path(__file__).parent
GUIDE = Path(__file__).parents[2] / "docs" / "guide"
ON = date(2026, 3, 2)
WHERE = {
    "ratio": "Rolling, Gears",
    "room": "Stance, Cycling",
    "lift": "Stance, Height and springs",
    "caster": "Stance, Links",
    "rear shaft": "Driveline",
    "differential": "Plan, a question",
    "drive": "Plan, a question",
}
"""On which sheet a topic is decided; all others by a question on Plan."""


def _demo(name: str) -> Rig:
    build = next(build for build in BUILDS if build.stem == name)
    return moved(read_build(build.read_bytes()), ON).rig


def _filled(token: str) -> str:
    name, *rest = token.split("|")
    rig = _demo(name)
    if rest == ["only_assumed"]:
        return str(len(assess(rig, "planned", on=ON).only_assumed.checks))
    if rest == ["walk"]:
        walk = first_walk(measure_next(moment(rig, "planned", on=ON), assess(rig, "planned", on=ON)))
        return f"{len(walk.paths)} figures, about {walk.minutes:.0f} minutes"
    stage: Stage = "as-found" if rest[0] == "as-found" else "planned"
    shown = headline(rest[1], assess(rig, stage, on=ON).results, found_results(rig), METRIC)
    assert shown.value is not None
    return f"{shown.off if rest[2:] == ['off'] else shown.value:.{shown.places}f}"


def _disagreements() -> str:
    lines = [
        "# Where the trade disagrees",
        "",
        "For each question its main schools, what each buys and what it costs. Jorvak takes no side: it works out what "
        "each would do to this vehicle.",
        "",
    ]
    for topic in TOPICS.values():
        lines += [
            f"## {topic.ask[:1].upper()}{topic.ask[1:]}",
            "",
            f"Decided on: {WHERE.get(topic.key, 'Plan, a question')}.",
            "",
        ]
        lines += [
            f"- **{school.name}**: buys {school.buys}; costs {school.costs}." for school in topic.schools
        ]
        lines.append("")
    return "\n".join(lines)


def pages() -> dict[str, str]:
    """Every page by its file name."""
    found = {
        source.name: re.sub(
            r"\{\{([^}]*)\}\}", lambda match: _filled(match[1]), source.read_text(encoding="utf-8")
        )
        for source in sorted(SOURCE.glob("*.md"))
    }
    found["30-where-the-trade-disagrees.md"] = _disagreements()
    titles = {name: text.splitlines()[0].removeprefix("# ") for name, text in sorted(found.items())}
    contents = "\n".join(f"- [{title}]({name})" for name, title in titles.items())
    found["README.md"] = (
        f"# Guide\n\nMade by `python -m tools.guide` from the demo; the same stands in the application under `?`.\n\n{contents}\n"
    )
    return found

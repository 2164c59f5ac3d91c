"""What passes on assumed figures alone: nothing of it is safe before they are measured."""

from collections import defaultdict
from collections.abc import Iterator, Mapping
from typing import Any

from jorvak.core.catalogue import spec_of
from jorvak.core.engine.moment import Moment
from jorvak.core.engine.result import Result
from jorvak.core.findings import Finding, Here, Passed, measurable
from jorvak.core.immutable import record
from jorvak.core.rig import Figure

HALF = 0.5
"""A margin rests on assumed figures where they cause so much of what it may be off."""


@record(frozen=True, slots=True)
class OnlyAssumed:
    """Checks that raise nothing and rest on assumed figures, and those figures, the one that counts most first.

    ``checks`` are codes of findings.
    """

    checks: tuple[str, ...]
    figures: tuple[str, ...]


def only_assumed(here: Here, raised: tuple[Finding, ...]) -> OnlyAssumed:
    """What passes ``here`` on assumed figures alone. Nothing where every figure is taken at its word."""
    if not here.moment.with_doubt:
        return OnlyAssumed((), ())
    codes = {finding.code for finding in raised}
    counts: dict[str, float] = defaultdict(float)
    checks = []
    for passed in here.passed:
        if passed.code in codes:
            continue
        # One figure may cause several shares: each ratio of a gearbox, a figure here and as found.
        shares = list(_assumed_under(here.moment, passed))
        if sum(share for _, share in shares) < HALF:
            continue
        checks.append(passed.code)
        for path, share in shares:
            counts[path] += share
    return OnlyAssumed(tuple(dict.fromkeys(checks)), tuple(sorted(counts, key=lambda path: -counts[path])))


def _assumed_under(here: Moment, passed: Passed) -> Iterator[tuple[str, float]]:
    """The assumed figures under a margin, each with its share of what that may be off."""
    for path in passed.on_assumed:
        yield path, 1.0
    if passed.result is None or not _any_assumed(here, passed.result):
        return
    shares = passed.result.doubt_from.get(passed.place, ())
    for share in shares:
        noted = here.found if share.as_found else here.here
        if share.path is not None and _is_assumed(noted, share.path):
            yield measurable(share.path, "rolling"), share.share
    if not shares:
        # Nobody weighed what it may be off: each number under it counts alike.
        numbers = [path for path in passed.result.rests_on if spec_of(path).shape == "number"]
        for path in numbers:
            if _is_assumed(here.here, path):
                yield path, 1 / len(numbers)


def _any_assumed(here: Moment, result: Result[Any]) -> bool:
    """Whether any figure under a result is assumed: what it may be off is worked out only then."""
    return (
        bool(result.stands_in)
        or any(_is_assumed(here.here, path) for path in result.rests_on)
        or any(_is_assumed(here.found, path) for path in result.rests_on_found)
    )


def _is_assumed(noted: Mapping[str, Figure], path: str) -> bool:
    """Whether a figure is only assumed; one that nobody noted is typical, and as good as assumed."""
    figure = noted.get(path)
    return figure is None or figure.known == "assumed"

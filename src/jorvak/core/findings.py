"""Findings: what a rig at a stage upsets, how sure that is, and what would settle it.

Rules are found by themselves: every module of an area's ``rules`` package names its own in ``RULES``. A rule
takes what is known here and yields findings.
"""

from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import field, replace
from functools import cache, cached_property
from typing import Any, Literal

from jorvak.core.calculation import SLACK, Refused
from jorvak.core.catalogue import spec_of
from jorvak.core.discovery import modules_in, packages_called
from jorvak.core.engine.areas import Results, areas
from jorvak.core.engine.asking import Ask, value_or_none
from jorvak.core.engine.moment import Moment, laden
from jorvak.core.engine.result import Result
from jorvak.core.immutable import record
from jorvak.core.plan.jobs import System
from jorvak.core.plan.kinds import Draft, draft, fields_of, title_of
from jorvak.core.plan.records import Accepted
from jorvak.core.quantities import LENGTH, MASS, METRIC, Preset, Quantity, write_as
from jorvak.core.rig import Change, Frozen, Value

Severity = Literal["stop", "measure", "watch", "note"]
SEVERITIES: tuple[Severity, ...] = ("stop", "measure", "watch", "note")
Place = Literal[
    "front-axle",
    "rear-axle",
    "both-axles",
    "every-wheel",
    "dash",
    "case",
    "roof",
    "nose",
    "tail",
    "middle",
    "spare",
]


@record(frozen=True, slots=True)
class Settle:
    """What would settle a finding: a change that can be added, a figure to measure, or something to do."""

    text: str
    draft: Draft | None = None
    figure: str | None = None


@record(frozen=True, slots=True)
class Finding:
    """One thing that is upset. ``key`` is its code and what it is about; ``system`` what of the vehicle it concerns,
    ``change`` the id of the change that raised it, ``place`` where it sits, ``accepted`` why somebody lives with it, ``result`` the name of the result
    that it is about, such as ``stance.lift``. ``rated``: it holds a part's own rating against a mass, and is settled
    only where that is known and passes."""

    key: str
    code: str
    severity: Severity
    system: System
    text: str
    figures: tuple[str, ...]
    change: int | None
    settled_by: tuple[Settle, ...]
    place: Place
    result: str | None = None
    rated: bool = False
    accepted: Accepted | None = None


@record(frozen=True, slots=True)
class Passed:
    """A margin that a rule looked at and that holds: the number at ``place`` of a result.

    ``result`` None: it holds by what stands on a plate, or by figures that the rule weighed itself. ``on_assumed``:
    figures that are assumed and on which it rests besides, such as a limit that nobody noted.
    """

    code: str
    result: Result[Any] | None
    place: str
    on_assumed: tuple[str, ...]


@record(frozen=True)
class Here:
    """What a rule sees: a moment, its results, and the units in which sentences are written.

    ``passed`` gathers the margins that rules looked at and that hold.
    """

    moment: Moment
    results: Results
    preset: Preset
    passed: list[Passed] = field(default_factory=list)

    def passes(
        self, code: str, result: Result[Any] | None, place: str = "", on_assumed: tuple[str, ...] = ()
    ) -> None:
        """Keep that the finding ``code`` is not raised, and by which number; see Passed."""
        self.passed.append(Passed(code, result, place, on_assumed))

    def value(self, path: str, as_found: bool = False) -> Any:
        """The figure at ``path``, or None. One that was taken as it stood is taken back, as results do."""
        noted = (self.moment.found if as_found else self.moment.here).get(path)
        if noted is None or noted.taken is None:
            return None if noted is None else noted.value
        return value_or_none(Ask(self.moment), path, as_found)

    @cached_property
    def judged(self) -> Moment:
        """The moment at which what a load decides is judged: laden for today and planned, as built for as found."""
        return self.moment if self.moment.stage == "as-found" else laden(self.moment)

    @cached_property
    def judged_results(self) -> Results:
        """The results as they are judged, each worked out when a rule asks for it."""
        return self.results if self.judged is self.moment else Results(self.judged)

    @property
    def load_in_words(self) -> str:
        """Under which load that is, in a sentence."""
        return "laden" if self.judged.laden else "as built"

    def in_units(self, value: float, quantity: Quantity) -> str:
        """A value in the units that are shown."""
        return write_as(self.preset, value, quantity)

    def mm(self, value: float) -> str:
        return self.in_units(value, LENGTH)

    def near_mm(self, off: float) -> str:
        """How far a length may be off, as it stands behind it; nothing where it is sure."""
        return f" (±{self.mm(off)})" if off else ""

    @staticmethod
    def near(off: float, places: int = 1) -> str:
        """How far a number may be off, as it stands behind it; nothing where it is sure."""
        return f" (±{off:.{places}f})" if off else ""

    def kg(self, value: float) -> str:
        return self.in_units(value, MASS)

    def near_kg(self, off: float) -> str:
        """How far a mass or a pull may be off, as it stands behind it; nothing where it is sure."""
        return f" (±{self.kg(off)})" if off else ""

    def changes(self, *kinds: str) -> Iterator[Change]:
        """The changes here of these kinds, in order."""
        return (change for change in self.moment.changes if change.kind in kinds)

    def finding(
        self,
        code: str,
        severity: Severity,
        text: str,
        place: Place,
        *,
        settled_by: tuple[Settle, ...] = (),
        result: Result[Any] | None = None,
        figures: tuple[str, ...] = (),
        change: Change | None = None,
        subject: str = "",
        rated: bool = False,
        system: System | None = None,
    ) -> Finding:
        """A finding on a result, on figures, or on a change alone.

        ``subject`` tells findings of one code apart; one on an end does not rest on the other end's figures.
        ``system`` None: that of its code.
        """
        rests = tuple(dict.fromkeys((*(result.rests_on if result else ()), *figures)))
        if subject in OTHER_END:
            rests = tuple(path for path in rests if f"{OTHER_END[subject]}_" not in path)
        raised = change.id if change else self._raised_by(rests)
        key = f"{code}:{subject}" if subject else code
        about = None
        if result is not None:
            about = self.results.name_of(result) or self.judged_results.name_of(result)
        of = system_of(code) if system is None else system
        return Finding(key, code, severity, of, text, rests, raised, settled_by, place, about, rated)

    def _raised_by(self, paths: tuple[str, ...]) -> int | None:
        """The last change, in order, that set one of these figures."""
        setters = [self.moment.set_by[path] for path in paths if path in self.moment.set_by]
        return max(setters, key=self.step_of).id if setters else None

    def step_of(self, change: Change) -> int:
        """Where a change stands in the order, from 1."""
        return self._steps[id(change)]

    @cached_property
    def _steps(self) -> dict[int, int]:
        # By which object each is: comparing whole changes is many times slower.
        return {id(change): step for step, change in enumerate(self.moment.rig.changes, 1)}


OTHER_END = {"front": "rear", "rear": "front"}

Rule = Callable[[Here], Iterator[Finding]]


@cache
def rules() -> tuple[Rule, ...]:
    """Every rule, areas and modules by name, those of one module in their order."""
    return tuple(rule for module in modules_in("rules") for rule in module.RULES)


@cache
def _systems() -> Mapping[str, System]:
    """The system of each code, as the ``rules`` of its area say in ``SYSTEMS``."""
    return {
        code: system
        for package in packages_called("rules")
        for system, codes in getattr(package, "SYSTEMS", {}).items()
        for code in codes.split()
    }


def system_of(code: str) -> System:
    """What of a vehicle a code concerns, as its readiness is judged. Raises KeyError for one that no area names."""
    return _systems()[code]


def findings(here: Here) -> tuple[Finding, ...]:
    """Everything that is upset here: stop, measure, watch, note; accepted ones last of each."""
    raised = (each for rule in rules() for each in rule(here))
    found = [_with_acceptance(here.moment, _in_units(here, each)) for each in _each_once(raised)]
    return tuple(sorted(found, key=lambda each: (SEVERITIES.index(each.severity), each.accepted is not None)))


def _in_units(here: Here, finding: Finding) -> Finding:
    """Changes that would settle it, called as they are in the units that are shown."""
    if here.preset is METRIC:
        return finding
    return replace(finding, settled_by=tuple(_settle_in_units(here, each) for each in finding.settled_by))


def _settle_in_units(here: Here, settle: Settle) -> Settle:
    if settle.draft is None:
        return settle
    title = title_of(settle.draft.as_change(id=0), here.preset)
    return replace(settle, text=title + settle.text.removeprefix(settle.draft.title))


def room(margin: float, off: float) -> Severity | None:
    """What a margin says: nothing from +off up, ``stop`` below −off, ``measure`` between.

    >>> room(5.0, 3.0), room(1.0, 3.0), room(-5.0, 3.0)
    (None, 'measure', 'stop')
    """
    if margin >= off - SLACK:
        return None
    return "stop" if margin < -off - SLACK else "measure"


def beyond(excess: float, off: float, severity: Severity = "stop") -> Severity | None:
    """How a figure stands that is ``excess`` beyond its limit: a ``stop`` inside the ± is ``measure``."""
    if severity == "stop" and off > 0 and abs(excess) < off:
        return "measure"
    return severity if excess > SLACK else None


@record(frozen=True, slots=True)
class CannotBe:
    """How it is said that a result of an area is impossible: the code by where it clashes, and its place."""

    place: Place
    settle: str
    codes: Mapping[str, str] = field(default_factory=dict)


def cannot_be(here: Here, area: str, manners: Mapping[str, CannotBe], system: System) -> Iterator[Finding]:
    """A finding for each result of an area whose figures cannot be together: never a gap in silence.

    ``stop``; ``measure`` where one of the figures, within its ±, would let it be.
    """
    for name in areas()[area].functions:
        result = here.results.result(area, name)
        waits = result.waits_for
        if waits is None or not waits.impossible:
            continue
        how = manners.get(name, CannotBe("middle", "Measure again what lies under it, or plan it otherwise"))
        clash = (waits.clash or "").rsplit(".", 1)[-1]
        figure = waits.clash if waits.clash in result.rests_on else None
        yield here.finding(
            how.codes.get(clash, "out-of-reach"),
            "measure" if waits.within_doubt else "stop",
            waits.label,
            how.place,
            result=result,
            settled_by=(
                *((Settle(text=f"Measure {spec_of(figure).label}", figure=figure),) if figure else ()),
                Settle(text=how.settle),
            ),
            subject=name.replace("_", " "),
            system=system,
        )


def _each_once(found: Iterable[Finding]) -> Iterator[Finding]:
    """What cannot be shows in every result that rests on it, and is raised once."""
    known: set[tuple[str, str]] = set()
    for each in found:
        if (each.code, each.text) not in known:
            known.add((each.code, each.text))
            yield each


LEAST_TO_MEASURE = 0.1
"""What causes less of a ± settles nothing by being measured."""


def measure_first(area: str, result: Result[Any], place: str) -> tuple[Settle, ...]:
    """The figure whose doubt counts most at a number of a result of an area, as something to measure.

    What is no figure, or none any more, is passed over while another still counts.
    """
    share = next(
        (s for s in result.doubt_from.get(place, ()) if s.path is not None and s.share >= LEAST_TO_MEASURE),
        None,
    )
    if share is None or share.path is None:
        return ()
    path = measurable(share.path, area)
    found = " as found" if share.as_found else ""
    return (Settle(text=f"Measure {spec_of(path).label}{found}", figure=path),)


def measurable(path: str, area: str) -> str:
    """What to measure for a figure: a size on a sidewall is settled by the tyre that stands there."""
    if path.endswith(".size"):
        what = "circumference_mm" if area == "rolling" else "static_radius_mm"
        return f"{path.removesuffix('.size')}.{what}"
    return path


def add(kind: str, fields: Frozen, why: str = "") -> Settle:
    """A change that would settle it."""
    wanted = draft(kind, fields)
    return Settle(text=wanted.title + why, draft=wanted)


def add_if_it_can_be(kind: str, why: str = "", **fields: Any) -> tuple[Settle, ...]:
    """A change that would settle it, where there can be such a one: a strap of two metres is no advice."""
    try:
        return (add(kind, fields_of(kind, fields), why),)
    except Refused:
        return ()


def acceptance(here: Moment, finding: Finding, reason: str, **by: Any) -> Accepted:
    """That a finding is lived with, and the figures as they stand under it now."""
    return Accepted(finding=finding.key, reason=reason, figures=_figures_under(here, finding), **by)


def _with_acceptance(here: Moment, finding: Finding) -> Finding:
    for accepted in here.rig.all(Accepted):
        if accepted.finding == finding.key and _same(accepted.figures, _figures_under(here, finding)):
            return replace(finding, accepted=accepted)
    return finding


def _figures_under(here: Moment, finding: Finding) -> dict[str, Value]:
    return {path: here.here[path].value for path in finding.figures if path in here.here}


def _same(then: dict[str, Value], now: dict[str, Value]) -> bool:
    return {k: _plain(v) for k, v in then.items()} == {k: _plain(v) for k, v in now.items()}


def _plain(value: Value) -> Value:
    return list(value) if isinstance(value, tuple) else value

"""A battery that holds less than a night."""

from collections.abc import Iterator

from jorvak.core.trial.area import TrialResults

from jorvak.core.findings import Finding, Here, measure_first, room


def flat_by_morning(here: Here) -> Iterator[Finding]:
    result = here.results.of(TrialResults).rest
    if result.value is None:
        return
    severity = room(result.value.hours - 12, result.off("hours"))
    if severity:
        yield here.finding(
            "flat-by-morning",
            severity,
            f"The battery holds {result.value.hours:.0f} h{here.near(result.off('hours'), 0)}.",
            "nose",
            result=result,
            settled_by=measure_first("trial", result, "hours"),
            system="power",
        )


RULES = (flat_by_morning,)

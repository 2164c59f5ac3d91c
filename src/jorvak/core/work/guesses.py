"""The figures that a job rests on and that nobody measured: those that are quickest to read first."""

from collections.abc import Iterator

from jorvak.core.catalogue import spec_of
from jorvak.core.catalogue.taking import taking
from jorvak.core.immutable import record
from jorvak.core.rig import Figures
from jorvak.core.work.jobs import WorkJob


@record(frozen=True, slots=True)
class Guess:
    """A figure that is assumed, or missing where a job names it, and about how many minutes reading it takes."""

    path: str
    label: str
    minutes: float


def guesses_under(figures: Figures, job: WorkJob) -> tuple[Guess, ...]:
    """What a job rests on of ``figures`` and nobody measured, the cheapest to read first."""
    paths = dict.fromkeys(path for asked in job.rests_on for path in _guessed(figures, asked))
    found = (_guess(path) for path in paths)
    return tuple(sorted(found, key=lambda guess: (guess.minutes, guess.path)))


def nothing_under(figures: Figures, job: WorkJob) -> bool:
    """Whether a job rests on a group of figures of which there is none at all."""
    return any(asked.endswith(".") and not list(_under(figures, asked)) for asked in job.rests_on)


def _guess(path: str) -> Guess:
    spec = spec_of(path)
    how = taking(spec)
    return Guess(path, spec.label, how.ready_min + how.each_min)


def _guessed(figures: Figures, asked: str) -> Iterator[str]:
    if asked.endswith("."):
        yield from (path for path in _under(figures, asked) if figures[path].known == "assumed")
    elif asked not in figures or figures[asked].known == "assumed":
        yield asked


def _under(figures: Figures, group: str) -> Iterator[str]:
    return (path for path in figures if path.startswith(group))

"""A notebook pasted: each line with what was understood of it, and all of that noted as one write."""

from flask import Response
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.calculation import Refused
from jorvak.core.catalogue import spec_of
from jorvak.core.notebook.noting import noting
from jorvak.core.notebook.reader import Read, read_note
from jorvak.core.rig import Rig
from jorvak.store.rigs import Put
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.rig import RigPath, figure_in_words
from jorvak.web.sheet import Sheet, View, answer, as_json, last_before, rigs, today

notebook_pages = Pages(
    "notebook", __name__, url_prefix="/api/rigs/<int:rig_id>/notebook", abp_tags=[Tag(name="notebook")]
)

MOST_LINES = 300
LARGEST = 30_000


class Lines(Message):
    text: str = Field(max_length=LARGEST, description="lines of a notebook, or cells of a table")


class Understood(Message):
    """A figure as it would be noted, at each of its ``paths``: what is alike at several wheels is said once."""

    paths: list[str]
    label: str
    written: str


class LineRead(Message):
    """A line: the figures or the change that it is, or a question back."""

    line: str
    figures: list[Understood]
    change: str | None
    ask: str | None
    note: str | None
    guessed: bool = Field(description="the line says that it is a guess: what it notes is assumed")


class NotebookRead(Message):
    lines: list[LineRead]


@notebook_pages.post("/read", responses={200: NotebookRead})
def read_lines(path: RigPath, query: View, body: Lines) -> Response:
    """What was understood of each line. Nothing is written."""
    rig = rigs().read(path.rig_id, query.person).rig
    return as_json(
        NotebookRead(lines=[_written(line, read, query) for line, read in _reads(body, rig, query)])
    )


@notebook_pages.post("", responses={200: Sheet})
def note_lines(path: RigPath, query: View, body: Lines) -> Response:
    """Note all that was understood as one write, with changes behind the stage. Lines that ask are left."""
    record = rigs().read(path.rig_id, query.person)
    reads = [read for _, read in _reads(body, record.rig, query)]
    found = noting(record.rig, reads, today(), query.person)
    drafts = [read.change for read in reads if read.change is not None and read.ask is None]
    if not found.figures and not found.brief and not drafts:
        raise Refused(
            "text", "No line was understood as a figure or a change. Each says beside it what it wants."
        )
    rigs().put_all(
        path.rig_id, [Put("gap", gap) for gap in found.gaps], found.figures, record.figure_versions, query.person,
        _in_words(len(found.figures), len(drafts)), query.key, points=found.points,
        added=[made.as_change() for made in drafts], after=last_before(record.rig, query),
        head=(found.brief, record.version) if found.brief else None,
    )  # fmt: skip
    return answer(path.rig_id, query)


def _in_words(figures: int, changes: int) -> str:
    kinds = ((figures, "figure"), (changes, "change"))
    said = [f"{count} {name}{'s' if count > 1 else ''}" for count, name in kinds if count]
    return f"{' and '.join(said) or 'brief'} from a notebook"


def _reads(body: Lines, rig: Rig, view: View) -> list[tuple[str, Read]]:
    """Each line that says something. Raises Refused on ``text`` for too many."""
    lines = [line.replace("\t", " ").strip() for line in body.text.splitlines()]
    lines = [line for line in lines if line and not line.startswith("#")]
    if len(lines) > MOST_LINES:
        raise Refused("text", f"Those are {len(lines)} lines; at most {MOST_LINES} are read at once.")
    return [(line, read_note(line, view.preset, today(), rig)) for line in lines]


def _written(line: str, read: Read, view: View) -> LineRead:
    alike: dict[tuple[str, str], list[str]] = {}
    for path, value in read.figures.items():
        family, _, key = path.partition(".")
        which = key.rpartition(".")[2] if family == "wheels" else path
        alike.setdefault((which, repr(value)), []).append(path)
    return LineRead(
        line=line,
        figures=[_understood(paths, read.figures[paths[0]], view) for paths in alike.values()],
        change=None if read.change is None else read.change.title,
        ask=read.ask,
        note=read.note,
        guessed=read.guessed,
    )


def _understood(paths: list[str], value: object, view: View) -> Understood:
    first = paths[0]
    if first.startswith("brief."):
        label = first.removeprefix("brief.").replace("_", " ")
        return Understood(
            paths=paths, label=label, written=f"{value:g}" if isinstance(value, float) else str(value)
        )
    spec = spec_of(first)
    label = spec.label
    if len(paths) > 1:
        wheels = [path.split(".")[1] for path in paths]
        label = f"{label.rpartition(', ')[0] or label}, {_at_wheels(wheels)}"
    return Understood(paths=paths, label=label, written=figure_in_words(spec, value, view))


def _at_wheels(wheels: list[str]) -> str:
    match len(wheels), {wheel.split("_")[0] for wheel in wheels}:
        case 5, _:
            return "all five"
        case 4, _ if "spare" not in wheels:
            return "all four"
        case _, ends:
            return " and ".join(sorted(ends))

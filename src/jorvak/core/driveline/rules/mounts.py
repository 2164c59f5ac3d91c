"""Another engine or gearbox of which nobody has noted how it is held, what it tells the vehicle, or how it is cooled."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Settle
from jorvak.core.plan.kinds import title_of

WANTS = {
    "engine": {"mounts": "its mounts", "signals": "its signals", "cooling": "its cooling"},
    "motor": {"mounts": "its mounts", "signals": "its signals", "cooling": "its cooling"},
    "gearbox": {"mounts": "its mounts", "signals": "its signals"},
}


def mounts_unknown(here: Here) -> Iterator[Finding]:
    """One finding for each such change, with all that is not noted."""
    for change in here.changes(*WANTS):
        gone = [says for key, says in WANTS[change.kind].items() if not change.fields.get(key)]
        if not gone:
            here.passes("mounts-unknown", None)
            continue
        yield here.finding(
            "mounts-unknown",
            "measure",
            f"{title_of(change).capitalize()}: nobody has noted {' and '.join(gone)}. It is found by fitting it otherwise.",
            "middle",
            settled_by=tuple(Settle(text=f"Note {says} on the change") for says in gone),
            change=change,
            subject=str(change.id),
        )


RULES = (mounts_unknown,)

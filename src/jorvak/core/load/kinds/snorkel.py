"""A raised air intake."""

from pydantic import Field

from jorvak.core.plan.jobs import Job, job
from jorvak.core.plan.kind_fields import Words
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Frozen


class Snorkel(Frozen):
    name: Words | None = Field(None, description="which", examples=["left pillar"])


def title(fields: Snorkel) -> str:
    return f"snorkel{f' {fields.name}' if fields.name else ''}"


def jobs(fields: Snorkel) -> tuple[Job, ...]:
    return (
        job(
            "Fit the snorkel",
            4.0,
            (
                "Template on the wing twice before the first hole; bare edges painted.",
                "Every joint from the head to the filter box airtight: one that leaks takes in the water.",
                "It keeps water from the engine's air alone: breathers, electrics and the fan stay where they are.",
            ),
            (
                "cutting",
                "local-code",
            ),
            area="body",
            system="body",
            tools=("hole saw", "template", "paint"),
            no_return="cuts",
        ),
    )


KIND = Kind(
    name="snorkel",
    words=("snorkel",),
    example="snorkel 6 kg at 300",
    fields=Snorkel,
    title=title,
    by_mass=True,
    jobs=jobs,
)

"""Something made in the shop: a mount, a bracket, a plate. What it weighs and where comes from its pieces."""

from pydantic import Field

from jorvak.core.plan.jobs import Gate, Job, job
from jorvak.core.plan.kind_fields import Words
from jorvak.core.plan.kinds import Kind
from jorvak.core.rig import Frozen


class Bracket(Frozen):
    name: Words | None = Field(None, description="which", examples=["adapter mount"])
    welded: bool = Field(True, description="welded to the frame; else bolted")
    structural: bool = Field(
        True, description="carries an axle, steering, a seat belt, a winch or a towed load"
    )


def title(fields: Bracket) -> str:
    return f"bracket {fields.name}" if fields.name else "bracket"


def jobs(fields: Bracket) -> tuple[Job, ...]:
    what = fields.name or "the bracket"
    cut = job(
        f"Cut and drill {what}",
        2.0,
        (
            "Templates printed at 1:1, their bar of 100 mm measured before they are laid on.",
            Gate("Figures that it is cut by measured on this vehicle."),
            "Edges ground, holes drilled and not burnt; offered up before anything is welded.",
        ),
        ("cutting",),
        stage="mock-up",
        area="frame",
        system="frame",
        tools=("grinder", "drill", "square"),
        no_return="cuts",
    )
    structural = (
        ("By a certified welder, and approved where the local code asks for it.",)
        if fields.structural
        else ()
    )
    fit = job(
        f"{'Weld in' if fields.welded else 'Bolt in'} {what}",
        2.5,
        (
            "Bare metal, gap and place measured from the datum.",
            *(
                ("Tacked in the order of the sheet, measured, then welded in short runs.", *structural)
                if fields.welded
                else ("Bolts of one class, new locking nuts, torque by the sheet, marked with paint.",)
            ),
            "Measured again when it is cold; coated on both sides.",
        ),
        ("battery", "welding", "local-code") if fields.welded else ("stands", "local-code"),
        stage="weld" if fields.welded else "assemble",
        area="frame",
        system="frame",
        tools=("welder", "clamps") if fields.welded else ("torque wrench",),
    )
    return cut, fit


KIND = Kind(
    name="bracket",
    words=("bracket", "mount"),
    example="bracket adapter mount 2.4 kg at 1320",
    fields=Bracket,
    title=title,
    by_mass=True,
    jobs=jobs,
)

"""What the tyres touch."""

from collections.abc import Iterator

from jorvak.core.findings import Finding, Here, Settle, measure_first, room
from jorvak.core.stance.area import StanceResults


def tyre_room(here: Here) -> Iterator[Finding]:
    """A measured place by a tyre against the tyre at full bump and full lock."""
    result = here.results.of(StanceResults).room
    for index, gap in enumerate(result.value or ()):
        if gap.room is None:
            continue
        place = f"{index}.room.gap_mm"
        off = result.off(place)
        severity = room(gap.room.gap_mm, off)
        if severity is None:
            here.passes("tyre-room", result, place)
            continue
        at = gap.room.at
        lock = "" if at.steer_deg == 0 else f" and {abs(at.steer_deg):.0f}° of lock"
        left = (
            f"{here.mm(gap.room.gap_mm)} left"
            if gap.room.gap_mm >= 0
            else f"{here.mm(-gap.room.gap_mm)} too much"
        )
        yield here.finding(
            "tyre-room",
            severity,
            f"{gap.name[:1].upper()}{gap.name[1:]}, {gap.axle} wheel: {left}{here.near_mm(off)} at {here.mm(at.bump_mm)} of bump{lock}.",
            "front-axle" if gap.axle == "front" else "rear-axle",
            result=result,
            # Many figures lie under a place; what took the room is mostly the wheel.
            change=max(here.changes("tyres", "wheels", "spacers"), key=here.step_of, default=None),
            settled_by=(
                *(measure_first("stance", result, place) if severity == "measure" else ()),
                Settle(text="Trim it, a longer bump stop, less lock, or a smaller or further-in tyre"),
            ),
            subject=gap.name,
        )


RULES = (tyre_room,)

"""Everything that has a date as an iCalendar file (RFC 5545), for any calendar."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta

from jorvak.core.work.schedule import ScheduleOut


@dataclass(frozen=True, slots=True)
class Event:
    """Something on a day: all of it, or from an hour of the clock to another. ``uid`` stays that of the thing."""

    uid: str
    title: str
    on: date
    from_h: float | None = None
    to_h: float | None = None
    note: str = ""


def write_calendar(name: str, events: Iterable[Event], written_on: date) -> bytes:
    """The events as a calendar. Hours are local: they are those on the wall of the shop."""
    # Loaded where it is asked for: few ask.
    from icalendar import Calendar
    from icalendar import Event as Entry

    calendar = Calendar()
    calendar.add("prodid", "-//Jorvak//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", name)
    for event in events:
        entry = Entry()
        entry.add("uid", f"{event.uid}@jorvak")
        entry.add("dtstamp", datetime.combine(written_on, time(), UTC))
        entry.add("summary", event.title)
        if event.note:
            entry.add("description", event.note)
        if event.from_h is None or event.to_h is None:
            entry.add("dtstart", event.on)
            entry.add("dtend", event.on + timedelta(days=1))
        else:
            entry.add("dtstart", _at(event.on, event.from_h))
            entry.add("dtend", _at(event.on, max(event.to_h, event.from_h + 0.25)))
        calendar.add_component(entry)
    return bytes(calendar.to_ical())


def _at(day: date, hour: float) -> datetime:
    return datetime.combine(day, time()) + timedelta(hours=hour)


def of_plan(plan: ScheduleOut, titles: dict[str, str], begins: dict[date, float]) -> list[Event]:
    """The jobs of a plan, each stretch of a day an event. ``begins`` is the hour at which each bench day does."""
    return [
        Event(
            f"{piece.id} {day.date} {piece.from_h}".replace(" ", "-"),
            titles[piece.id],
            day.date,
            begins.get(day.date, 8.0) + piece.from_h,
            begins.get(day.date, 8.0) + piece.to_h,
            "with the helper" if piece.with_helper else "",
        )
        for day in plan.by_day
        for piece in day.jobs
        if piece.id in titles
    ]

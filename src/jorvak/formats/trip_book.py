"""The trip's book as PDF: the card for the dash first, the sheet to leave behind last."""

from collections.abc import Sequence

from jorvak.core.trip.book import TripBook
from jorvak.core.trip.limits import Limit
from jorvak.formats.paper import Page

ONCE = (
    "Local codes, the vehicle's manual and licensed practice decide; a torque or a limit in the manual beats anything "
    "computed here. A petrol smell in the cabin stops the trip."
)


def book_pdf(book: TripBook) -> bytes:
    """The book, each part on a page of its own."""
    page = Page(f"{book.vehicle}, {book.trip}")
    _card(page, book, (36, 54))
    page.turn()
    _legs(page, book)
    page.turn()
    _take(page, book)
    page.turn()
    _evening(page, book)
    page.turn()
    _left_behind(page, book)
    return page.pdf()


def card_for_the_dash(book: TripBook) -> bytes:
    """The card alone, on half a sheet."""
    page = Page(f"{book.vehicle}, card for the dash", half=True)
    _card(page, book, (27, 37))
    return page.pdf()


def _days(book: TripBook) -> str:
    if book.leaves_on is None:
        return "no day of leaving is set"
    until = "" if book.last_on is None else f" to {book.last_on:%-d %B %Y}"
    return f"{book.leaves_on:%-d %B %Y}{until}"


MOST_AGAINST = 4
"""So many reasons stand on the card; whoever must not go reads the rest on the Trip sheet."""


def _days_in_words(days: float) -> str:
    return "" if not days else "1 day" if days == 1 else f"{days:g} days"


def _card(page: Page, book: TripBook, widths: tuple[int, int]) -> None:
    page.head(f"{book.vehicle}: {book.verdict.lower()}", f"{book.trip} · {_days(book)}")
    page.say(book.sentence)
    if book.against:
        page.section("Against going")
        for text in book.against[:MOST_AGAINST]:
            page.large(text)
        if len(book.against) > MOST_AGAINST:
            page.say(f"and {len(book.against) - MOST_AGAINST} more, on the Trip sheet")
    if book.keep:
        page.section("Keep to")
        for limit in book.keep:
            page.large(limit.sentence)
    if book.always:
        page.section("Always, with this vehicle")
        for text in book.always:
            page.say(text)
    page.section("Figures")
    cells = [cell for each in book.dash for cell in (each.what, each.figure)]
    page.table([[*cells[at : at + 4], "", ""][:4] for at in range(0, len(cells), 4)], (*widths, *widths))
    page.small(ONCE)


def _limits(page: Page, title: str, limits: Sequence[Limit]) -> None:
    if limits:
        page.section(title)
        for limit in limits:
            page.say(f"[  ]  {limit.sentence}")


def _legs(page: Page, book: TripBook) -> None:
    page.head("Legs", f"{book.vehicle} · {book.trip}")
    page.table(
        [
            ["day", "leg", "how far", "on", book.goes_by, "water", "tyres, front / rear"],
            *(
                [
                    "" if leg.first_on is None else f"{leg.first_on:%-d %b}",
                    leg.name
                    + (f" (fill {leg.fills})" if leg.fills else "")
                    + (f". {leg.note}" if leg.note else ""),
                    leg.distance,
                    leg.surface,
                    leg.fuel,
                    leg.water,
                    leg.pressures,
                ]
                for leg in book.legs
            ),
        ]
        if book.legs
        else [["", "No legs are noted.", "", "", "", "", ""]],
        (16, 56, 18, 15, 28, 25, 24),
    )
    _limits(page, "Before leaving", book.before)


def _take(page: Page, book: TripBook) -> None:
    page.head("What to take", f"{book.vehicle} · {book.trip}")
    page.section("Wanted by this trip and this vehicle")
    page.table(
        [["[x]" if each.answered_by else "[  ]", each.name, each.because] for each in book.take.wanted],
        (10, 70, 100),
    )
    page.section(f"Comes along, {book.take.whole_kg:.0f} kg")
    page.table(
        [
            [
                "[x]" if each.packed_on else "[  ]",
                each.name,
                each.place or "no place yet",
                "not weighed"
                if each.kg is None
                else f"{each.kg:.1f} kg{'' if each.weighed else ', guessed'}",
            ]
            for each in book.take.taken
        ],
        (10, 70, 55, 45),
    )


def _evening(page: Page, book: TripBook) -> None:
    page.head("The evening before", f"{book.vehicle} · {_days(book)}")
    about = ""
    rows: list[list[str]] = []
    for line in book.evening:
        if line.about != about:
            if rows:
                page.table(rows, (10, 72, 50, 48))
            page.section(line.about.capitalize())
            about, rows = line.about, []
        rows.append(["[  ]", line.what, line.figure, line.why])
    page.table(rows, (10, 72, 50, 48))
    page.small(ONCE)


def _left_behind(page: Page, book: TripBook) -> None:
    page.head("To leave behind", f"{book.vehicle} · {book.trip} · {_days(book)}")
    for contact in book.contacts:
        page.section(contact.name + (f", {contact.reach}" if contact.reach else ""))
        if contact.knows:
            page.say(f"Knows: {contact.knows}")
        when = [
            f"{contact.worry_on:%-d %B %Y}" if contact.worry_on else "",
            f"at {contact.worry_at}" if contact.worry_at else "",
        ]
        if any(when):
            page.large(f"Worry from {' '.join(each for each in when if each)} on.")
        if contact.if_late:
            page.say(f"Then: {contact.if_late}")
    if not book.contacts:
        page.say("Nobody is noted who knows the route and when to worry.")
    page.section("The way")
    page.table(
        [
            [
                "" if leg.first_on is None else f"{leg.first_on:%a %-d %B}",
                leg.name,
                f"{leg.distance}, {leg.surface}",
                _days_in_words(leg.days),
            ]
            for leg in book.legs
        ],
        (38, 72, 44, 26),
    )
    if book.papers:
        page.section("Papers")
        page.table(
            [
                [
                    paper.name,
                    paper.of_whom or "",
                    "no last day noted" if paper.ends_on is None else f"until {paper.ends_on:%-d %B %Y}",
                ]
                for paper in book.papers
            ],
            (75, 45, 60),
        )
    if book.countries:
        page.section("Countries")
        for line in book.countries:
            page.say(line)

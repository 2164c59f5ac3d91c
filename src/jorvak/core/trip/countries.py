"""Rules of the countries of the route, as the builder typed them: which hold while the trip is there."""

from collections.abc import Iterator
from datetime import date

from jorvak.core.rig import Rig
from jorvak.core.trip.dates import TripDays, of_trip
from jorvak.core.trip.records import Country


def countries_of_trip(rig: Rig) -> tuple[Country, ...]:
    """The countries of the route, in the order in which they are entered."""
    ours = (country for country in rig.all(Country) if of_trip(rig, country.trips))
    return tuple(sorted(ours, key=lambda country: (country.from_on or date.max, country.id)))


def tyre_rules(rig: Rig, days: TripDays) -> Iterator[tuple[Country, str]]:
    """Tyre rules that hold while the trip is there, with when, and of which nobody has said that they are met."""
    for country in countries_of_trip(rig):
        if not country.tyres_met and (when := season_met(country, days)) is not None:
            yield country, when


def season_met(country: Country, days: TripDays) -> str | None:
    """When a country's tyre rule holds while the trip is there, in words; None where it does not or there is none."""
    if not country.tyres:
        return None
    first, last = country.from_on or days.leaves_on, country.until_on or days.last_on
    first, last = max(first, days.leaves_on), min(last, days.last_on)
    if last < first:
        return None
    if country.tyres_from is None or country.tyres_until is None:
        return "all year"
    begins, ends = country.tyres_from, country.tyres_until
    for ordinal in range(first.toordinal(), min(last.toordinal(), first.toordinal() + 366) + 1):
        day = f"{date.fromordinal(ordinal):%m-%d}"
        if begins <= day <= ends if begins <= ends else (day >= begins or day <= ends):
            return f"from {_in_words(begins)} to {_in_words(ends)}"
    return None


def _in_words(day_of_year: str) -> str:
    # A leap year has every day that a season may begin on.
    return f"{date.fromisoformat(f'2024-{day_of_year}'):%-d %B}"

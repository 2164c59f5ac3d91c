"""Changes as they are said, in the words of the line's own shorthand."""

import re

WHICH = "second|spare|dual|auxiliary|roof"
THINGS = (
    "battery|fridge|freezer|awning|tent|compressor|air compressor|jack|stove|heater|inverter|solar panel|tool ?box|tools|"
    "shovel|ladder|cool box|recovery gear|kitchen"
)
"""What is carried and is no kind of change of its own: fitted equipment by its name."""
REWRITTEN: tuple[tuple[str, str], ...] = (
    (
        r"(?P<v>\S+(?: \d+/\d+)?(?:\s?(?:mm|cm|in|\"))?) lift(?: (?P<e>front|rear))?(?: only)?",
        r"lift \g<e> \g<v>",
    ),
    (r"caster arms \+?(?P<v>\S+)", r"arms \g<v> deg"),
    (r"adjustable (?:track bar|track-bar)", r"track-bar adjustable"),
    (r"(?:drop|lower) the (?:transfer )?case(?: by)? (?P<v>.+)", r"case-drop \g<v>"),
    (
        r"take (?:the )?(?P<what>.+?) out,? (?P<kg>\d\S*)\s?kg(?P<at> at .+)?",
        r"add \g<what> -\g<kg> kg\g<at>",
    ),
    (r"(?P<e>front|rear) (?:locker|diff lock|locking differential)", r"differential \g<e> selectable"),
    (r"(?:locker|diff lock) (?P<e>front|rear)", r"differential \g<e> selectable"),
    (r"(?P<e>front|rear) limited[- ]slip(?: differential)?", r"differential \g<e> limited-slip"),
    (
        rf"(?P<what>(?:(?:{WHICH}) )?(?:{THINGS})) (?P<kg>\d\S*)\s?kg(?: in the back)?(?P<at> at .+)?",
        r"add \g<what> \g<kg> kg\g<at>",
    ),
    (r"rock sliders?\b(?P<rest>.*)", r"sliders\g<rest>"),
    (r"(?P<kind>roof rack|rack) (?P<kg>\d+(?:\.\d+)?)", r"rack \g<kg> kg"),
)
"""How it is said, as a whole line, and how the line has it."""
WITH_WINCH = re.compile(r"^bumper(?P<e> front| rear)? with (?:a )?winch\b", re.IGNORECASE)


def in_shorthand(words: str) -> tuple[str, dict[str, bool]]:
    """A line of a change in the shorthand, and fields that are said by words that this has not.

    >>> in_shorthand("take the rear seats out, 38 kg at 2150")
    ('add rear seats -38 kg at 2150', {})
    """
    if match := WITH_WINCH.match(words):
        end = (match["e"] or " front").strip()
        return f"bumper {end}{words[match.end() :]}", {"with_winch": True}
    for pattern, plain in REWRITTEN:
        match = re.fullmatch(pattern, words.strip(), re.IGNORECASE)
        if match is not None:
            return re.sub(r"\s+", " ", match.expand(plain)).strip(), {}
    return words, {}

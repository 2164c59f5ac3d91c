"""Small words of a notebook, and words for where on a vehicle something is."""

import re

POSITIONS = frozenset(
    {"front", "rear", "spare", "front_left", "front_right", "rear_left", "rear_right", "both", "all", "four"}
)
"""Where a value is said of; ``all`` is every wheel with the spare, ``four`` those that stand on the ground."""
FILL = frozenset(
    {"is", "are", "of", "at", "the", "by", "on", "a", "an", "reads", "tag", "it", "now", "with", "and", "each", "its",
     "wanted", "noted", "was", "stands", "be"}
)  # fmt: skip
_GUESSED = re.compile(
    r"\b(?:about|roughly|approximately|approx|circa|ca|around|guess(?:ed)?|assumed|perhaps|maybe|or so)\b\.?|~"
    r"|(?<=\S)\s*\?(?=[\s,;]|$)",
    re.IGNORECASE,
)
_REWRITTEN = (
    (r"\bfl\b|\bfront left\b", "front_left"), (r"\bfr\b|\bfront right\b", "front_right"),
    (r"\brl\b|\brear left\b", "rear_left"), (r"\brr\b|\brear right\b", "rear_right"),
    (r"\bin front\b|\bat the front\b", "front"), (r"\bat the rear\b|\bin the rear\b|\bat the back\b", "rear"),
    (r"\bf (?=#)", "front "), (r"\br (?=#)", "rear "),
    (r"\ball round\b|\ball five\b|\bevery wheel\b", "all"), (r"\ball four\b", "four"),
    (r"\bboth ends\b|\bfront and rear\b", "both"),
    (r"\b(hose|cable|breather)\b(.*?) spare\b( at( full)? droop)?", r"\1\2"),
    (r"\bcastor\b", "caster"), (r"\bspeedo\b", "speedometer"), (r"\btire", "tyre"),
)  # fmt: skip


def plainly(words: str) -> str:
    """Words with one spelling for each place and thing."""
    for pattern, plain in _REWRITTEN:
        words = re.sub(pattern, plain, words)
    return re.sub(r"\s+", " ", words).strip()


def unguessed(line: str) -> tuple[str, bool]:
    """A line without the words that say it is a guess, and whether there were any.

    >>> unguessed("wheelbase about 2740")
    ('wheelbase 2740', True)
    """
    plain = re.sub(r"\s+", " ", _GUESSED.sub(" ", line)).replace(" ,", ",").strip()
    return (plain, True) if plain and _GUESSED.search(line) else (line.strip(), False)


def subject_of(words: str) -> str:
    """What a clause was about: its words before the first value or label of one."""
    head = re.split(r"#", words, maxsplit=1)[0]
    return re.sub(r"\b(at|is|of|closed|open|ride|free|drop|reach|falls|joint)\b", " ", head).strip()


def bare(words: str) -> str:
    """Words without the small ones, as topics are compared."""
    return " ".join(word for word in words.split() if word not in FILL)

"""So many of something, in words."""


def counted(number: int, what: str) -> str:
    """A number with its noun.

    >>> counted(1, "day"), counted(3, "day")
    ('1 day', '3 days')
    """
    return f"{number} {what}" if number == 1 else f"{number} {what}s"

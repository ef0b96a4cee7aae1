"""Words that are told in many places."""


def counted(number: int, what: str) -> str:
    """Return how many there are of something.

    >>> counted(1, "sheet"), counted(0, "sheet")
    ('1 sheet', '0 sheets')
    """
    return f"{number} {what}{'' if number == 1 else 's'}"

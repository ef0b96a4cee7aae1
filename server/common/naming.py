"""Names of things that are made from others."""

from collections.abc import Container


def copy_name(name: str, taken: Container[str], most: int = 120) -> str:
    """Return the name of a copy: "Kite day 2", or the next number that is free.

    >>> copy_name("Kite day", {"Kite day", "Kite day 2"})
    'Kite day 3'
    """
    stem, _, number = name.rpartition(" ")
    if not (stem and number.isdigit()):
        stem, number = name, "1"
    count = int(number) + 1
    while (found := f"{stem[: most - 6]} {count}") in taken:
        count += 1
    return found

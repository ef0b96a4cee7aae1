"""What is told of using up the stash, on the screen and printed."""

from collections.abc import Iterable, Sequence
from datetime import date
from fractions import Fraction
from typing import Any, Final

from django.utils import timezone

from inkquilt.lengths import Unit
from inkquilt.paper.entry import sheet_words
from inkquilt.photos.events import day_words
from inkquilt.using_up.lists import kits_begun, last_sheets, longest_lying, lying_words, never_used
from inkquilt.using_up.shortage import PaperShort
from inkquilt.using_up.things import StashKind, StashThing
from inkquilt.wording import counted
from inkquilt_io.print_values import ListPart, PrintedList
from server.embellishments.models import Embellishment, picture_address
from server.stash.models import Paper, PaperPicture
from server.using_up.services import Year

#: So many of a list are shown on the screen; all of them are printed.
SHOWN: Final = 18


def using_up_answer(owner: Any, things: Sequence[StashThing], years: Sequence[int]) -> dict[str, Any]:
    """Return what wants to be used."""
    today = timezone.localdate()
    lists = {
        "oldest": longest_lying(things)[:SHOWN],
        "last_sheets": last_sheets(things)[:SHOWN],
        "never_used": never_used(things, today)[:SHOWN],
    }
    kits = kits_begun(things)
    shown = {one for row in lists.values() for one in row} | {one for kit in kits for one in kit.left}
    looks = _looks(owner, shown)

    def told(rows: Iterable[StashThing]) -> list[dict[str, Any]]:
        return [_lying(one, looks.get((one.kind, one.number), (None, [])), today) for one in rows]

    return {
        **{name: told(rows) for name, rows in lists.items()},
        "kits": [
            {
                "name": kit.name,
                "words": f"{len(kit.used)} of {len({*kit.used, *kit.left})} begun",
                "left": told(kit.left),
            }
            for kit in kits
        ],
        "years": list(years),
    }


def _lying(one: StashThing, look: tuple[str | None, list[str]], today: date) -> dict[str, Any]:
    return {
        "kind": one.kind.value,
        "id": one.number,
        "name": one.name,
        "left": left_words(one),
        "words": lying_words(one, today),
        "picture": look[0],
        "colours": look[1],
    }


def left_words(one: StashThing) -> str:
    """Return how much of a thing is left."""
    if one.kind is not StashKind.PAPER:
        noun = "letter" if one.kind is StashKind.LETTERS else ""
        return "always there" if one.left is None else counted(one.left, noun) if noun else f"{one.left} left"
    parts = [counted(one.left or 0, "sheet")] if one.left else []
    parts += [counted(one.scraps, "scrap")] if one.scraps else []
    return " and ".join(parts) or "none left"


Looks = dict[tuple[StashKind, int], tuple[str | None, list[str]]]


def _looks(owner: Any, things: Iterable[StashThing]) -> Looks:
    """Return the picture of each thing, where there is one, and its colours."""
    numbers: dict[StashKind, list[int]] = {kind: [] for kind in StashKind}
    for one in things:
        numbers[one.kind].append(one.number)
    papers = Paper.objects.filter(owner=owner, pk__in=numbers[StashKind.PAPER])
    pictures = PaperPicture.objects.kept().filter(paper__in=papers, side="A").defer("jpeg")
    addresses = {picture.paper_id: picture.address for picture in pictures}
    found: Looks = {
        (StashKind.PAPER, row.pk): (addresses.get(row.pk), row.front_colours or row.back_colours) for row in papers
    }
    for row in Embellishment.objects.filter(owner=owner, pk__in=numbers[StashKind.EMBELLISHMENT]):
        found[StashKind.EMBELLISHMENT, row.pk] = (picture_address(row.key) if row.picture else None, row.colours)
    return found


def year_answer(year: Year) -> dict[str, Any]:
    """Return what a year's pages took."""
    parts = [f"{_sheets(year.papers.sheets)} of paper"] if year.papers.papers else []
    parts += [counted(count, name) for name, count in year.others]
    told = f"{counted(year.pages, 'page')} took {', '.join(parts)}" if parts else "nothing was told of them"
    return {"year": year.year, "pages": year.pages, "words": told, "cost": _cost(year), "papers": _year_papers(year)}


def _cost(year: Year) -> str:
    taken = year.papers
    if not taken.cost:
        return "No price of a paper is known: it is told with the paper, in the stash." if taken.papers else ""
    without = f"; {counted(taken.unpriced, 'paper')} without a price not counted" if taken.unpriced else ""
    return f"The paper on them cost {money(taken.cost)}{without}."


def money(hundredths: int) -> str:
    """Return a price as it was entered, without a currency.

    >>> money(1205)
    '12.05'
    """
    return f"{hundredths // 100}.{hundredths % 100:02}"


def _year_papers(year: Year) -> list[dict[str, Any]]:
    return [
        {
            "name": one.paper,
            "words": f"{_sheets(one.sheets)} on {counted(one.pages, 'page')}"
            + (f", {money(one.cost)}" if one.cost is not None else ""),
        }
        for one in year.papers.papers
    ]


def _sheets(sheets: Fraction) -> str:
    """Return sheets to the nearest quarter."""
    quarters = round(sheets * 4)
    if not quarters:
        return "a sliver"
    whole, part = divmod(quarters, 4)
    text = f"{whole or ''}{('', '¼', '½', '¾')[part]}"
    return f"{text} sheet{'' if quarters <= 4 else 's'}"


def inventory(things: Sequence[StashThing]) -> PrintedList:
    """Return everything that is in the stash, as a list to print."""
    today = timezone.localdate()
    heads = {
        StashKind.PAPER: "Papers",
        StashKind.EMBELLISHMENT: "Embellishments",
        StashKind.LETTERS: "Letters",
    }
    parts = (
        ListPart(
            head,
            tuple(
                (one.name, f"{left_words(one)}; {lying_words(one, today)}")
                for one in sorted(things, key=lambda one: one.name.lower())
                if one.kind is kind and one.is_there
            ),
        )
        for kind, head in heads.items()
    )
    return PrintedList("What is in the stash", f"As of {day_words(today, None)}.", tuple(parts))


def buying(
    short: Sequence[PaperShort], gone: Sequence[StashThing], last: Sequence[StashThing], unit: Unit
) -> PrintedList:
    """Return what there is too little of, as a list to print."""
    missing = tuple(
        (one.name, f"at least {counted(one.sheets, 'sheet')}, {sheet_words(one.size, unit)}") for one in short
    )
    used_up = tuple((one.name, f"{one.kind.value}, on {counted(len(one.used), 'page')}") for one in gone)
    liked = tuple((one.name, left_words(one)) for one in last)
    parts = (
        ListPart("For pages on the table", missing),
        ListPart("Used up", used_up),
        ListPart("Liked, and nearly gone", liked),
    )
    return PrintedList("To buy", f"As of {day_words(timezone.localdate(), None)}.", parts)

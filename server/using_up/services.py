"""What of a person's stash wants to be used, what her pages took of it, and a box of what lies longest."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from typing import Any, Final

from django.db.models import Count, Sum
from django.utils import timezone

from inkquilt.composition.cut_list import cut_list
from inkquilt.composition.used import UsedKind
from inkquilt.cutting import USUAL_SHEET
from inkquilt.cutting.guillotine import StockKind
from inkquilt.photos.events import day_words
from inkquilt.sketch.model import Size
from inkquilt.using_up.picking import for_a_page
from inkquilt.using_up.shortage import PaperShort, PaperWanted, papers_short
from inkquilt.using_up.taken import TakenPaper, YearTaken, year_taken
from inkquilt.using_up.things import StashKind, StashThing
from server.album.logbook import events
from server.album.models import LogEntry, LogUse
from server.boxes.models import ProjectBox
from server.boxes.services import begin_box
from server.common.asked import refuse
from server.embellishments.models import Embellishment
from server.pages.known import documents_of
from server.pages.models import Page
from server.stash.models import Paper
from server.words.models import Alphabet

#: So many photos of an event are set aside for a page.
_PHOTOS: Final = 5


def things_of(owner: Any) -> tuple[StashThing, ...]:
    """Return everything in a person's stash with when it was used."""
    days = _days_used(owner)
    papers = Paper.objects.visible_to(owner).prefetch_related("stocks")
    things = Embellishment.objects.visible_to(owner).defer("picture")
    letters = Alphabet.objects.visible_to(owner)
    return (
        *(_paper(row, days.get((UsedKind.PAPER.value, f"{row.pk}"), ())) for row in papers),
        *(
            StashThing(
                StashKind.EMBELLISHMENT, row.pk, row.name, _day(row), row.count,
                used=days.get((UsedKind.EMBELLISHMENT.value, row.key), ()), sort=row.kind,
            )
            for row in things
        ),
        *(
            StashThing(
                StashKind.LETTERS, row.pk, row.name, _day(row), sum(row.letters.values()),
                used=days.get((UsedKind.LETTERS.value, row.key), ()), sort=row.kind,
            )
            for row in letters
        ),
    )  # fmt: skip


def _day(row: Any) -> date:
    created: date = timezone.localtime(row.created).date()
    return created


def _paper(row: Paper, used: tuple[date, ...]) -> StashThing:
    counts = dict.fromkeys(StockKind, 0)
    for stock in row.stocks.all():
        counts[StockKind(stock.kind)] += stock.count
    scraps = counts.pop(StockKind.SCRAP)
    return StashThing(
        StashKind.PAPER, row.pk, row.name, _day(row), sum(counts.values()), scraps, used, row.favourite, row.kit,
        row.front_kind,
    )  # fmt: skip


def _days_used(owner: Any) -> dict[tuple[str, str], tuple[date, ...]]:
    """Return the days on which pages were finished, by kind and key of what they were made with."""
    rows = LogUse.objects.filter(entry__page__owner=owner, entry__page__deleted_at=None).exclude(entry__finished=None)
    found: dict[tuple[str, str], list[date]] = {}
    for kind, key, day in rows.values_list("kind", "key", "entry__finished"):
        if day is not None:
            found.setdefault((kind, key), []).append(day)
    return {name: tuple(sorted(days)) for name, days in found.items()}


def years_of(owner: Any) -> tuple[int, ...]:
    """Return the years in which pages were finished, the latest first."""
    days = LogEntry.objects.visible_to(owner).finished().dates("finished", "year", order="DESC")
    return tuple(day.year for day in days)


@dataclass(frozen=True, slots=True)
class Year:
    """What the pages that were finished in a year took: papers with their cost, and what else, each with how many."""

    year: int
    pages: int
    papers: YearTaken
    others: tuple[tuple[str, int], ...]


def year_of(owner: Any, year: int) -> Year:
    """Return what a year's pages took. A paper that is no more in the stash has no price."""
    rows = LogUse.objects.filter(entry__page__owner=owner, entry__page__deleted_at=None, entry__finished__year=year)
    papers = Paper.objects.filter(owner=owner).prefetch_related("stocks").in_bulk()
    taken = [_taken(row, papers) for row in rows if row.kind == UsedKind.PAPER.value]
    counted = (UsedKind.EMBELLISHMENT.value, UsedKind.PHOTO.value)
    sums = rows.filter(kind__in=counted).values("kind").annotate(pieces=Sum("count")).order_by("kind")
    titles = rows.filter(kind=UsedKind.LETTERS.value).count()
    others = [(_OTHERS[UsedKind(row["kind"])], row["pieces"]) for row in sums]
    others += [("title", titles)] if titles else []
    pages = rows.aggregate(pages=Count("entry", distinct=True))["pages"]
    return Year(year, pages, year_taken(taken), tuple(others))


_OTHERS: Final = {UsedKind.EMBELLISHMENT: "embellishment", UsedKind.PHOTO: "photo"}


def _taken(row: LogUse, papers: dict[int, Paper]) -> TakenPaper:
    paper = papers.get(int(row.key)) if row.key.isdecimal() else None
    if paper is None:
        return TakenPaper(row.name, row.area, USUAL_SHEET, None)
    return TakenPaper(row.name, row.area, paper.whole_sheet or USUAL_SHEET, paper.price)


def short_for_pages(owner: Any) -> tuple[PaperShort, ...]:
    """Return papers of which pages at work need more than there is; pages on the cutting table have theirs."""
    pieces: dict[int, list[Size]] = {}
    pages = Page.objects.visible_to(owner).at_work().filter(cut_run=None)
    for document in documents_of(pages).values():
        groups = {group.paper: group.pieces for group in cut_list(document).papers}
        for letter, choice in document.cuts.papers.items():
            pieces.setdefault(choice.paper, []).extend(piece.size for piece in groups.get(letter, ()))
    rows = Paper.objects.visible_to(owner).filter(pk__in=pieces).prefetch_related("stocks")
    return papers_short(
        [
            PaperWanted(
                row.name,
                tuple((Size(stock.width, stock.height), stock.count) for stock in row.stocks.all()),
                tuple(pieces[row.pk]),
            )
            for row in rows
        ]
    )


def used_up(things: Iterable[StashThing]) -> list[StashThing]:
    """Return what was used and of which nothing is left, the most used first."""
    gone = (thing for thing in things if thing.used and not thing.is_there)
    return sorted(gone, key=lambda thing: (-len(thing.used), thing.name.lower()))


def box_of_the_longest(owner: Any) -> ProjectBox:
    """Set aside what lies longest for a page, with photos of the first event that has none.

    Raises ``BadInput`` where no paper is left.
    """
    chosen = for_a_page(things_of(owner))
    papers = [thing.number for thing in chosen if thing.kind is StashKind.PAPER]
    if not papers:
        raise refuse("no-papers", "There is no paper in the stash to make a page from.")
    waiting = next((event.photos for event, used, _ in events(owner) if not used), ())
    return begin_box(
        owner=owner,
        name=f"What lies longest, {day_words(timezone.localdate(), None)}",
        contents={
            "papers": papers,
            "embellishments": [thing.number for thing in chosen if thing.kind is StashKind.EMBELLISHMENT],
            "photos": list(waiting[:_PHOTOS]),
        },
    )

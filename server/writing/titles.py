"""The ways to set a page's title in the lettering of its owner."""

from dataclasses import dataclass
from typing import Final

from django.db import transaction
from django.db.models import F

from inkquilt.colour import Rgb, read_colour
from inkquilt.composition.document import PageDocument
from inkquilt.composition.surroundings import title_grounds
from inkquilt.sketch import Block
from inkquilt.words import TitleSetting
from inkquilt.words.readable import Readability, TitlesRead
from inkquilt.words.title_later import TitleSpot
from server.common.asked import refuse
from server.pages.models import Page, Revision
from server.pages.pictures import cores_of, grids_of, journal_page, pictures_of
from server.solving.pool import solvers
from server.stash.services import plain_colours
from server.words.lettering import lettering_of
from server.words.models import Alphabet, LettersTaken

MOST_WAYS: Final = 6


@dataclass(frozen=True, slots=True)
class TitleWays:
    """The ways to set a title, how each can be read, and the pages that have that title already."""

    ways: tuple[TitleSetting, ...]
    reading: tuple[Readability, ...]
    used_on: tuple[str, ...]
    plain: tuple[Rgb, ...] = ()
    taken: bool = False


def title_ways(*, page: Page, document: PageDocument, block: Block, text: str, alphabet: str = "") -> TitleWays:
    """Return the best ways to set a text in a title's place, in one alphabet if it is said. Raises ``CoreError``."""
    lettering = lettering_of(page.owner)
    if alphabet and alphabet not in lettering.colours:
        raise refuse("unknown-alphabet", "This alphabet is not among yours.", "alphabet")
    inks = {key: read_colour(colour) for key, colour in lettering.colours.items()}
    pictures = pictures_of(page, document)
    grounds = title_grounds(document, block, cores_of(pictures), grids_of(pictures))
    asked = (text, block, lettering.alphabets, inks, grounds, MOST_WAYS, alphabet)
    read: TitlesRead = solvers().run("titles_read", *asked)
    return TitleWays(
        read.ways, read.reading, used_on(page, text), plain_colours(page.owner), letters_taken(page, block.id)
    )


@dataclass(frozen=True, slots=True)
class TitleSpots:
    """Where a title can still go, and the pages that have that title already."""

    spots: tuple[TitleSpot, ...]
    used_on: tuple[str, ...]


def title_spots(*, page: Page, document: PageDocument, text: str, alphabet: str = "") -> TitleSpots:
    """Return where a text can go as a title on a page that has no place for it. Raises ``CoreError``."""
    lettering = lettering_of(page.owner)
    if alphabet and alphabet not in lettering.colours:
        raise refuse("unknown-alphabet", "This alphabet is not among yours.", "alphabet")
    chosen = [one for one in lettering.alphabets if alphabet in ("", one.key)]
    found: tuple[TitleSpot, ...] = solvers().run("title_spots", text, journal_page(page, document), chosen)
    return TitleSpots(found, used_on(page, text))


def used_on(page: Page, text: str) -> tuple[str, ...]:
    """Return the names of the person's other pages with that title, whatever its capitals."""
    wanted = " ".join(text.split()).casefold()
    rows = Revision.objects.filter(page__owner_id=page.owner_id, page__deleted_at=None, number=F("page__head")).exclude(
        page=page
    )
    found = rows.values_list("page__name", "document__titles")
    return tuple(
        name for name, titles in found if wanted and any(one.casefold() == wanted for one in (titles or {}).values())
    )


def take_letters(page: Page, document: PageDocument, block: str) -> None:
    """Take the letters of a title that is stuck down off their sheets. Raises ``BadInput`` when it is not set."""
    set_ = document.lettering.get(block)
    if set_ is None or not set_.lines:
        raise refuse("not-set", "Set the title in letters first: choose one of the ways shown.", "block")
    with transaction.atomic():
        if LettersTaken.objects.filter(page=page, block=block).exists():
            raise refuse("letters-taken", "These letters are off their sheets already.", "block")
        taken: dict[str, dict[str, int]] = {}
        rows = {row.key: row for row in Alphabet.objects.visible_to(page.owner) if row.core.counts is not None}
        for line, key in zip(set_.lines, set_.alphabets, strict=True):
            row = rows.get(key)
            if row is None:
                continue
            for character in "".join(line.split()):
                form = row.core.form_of(character)
                if form is not None and row.letters.get(form, 0) > 0:
                    row.letters[form] -= 1
                    mine = taken.setdefault(str(row.pk), {})
                    mine[form] = mine.get(form, 0) + 1
        Alphabet.objects.bulk_update(rows.values(), ["letters"])
        LettersTaken.objects.create(page=page, block=block, letters=taken)


def put_letters_back(page: Page, block: str) -> None:
    """Put the letters of a title back on their sheets."""
    with transaction.atomic():
        row = LettersTaken.objects.filter(page=page, block=block).first()
        if row is None:
            raise refuse("letters-not-taken", "No letters of this title are off their sheets.", "block")
        for alphabet in Alphabet.objects.visible_to(page.owner).filter(pk__in=list(row.letters)):
            for letter, count in row.letters[str(alphabet.pk)].items():
                alphabet.letters[letter] = alphabet.letters.get(letter, 0) + count
            alphabet.save(update_fields=["letters"])
        row.delete()


def letters_taken(page: Page, block: str) -> bool:
    """Tell whether a title's letters are off their sheets."""
    return LettersTaken.objects.filter(page=page, block=block).exists()

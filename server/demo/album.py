"""The demo's album: a year of finished pages with their records, laid in by their events, and a goal."""

from collections.abc import Mapping
from dataclasses import replace
from datetime import date
from typing import Any, Final, NamedTuple

from inkquilt.composition.changes.contents import TypeTitle
from inkquilt.composition.changes.papers import ChoosePaper
from inkquilt.composition.changes.photos import PlacePhoto
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import SideName
from inkquilt.sketch.model import Role
from server.album.albums import begin_album, put_in
from server.album.goals import begin_goal
from server.album.models import Album, AlbumPlace, Goal
from server.album.services import describe, finish
from server.common.asked import asked_page
from server.pages.known import document_of
from server.pages.models import Page
from server.pages.services import AS_DRAWN, change_page, make_page
from server.photos.models import Photo
from server.sketches.models import Sketch
from server.stash.models import Paper

ALBUM: Final = "The roof and the street"
#: What the demo's album takes on its spine.
ROOM: Final = INCH
GOAL: Final = "one page a month about bees since February 2026"


class FinishedPage(NamedTuple):
    """A finished page of the demo: its sketch and photos, theme and title; when it was, and was made; who, where."""

    sketch: str
    photos: tuple[str, ...]
    theme: str
    title: str
    event: date
    made: date
    who: tuple[str, ...]
    place: str
    story: str
    mirrored: bool = False
    sides: int = 1


#: Papers of each theme, in the order of the sketch's letters; those called by a colour keep to it.
THEMES: Final = {
    "lantern walk": ("first snow", "mitten plaid", "frosted pines", "snow on slate", "cocoa", "starlight"),
    "bees": ("linen grid", "honey stripe", "roof tiles", "clover", "comb", "bee lines", "kraft"),
    "kite day": ("sky cardstock", "wind lines", "tomato cardstock", "grass", "mint dot", "kite flight"),
}
CALLED: Final = {"white": "white cardstock", "navy": "navy cardstock"}

_ROOF, _STREET = "the roof", "our street"
_BEES: Final = ("Roof, first light", "The first full frame", "Smoke and veil", "Eleven jars")
_KITES: Final = ("All the kites", "Red one, high up", "Ida runs", "Mending the white one")
_LAMPS: Final = ("Down our street", "Star on a stick", "Over the bridge", "Cocoa afterwards")
PAGES: Final[dict[str, FinishedPage]] = {
    "Lanterns in the fog": FinishedPage(
        "Pairs side by side", (_LAMPS[0], _LAMPS[2], _LAMPS[1], _LAMPS[3]), "lantern walk", "Into the fog",
        date(2025, 11, 11), date(2026, 1, 18), ("Ida", "Bo", "Wren"), _STREET,
        "We could hear the singing before we saw a single light. Bo’s lantern went out at the corner, twice.",
    ),
    "A star on a stick": FinishedPage(
        "One tall, low band", (_LAMPS[1],), "lantern walk", "My star", date(2025, 11, 11), date(2025, 12, 5),
        ("Wren",), "the kitchen table", "Cut from a cereal box, with all the gold paper there was.",
    ),
    "The longest night": FinishedPage(
        "Three on a ledge", (_LAMPS[0], _LAMPS[2], _LAMPS[3]), "lantern walk", "The longest night",
        date(2025, 12, 21), date(2026, 2, 8), ("Ida", "Bo", "Wren", "Aunt Tove"), "the bridge",
        "Forty lanterns over the bridge, then cocoa on the steps until the pot was empty.", mirrored=True,
    ),
    "Two boxes on the roof": FinishedPage(
        "Two and a corner", (_BEES[0], _BEES[2]), "bees", "Two boxes", date(2026, 2, 14), date(2026, 3, 1),
        ("Bo",), _ROOF, "Carried up eleven flights, because the lift was too small for a hive.",
    ),
    "They are here": FinishedPage(
        "One tall, low band", (_BEES[2],), "bees", "They are here", date(2026, 4, 12), date(2026, 4, 19),
        ("Ida", "Bo"), _ROOF, "A humming parcel. Nobody in the house slept in that morning.", mirrored=True,
    ),
    "Kites on trial": FinishedPage(
        "Three on a ledge", (_KITES[1], _KITES[3], _KITES[2]), "kite day", "On trial", date(2026, 5, 2),
        date(2026, 7, 4), ("Ida", "Wren"), "the meadow", "Three flew, one swam, and the white one needed a new spine.",
    ),
    "The street flies": FinishedPage(
        "Kite tail", (_KITES[0], _KITES[2], _KITES[3], _KITES[1]), "kite day", "The street flies",
        date(2026, 5, 10), date(2026, 6, 28), ("Ida", "Bo", "Wren", "Aunt Tove"), _STREET,
        "Even the baker shut for an hour. We counted thirty-one kites, and then the wind counted for itself.", sides=2,
    ),
    "First full frame": FinishedPage(
        "Roofline", (_BEES[1], _BEES[0], _BEES[2], _BEES[3]), "bees", "Full!", date(2026, 6, 7), date(2026, 6, 14),
        ("Bo",), _ROOF, "Heavy as a book and warm as bread.",
    ),
    "Eleven jars of June": FinishedPage(
        "Three on a ledge", (_BEES[3], _BEES[1], _BEES[0]), "bees", "Eleven jars", date(2026, 6, 28),
        date(2026, 10, 11), ("Ida", "Bo"), "the kitchen table", "Eleven jars, and sticky door handles for a week.",
    ),
    "Smoke on a Sunday": FinishedPage(
        "One tall, low band", (_BEES[2],), "bees", "Calm, bees", date(2026, 8, 16), date(2026, 8, 30), ("Bo",), _ROOF,
        "He tells them the news while he works. They seem to listen.",
    ),
    "One kite too high": FinishedPage(
        "Two and a corner", (_KITES[0], _KITES[1]), "kite day", "Too high", date(2026, 9, 20), date(2026, 10, 2),
        ("Wren",), "the meadow", "It is still up there, as far as we know.",
    ),
    "Ready for the cold": FinishedPage(
        "Pairs side by side", (_BEES[0], _BEES[3], _BEES[1], _BEES[2]), "bees", "Ready", date(2026, 10, 4),
        date(2026, 11, 1), ("Ida", "Bo", "Aunt Tove"), _ROOF, "Straw round the boxes, and a jar kept back for spring.",
        mirrored=True,
    ),
}  # fmt: skip


def load_album(user: Any, sketches: Mapping[str, Sketch], photos: Mapping[str, Photo]) -> None:
    """Make what is missing of the finished pages and their album."""
    known = {page.name: page for page in Page.objects.filter(owner=user)}
    made = {name: known.get(name) or _finished(user, name, page, sketches, photos) for name, page in PAGES.items()}
    if not Album.objects.filter(owner=user).exists():
        on, _ = asked_page({"format": "12x12"})
        album = begin_album(owner=user, name=ALBUM, page=on)
        album.room = ROOM
        album.save(update_fields=["room"])
        placed = set(AlbumPlace.objects.values_list("page_id", flat=True))
        put_in(album=album, pages=[page.pk for page in made.values() if page.pk not in placed])
    if not Goal.objects.filter(owner=user).exists():
        begin_goal(owner=user, line=GOAL)


def _finished(
    user: Any, name: str, page: FinishedPage, sketches: Mapping[str, Sketch], photos: Mapping[str, Photo]
) -> Page:
    on, key = asked_page({"format": "12x12", "sides": page.sides, "gap": "1/4"})
    way = replace(AS_DRAWN, mirrored=page.mirrored)
    row = make_page(owner=user, sketch=sketches[page.sketch], on=on, format_key=key, name=name, way=way)
    blocks = document_of(row).blocks
    slots = [block.id for block in blocks if block.role is Role.PHOTO]
    changes = [
        *(PlacePhoto(block=slot, photo=photos[photo].pk) for slot, photo in zip(slots, page.photos, strict=False)),
        TypeTitle(block="title", text=page.title),
        *_papers(user, page.theme, sorted({block.paper for block in blocks if block.paper})),
    ]
    for change in changes:
        row = change_page(page=row, version=row.version, change=change)
    facts = {
        "finished": page.made, "event": page.event, "who": list(page.who), "place": page.place,
        "tags": [page.theme], "story": page.story,
    }  # fmt: skip
    describe(entry=finish(page=row), facts=facts)
    return row


def _papers(user: Any, theme: str, letters: list[str]) -> list[ChoosePaper]:
    numbers = dict(Paper.objects.filter(owner=user).values_list("name", "pk"))
    free = iter(THEMES[theme])
    chosen = {letter: CALLED[letter] if letter in CALLED else next(free) for letter in letters}
    return [ChoosePaper(paper=letter, stash_paper=numbers[name], side=SideName.A) for letter, name in chosen.items()]

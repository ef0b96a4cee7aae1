"""The demo's data: a made-up scrapbooker with sketches, photos and four pages. Loading it twice changes nothing."""

import io
from dataclasses import replace
from datetime import datetime, timedelta
from fractions import Fraction
from typing import Any, Final, NamedTuple

from django.contrib.auth import get_user_model
from django.utils import timezone
from PIL import ExifTags, Image

from demo.draw_papers import PAPERS, DemoPaper, picture
from demo.draw_photos import PHOTOS, draw
from inkquilt.clusters import ClusterWish
from inkquilt.composition.changes import Change
from inkquilt.composition.changes.accents import Arrange, Put, puts_of
from inkquilt.composition.changes.contents import TypeTitle
from inkquilt.composition.changes.cutting import MakeRow
from inkquilt.composition.changes.papers import ChoosePaper
from inkquilt.composition.changes.photos import PlacePhoto
from inkquilt.composition.changes.stories import WriteStory
from inkquilt.cutting.guillotine import StockKind
from inkquilt.cutting.trimmer import Trimmer
from inkquilt.lengths import INCH, Unit
from inkquilt.paper.kinds import PaperKind, PaperSide, SideName
from inkquilt.paper.tools import ShapingTool
from inkquilt.sketch.model import Size
from inkquilt.words.alphabets import read_letters
from inkquilt_io.photo_values import AS_IT_IS
from server.accounts.services import DEMO_USER
from server.accounts.usual import settle, usual_of
from server.common.asked import asked_page
from server.decorating.presenters import cluster_words
from server.decorating.services import cluster_plans
from server.demo.album import load_album
from server.embellishments.models import Embellishment
from server.pages.known import document_of
from server.pages.models import Page
from server.pages.services import change_page, make_page
from server.photos.models import Photo
from server.photos.services import add_photo, add_print, describe, keep_areas
from server.sketches.models import Sketch
from server.sketches.services import lay_out_ready
from server.solving.pool import solvers
from server.stash.models import Companion, Palette, Paper
from server.stash.services import add_stock, describe_paper, keep_picture
from server.tools.services import keep_tool, keep_trimmer
from server.words.models import Alphabet, Hand
from server.writing.stories import StoryAsked, story_ways


class DemoPage(NamedTuple):
    """A page of the demo: what it is made from, and which photo lies in which slot."""

    sketch: str
    format: str
    title: str
    slots: dict[str, str]
    sides: int = 1


PAGES: Final[dict[str, DemoPage]] = {
    "First honey on the roof": DemoPage(
        "Three on a ledge",
        "letter",
        "Rooftop honey",
        {"tall": "Roof, first light", "view-1": "The first full frame", "view-2": "Smoke and veil"},
    ),
    "Kite day": DemoPage(
        "Kite tail",
        "8x8",
        "Up, up, up",
        {"lead": "All the kites", "kite-1": "Ida runs", "kite-2": "Mending the white one"},
    ),
    "Winter lanterns": DemoPage(
        "Five lanterns",
        "12x12",
        "By lantern light",
        {
            "wide": "Down our street",
            "lamp-1": "Star on a stick",
            "lamp-2": "Cocoa afterwards",
            "lamp-3": "Over the bridge",
        },
    ),
    "The whole street flies": DemoPage(
        "Kites on two pages",
        "letter",
        "Wind enough",
        {"big": "Ida runs", "wide": "All the kites", "up": "Red one, high up"},
        sides=2,
    ),
}


#: Papers of a page: its letter, the paper, the side that shows.
PAGE_PAPERS: Final[dict[str, dict[str, tuple[str, str]]]] = {
    "First honey on the roof": {
        "A": ("linen grid", "A"),
        "B": ("comb", "A"),
        "C": ("honey stripe", "A"),
        "D": ("navy cardstock", "A"),
        "white": ("white cardstock", "A"),
        "E": ("white cardstock", "A"),
    },
    "Kite day": {
        "A": ("linen grid", "A"),
        "B": ("dusk sky", "A"),
        "C": ("ember", "A"),
        "E": ("mint dot", "A"),
        "navy": ("navy cardstock", "A"),
        "white": ("white cardstock", "A"),
    },
}
#: Palettes kept with their papers: name, colours, papers.
PALETTES: Final = (
    ("Honey and slate", ("#e8b758", "#5e6b77", "#f6eed8"), ("comb", "smoke puffs", "honey stripe")),
    ("Windy meadow", ("#9cc7e4", "#688d56", "#c2452f"), ("sky cardstock", "grass", "kite flight")),
)
#: Inks, pens and paints: name, what it is, colour, whether it shines.
COMPANIONS: Final = (
    ("walnut ink", "ink", "#5a4632", False), ("navy pen", "pen", "#1d2a57", False),
    ("white gel pen", "pen", "#fdfdfb", False), ("gold splatter", "paint", "#c8a24a", True),
    ("charcoal ink", "ink", "#43474b", False), ("tomato wash", "paint", "#c2452f", False),
)  # fmt: skip
#: What is asked of single pieces of a page.
PAGE_WISHES: Final[dict[str, Change]] = {
    "Kite day": MakeRow(block="tail", count=16, papers=("C", "E")),
}
#: The paper that is photographed, and what is printed along its lower edge: name, and its place in inches.
PHOTOGRAPHED: Final = "comb"
PRINTED: Final = ("row of bees", (0, 11, 12, 1))
#: The demo's letters: name, kind, height in eighths, width, colour, the letters as they stand on the sheet.
LETTERS: Final = (
    ("Orchard letters", "stickers", 5, "plain", "#a8392e",
     "AAABBCCDDEEEEEFFGGHHHIIIIJKLLLMMNNNOOOOPPRRRSSSTTTTUUVWYY&!"
     "aaaabbccddeeeeeffgghhhiiiiklllmmnnnooooppprrrsssttttuuvwyy"),
    ("Harbour die cuts", "die-cut", 8, "narrow", "#22345c", "AABCDEEEFGHHIIKLMNNOOPPRRSSTTUUVWY12"),
    ("Little typewriter", "stamps", 2, "plain", "#43474b",
     "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789&!?.,"),
)  # fmt: skip
#: The demo's embellishments: name, kind, outline, width and height in eighths, colours, facing, sixteenths thick,
#: count, text.
EMBELLISHMENTS: Final = (
    ("linen label", "base", "label", 20, 13, ("#ece3d0", "#b98f62"), "no way", 0, 4, ""),
    ("lace circle", "base", "round", 15, 15, ("#fdfdfb", "#c8a24a"), "no way", 0, 6, ""),
    ("navy tag", "base", "label", 14, 10, ("#22345c", "#f6eed8"), "no way", 0, 3, ""),
    ("paper daisy", "main piece", "flower", 11, 11, ("#fdfdfb", "#cf9d2e"), "no way", 1, 5, ""),
    ("honey flower", "main piece", "flower", 8, 8, ("#cf9d2e", "#22345c"), "no way", 1, 6, ""),
    ("wooden bird", "main piece", "bird", 12, 8, ("#b98f62", "#43474b"), "right", 2, 3, ""),
    ("cork heart", "main piece", "heart", 7, 7, ("#b98f62", "#6f4b32"), "no way", 2, 4, ""),
    ("pine sprig", "sprig", "leaf", 14, 4, ("#6b7a3a", "#9aae8c"), "no way", 0, 8, ""),
    ("gold leaf", "sprig", "leaf", 10, 3, ("#c8a24a", "#cf9d2e"), "no way", 0, 8, ""),
    ("word “sweet”", "word", "strip", 11, 3, ("#22345c", "#fdfdfb"), "no way", 0, 2, "sweet"),
    ("word “today”", "word", "strip", 11, 3, ("#fdfdfb", "#22345c"), "no way", 0, 2, "today"),
    ("phrase “up and away”", "word", "strip", 28, 5, ("#fdfdfb", "#22345c"), "no way", 0, 1, "up and away"),
    ("caption “on the bridge”", "word", "strip", 14, 3, ("#22345c", "#f6eed8"), "no way", 0, 1, "on the bridge"),
    ("mustard button", "dot", "round", 4, 4, ("#cf9d2e", "#6f4b32"), "no way", 1, 12, ""),
    ("navy gem", "dot", "round", 2, 2, ("#22345c", "#9cc7e4"), "no way", 1, 20, ""),
    ("star stamp", "dot", "star", 4, 4, ("#c8a24a", "#c8a24a"), "no way", 0, None, ""),
)
#: Pages on which clusters are laid.
CLUSTERED: Final = ("First honey on the roof",)
#: Pieces laid loose on a page, for a second look: name, centre in inches, group.
LOOSE: Final[dict[str, tuple[tuple[str, float, float, str], ...]]] = {
    "Winter lanterns": (
        ("linen label", 6.4, 7.75, "cluster-1"),
        ("pine sprig", 5.5, 8.2, "cluster-1"),
        ("paper daisy", 6.4, 7.75, "cluster-1"),
        ("honey flower", 10.6, 1.4, ""),
        ("wooden bird", 10.4, 9.9, ""),
    ),
}
#: The demo's hand: whose, letters on a line of a length, lines apart, the pen's colour.
HAND: Final = ("Wren’s hand", 52, 6 * INCH, INCH // 4, "#1d2a57")
#: Stories of the demo's pages: the text, and in which way of those there are it is written.
STORIES: Final[dict[str, tuple[str, str]]] = {
    "First honey on the roof": (
        "Eleven jars, and sticky door handles for a week. Bo held the smoker and told the bees a story.",
        "on ruled lines",
    ),
}
#: What a sheet cost, in hundredths: one on its own, one of a kit.
PRICES: Final = {False: 95, True: 120}
PUNCH: Final = ShapingTool("lace punch", INCH, 6 * INCH, None, INCH // 4)
#: The demo's trimmers: longest cut, reach of the fence, finest mark, narrowest strip in sixteenths; offset of the stop.
TRIMMERS: Final = (
    ("Long blue trimmer", 200, 192, 1, 2, 16),
    ("Little card trimmer", 100, 96, 2, 4, None),
)

#: What the demo's photos belong with, and how large they should be.
FACTS: Final[dict[str, dict[str, str]]] = {
    "Roof, first light": {"group": "bees on the roof", "wish": "big"},
    "The first full frame": {"group": "bees on the roof"},
    "Smoke and veil": {"group": "bees on the roof"},
    "Eleven jars": {"group": "bees on the roof"},
    "All the kites": {"group": "kite day", "wish": "big"},
    "Red one, high up": {"group": "kite day", "wish": "small"},
    "Ida runs": {"group": "kite day"},
    "Mending the white one": {"group": "kite day"},
    "Down our street": {"group": "lantern walk", "wish": "big"},
    "Star on a stick": {"group": "lantern walk"},
    "Over the bridge": {"group": "lantern walk"},
    "Cocoa afterwards": {"group": "lantern walk", "wish": "small"},
}
#: When each was taken.
TAKEN: Final[dict[str, datetime]] = {
    "Roof, first light": datetime(2026, 4, 12, 6, 40),
    "The first full frame": datetime(2026, 6, 7, 11, 5),
    "Smoke and veil": datetime(2026, 6, 7, 11, 30),
    "Eleven jars": datetime(2026, 6, 28, 17, 15),
    "All the kites": datetime(2026, 5, 10, 14, 0),
    "Red one, high up": datetime(2026, 5, 10, 14, 20),
    "Ida runs": datetime(2026, 5, 10, 15, 10),
    "Mending the white one": datetime(2026, 5, 10, 15, 45),
    "Down our street": datetime(2025, 12, 21, 17, 30),
    "Star on a stick": datetime(2025, 11, 11, 18, 0),
    "Over the bridge": datetime(2025, 12, 21, 18, 10),
    "Cocoa afterwards": datetime(2025, 12, 21, 19, 0),
}
#: What matters in some of them, in ten-thousandths: left, top, width, height, weight.
MATTERS: Final[dict[str, tuple[int, int, int, int, int]]] = {
    "Ida runs": (4700, 3700, 2700, 5200, 5),
    "Down our street": (500, 5600, 8900, 3400, 4),
    "The first full frame": (2200, 1900, 5600, 5600, 3),
    "Smoke and veil": (2300, 2000, 5400, 6300, 4),
}
#: A print that exists: what it shows, its size in inches.
OLD_PRINT: Final = ("The street before the trees", Fraction(7, 2), Fraction(5))


def load_demo() -> Any:
    """Load what is missing of the demo's data and return its user."""
    users = get_user_model().objects
    user, new = users.get_or_create(username=DEMO_USER)
    if new:
        user.set_unusable_password()
        user.save()
    if usual_of(user) is None:
        settle(user=user, unit=Unit.IN, format_key="letter")
    if not Sketch.objects.filter(owner=user).exists():
        lay_out_ready(user)
    sketches = {row.name: row for row in Sketch.objects.filter(owner=user)}
    photos = {row.name: row for row in Photo.objects.filter(owner=user)}
    for name in PHOTOS:
        if name not in photos:
            photos[name] = _add_drawn(user, name)
            _describe(photos[name])
    _enter_old_print(user)
    _fill_stash(user)
    known = set(Page.objects.filter(owner=user).values_list("name", flat=True))
    for name, page in PAGES.items():
        if name not in known:
            _make_page(user, name, page, sketches[page.sketch], {slot: photos[p] for slot, p in page.slots.items()})
    load_album(user, sketches, photos)
    return user


def _fill_stash(user: Any) -> None:
    if Paper.objects.filter(owner=user).exists():
        return
    for age, paper in enumerate(PAPERS):
        _keep_paper(user, paper, created=timezone.now() - timedelta(days=30 * (len(PAPERS) - age)))
    for called, shades, kept in PALETTES:
        palette = Palette.objects.create(owner=user, name=called, colours=list(shades))
        palette.papers.set(Paper.objects.filter(owner=user, name__in=kept))
    for title, companion, colour, metallic in COMPANIONS:
        Companion.objects.create(owner=user, name=title, kind=companion, colour=colour, metallic=metallic)
    for name, longest, widest, finest, narrowest, offset in TRIMMERS:
        long, wide, fine, narrow = (sixteenths * INCH // 16 for sixteenths in (longest, widest, finest, narrowest))
        stop = None if offset is None else offset * INCH // 16
        keep_trimmer(owner=user, trimmer=Trimmer(name, long, wide, fine, narrow, stop_offset=stop))
    keep_tool(owner=user, tool=PUNCH, unit=Unit.IN)
    for name, kind, eighths, width, colour, letters in LETTERS:
        Alphabet.objects.create(
            owner=user,
            name=name,
            kind=kind,
            height=eighths * INCH // 8,
            width=width,
            colour=colour,
            letters=read_letters(letters),
        )
    for name, kind, form, wide, high, colours, facing, thick, count, text in EMBELLISHMENTS:
        Embellishment.objects.create(
            owner=user,
            name=name,
            kind=kind,
            form=form,
            width=wide * INCH // 8,
            height=high * INCH // 8,
            colours=list(colours),
            facing=facing,
            thickness=thick * INCH // 16,
            count=count,
            text=text,
        )
    whose, characters, length, pitch, ink = HAND
    Hand.objects.create(owner=user, name=whose, characters=characters, line=length, pitch=pitch, colour=ink)


def _keep_paper(user: Any, drawn: DemoPaper, created: datetime) -> None:
    """Keep a paper with the picture of its front; what kind it is she knows better than any picture."""
    image = picture(drawn)
    file = io.BytesIO()
    image.save(file, "JPEG", quality=86)
    wide = 12 * INCH
    paper = Paper(
        owner=user,
        created=created,
        name=drawn.name,
        kit=drawn.kit,
        core=drawn.core,
        two_tone=bool(drawn.core),
        favourite=drawn.favourite,
        price=PRICES[bool(drawn.kit)],
    )
    front: PaperSide = solvers().run("read_picture", file.getvalue(), wide, AS_IT_IS)
    paper.set_side(SideName.A, replace(front, kind=PaperKind(drawn.front.kind)))
    if drawn.back is not None:
        paper.set_side(SideName.B, PaperSide(PaperKind(drawn.back.kind), drawn.back.colours[:1]))
    paper.save()
    keep_picture(paper=paper, side=SideName.A, jpeg=file.getvalue(), wide=wide, high=wide)
    if drawn.sheets:
        add_stock(paper=paper, kind=StockKind.SHEET, size=Size(wide, wide), count=drawn.sheets)
    for across, down in drawn.scraps:
        size = Size(across * INCH // 4, down * INCH // 4)
        add_stock(paper=paper, kind=StockKind.SCRAP, size=size, count=1)
    if drawn.name == PHOTOGRAPHED:
        name, place = PRINTED
        left, top, width, height = (side * INCH for side in place)
        motif = {"name": name, "side": "A", "left": left, "top": top, "width": width, "height": height, "saved": True}
        describe_paper(paper=paper, facts={"motifs": [motif]})


def _choose_papers(user: Any, row: Page) -> Page:
    papers = {paper.name: paper.pk for paper in Paper.objects.filter(owner=user)}
    for letter, (name, side) in PAGE_PAPERS.get(row.name, {}).items():
        choice = ChoosePaper(paper=letter, stash_paper=papers[name], side=SideName(side))
        row = change_page(page=row, version=row.version, change=choice)
    if row.name in PAGE_WISHES:
        row = change_page(page=row, version=row.version, change=PAGE_WISHES[row.name])
    return row


def _add_drawn(user: Any, name: str) -> Photo:
    file = io.BytesIO()
    exif = Image.Exif()
    exif.get_ifd(ExifTags.IFD.Exif)[ExifTags.Base.DateTimeOriginal] = f"{TAKEN[name]:%Y:%m:%d %H:%M:%S}"
    draw(name).save(file, "JPEG", quality=88, exif=exif)
    size = file.tell()
    file.seek(0)
    return add_photo(owner=user, name=name, file=file, size=size).photo


def _describe(photo: Photo) -> None:
    describe(photo=photo, facts={**FACTS[photo.name], "looked_at": True})
    if photo.name in MATTERS:
        left, top, width, height, weight = MATTERS[photo.name]
        places = {"left": left, "top": top, "width": width, "height": height}
        keep_areas(photo=photo, rows=[{**places, "weight": weight}])


def _enter_old_print(user: Any) -> None:
    name, width, height = OLD_PRINT
    if not Photo.objects.filter(owner=user, name=name).exists():
        size = Size(int(width * INCH), int(height * INCH))
        photo = add_print(owner=user, name=name, size=size, kind=Photo.Kind.PRINT, note="From the attic; the only one.")
        describe(photo=photo, facts={"irreplaceable": True, "group": "lantern walk"})


def _make_page(user: Any, name: str, page: DemoPage, sketch: Sketch, slots: dict[str, Photo]) -> None:
    on, key = asked_page({"format": page.format, "sides": page.sides, "gap": "1/4"})
    row = make_page(owner=user, sketch=sketch, on=on, format_key=key, name=name)
    row = _choose_papers(user, row)
    row = change_page(page=row, version=row.version, change=TypeTitle(block="title", text=page.title))
    for slot, photo in slots.items():
        row = change_page(page=row, version=row.version, change=PlacePhoto(block=slot, photo=photo.pk))
    if name in STORIES:
        row = _write_story(row, *STORIES[name])
    if name in LOOSE:
        keys = {one.name: one.key for one in Embellishment.objects.filter(owner=user)}
        put = tuple(Put(embellishment=keys[piece], x=x, y=y, group=group) for piece, x, y, group in LOOSE[name])
        row = change_page(page=row, version=row.version, change=Arrange(put=put, words="laid loose"))
    if name in CLUSTERED:
        document = document_of(row)
        plan = cluster_plans(row, document, ClusterWish())[0]
        laid = Arrange(put=puts_of(plan.accents, document.unit), words=cluster_words(plan))
        change_page(page=row, version=row.version, change=laid)


def _write_story(row: Page, text: str, way: str) -> Page:
    hand = Hand.objects.get(owner=row.owner, name=HAND[0])
    asked = StoryAsked(text, 0, hand.key, None, None)
    ways = story_ways(page=row, document=document_of(row), asked=asked).told.ways
    chosen = next((one for one in ways if one.way.value == way and one.fits), ways[0])
    story = WriteStory(text=text, script=hand.key, journal_way=chosen.way, where=chosen.where)
    return change_page(page=row, version=row.version, change=story)

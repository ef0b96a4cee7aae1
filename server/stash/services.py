"""What can be done with the stash."""

import hashlib
import shutil
from collections.abc import Sequence
from dataclasses import replace
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import IO, Any

from django.conf import settings
from django.core.exceptions import ValidationError
from django.db import transaction
from django.db.models import Count, F, Q, QuerySet

from inkquilt.colour import Rgb, read_colour
from inkquilt.cutting.guillotine import StockKind
from inkquilt.lengths import Grains, Unit
from inkquilt.paper.entry import MOST_SHEETS, PaperEntry, read_entry
from inkquilt.paper.kinds import PaperKind, PaperSide, SideName
from inkquilt.paper.scraps import usable_rect
from inkquilt.sketch.model import Part, Size
from inkquilt_io.photo_values import Light, Swatch
from server.common.asked import refuse
from server.solving.pool import solvers
from server.stash.models import SHOWN, Paper, PaperPicture, PaperStock, ScrapPicture
from server.stash.models.papers import SIDE_FACTS


def papers_of(user: Any, words: str = "") -> QuerySet:
    """Return a person's papers, those with all of these words in their name, kind, finish or note."""
    papers = Paper.objects.visible_to(user).prefetch_related(*SHOWN)
    for word in words.split()[:8]:
        papers = papers.filter(
            Q(name__icontains=word)
            | Q(front_kind__icontains=word)
            | Q(back_kind__icontains=word)
            | Q(finish__icontains=word)
            | Q(kit__icontains=word)
            | Q(note__icontains=word)
        )
    return papers


def enter_line(*, owner: Any, line: str, unit: Unit) -> Paper:
    """Enter a line of paper; more of a paper that is there by that name joins it. Raises ``CoreError``."""
    entry = read_entry(line, unit)
    with transaction.atomic():
        paper = _same(owner, entry) or _made(owner, entry)
        add_stock(
            paper=paper, kind=StockKind.SCRAP if entry.scrap else StockKind.SHEET, size=entry.size, count=entry.count
        )
    found: Paper = Paper.objects.prefetch_related(*SHOWN).get(pk=paper.pk)
    return found


def _same(owner: Any, entry: PaperEntry) -> Paper | None:
    """Return the paper of that name, if what the line says of its sides does not speak against it."""
    known = Paper.objects.visible_to(owner).filter(name__iexact=entry.name).first()
    says_nothing = entry.back == PaperSide() and (entry.front.kind, entry.front.directional) == (PaperKind.SOLID, False)
    if known is None or entry.scrap or says_nothing:
        return known
    front = (entry.front.kind.value, list(entry.front.colours), entry.front.directional)
    return known if front == (known.front_kind, known.front_colours, known.front_directional) else None


def _made(owner: Any, entry: PaperEntry) -> Paper:
    return Paper.objects.create(
        owner=owner,
        name=entry.name,
        **_facts("front", entry.front),
        **_facts("back", entry.back),
        two_tone=entry.two_tone,
        price=entry.price,
    )


def _facts(face: str, side: PaperSide) -> dict[str, Any]:
    return {
        f"{face}_kind": side.kind.value,
        f"{face}_colours": list(side.colours),
        f"{face}_directional": side.directional,
    }


def describe_paper(*, paper: Paper, facts: dict[str, Any]) -> Paper:
    """Change what is known of a paper."""
    for name, value in facts.items():
        setattr(paper, name, value)
    paper.save(update_fields=list(facts))
    found: Paper = Paper.objects.prefetch_related(*SHOWN).get(pk=paper.pk)
    return found


def add_picture(*, paper: Paper, side: SideName, file: IO[bytes], wide: Grains) -> Paper:
    """Keep a picture of one side, in place of the one there was, and what is read of it: colours, print, way up.

    Foil and vellum, which no picture tells, stay what they were said to be. Raises ``NotAPhoto`` for what is no
    picture; then nothing is changed.
    """
    with TemporaryDirectory() as folder:
        path = Path(folder) / "picture"
        with path.open("wb") as kept:
            shutil.copyfileobj(file, kept)
        swatch: Swatch = solvers().run("read_swatch", path, settings.PHOTO_MOST_PIXELS, wide)
    with transaction.atomic():
        keep_picture(
            paper=paper, side=side, jpeg=swatch.jpeg, wide=wide, high=max(1, wide * swatch.height // swatch.width)
        )
        _keep_read(paper, side, swatch.side)
    found: Paper = papers_of(paper.owner).get(pk=paper.pk)
    return found


def read_side_again(*, paper: Paper, side: SideName, light: Light) -> Paper:
    """Read a side's picture once more, its light put right. Raises ``BadInput`` for a side without a picture."""
    picture = PaperPicture.objects.kept().filter(paper=paper, side=side.value).first()
    if picture is None:
        raise refuse("no-picture", "There is no picture of this side yet. Photograph it first.", "side")
    read: PaperSide = solvers().run("read_picture", bytes(picture.jpeg), picture.wide, light)
    _keep_read(paper, side, read)
    found: Paper = papers_of(paper.owner).get(pk=paper.pk)
    return found


def _keep_read(paper: Paper, name: SideName, read: PaperSide) -> None:
    """Keep what was read of a picture; no picture tells foil or vellum, so that is left as it was said."""
    said = paper.side(name).kind
    paper.set_side(name, replace(read, kind=said) if said in (PaperKind.METALLIC, PaperKind.VELLUM) else read)
    face = "front" if name is SideName.A else "back"
    paper.save(update_fields=[f"{face}_{fact}" for fact in SIDE_FACTS])


def keep_picture(*, paper: Paper, side: SideName, jpeg: bytes, wide: Grains, high: Grains) -> None:
    """Keep a picture that is read already."""
    drop_picture(paper=paper, side=side)
    mark = hashlib.sha256(jpeg).hexdigest()[:16]
    PaperPicture.objects.create(paper=paper, side=side.value, jpeg=jpeg, wide=wide, high=high, mark=mark)


def drop_picture(*, paper: Paper, side: SideName) -> None:
    """Put aside the picture of one side, if there is one."""
    for picture in PaperPicture.objects.kept().filter(paper=paper, side=side.value):
        picture.delete_softly()


def sizes_bought(owner: Any) -> tuple[Size, ...]:
    """Return the sizes of the sheets a person has, that of most papers first: so she buys them."""
    rows = (
        PaperStock.objects.visible_to(owner)
        .filter(kind=StockKind.SHEET.value)
        .values_list("width", "height")
        .annotate(papers=Count("paper"))
        .order_by("-papers", "-width", "-height")
    )
    return tuple(Size(width, height) for width, height, _ in rows)


def add_stock(*, paper: Paper, kind: StockKind, size: Size, count: int) -> PaperStock:
    """Add sheets or scraps; of a size that is there already there are then more."""
    row, new = PaperStock.objects.get_or_create(
        paper=paper, kind=kind.value, width=size.width, height=size.height, defaults={"count": count}
    )
    if not new:
        PaperStock.objects.filter(pk=row.pk).update(count=F("count") + count)
        row.refresh_from_db()
    return row


def keep_scrap(*, paper: Paper, box: Size, outline: Sequence[Part], picture: str) -> ScrapPicture:
    """Keep a scrap that was photographed: one more of what can be cut of it, and how it looks. Raises ``BadInput``."""
    rect = usable_rect(box, outline)
    if rect is None:
        raise refuse("small-scrap", "Nothing of 1/2 in or more both ways can be cut out of this scrap.", "outline")
    kept = ScrapPicture(
        paper=paper,
        width=rect.size.width,
        height=rect.size.height,
        across=box.width,
        down=box.height,
        corners=[list(corner) for corner in rect.corners],
        picture=picture,
    )
    try:
        kept.full_clean()
    except ValidationError as error:
        raise refuse("no-picture", " ".join(error.messages), "picture") from error
    with transaction.atomic():
        kept.save()
        add_stock(paper=paper, kind=StockKind.SCRAP, size=rect.size, count=1)
    return kept


def change_stock(paper: Paper, kind: StockKind, size: Size, count: int) -> None:
    """Add so many of a size, or take them away; there are never less than none."""
    if count > 0:
        add_stock(paper=paper, kind=kind, size=size, count=count)
        return
    row = PaperStock.objects.filter(paper=paper, kind=kind.value, width=size.width, height=size.height).first()
    if row is not None:
        set_count(stock=row, count=max(0, row.count + count))


def set_count(*, stock: PaperStock, count: int) -> None:
    """Say how many there are; none takes the row away."""
    if not 0 <= count <= MOST_SHEETS:
        raise refuse("stock-count", f"There can be 0 to {MOST_SHEETS} of a size.", "count")
    if count == 0:
        stock.delete()
    else:
        PaperStock.objects.filter(pk=stock.pk).update(count=count)


def plain_colours(owner: Any) -> tuple[Rgb, ...]:
    """Return the colours of the plain papers of which something is left."""
    plain = Paper.objects.visible_to(owner).filter(front_kind=PaperKind.SOLID.value, stocks__count__gt=0).distinct()
    return tuple(read_colour(row.front_colours[0]) for row in plain if row.front_colours)

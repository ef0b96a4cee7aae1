"""The zip of everything, read: all of it is restored, or nothing."""

import base64
from collections.abc import Callable, Iterable, Iterator
from contextlib import suppress
from dataclasses import replace
from datetime import UTC, date, datetime
from functools import partial
from pathlib import PurePosixPath
from typing import IO, Any, Final

from django.conf import settings
from django.db import transaction

from inkquilt.balance.kinds import ObservationKind
from inkquilt.clusters.phrases import HALF
from inkquilt.composition.papers import PaperChoice
from inkquilt.composition.stored import check_document, read_document, write_document
from inkquilt.composition.used import Used, UsedKind
from inkquilt.embellishments import CUT, Accent
from inkquilt.errors import BadInput, Fault
from inkquilt.lengths import Unit
from inkquilt.paper.kinds import PaperKind, SideName
from inkquilt.sketch.model import Size
from inkquilt.sketch.reading import read_sketch
from inkquilt.words.alphabets import FONT_KEY
from server.accounts.usual import settle, usual_of
from server.album.models import Goal, LogEntry
from server.album.services import keep_uses, keep_words
from server.boxes.models import ProjectBox
from server.common.errors import ApiError
from server.common.owned import Owned
from server.embellishments.models import OWN_KEY, Embellishment
from server.exchange.backup.albums import goal_of, restore_album
from server.exchange.backup.archive import Archive, part
from server.exchange.backup.boxes import restore_box
from server.exchange.backup.facts import (
    ALPHABET_FACTS,
    AREA_FACTS,
    FACTS,
    GONE,
    JPEG,
    LATER_FACTS,
    LATER_PAPER_FACTS,
    LATER_RECORD_FACTS,
    MOST_PICTURE_BYTES,
    NAMED,
    PALETTE_FACTS,
    PAPER_FACTS,
    RECORD_DAYS,
    RECORD_FACTS,
    SCRAP_FACTS,
    STOCK_FACTS,
)
from server.looking.models import Snapshot
from server.looking.services import switch
from server.pages.models import Page, Revision
from server.pages.presenters import fit_answer
from server.photos import files
from server.photos.colours import check_light
from server.photos.models import Photo
from server.photos.services import add_photo, add_print, describe, keep_areas
from server.sketches.models import Sketch
from server.sketches.services import columns, core_sketch
from server.stash.models import Palette, Paper, PaperPicture, PaperStock, ScrapPicture, is_colour
from server.stash.services import keep_picture
from server.sticking.dry_fit import difference_of
from server.sticking.models import TablePicture
from server.words.models import ALPHABET_KEY, HAND_KEY, Alphabet, Hand, LettersTaken

#: So many states are kept in one go.
_AT_ONCE: Final = 25
#: What is being restored lies aside as if it was thrown away long before anything can come back: nobody sees it
#: until all of it is there, and what a power cut leaves of it is cleared away at the next start.
NOT_YET: Final = datetime(2000, 1, 1, tzinfo=UTC)


def restore_everything(*, owner: Any, file: IO[bytes]) -> dict[str, int]:
    """Add all that a zip holds to what a person keeps; returns how many of each.

    All of it or nothing: raises ``ApiError`` that says which part is wrong, and then nothing was
    added. Each part is checked and put aside on its own, so that others can write meanwhile; in the
    end one short transaction brings all of it out.
    """
    with Archive.opened(file) as archive:
        restoring = _Restoring(owner, archive)
        try:
            return restoring.all()
        except BaseException:
            restoring.forget()
            raise


class _Restoring:
    def __init__(self, owner: Any, archive: Archive) -> None:
        self.owner, self.archive = owner, archive
        self.known = set(Photo.objects.visible_to(owner).values_list("pk", flat=True))
        #: What was put aside so far, the latest last.
        self.aside: list[Owned] = []
        self.sketches: dict[int, Sketch] = {}
        self.photos: dict[int, int] = {}
        self.boxes: dict[int, ProjectBox] = {}
        self.pages: dict[int, int] = {}
        self.papers: dict[int, int] = {}
        self.embellishments: dict[str, str] = {}
        #: Alphabets and hands, by what titles and stories call them.
        self.lettering: dict[str, str] = {}
        #: Alphabets that were not there before: their sheets are as the zip tells.
        self.new_alphabets: dict[str, Alphabet] = {}

    def all(self) -> dict[str, int]:
        """Restore the parts, what others refer to first."""
        index = self.archive.index()
        steps: dict[str, Callable[[dict[str, Any]], None]] = {
            "photos": self.photo,
            "sketches": self.sketch,
            "papers": self.paper,
            "palettes": self.palette,
            **{name: partial(self.named, model, facts) for name, (model, facts) in NAMED.items()},
            "alphabets": self.alphabet,
            "boxes": self.box,
            "pages": self.page,
            "albums": self.album,
            "goals": self.goal,
        }
        for name, step in steps.items():
            for row in index.rows[name]:
                part(row, step)
        with transaction.atomic():
            self.bring_out()
            for kind in ObservationKind:
                if kind.name in index.never_told:
                    switch(self.owner, kind, off=True)
            self.usual(index.usual)
        return {name: len(rows) for name, rows in index.rows.items()}

    def usual(self, told: dict[str, Any] | None) -> None:
        """Take over what she measures in, unless she has said it here; older zips do not tell it."""
        if told is None or usual_of(self.owner) is not None:
            return
        with suppress(BadInput, ValueError):
            settle(user=self.owner, unit=Unit(told.get("unit")), format_key=str(told.get("format")))

    def put_aside(self, row: Owned) -> None:
        """Keep something where nobody sees it yet."""
        row.deleted_at = NOT_YET
        row.save()
        self.aside.append(row)

    def bring_out(self) -> None:
        """Show everything that was put aside."""
        by_model: dict[type[Owned], list[int]] = {}
        for row in self.aside:
            by_model.setdefault(type(row), []).append(row.pk)
        for model, keys in by_model.items():
            for at in range(0, len(keys), 500):
                model.objects.filter(pk__in=keys[at : at + 500]).update(deleted_at=None)

    def forget(self) -> None:
        """Take out again what was put aside."""
        for row in reversed(self.aside):
            row.delete()
            if isinstance(row, Photo):
                files.remove(row.folder)

    def there(self, model: type[Any], name: str) -> Any:
        """Return what a person has of that name, or what came with that name just now."""
        now = next((row for row in self.aside if type(row) is model and row.name == name), None)  # type: ignore[attr-defined]
        return now or model.objects.visible_to(self.owner).filter(name=name).first()

    def sketch(self, row: dict[str, Any]) -> None:
        """Restore a sketch; one that lies on the shelf just so, as a ready one does, serves."""
        sketch = read_sketch(self.archive.read(row["file"])).sketch
        known = Sketch.objects.visible_to(self.owner).filter(name=sketch.name)
        same = next((one for one in known if core_sketch(one) == sketch), None)
        if same is not None:
            self.sketches[int(row["key"])] = same
            return
        kept = Sketch(owner=self.owner, **columns(sketch))
        self.put_aside(kept)
        self.sketches[int(row["key"])] = kept

    def photo(self, row: dict[str, Any]) -> None:
        """Restore a photo; one that is there already keeps what is known of it here."""
        facts = {name: row["facts"][name] for name in FACTS} if "facts" in row else {}
        facts |= {name: row["facts"][name] for name in LATER_FACTS if name in row.get("facts", {})}
        check_light(facts.get("light", {}))
        photo = self.from_file(row) if row["file"] is not None else self.from_size(row, facts)
        if photo.pk not in self.known:
            self.put_aside(photo)
            describe(photo=photo, facts=facts)
            keep_areas(photo=photo, rows=[{name: area[name] for name in AREA_FACTS} for area in row.get("areas", [])])
        self.photos[int(row["key"])] = photo.pk

    def paper(self, row: dict[str, Any]) -> None:
        """Restore a paper; one of that name that is there already stays as it is, and serves."""
        facts = {name: row["facts"][name] for name in PAPER_FACTS if name != "motifs"}
        facts["motifs"] = row["facts"].get("motifs", [])  # older zips have none
        facts |= {name: row["facts"][name] for name in LATER_PAPER_FACTS if name in row["facts"]}
        for face in ("front_kind", "back_kind"):
            facts[face] = PaperKind(facts[face]).value  # those of old had another word for large prints
        paper = self.there(Paper, facts["name"])
        if paper is None:
            paper = Paper(owner=self.owner, **facts)
            for face in ("front", "back"):
                for colour in facts[f"{face}_colours"]:
                    is_colour(colour)
            list(paper.core_motifs)  # fails for what is none
            paper.full_clean(exclude=["owner"])
            self.put_aside(paper)
            for picture in row.get("pictures", []):
                keep_picture(
                    paper=paper,
                    side=SideName(picture["side"]),
                    jpeg=self.jpeg(str(picture["file"])),
                    wide=int(picture["wide"]),
                    high=int(picture["high"]),
                )
            for stock in row["stocks"]:
                PaperStock.objects.create(paper=paper, **{name: stock[name] for name in STOCK_FACTS})
            for scrap in row.get("scraps", []):  # older zips have none
                picture = ScrapPicture(paper=paper, **{name: scrap[name] for name in SCRAP_FACTS})
                picture.full_clean()
                picture.save()
        self.papers[int(row["key"])] = paper.pk

    def palette(self, row: dict[str, Any]) -> None:
        """Restore a palette with its papers, unless one of that name is there."""
        if self.there(Palette, row["name"]) is not None:
            return
        palette = Palette(owner=self.owner, **{name: row[name] for name in PALETTE_FACTS})
        for colour in palette.colours:
            is_colour(colour)
        palette.full_clean(exclude=["owner"])
        self.put_aside(palette)
        palette.papers.set([self.papers[int(key)] for key in row["papers"]])

    def alphabet(self, row: dict[str, Any]) -> None:
        """Restore lettering, unless some of that name is there: that then serves."""
        facts = {name: row[name] for name in ALPHABET_FACTS}
        old = str(row.get("key", ""))  # older zips tell none
        alphabet = self.there(Alphabet, facts["name"])
        if alphabet is None:
            alphabet = Alphabet(owner=self.owner, **facts)
            alphabet.full_clean(exclude=["owner"])
            alphabet.letters = {str(letter)[:1]: int(count) for letter, count in facts["letters"].items()}
            self.put_aside(alphabet)
            self.new_alphabets[old] = alphabet
        self.lettering[f"{ALPHABET_KEY}{old}"] = alphabet.key

    def named(self, model: type[Any], facts: tuple[str, ...], row: dict[str, Any]) -> None:
        """Restore something that is told by its facts alone, unless one of that name is there."""
        there = self.there(model, row["name"])
        if there is None:
            there = model(owner=self.owner, **{name: row[name] for name in facts if name in row})
            there.full_clean(exclude=["owner"])
            self.put_aside(there)
        if model is Embellishment and "key" in row:
            self.embellishments[f"{OWN_KEY}{row['key']}"] = there.key
        if model is Hand and "key" in row:
            self.lettering[f"{HAND_KEY}{row['key']}"] = there.key

    def from_file(self, row: dict[str, Any]) -> Photo:
        """Unpack a photo."""
        size = self.archive.size(row["file"])
        if size > settings.PHOTO_MOST_BYTES:
            raise ApiError("photo-too-large", f"{row['file'][:80]} in this zip is more than a photo may have (30 MB).")
        with self.archive.stream(row["file"], settings.PHOTO_MOST_BYTES) as stream:
            return add_photo(owner=self.owner, name=str(row["name"]), file=stream, size=size).photo

    def from_size(self, row: dict[str, Any], facts: dict[str, Any]) -> Photo:
        """Enter a print that has no file."""
        size = Size(int(facts["print_width"]), int(facts["print_height"]))
        return add_print(owner=self.owner, name=str(row["name"]), size=size, kind=facts["kind"], note=facts["note"])

    def page(self, row: dict[str, Any]) -> None:
        data = self.archive.read(row["file"])
        name = str(data["name"]).strip()[:120] or PurePosixPath(row["file"]).stem
        page = Page(owner=self.owner, name=name, head=int(data["head"]), sketch=self.sketches.get(data["sketch"] or 0))
        page.box = self.boxes.get(data.get("box") or 0)  # older zips have none
        self.put_aside(page)
        self.pages[int(row["key"])] = page.pk
        count = 0
        for states in self.in_parts(data["revisions"]):
            revisions = [
                Revision(
                    page=page,
                    number=int(state["number"]),
                    done=str(state["done"])[:160],
                    document=self.document(state["document"]),
                )
                for state in states
            ]
            expected = list(range(count + 1, count + 1 + len(revisions)))
            if [revision.number for revision in revisions] != expected:
                raise BadInput([Fault(None, "revisions", "its states are not complete.")])
            count += len(revisions)
            Revision.objects.bulk_create(revisions)
        if not 1 <= page.head <= count:
            raise BadInput([Fault(None, "revisions", "its states are not complete.")])
        for states in self.in_parts(data.get("snapshots") or []):
            Snapshot.objects.bulk_create(
                Snapshot(
                    page=page,
                    note=str(state["note"])[:300],
                    created=datetime.fromisoformat(state["created"]),
                    document=self.document(state["document"]),
                )
                for state in states
            )
        if data.get("record"):  # older zips have none
            self.record(page, data["record"])
        for told in data.get("table_pictures") or ():  # older zips have none
            self.table_picture(page, told)
        for taken in data.get("letters_taken") or ():
            self.letters_taken(page, taken)

    def box(self, row: dict[str, Any]) -> None:
        """Restore a project box, unless one of that name is there: that then serves."""
        there = self.there(ProjectBox, row["name"])
        if there is None:
            things = {_own(old): _own(new) for old, new in self.embellishments.items()}
            numbers = {"papers": self.papers, "embellishments": things, "photos": self.photos}
            there = restore_box(row, self.owner, numbers, self.put_aside)
        self.boxes[int(row["key"])] = there

    def album(self, row: dict[str, Any]) -> None:
        """Restore an album with its pages, which are all new; one of that name that is there stays as it is."""
        restore_album(row, self.owner, self.pages, self.put_aside)

    def goal(self, row: dict[str, Any]) -> None:
        """Restore a goal, unless it is there."""
        if Goal.objects.visible_to(self.owner).filter(line=row["name"]).exists():
            return
        goal = goal_of(row, self.owner)
        goal.created = datetime.fromisoformat(row["created"])
        self.put_aside(goal)

    def jpeg(self, name: str) -> bytes:
        """Return a small picture. Raises ``ValueError`` for what is none."""
        content = self.archive.content(name, MOST_PICTURE_BYTES)
        if not content.startswith(JPEG):
            raise ValueError("that is no JPEG")
        return content

    def record(self, page: Page, row: dict[str, Any]) -> None:
        """Restore what is known of a finished page, with what it was made with by its new keys."""
        days = {name: row[name] and date.fromisoformat(row[name]) for name in RECORD_DAYS}
        thumb = base64.b64decode(row["thumb"], validate=True)
        if thumb and not thumb.startswith(JPEG):
            raise ValueError("that is no JPEG")
        entry = LogEntry(page=page, thumb=thumb, **days, **{name: row[name] for name in RECORD_FACTS})
        for name in LATER_RECORD_FACTS:
            setattr(entry, name, row.get(name, 0))
        entry.taken = {
            self.embellishments[key]: int(count)
            for key, count in row.get("taken", {}).items()
            if key in self.embellishments
        }
        entry.full_clean(exclude=["page", "thumb"])
        entry.save()
        used = [
            Used(UsedKind(one["kind"]), str(one["key"]), str(one["name"]), int(one["count"]), int(one.get("area", 0)))
            for one in row["uses"]
        ]
        keep_uses(entry, [replace(one, key=self.used_key(one)) for one in used])
        keep_words(entry)

    def used_key(self, used: Used) -> str:
        """Return what a thing that was used is known by here."""
        gone = f"{GONE} {used.key}"
        match used.kind:
            case UsedKind.PAPER if used.key.isdecimal():
                return str(self.papers.get(int(used.key), gone))
            case UsedKind.PHOTO if used.key.isdecimal():
                return str(self.photos.get(int(used.key), gone))
            case UsedKind.EMBELLISHMENT:
                return self.embellishments.get(used.key, gone)
            case UsedKind.LETTERS if not used.key.startswith(FONT_KEY):
                return self.lettering.get(used.key, gone)
            case _:
                return used.key

    def table_picture(self, page: Page, row: dict[str, Any]) -> None:
        """Restore a picture of a page on the table."""
        for one in row["differences"]:
            difference_of(one)  # fails for what is none
        picture = TablePicture(
            page=page,
            kind=str(row["kind"]),
            created=datetime.fromisoformat(row["created"]),
            jpeg=self.jpeg(str(row["file"])),
            differences=row["differences"],
        )
        picture.full_clean(exclude=["page"])
        picture.save()

    def in_parts(self, rows: list[Any]) -> Iterator[list[Any]]:
        """Yield states part by part; older zips hold them in the page itself."""
        if all(isinstance(row, dict) for row in rows):
            yield from (rows[at : at + _AT_ONCE] for at in range(0, len(rows), _AT_ONCE))
            return
        for name in rows:
            states = self.archive.read(name)
            yield from (states[at : at + _AT_ONCE] for at in range(0, len(states), _AT_ONCE))

    def letters_taken(self, page: Page, row: dict[str, Any]) -> None:
        """Remember which letters of a stuck-down title are off their sheets; a sheet that was there knows of none."""
        letters = {
            str(self.new_alphabets[old].pk): {str(letter)[:1]: int(count) for letter, count in counts.items()}
            for old, counts in row["letters"].items()
            if old in self.new_alphabets
        }
        if letters:
            LettersTaken.objects.create(page=page, block=str(row["block"])[:60], letters=letters)

    def called(self, key: str) -> str:
        """Return the new key of an alphabet or hand; a shipped font keeps its own."""
        return key if key.startswith(FONT_KEY) else self.lettering.get(key, GONE)

    def embellishment(self, key: str) -> str:
        """Return an embellishment's new key; what was cut from paper is none of the stash."""
        return key if key in (CUT, HALF) else self.embellishments.get(key, GONE)

    def accents(self, accents: Iterable[Accent]) -> tuple[Accent, ...]:
        """Return embellishments on a page by their new keys."""
        return tuple(replace(one, what=replace(one.what, key=self.embellishment(one.what.key))) for one in accents)

    def choice(self, choice: PaperChoice) -> PaperChoice:
        """Return a chosen paper by its new number, with its picture at its new address."""
        paper = self.papers[choice.paper]
        known = PaperPicture.objects.kept().filter(paper=paper, side=choice.side.value).first()
        picture = choice.picture and known and replace(choice.picture, address=known.address)
        return replace(choice, paper=paper, picture=picture or None)

    def document(self, data: dict[str, Any]) -> dict[str, Any]:
        """Return a state of a page, checked, with its photos' new numbers; one that is gone leaves its slot empty."""
        told = read_document(data)
        document = replace(
            told,
            photos={
                slot: replace(placed, photo=self.photos[placed.photo])
                for slot, placed in told.photos.items()
                if placed.photo in self.photos
            },
            cuts=replace(
                told.cuts,
                papers={
                    letter: self.choice(choice)
                    for letter, choice in told.cuts.papers.items()
                    if choice.paper in self.papers
                },
            ),
            accents=self.accents(told.accents),
            home=told.home and replace(told.home, accents=self.accents(told.home.accents)),
            lettering={
                block: replace(set_, alphabets=tuple(self.called(key) for key in set_.alphabets))
                for block, set_ in told.lettering.items()
            },
            stories={name: replace(one, script=self.called(one.script)) for name, one in told.stories.items()},
        )
        check_document(document)
        if document.fit:
            fit_answer(document.fit, document)  # what cannot be shown is found now, not on the bench
        return write_document(document)


def _own(key: str) -> int:
    """Return the number of an embellishment from what it is called where it is laid."""
    return int(key.removeprefix(OWN_KEY))

"""The zip of everything, read: all of it is restored, or nothing."""

import json
import zipfile
from collections.abc import Callable
from datetime import datetime
from functools import partial
from pathlib import PurePosixPath
from typing import IO, Any

from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction

from inkquilt.balance.kinds import ObservationKind
from inkquilt.clusters.phrases import HALF
from inkquilt.embellishments import CUT
from inkquilt.errors import BadInput, CoreError, Fault
from inkquilt.paper.kinds import PaperKind, SideName
from inkquilt.sketch.model import Size
from inkquilt.sketch.reading import read_sketch
from inkquilt_io.lettering import FONT_KEY
from server.common.errors import ApiError
from server.embellishments.models import OWN_KEY, Embellishment
from server.exchange.everything.facts import (
    ALPHABET_FACTS,
    AREA_FACTS,
    FACTS,
    GONE,
    INDEX,
    JPEG,
    KIND,
    MOST_PART_BYTES,
    MOST_PARTS,
    MOST_PICTURE_BYTES,
    NAMED,
    PAPER_FACTS,
    STOCK_FACTS,
    VERSION,
)
from server.looking.models import Snapshot
from server.looking.services import switch
from server.pages.answers import fit_answer
from server.pages.document import PageDocument
from server.pages.models import Page, Revision
from server.photos import files
from server.photos.models import Photo
from server.photos.services import add_photo, add_print, describe, keep_areas
from server.sketches.models import Sketch
from server.sketches.services import keep_sketch
from server.stash.models import Paper, PaperPicture, PaperStock, is_colour
from server.stash.services import keep_picture
from server.words.models import ALPHABET_KEY, HAND_KEY, Alphabet, Hand, LettersTaken


def restore_everything(*, owner: Any, file: IO[bytes]) -> dict[str, int]:
    """Add all that a zip holds to what a person keeps; returns how many of each.

    All of it or nothing: raises ``ApiError`` that says which part is wrong, and then
    nothing was added. Photos are unpacked first, for that takes long; the rest is one
    transaction.
    """
    try:
        with zipfile.ZipFile(file) as archive:
            restoring = _Restoring(owner, archive)
            try:
                return restoring.all()
            except BaseException:
                restoring.forget_photos()
                raise
    except (zipfile.BadZipFile, EOFError, NotImplementedError, RuntimeError) as error:
        raise ApiError("bad-zip", "This zip is damaged or is none; nothing was restored.") from error


class _Restoring:
    def __init__(self, owner: Any, archive: zipfile.ZipFile) -> None:
        self.owner, self.archive = owner, archive
        self.known = set(Photo.objects.visible_to(owner).values_list("pk", flat=True))
        self.new_photos: dict[int, Photo] = {}
        self.sketches: dict[int, Sketch] = {}
        self.photos: dict[int, int] = {}
        self.papers: dict[int, int] = {}
        self.embellishments: dict[str, str] = {}
        #: Alphabets and hands, by what titles and stories call them.
        self.lettering: dict[str, str] = {}
        #: Alphabets that were not there before: their sheets are as the zip tells.
        self.new_alphabets: dict[str, Alphabet] = {}

    def all(self) -> dict[str, int]:
        """Restore the parts, what others refer to first."""
        rows = self.index()
        self.parts(rows["photos"], self.photo)
        with transaction.atomic():
            self.parts(rows["sketches"], self.sketch)
            self.parts(rows["papers"], self.paper)
            for name, (model, facts) in NAMED.items():
                self.parts(rows[name], partial(self.named, model, facts))
            self.parts(rows["alphabets"], self.alphabet)
            self.never_told()
            self.parts(rows["pages"], self.page)
        return {name: len(part) for name, part in rows.items()}

    def never_told(self) -> None:
        """Switch off what the person never wants to be told."""
        names = set(self.read(INDEX).get("never_told") or ())
        for kind in ObservationKind:
            if kind.name in names:
                switch(self.owner, kind, off=True)

    def index(self) -> dict[str, list[Any]]:
        """Return the lists of parts."""
        index = self.read(INDEX)
        if not isinstance(index, dict) or index.get("kind") != KIND:
            raise ApiError("not-everything", "This zip was not written by Ink Quilt as everything of an account.")
        if index.get("version") != VERSION:
            raise ApiError("unknown-version", f"This zip has version {index.get('version')}; {VERSION} can be read.")
        lists = {name: index.get(name) for name in ("sketches", "photos", "pages")}
        # Older zips have none of these.
        lists |= {name: index.get(name, []) for name in ("papers", "alphabets", *NAMED)}
        for name, rows in lists.items():
            if not isinstance(rows, list) or len(rows) > MOST_PARTS:
                raise ApiError("bad-index", f"The list of {name} in this zip cannot be read.")
        return lists

    def parts(self, rows: list[Any], step: Callable[[dict[str, Any]], None]) -> None:
        for row in rows:
            self.part(row, step)

    def forget_photos(self) -> None:
        """Take out again what was unpacked."""
        for photo in self.new_photos.values():
            photo.delete()
            files.remove(photo.folder)

    def part(self, row: Any, step: Callable[[dict[str, Any]], None]) -> None:
        """Restore one part; whatever is wrong with it is told with its name."""
        file = str(row.get("file", "?"))[:80] if isinstance(row, dict) else "?"
        try:
            step(row)
        except (BadInput, CoreError) as error:
            raise ApiError("bad-part", f"{file}: {error} Nothing was restored.") from error
        except (KeyError, TypeError, ValueError, AttributeError, ValidationError, IntegrityError) as error:
            raise ApiError("bad-part", f"{file} in this zip cannot be read. Nothing was restored.") from error

    def content(self, name: str, most: int = MOST_PART_BYTES) -> bytes:
        """Return a part, within bounds whatever the zip's directory claims."""
        try:
            with self.archive.open(name) as stream:
                data = stream.read(most + 1)
        except KeyError as error:
            raise ApiError("missing-part", f"{name[:80]} is missing in this zip.") from error
        if len(data) > most:
            raise ApiError("part-too-large", f"{name[:80]} in this zip is far too large.")
        return data

    def read(self, name: str) -> Any:
        """Return a JSON part."""
        data = self.content(name)
        try:
            return json.loads(data)
        except (ValueError, RecursionError) as error:
            raise ApiError("bad-part", f"{name[:80]} in this zip is not readable.") from error

    def sketch(self, row: dict[str, Any]) -> None:
        sketch = read_sketch(self.read(row["file"])).sketch
        self.sketches[int(row["key"])] = keep_sketch(owner=self.owner, sketch=sketch)

    def photo(self, row: dict[str, Any]) -> None:
        """Restore a photo; one that is there already keeps what is known of it here."""
        facts = {name: row["facts"][name] for name in FACTS} if "facts" in row else {}
        photo = self.from_file(row) if row["file"] is not None else self.from_size(row, facts)
        if photo.pk not in self.known:
            self.new_photos[photo.pk] = photo
            describe(photo=photo, facts=facts)
            keep_areas(photo=photo, rows=[{name: area[name] for name in AREA_FACTS} for area in row.get("areas", [])])
        self.photos[int(row["key"])] = photo.pk

    def paper(self, row: dict[str, Any]) -> None:
        """Restore a paper; one of that name that is there already stays as it is, and serves."""
        facts = {name: row["facts"][name] for name in PAPER_FACTS if name != "motifs"}
        facts["motifs"] = row["facts"].get("motifs", [])  # older zips have none
        paper = Paper.objects.visible_to(self.owner).filter(name=facts["name"]).first()
        if paper is None:
            paper = Paper(owner=self.owner, **facts)
            for face in ("front", "back"):
                PaperKind(facts[f"{face}_kind"])
                for colour in facts[f"{face}_colours"]:
                    is_colour(colour)
            list(paper.core_motifs)  # fails for what is none
            paper.full_clean(exclude=["owner"])
            paper.save()
            for picture in row.get("pictures", []):
                jpeg = self.content(str(picture["file"]), MOST_PICTURE_BYTES)
                if not jpeg.startswith(JPEG):
                    raise ValueError("that is no JPEG")
                keep_picture(
                    paper=paper,
                    side=SideName(picture["side"]),
                    jpeg=jpeg,
                    wide=int(picture["wide"]),
                    high=int(picture["high"]),
                )
            for stock in row["stocks"]:
                PaperStock.objects.create(paper=paper, **{name: stock[name] for name in STOCK_FACTS})
        self.papers[int(row["key"])] = paper.pk

    def alphabet(self, row: dict[str, Any]) -> None:
        """Restore lettering, unless some of that name is there: that then serves."""
        facts = {name: row[name] for name in ALPHABET_FACTS}
        old = str(row.get("key", ""))  # older zips tell none
        alphabet = Alphabet.objects.visible_to(self.owner).filter(name=facts["name"]).first()
        if alphabet is None:
            alphabet = Alphabet(owner=self.owner, **facts)
            alphabet.full_clean(exclude=["owner"])
            alphabet.letters = {str(letter)[:1]: int(count) for letter, count in facts["letters"].items()}
            alphabet.save()
            self.new_alphabets[old] = alphabet
        self.lettering[f"{ALPHABET_KEY}{old}"] = alphabet.key

    def named(self, model: type[Any], facts: tuple[str, ...], row: dict[str, Any]) -> None:
        """Restore something that is told by its facts alone, unless one of that name is there."""
        there = model.objects.visible_to(self.owner).filter(name=row["name"]).first()
        if there is None:
            there = model(owner=self.owner, **{name: row[name] for name in facts if name in row})
            there.full_clean(exclude=["owner"])
            there.save()
        if model is Embellishment and "key" in row:
            self.embellishments[f"{OWN_KEY}{row['key']}"] = there.key
        if model is Hand and "key" in row:
            self.lettering[f"{HAND_KEY}{row['key']}"] = there.key

    def from_file(self, row: dict[str, Any]) -> Photo:
        """Unpack a photo."""
        info = self.archive.getinfo(row["file"])
        with self.archive.open(info) as stream:
            return add_photo(owner=self.owner, name=str(row["name"]), file=stream, size=info.file_size).photo

    def from_size(self, row: dict[str, Any], facts: dict[str, Any]) -> Photo:
        """Enter a print that has no file."""
        size = Size(int(facts["print_width"]), int(facts["print_height"]))
        return add_print(owner=self.owner, name=str(row["name"]), size=size, kind=facts["kind"], note=facts["note"])

    def page(self, row: dict[str, Any]) -> None:
        data = self.read(row["file"])
        revisions = [Revision(number=int(r["number"]), done=str(r["done"])[:160], document=self.document(r["document"]))
                     for r in data["revisions"]]  # fmt: skip
        numbers = [revision.number for revision in revisions]
        if numbers != list(range(1, len(numbers) + 1)) or int(data["head"]) not in numbers:
            raise BadInput([Fault(None, "revisions", "its states are not complete.")])
        name = str(data["name"]).strip()[:120] or PurePosixPath(row["file"]).stem
        page = Page.objects.create(
            owner=self.owner, name=name, head=int(data["head"]), sketch=self.sketches.get(data.get("sketch") or 0)
        )
        for revision in revisions:
            revision.page = page
        Revision.objects.bulk_create(revisions)
        Snapshot.objects.bulk_create(
            Snapshot(
                page=page,
                note=str(state["note"])[:300],
                created=datetime.fromisoformat(state["created"]),
                document=self.document(state["document"]),
            )
            for state in data.get("snapshots") or ()
        )
        for taken in data.get("letters_taken") or ():
            self.letters_taken(page, taken)

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

    def accents(self, rows: list[dict[str, Any]] | None) -> list[dict[str, Any]]:
        """Return embellishments on a page by their new keys."""
        return [{**row, "what": {**row["what"], "key": self.embellishment(row["what"]["key"])}} for row in rows or ()]

    def picture(self, choice: dict[str, Any]) -> list[Any] | None:
        """Return a chosen paper's picture at its new address."""
        known = PaperPicture.objects.filter(paper=self.papers[choice["paper"]], side=choice["side"]).first()
        return [known.address, *choice["picture"][1:]] if known and choice.get("picture") else None

    def document(self, data: dict[str, Any]) -> dict[str, Any]:
        """Return a state of a page, checked, with its photos' new numbers; one that is gone leaves its slot empty."""
        placed = {
            slot: {**row, "photo": self.photos[row["photo"]]}
            for slot, row in data["photos"].items()
            if row["photo"] in self.photos
        }
        cuts = data.get("cuts") or {}
        papers = {
            letter: {**row, "paper": self.papers[row["paper"]], "picture": self.picture(row)}
            for letter, row in (cuts.get("papers") or {}).items()
            if row["paper"] in self.papers
        }
        accents = self.accents(data.get("accents"))
        home = data.get("home") and {**data["home"], "accents": self.accents(data["home"]["accents"])}
        lettering = {
            block: {**row, "alphabets": [self.called(key) for key in row.get("alphabets") or ()]}
            for block, row in (data.get("lettering") or {}).items()
        }
        stories = {
            name: {**row, "script": self.called(row["script"])} for name, row in (data.get("stories") or {}).items()
        }
        here = {"photos": placed, "cuts": {**cuts, "papers": papers}, "accents": accents, "home": home}
        document = PageDocument.read({**data, **here, "lettering": lettering, "stories": stories})
        fit_answer(document.fit or {}, document)  # what cannot be shown is found now, not on the bench
        return document.written()

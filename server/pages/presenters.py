"""What the API answers about pages: documents of the core's values turned into what a bench shows."""

import hashlib
import json
from collections.abc import Collection, Mapping
from dataclasses import asdict, replace
from types import MappingProxyType
from typing import Any, Final

from inkquilt.composition.document import PageDocument
from inkquilt.composition.laid import LaidFit
from inkquilt.composition.lettering import sticks_out
from inkquilt.composition.papers import PaperChoice
from inkquilt.composition.stories import pieces_spent, written_bare
from inkquilt.composition.touched import touched
from inkquilt.composition.wishes import wishes_on
from inkquilt.cutting.pieces import CutWishes
from inkquilt.embellishments import used_of
from inkquilt.fit.explain import RUNG_SAID
from inkquilt.fit.request import Die, Rung, Status, Way
from inkquilt.fit.rules import relations_for
from inkquilt.fit.touching import touching
from inkquilt.fit.ways import drawn_for
from inkquilt.fit.writing import next_mark
from inkquilt.lengths import Unit, format_length, format_nearest, json_length, size_with_unit, with_unit
from inkquilt.page import Side
from inkquilt.sketch import Role
from inkquilt.sketch.model import Shape, Size
from inkquilt.sketch.naming import placed_name
from inkquilt.sketch.relations import cut_to_page
from inkquilt.sketch.ties import added_words, ties_of
from inkquilt.sketch.transform import oriented
from server.common.drawing import Looks, PaperLook, PictureLook, board
from server.pages.accents import accent_answer
from server.pages.change_serializers import written_change
from server.pages.demands import clash_answers
from server.pages.journaling import stories_answer
from server.pages.matching import Match
from server.pages.models import Page
from server.pages.photo_presenters import cover_answers, slot_facts
from server.pages.pictures import cores_of, pictures_of
from server.pages.things import box_of
from server.pages.title_lettering import lettering_answer
from server.photos.models import Photo

#: What a changed page always tells.
_ALWAYS: Final = ("id", "version", "parts")


def page_answer(page: Page, document: PageDocument) -> dict[str, Any]:
    """Return the whole bench of a page; ``parts`` tells which of it is new since another answer."""
    told = _bench(page, document)
    return {**told, "parts": {name: _mark(part) for name, part in told.items()}}


def changed_answer(page: Page, document: PageDocument, have: dict[str, str]) -> dict[str, Any]:
    """Return of a page's bench what somebody does not have, by the marks of the parts she has."""
    told = page_answer(page, document)
    new = {name for name, mark in told["parts"].items() if have.get(name) != mark}
    return {name: part for name, part in told.items() if name in new or name in _ALWAYS}


def box_answer(page: Page) -> dict[str, Any] | None:
    """Return the box a page is made from, by number and name."""
    box = box_of(page)
    return None if box is None else {"id": box.pk, "name": box.name}


def _mark(part: Any) -> str:
    return hashlib.blake2b(json.dumps(part, sort_keys=True).encode(), digest_size=6).hexdigest()


def _bench(page: Page, document: PageDocument) -> dict[str, Any]:
    pictures = pictures_of(page, document)
    around = {r.number: r.done for r in page.revisions.filter(number__in=(page.head, page.head + 1))}
    return {
        "id": page.pk,
        "name": page.name,
        "version": page.version,
        "undo": around.get(page.head) if page.head > 1 else None,
        "redo": around.get(page.head + 1),
        "box": box_answer(page),
        "sketch_name": document.sketch.name,
        "sketch_board": board(document.sketch.page, document.sketch.unit, document.sketch.blocks),
        "format": format_answer(document),
        "grid": with_unit(document.grid, document.unit),
        "terms": document.terms,
        "way": way_answer(document),
        "fit": fit_answer(document.fit or LaidFit(document.way, Status.UNKNOWN), document),
        "touches": [asdict(one) for one in touched(document)],
        "slots": slots_answer(document, pictures, put_aside(page, document, pictures)),
        "covers": cover_answers(document, cores_of(pictures)),
        "titles": titles_answer(document),
        "stories": stories_answer(document.stories, document.blocks, document.unit),
        "accents": [accent_answer(accent, document.page, document.blocks) for accent in document.accents],
        "used": dict(used_of(document.accents, pieces_spent(document.stories.values()))),
        "put_back": [accent.what.name for accent in document.put_back],
        "school": document.school,
        "left_out": [
            {"block": block.id, "name": block.name} for block in document.sketch.blocks if block.id in document.left_out
        ],
        "pins": [
            {
                "block": pin.block,
                "place": pin.x is not None or pin.y is not None,
                "size": pin.width is not None or pin.height is not None,
            }
            for pin in document.pins
        ],
        "switches": {
            "ends": document.switches.ends.value,
            "in_line": document.switches.in_line,
            "by_eye": document.switches.by_eye,
            "recount": document.switches.recount,
            "from_shop": document.switches.from_shop,
        },
        "never_trim": sorted(document.never_trim),
        "trim_freely": sorted(document.trim_freely),
        "dies": [_die_words(die, document.unit) for die in document.dies],
        "insist": [_rung_answer(rung) for rung in Rung if rung in document.insist],
        "leads": document.leads,
        "step": document.grid / document.unit.grains,
    }


def ties_answer(document: PageDocument) -> list[dict[str, Any]]:
    """Return the relations of the page's sketch in words, those that were let go and those that were added too."""
    request = document.request
    drawn = drawn_for(request, document.way)
    if drawn is None:
        return []
    blocks = {block.id: block for block in drawn.sketch.blocks if block.role is not Role.BASE}
    free = replace(request, untied=frozenset(), ties=())
    rows = [
        {"key": tie.key, "kind": tie.kind.value, "blocks": list(tie.blocks), "words": tie.words, "side": tie.side}
        for tie in ties_of(relations_for(drawn.sketch, free, blocks), blocks)
    ]
    added = [
        {
            "key": f"added {number}",
            "kind": tie.kind.value,
            "blocks": list(tie.blocks),
            "words": added_words(tie, blocks),
            "side": None,
        }
        for number, tie in enumerate(document.ties)
    ]
    return [{**row, "held": row["key"] not in document.untied} for row in (*added, *rows)]


def put_aside(page: Page, document: PageDocument, pictures: dict[int, Photo]) -> dict[int, str]:
    """Return the names of photos that lie on a page and were put aside."""
    missing = [placed.photo for placed in document.photos.values() if placed.photo not in pictures]
    if not missing:
        return {}
    return dict(Photo.objects.filter(owner=page.owner_id, pk__in=missing).values_list("pk", "name"))


def card_answer(page: Page, document: PageDocument, pictures: dict[int, Photo]) -> dict[str, Any]:
    """Return a page for the shelf."""
    on = document.page
    return {
        "id": page.pk,
        "version": page.version,
        "name": page.name,
        "created": page.created,
        "size": size_with_unit(on.width, on.height, on.unit),
        "board": board(Size(on.width, on.height), on.unit, document.blocks, on.fold, looks_of(document)),
        "slots": slots_answer(document, pictures),
        "titles": titles_answer(document),
        "stories": stories_answer(document.stories, document.blocks, document.unit),
        "accents": [accent_answer(accent, document.page, document.blocks) for accent in document.accents],
    }


def way_answer(document: PageDocument) -> dict[str, Any]:
    """Return the chosen way."""
    return told_way(document.way)


def told_way(way: Way) -> dict[str, Any]:
    """Return a way to fit."""
    return {
        "school": way.school.value,
        "variant": way.variant.value,
        "turn": way.turn,
        "mirrored": way.mirrored,
        "plan": way.plan,
    }


def format_answer(document: PageDocument) -> dict[str, Any]:
    """Return the page's format, margins and the box within them."""
    page, unit = document.page, document.unit
    clear = page.clear
    return {
        "format": document.format,
        "unit": unit.value,
        # Exact, for these texts come back as they are when the page is changed.
        "width": format_length(page.fold.at if page.fold else page.width, unit),
        "height": format_length(page.height, unit),
        "clear": {side.value: format_length(getattr(clear, side.value), unit) for side in Side},
        "binding": document.binding and document.binding.value,
        "sides": 2 if page.fold else 1,
        "gap": format_length(page.fold.gap if page.fold else 0, unit),
        "fold": page.fold and [page.fold.at / unit.grains, page.fold.end / unit.grains],
        "clear_box": [
            clear.left / unit.grains,
            clear.top / unit.grains,
            (page.width - clear.right) / unit.grains,
            (page.height - clear.bottom) / unit.grains,
        ],
    }


def fit_answer(fit: LaidFit, document: PageDocument) -> dict[str, Any]:
    """Return a kept fit, drawn."""
    page, unit = document.page, document.unit
    clash = fit.clash
    return {
        "way": told_way(fit.way),
        "status": fit.status.value,
        "title": fit.title,
        "gist": fit.gist,
        "note": fit.note,
        "seconds": fit.seconds,
        "given_up": [_rung_answer(rung) for rung in fit.given_up],
        "aside": names_of(fit.aside, document),
        "changes": [
            {"block": one.block, "kind": one.kind, "from": one.before, "to": one.after, "why": one.why}
            for one in fit.changes
        ],
        "relations": {
            "kept": fit.relations.kept,
            "broken": [
                {"kind": one.kind, "blocks": list(one.blocks), "axis": one.axis, "why": one.why}
                for one in fit.relations.broken
            ],
        },
        "touching": [
            {
                "blocks": list(one.blocks),
                "words": one.words,
                "seam": [
                    end / unit.grains for end in (one.seam.x.low, one.seam.y.low, one.seam.x.high, one.seam.y.high)
                ],
            }
            for one in touching(document.sketch.blocks, fit.blocks, page)
        ],
        "clash": clash
        and {
            "demands": clash_answers(clash, document),
            "sum": clash.sum,
            "short_by": None if clash.short_by is None else str(json_length(next_mark(clash.short_by, unit), unit)),
        },
        "board": board(Size(page.width, page.height), unit, fit.blocks, page.fold, looks_of(document)),
    }


def _rung_answer(rung: Rung) -> dict[str, str]:
    return {"rung": rung.value, "goes": RUNG_SAID[rung].goes, "stays": RUNG_SAID[rung].stays}


def _die_words(die: Die, unit: Unit) -> str:
    if die.shape is Shape.CIRCLE:
        return f"round {with_unit(die.size.width, unit)}"
    return f"{die.shape.value} {format_nearest(die.size.width, unit)} × {with_unit(die.size.height, unit)}"


def names_of(blocks: Collection[str], document: PageDocument) -> list[str]:
    """Return what to call blocks of the page's sketch."""
    return [block.name for block in document.sketch.blocks if block.id in blocks]


def looks_of(document: PageDocument) -> Looks:
    """Return how the papers chosen for a page look."""
    papers = {
        letter: PaperLook(choice.colour, choice.kind, choice.directional, _picture_look(choice, document.unit))
        for letter, choice in document.cuts.papers.items()
    }
    wishes = wishes_on(document).wishes if document.cuts.pieces and document.blocks else CutWishes()
    return Looks(papers, document.cuts.across, wishes, written_bare(document.stories.values()))


def _picture_look(choice: PaperChoice, unit: Unit) -> PictureLook | None:
    picture = choice.picture
    if picture is None:
        return None
    return PictureLook(picture.address, picture.wide / unit.grains, picture.high / unit.grains)


def slots_answer(
    document: PageDocument, pictures: dict[int, Photo], aside: Mapping[int, str] = MappingProxyType({})
) -> list[dict[str, Any]]:
    """Return every photo slot with what shows in it on the fitted page, or on the sketch when nothing fits.

    ``aside`` names photos that lie on the page and were put aside.
    """
    fitted = {block.id: block for block in document.blocks}
    turned = cut_to_page(oriented(document.sketch, document.way.turn, document.way.mirrored))
    slots = []
    for block in turned.blocks:
        if block.role is not Role.PHOTO:
            continue
        placed = document.photos.get(block.id)
        picture = pictures.get(placed.photo) if placed else None
        lies = fitted.get(block.id, block)
        facts = slot_facts(document, lies, picture.core, placed) if picture and placed else NO_PHOTO
        slots.append(
            {
                "block": block.id,
                "name": placed_name(lies, Size(document.page.width, document.page.height)),
                "photo": picture.pk if picture else None,
                "photo_name": picture.name if picture else aside.get(placed.photo) if placed else None,
                "has_file": picture is not None and bool(picture.suffix),
                **facts,
                "locked": placed is not None and placed.locked,
                "missing": placed is not None and picture is None,
                "left_out": block.id in document.left_out,
            }
        )
    return slots


#: What is told of a slot without a photo.
NO_PHOTO: Final[dict[str, Any]] = {"crop": None, "zoom": 1.0, "closest": None, "turn": 0.0, "trims": [], "cut_off": "",
                                  "irreplaceable": False, "safe": ""}  # fmt: skip


def titles_answer(document: PageDocument) -> list[dict[str, Any]]:
    """Return the title blocks with their texts."""
    fitted = {block.id: block for block in document.blocks}
    return [
        {
            "block": block.id,
            "text": document.titles.get(block.id, ""),
            "sticks_out": block.id in document.lettering
            and block.id in fitted
            and sticks_out(document.lettering[block.id], fitted[block.id]),
            "lettering": (set_ := document.lettering.get(block.id)) and lettering_answer(set_, document.unit),
        }
        for block in document.sketch.blocks
        if block.role is Role.TITLE
    ]


def match_answer(match: Match) -> dict[str, Any]:
    """Return a match of photos and slots with its reasons."""
    told = {"placed": [], **written_change(match.change)}
    return {
        "placed": told["placed"],
        "left_out": list(match.left_out),
        "open": list(match.open),
        "reasons": [{"photo": photo, "why": words} for photo, words in match.why.items()],
        "proven": match.proven,
        "change": told,
    }

"""Papers for a page, as the API tells of them."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from typing import Any

from inkquilt.colour import ColourPart, ColourShare, Rgb, colour_name
from inkquilt.colour.wheel import Scheme, angle_of, scheme_of, spokes
from inkquilt.composition.changes.papers import DealPapers
from inkquilt.composition.document import PageDocument
from inkquilt.lengths import Unit
from inkquilt.paper.entry import sheet_words
from inkquilt.paper.kinds import PaperKind
from inkquilt.papering.buying import ToBuy
from inkquilt.papering.candidates import Candidate
from inkquilt.papering.companions import Goes
from inkquilt.papering.meeting import COUNTS_FROM
from inkquilt.papering.mending import Mend, mend_words
from inkquilt.papering.ranking import Suited
from inkquilt.papering.regrets import Regret, regrets_of
from inkquilt.papering.wishes import Start
from inkquilt.papering.wording import print_words
from inkquilt.sketch.model import Size
from inkquilt_io.print_values import Swatch, SwatchAsked
from server.common.drawing import Looks, board
from server.pages.change_serializers import written_change
from server.pages.presenters import looks_of
from server.papering.serializers import key_of
from server.papering.services import (
    DealtOut,
    Table,
    after_change,
    deal_change,
    going_with,
    lacking,
    mend_change,
    regretted,
)
from server.photos.colour_views import share_answer


def board_of(document: PageDocument) -> dict[str, Any]:
    """Return a page to draw with the papers it has."""
    page = document.page
    return board(Size(page.width, page.height), page.unit, document.blocks, page.fold, looks_of(document))


def overview_answer(table: Table, asked: Mapping[str, Any], start: Start) -> dict[str, Any]:
    """Return a page as papers see it."""
    places = table.seen.page.places
    looks = looks_of(table.document)
    return {
        "places": [
            {
                "letter": one.letter,
                "name": one.name,
                "role": one.role.value,
                "blocks": list(one.blocks),
                "pieces": len(one.pieces),
                "share": round(100 * one.share, 1),
                "laid": _laid(table.laid[number], looks, one.letter) if number in table.laid else None,
                "is_cut": number in table.cut,
            }
            for number, one in enumerate(places)
        ],
        "photos": _photos(table),
        "targets": [{"colour": one.colour.text, "name": colour_name(one.colour)} for one in start.targets],
        "kits": sorted({one.kit for one in table.papers.all} - {""}),
        "regrets": [regret_answer(one, table) for one in regretted(table)],
        "goes": [goes_answer(one) for one in going_with(table)],
        "to_buy": [buy_answer(one, table.document.unit) for one in lacking(table, asked)],
    }


def _photos(table: Table) -> list[dict[str, Any]]:
    shown = {photo.slot: photo.colours for photo in table.seen.page.photos}
    return [
        {
            "photo": placed.photo,
            "name": table.photos[placed.photo].name,
            "colours": [share_answer(one) for one in _each_name_once(shown.get(slot, ()))],
        }
        for slot, placed in table.document.photos.items()
        if placed.photo in table.photos
    ]


def _each_name_once(shares: Sequence[ColourShare]) -> Iterator[ColourShare]:
    """Yield colours of different names; two greys of one name are told as one, with the share of both."""
    for name in dict.fromkeys(one.name for one in shares):
        mine = [one for one in shares if one.name == name]
        yield replace(mine[0], share=sum(one.share for one in mine))


def _laid(one: Candidate, looks: Looks, letter: str) -> dict[str, Any]:
    return {
        "stash_paper": one.paper,
        "name": one.name,
        "side": one.side.value,
        "look": looks.on(letter, ""),
        "colours": colour_words(one),
        "lost": not one.stocks,
    }


def colour_words(one: Candidate) -> list[str]:
    """Return the plain words of a paper's colours, those that are seen from a step away."""
    return list(dict.fromkeys(share.name for share in one.colours if share.share >= COUNTS_FROM))


def dealt_answer(dealt: DealtOut, table: Table) -> dict[str, Any]:
    """Return a papering."""
    papering = dealt.papering
    looks = looks_of(dealt.after)
    places = table.seen.page.places
    laid = {number: papering.chosen[one.letter] for number, one in enumerate(places)}
    return {
        "leads": papering.leads,
        "gains": papering.gains,
        "temper": key_of(papering.temper.name),
        "enough": dealt.plan.enough,
        "paper_words": _paper_words(dealt),
        "papers": [_laid(one, looks, letter) for letter, one in papering.chosen.items()],
        "regrets": len(regrets_of(table.seen.page, laid)),
        "board": board_of(dealt.after),
        "change": written_change(dealt.change),
    }


def _paper_words(dealt: DealtOut) -> str:
    plan = dealt.plan
    if not plan.enough:
        return "not enough paper: look at what to buy"
    sheets = f"{plan.sheets} sheet{'' if plan.sheets == 1 else 's'}"
    scraps = f"{plan.scraps} scrap{'' if plan.scraps == 1 else 's'}"
    if not plan.sheets:
        return f"all from {scraps}"
    return f"from {sheets} and {scraps}" if plan.scraps else f"from {sheets}"


def suited_answer(one: Suited, table: Table, letter: str) -> dict[str, Any]:
    """Return a paper for a place."""
    change = deal_change({letter: one.candidate})
    after = after_change(table, change)
    return {
        "paper": _laid(one.candidate, looks_of(after), letter),
        "reasons": list(one.reasons),
        "against": list(one.against),
        "board": board_of(after),
        "change": written_change(change),
    }


def mend_answer(mend: Mend, table: Table) -> dict[str, Any]:
    """Return what takes a regret away."""
    change: DealPapers = mend_change(table, mend)
    return {
        "words": mend_words(mend, table.seen.page),
        "left": [one.words for one in mend.left],
        "board": board_of(after_change(table, change)),
        "change": written_change(change),
    }


def regret_answer(one: Regret, table: Table) -> dict[str, Any]:
    """Return a regret with the pieces it is about."""
    blocks = [block for place in table.seen.page.places if place.letter in one.places for block in place.blocks]
    return {
        "kind": key_of(one.kind.name),
        "called": one.kind.value,
        "words": one.words,
        "number": one.number,
        "places": list(one.places),
        "blocks": blocks,
    }


def goes_answer(one: Goes) -> dict[str, Any]:
    """Return an ink, pen or paint that suits."""
    return {
        "name": one.companion.name,
        "colour": one.companion.colour.text,
        "metallic": one.companion.metallic,
        "what": one.what,
        "why": one.why,
        "contrast": f"contrast {one.contrast:.1f} to 1",
    }


def buy_answer(one: ToBuy, unit: Unit) -> dict[str, Any]:
    """Return a paper to look for."""
    size = sheet_words(one.size, unit)
    return {
        "colour": one.colour.text,
        "name": one.name,
        "kind": print_words(PaperKind(one.kind)),
        "sheets": f"{one.sheets} sheet{'' if one.sheets == 1 else 's'} {size}",
        "words": one.words,
    }


def swatch_card(table: Table, asked: Mapping[str, Any]) -> SwatchAsked:
    """Return what a card to take to the shop shows."""
    unit = table.document.unit
    told = [buy_answer(one, unit) for one in lacking(table, asked)]
    buy = tuple(Swatch(one["colour"], one["name"], (f"{one['kind']}, {one['sheets']}", one["words"])) for one in told)
    laid = {one.name: Swatch(one.main.text, one.name) for one in table.laid.values()}
    shown = (share for photo in table.seen.page.photos for share in photo.colours if share.part is ColourPart.MATCHED)
    photos = {one.name: Swatch(one.colour.text, one.name) for one in shown}
    return SwatchAsked(table.page.name, buy, tuple(laid.values()), tuple(photos.values()))


def wheel_answer(colour: Rgb, scheme: Scheme) -> dict[str, Any]:
    """Return the wheel with a colour and a scheme on it."""
    return {
        "after": "twelve hues after Itten, “Kunst der Farbe” (1961); red, yellow and blue stand a third apart",
        "spokes": [{"angle": one.angle, "name": one.name, "colour": one.colour.text} for one in spokes()],
        "angle": angle_of(colour),
        "scheme": [
            {"angle": round(angle_of(one)), "name": colour_name(one), "colour": one.text}
            for one in scheme_of(colour, scheme)
        ],
    }

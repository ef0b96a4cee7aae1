"""Papers for a page out of a person's stash: everything the core is asked, and what comes of it as changes."""

import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, Final, NamedTuple

from inkquilt.colour import ColourShare, Rgb, read_colour
from inkquilt.colour.wheel import Scheme
from inkquilt.composition.changes.papers import DealPapers, Dealt, PlainBorder
from inkquilt.composition.cut_list import cut_list
from inkquilt.composition.document import PageDocument
from inkquilt.composition.papering import PapersSeen, papers_seen
from inkquilt.cutting.guillotine import StockKind
from inkquilt.cutting.pieces import CutPiece
from inkquilt.cutting.plan import PaperNeed, PaperPlan, piece_of_middle
from inkquilt.errors import BadInput
from inkquilt.paper.kinds import SideName
from inkquilt.papering.buying import ToBuy, to_buy
from inkquilt.papering.candidates import Candidate, Candidates
from inkquilt.papering.companions import Companion, CompanionKind, Goes, goes_with
from inkquilt.papering.mending import Mend
from inkquilt.papering.paperings import Papering
from inkquilt.papering.ranking import Suited, rows_of
from inkquilt.papering.regrets import Regret, RegretKind, regrets_of
from inkquilt.papering.wishes import Start, StartKind, Temper, Wishes, from_colours, from_photos, from_scheme
from server.common.asked import refuse
from server.cutting.models import CutRun
from server.cutting.run import sheets_of
from server.cutting.services import needs_of
from server.pages.known import known_to
from server.pages.models import Page
from server.pages.pictures import layout_of, pictures_of
from server.pages.things import papers_offered
from server.photos.colours import colours_of_all
from server.photos.models import Photo
from server.solving.pool import solvers
from server.stash.models import Companion as KeptCompanion
from server.stash.models import Palette, Paper

#: So many candidates of one place are told when more are asked for.
MORE_SHOWN: Final = 24


@dataclass(frozen=True, slots=True)
class Table:
    """A page with everything that may lie on it. ``laid`` is what lies there, by place; ``cut`` what is cut already."""

    page: Page
    document: PageDocument
    seen: PapersSeen
    papers: Candidates
    laid: dict[int, Candidate]
    photos: dict[int, Photo]
    cut: frozenset[int]

    @property
    def rows(self) -> dict[int, int]:
        """The rows of what lies on the page."""
        return rows_of(self.laid, self.papers)

    def place(self, letter: str) -> int:
        """Return the number of a place. Raises ``BadInput`` for one that is not there."""
        try:
            return self.seen.page.number(letter)
        except KeyError as error:
            raise refuse("unknown-paper", f"There is no paper “{letter[:20]}” on this page.", "place") from error


class Planned(NamedTuple):
    """Whether the cut plan finds a place for every piece, how many sheets it opens, how many scraps it takes."""

    enough: bool
    sheets: int
    scraps: int


@dataclass(frozen=True, slots=True)
class DealtOut:
    """A papering as it can be laid: the change, the page after it, and whether the cut plan finds a place for all."""

    papering: Papering
    change: DealPapers
    after: PageDocument
    plan: Planned


def table_of(page: Page, document: PageDocument) -> Table:
    """Return a page with the papers that may lie on it."""
    photos = pictures_of(page, document)
    seen = papers_seen(document, layout_of(page, document), colours_of_all(photos.values()), _names(photos))
    stash = candidates_of(page.owner, _story_words(page, document, photos.values()))
    offered = papers_offered(page)
    papers = stash if offered is None else Candidates(tuple(one for one in stash.all if one.paper in offered))
    laid = _laid(document, seen, stash)
    return Table(page, document, seen, papers, laid, photos, _cut(page, document, seen))


def _names(photos: Mapping[int, Photo]) -> dict[int, str]:
    return {number: photo.name for number, photo in photos.items()}


def candidates_of(owner: Any, story: frozenset[str] = frozenset()) -> Candidates:
    """Return both sides of every paper of which something is left; ``story`` are words of the page's story."""
    rows = list(Paper.objects.visible_to(owner).prefetch_related("stocks").order_by("created", "id"))
    found = []
    for number, row in enumerate(rows):
        stocks = tuple(stock.stock for stock in row.stocks.all())
        if not stocks:
            continue
        age = 1 - number / len(rows)
        tells = _told(f"{row.name} {row.note}", story)
        core = read_colour(inner) if (inner := _inner_colour(row)) else None
        found += [
            Candidate(row.pk, side, row.name, look, stocks, age, row.favourite, row.kit, core, tells)
            for side in SideName
            if (look := row.side(side)).colours
        ]
    return Candidates(tuple(found))


def _inner_colour(paper: Paper) -> str:
    """Return what a torn or sanded edge of a paper shows: as it was said, or of two tones the other one."""
    return paper.core or (paper.back_colours[0] if paper.two_tone and paper.back_colours else "")


#: Words that tell nothing of a story.
_EMPTY: Final = frozenset({"with", "from", "that", "this", "page", "photo", "first", "over", "paper", "cardstock"})


def _words(text: str) -> frozenset[str]:
    found = (word.lower().rstrip("s") for word in re.findall(r"[^\W\d_]{3,}", text))
    return frozenset(word for word in found if word not in _EMPTY and len(word) > 2)


def _story_words(page: Page, document: PageDocument, photos: Iterable[Photo]) -> frozenset[str]:
    told = " ".join((page.name, *document.titles.values(), *(f"{one.name} {one.group}" for one in photos)))
    return _words(told)


def _told(name: str, story: frozenset[str]) -> str:
    return min(_words(name) & story, default="")


def _laid(document: PageDocument, seen: PapersSeen, papers: Candidates) -> dict[int, Candidate]:
    """Return what lies in each place; a paper that is used up or put away looks as the page keeps it."""
    known = {(one.paper, one.side): one for one in papers.all}
    found = {}
    for place, one in enumerate(seen.page.places):
        choice = document.cuts.papers.get(one.letter)
        if choice is not None:
            there = known.get((choice.paper, choice.side))
            found[place] = there or Candidate(choice.paper, choice.side, choice.name, choice.look)
    return found


def _cut(page: Page, document: PageDocument, seen: PapersSeen) -> frozenset[int]:
    """Return the places of which something is cut already: those are fixed."""
    run = CutRun.objects.filter(page=page).first()
    if run is None or not (run.made or any((run.ticks or {}).values())):
        return frozenset()
    begun = {sheet for sheet, done in (run.ticks or {}).items() if done}
    keys = list(run.made or {})
    keys += [placed.key for one in sheets_of(run) if one.key in begun for placed in one.sheet.placed]
    numbers = {int(found[0]) for key in keys if (found := re.match(r"\d+", key))}
    letters = {
        group.paper for group in cut_list(document).papers if any(piece.number in numbers for piece in group.pieces)
    }
    return frozenset(place for place, one in enumerate(seen.page.places) if one.letter in letters)


# -- where she starts, and what she wishes -----------------------------------------------------------------------


def _name(key: str) -> str:
    return key.upper().replace("-", "_")


def start_of(table: Table, asked: Mapping[str, Any]) -> Start:
    """Return where she starts. Raises ``BadInput`` for a palette, paper or kit that is not hers."""
    kind = StartKind[_name(asked["start"])]
    touched = [read_colour(one) for one in asked["touched"]]
    if kind in (StartKind.PHOTOS, StartKind.KEPT_OUT):
        photos = [photo.colours for photo in table.seen.page.photos]
        return from_photos(photos, touched, out=kind is StartKind.KEPT_OUT)
    if kind is StartKind.WHEEL:
        return from_scheme(read_colour(asked["colour"]), Scheme[_name(asked["scheme"])])
    if kind is StartKind.PALETTE:
        palette = Palette.objects.visible_to(table.page.owner).prefetch_related("papers").one(asked["palette"] or 0)
        kept = frozenset(row.pk for row in palette.papers.all())
        return from_colours(palette.core_colours, kind, kept)
    mine = [one for one in table.papers.all if _is_start(one, kind, asked)]
    if not mine:
        raise refuse("nothing-to-start-from", "Choose a paper or a kit to start from.", "start")
    colours = _strongest([share for one in mine for share in one.colours])
    if kind is StartKind.KIT:
        return from_colours(colours, kind, kit=asked["kit"])
    return from_colours(colours, kind, frozenset({mine[0].paper}))


def _is_start(one: Candidate, kind: StartKind, asked: Mapping[str, Any]) -> bool:
    if kind is StartKind.KIT:
        return bool(one.kit) and one.kit == asked["kit"]
    return one.paper == asked["paper"] and one.side is SideName.A


def _strongest(shares: Iterable[ColourShare]) -> list[Rgb]:
    """Return colours, those that most papers show most of first, each once."""
    found: dict[Rgb, float] = {}
    for one in shares:
        found[one.colour] = found.get(one.colour, 0.0) + one.share
    return sorted(found, key=lambda colour: -found[colour])


def wishes_of(asked: Mapping[str, Any]) -> Wishes:
    """Return what else she wishes."""
    return Wishes(
        Temper[_name(asked["temper"])],
        frozenset(asked["using"]),
        tuple(read_colour(one) for one in asked["without"]),
        asked["scraps_only"],
        asked["triangle"],
        asked["favourites"],
    )


def fixed_of(table: Table, asked: Mapping[str, Any]) -> dict[int, int]:
    """Return the rows of places that stay: those she keeps, and what is cut already."""
    kept = {table.place(letter) for letter in asked["keep"]} | table.cut
    return {place: row for place, row in table.rows.items() if place in kept}


# -- what the core says ---------------------------------------------------------------------------------------------


def dealt_out(table: Table, asked: Mapping[str, Any]) -> tuple[DealtOut, ...]:
    """Return a handful of whole paperings, those for which the paper is enough first."""
    start, wishes, fixed = start_of(table, asked), wishes_of(asked), fixed_of(table, asked)
    page, papers, extra = _with_lost(table, asked)
    found: tuple[Papering, ...] = solvers().run("paperings", page, papers, start, wishes, {**fixed, **extra})
    changes = [_change_for(table, one) for one in found]
    after = [after_change(table, change) for change in changes]
    dealt = zip(found, changes, after, _planned(table, after), strict=True)
    return tuple(sorted((DealtOut(*one) for one in dealt), key=lambda one: not one.plan.enough))


def _with_lost(table: Table, asked: Mapping[str, Any]) -> tuple[Any, Candidates, dict[int, int]]:
    """Return the page, with papers that stay on it though they are in the stash no more among the candidates."""
    kept = {table.place(letter) for letter in asked["keep"]} | table.cut
    lost = [place for place in sorted(kept) if place in table.laid and place not in table.rows]
    papers = Candidates((*table.papers.all, *(table.laid[place] for place in lost)))
    rows = {place: len(table.papers) + number for number, place in enumerate(lost)}
    return table.seen.page, papers, rows


def _change_for(table: Table, papering: Papering) -> DealPapers:
    """Return the change that lays a papering: what lies there already is left out."""
    now = table.document.cuts.papers
    return deal_change(
        {
            letter: one
            for letter, one in papering.chosen.items()
            if letter not in now or (now[letter].paper, now[letter].side) != (one.paper, one.side)
        }
    )


def _planned(table: Table, pages: Sequence[PageDocument]) -> list[Planned]:
    """Return what the cut plan says of pages; what several of them need alike is planned once."""
    needs = [needs_of(table.page.owner, page) for page in pages]
    once = list({_need_key(need): need for page in needs for need in page}.values())
    plans: list[PaperPlan] = solvers().run("first_plans", once)
    by_key = {_need_key(need): plan.plan for need, plan in zip(once, plans, strict=True)}
    found = []
    for page in needs:
        mine = [by_key[_need_key(need)] for need in page]
        opened = [sheet.stock.kind for plan in mine for sheet in plan.sheets if piece_of_middle(sheet.stock) is None]
        scraps = opened.count(StockKind.SCRAP)
        enough = all(not plan.unplaced for plan in mine)
        found.append(Planned(enough, len(opened) - scraps, scraps))
    return found


def _need_key(need: PaperNeed) -> tuple[str, tuple[CutPiece, ...]]:
    return need.paper, need.pieces


def deal_change(papers: Mapping[str, Candidate]) -> DealPapers:
    """Return the change that lays papers in places."""
    return DealPapers(papers=tuple(Dealt(letter, one.paper, one.side) for letter, one in papers.items()))


def after_change(table: Table, change: DealPapers) -> PageDocument:
    """Return the page after a change, kept nowhere."""
    if change == DealPapers():
        return table.document
    return change.applied(table.document, known_to(table.page)).document


def suited_to(table: Table, asked: Mapping[str, Any], letter: str, *, more: bool) -> tuple[Suited, ...]:
    """Return what suits one place, the best first."""
    found: tuple[Suited, ...] = solvers().run(
        "suited", table.seen.page, table.papers, start_of(table, asked), wishes_of(asked), table.place(letter),
        table.rows, MORE_SHOWN if more else 6,
    )  # fmt: skip
    return found


def why_not(table: Table, asked: Mapping[str, Any], letter: str, paper: int, side: SideName) -> Suited:
    """Return what speaks for and against one paper in a place. Raises ``BadInput`` for one that is used up."""
    rows = {(one.paper, one.side): row for row, one in enumerate(table.papers.all)}
    row = rows.get((paper, side))
    if row is None:
        raise refuse("used-up", "Nothing is left of this paper.", "paper")
    start, wishes = start_of(table, asked), wishes_of(asked)
    found: Suited = solvers().run(
        "judged", table.seen.page, table.papers, start, wishes, table.place(letter), table.rows, row
    )
    return found


def regretted(table: Table) -> tuple[Regret, ...]:
    """Return what would be regretted about the page as it lies."""
    return regrets_of(table.seen.page, table.laid)


def mended(table: Table, asked: Mapping[str, Any], kind: RegretKind, places: Sequence[str]) -> tuple[Mend, ...]:
    """Return what takes a regret away. Raises ``BadInput`` when it is not there any more."""
    found = next((one for one in regretted(table) if one.key == (kind, tuple(places))), None)
    if found is None:
        raise refuse("not-regretted", "The page changed since: this is not seen any more.", "kind")
    start, wishes = start_of(table, asked), wishes_of(asked)
    keep = {table.place(letter) for letter in asked["keep"]} | table.cut
    ways: tuple[Mend, ...] = solvers().run(
        "mends", table.seen.page, table.papers, start, wishes, table.laid, found, keep
    )
    return tuple(way for way in ways if _can_be_made(table, way))


def _can_be_made(table: Table, mend: Mend) -> bool:
    """Tell whether a mend can be made on the page: a border may find no room."""
    try:
        after_change(table, mend_change(table, mend))
    except BadInput:
        return False
    return True


def mend_change(table: Table, mend: Mend) -> DealPapers:
    """Return the change that makes a mend."""
    change = deal_change(mend.papers)
    places = {place.letter: place for place in table.seen.page.places}
    if mend.turned:
        blocks = tuple(block for letter in mend.turned for block in places[letter].blocks)
        return replace(change, upright=blocks)
    if mend.border is not None:
        paper = mend.border.paper
        return replace(change, border=PlainBorder(places[mend.border.letter].blocks, paper.paper, paper.side))
    return change


def companions_of(owner: Any) -> tuple[Companion, ...]:
    """Return the inks, pens and paints of a person."""
    rows = KeptCompanion.objects.visible_to(owner)
    return tuple(
        Companion(row.pk, row.name, CompanionKind(row.kind), read_colour(row.colour), row.metallic) for row in rows
    )


def going_with(table: Table) -> tuple[Goes, ...]:
    """Return inks, pens and paints that suit the papers on the page."""
    return goes_with(table.seen.page, table.laid, companions_of(table.page.owner))


def lacking(table: Table, asked: Mapping[str, Any], laid: Mapping[int, Candidate] | None = None) -> tuple[ToBuy, ...]:
    """Return what the stash lacks for the page as it lies, or for another papering of it."""
    return to_buy(table.seen.page, table.papers, start_of(table, asked), laid or table.laid)

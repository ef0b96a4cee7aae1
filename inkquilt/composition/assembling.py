"""A page at work as it is put together: its blocks, embellishments and words as things to be stuck down."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from shapely import affinity
from shapely.geometry import box
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from inkquilt.assembly.steps import Assembly
from inkquilt.assembly.terms import GlueWay
from inkquilt.assembly.things import (
    THICKNESS,
    AssemblyPage,
    Lying,
    Material,
    Part,
    Thing,
    ThingKind,
    material_of,
    overlap,
)
from inkquilt.composition.document import PageDocument
from inkquilt.composition.lettering import TitleLettering
from inkquilt.composition.stories import Story, as_it_lies, written_bare
from inkquilt.composition.surroundings import WritingIn, story_shapes
from inkquilt.composition.wishes import parts_on, wishes_on
from inkquilt.cutting.terms import cells_seen
from inkquilt.embellishments import Accent, EmbellishmentKind, Form
from inkquilt.lengths import INCH, Grains
from inkquilt.paper.kinds import PaperKind
from inkquilt.paper.openings import Inset
from inkquilt.paper.pieces import paper_of, pieces_of
from inkquilt.photos.cover import outline_on_page
from inkquilt.sketch.model import Block, Role, Shape
from inkquilt.sketch.relations import stack_roots

_WINGS: Final = re.compile(r"butterfl|moth|wing|dragonfl|petal", re.IGNORECASE)
#: Flowers of paper from this size on have petals to bend.
_PETALS: Final[Grains] = 3 * INCH // 4
_BANDS: Final = frozenset({Role.STRIP, Role.BORDER})


def assembly_of(document: PageDocument, writing_in: WritingIn) -> Assembly:
    """Return a page with what is settled of putting it together."""
    return Assembly(assembly_page(document, writing_in), document.sticking)


def assembly_page(document: PageDocument, writing_in: WritingIn) -> AssemblyPage:
    """Return a page as things to be stuck down, from the bottom up; its base is what they are stuck on."""
    builder = _Builder(document, writing_in)
    things = tuple(builder.things())
    slots = tuple(
        (block.id, outline_on_page(block))
        for block in document.blocks
        if block.role is Role.PHOTO and block.id not in document.photos
    )
    return AssemblyPage(document.page.width, document.page.height, things, tuple(builder.layers), slots)


@dataclass
class _Builder:
    document: PageDocument
    writing_in: WritingIn

    def __post_init__(self) -> None:
        document = self.document
        self.layers: list[str] = []
        self.wishes = wishes_on(document).wishes
        self.parts = parts_on(document)
        self.numbers = pieces_of(document.blocks).numbers
        self.bare = written_bare(document.stories.values())

    def things(self) -> Iterator[Thing]:
        """Yield what is stuck down, from the bottom up, and note the order of the layers."""
        document = self.document
        stacked = [
            block
            for block in sorted(document.blocks, key=lambda block: (block.role is not Role.BASE, block.level))
            if self._is_there(block)
        ]
        roots = stack_roots(stacked)
        tucked: dict[str, list[Accent]] = {}
        for accent in document.accents:
            tucked.setdefault(accent.under or "", []).append(accent)
        stacks = {run[0].id: run for run in _runs(stacked, roots)}
        # The order of layers tells who lies on whom; a stack is one thing, at the place of its foot.
        order: list[tuple[str, Thing | None]] = []
        for block in stacked:
            for accent in tucked.pop(block.id, ()):
                order.append((accent.key, self._accent(accent)))
            stack = stacks.get(block.id)
            order.append((block.id, self._stack(stack) if stack else None))
        for name, story in document.stories.items():
            words = self._words(name, story)
            if words is not None:
                order.append((name, words))
        for left in tucked.values():
            order += [(accent.key, self._accent(accent)) for accent in left]
        self.layers = [key for key, _ in order]
        yield from (thing for _, thing in order if thing is not None)

    def _is_there(self, block: Block) -> bool:
        if block.role in (Role.BASE, Role.CLUSTER) or block.id in self.bare:
            return False
        return block.role is not Role.TITLE or bool(self.document.titles.get(block.id))

    def _stack(self, blocks: Sequence[Block]) -> Thing | None:
        """Return mats and what they carry as one thing, or None where only an empty slot is."""
        parts = tuple(self._part(block) for block in blocks)
        if all(part.is_empty for part in parts):
            return None
        root, top = blocks[0], blocks[-1]
        kind = _KINDS.get(top.role, ThingKind.PAPER)
        if parts[-1].is_empty:
            kind = ThingKind.PAPER
        return Thing(
            root.id,
            parts[-1].name if kind is not ThingKind.PAPER or len(parts) == 1 else root.name,
            kind,
            parts,
            foam=self.document.sticking.glue.get(root.id) is GlueWay.FOAM,
            pieces=self._pieces(root),
            number=self.numbers.get(root.id),
            is_band=root.role in _BANDS,
            is_frame=root.shape is Shape.FRAME or bool(root.openings),
        )

    def _part(self, block: Block) -> Part:
        material = self._material(block)
        empty = block.role is Role.PHOTO and block.id not in self.document.photos
        lying = Lying(block.x, block.y, block.width, block.height, block.turn)
        title = self.document.lettering.get(block.id)
        outline = outline_on_page(block) if title is None else _letters(title, block)
        if block.id in self.parts:
            outline = _as_cut(block, self.parts[block.id])
        return Part(block.id, block.name, outline, lying, material, THICKNESS[material], empty)

    def _material(self, block: Block) -> Material:
        if block.role is Role.PHOTO:
            return Material.PHOTO
        if block.role is Role.TITLE:
            title = self.document.lettering.get(block.id)
            return Material.STICKER if title is not None and not title.font else Material.PAPER
        choice = self.document.cuts.papers.get(paper_of(block))
        return Material.VELLUM if choice and choice.kind is PaperKind.VELLUM else Material.PAPER

    def _pieces(self, block: Block) -> int:
        if block.id in self.parts:
            return len(self.parts[block.id])
        return max(1, len(list(cells_seen(block, paper_of(block), self.wishes))))

    def _accent(self, accent: Accent) -> Thing:
        what = accent.what
        material = material_of(what.name, what.thickness)
        size, thickness = what.size, what.thickness or THICKNESS[material]
        lying = Lying(accent.x - size.width // 2, accent.y - size.height // 2, size.width, size.height, accent.turn)
        stamped = accent.is_scattered and what.count is None
        winged = bool(_WINGS.search(what.name)) or (
            what.form is Form.FLOWER and size.width >= _PETALS and material is Material.PAPER
        )
        return Thing(
            accent.key,
            what.name,
            ThingKind.STAMP if stamped else ThingKind.EMBELLISHMENT,
            (Part(accent.key, what.name, accent.outline, lying, material, thickness),),
            foam=accent.foam or self.document.sticking.glue.get(accent.key) is GlueWay.FOAM,
            under=accent.under,
            group=accent.group,
            is_dot=what.kind is EmbellishmentKind.DOT,
            is_winged=winged,
        )

    def _words(self, name: str, story: Story) -> Thing | None:
        """Return a story's cards as one thing to be stuck, or its writing, or None where it lies off the page."""
        if story.sheet is not None or (lying := as_it_lies(story, self.document.blocks)) is None:
            return None
        shapes = list(story_shapes(lying, self.writing_in))
        if not shapes:
            return None
        blocks: Mapping[str, Block] = {block.id: block for block in self.document.blocks}
        card = blocks.get(story.block or "")
        cards = [ground for ground in lying.grounds if card is None or ground.size != card.size]
        outline = unary_union([ground.shape for ground in cards] or shapes)
        left, top, right, bottom = (round(side) for side in outline.bounds)
        at = Lying(left, top, right - left, bottom - top)
        called = "the story" if len(self.document.stories) == 1 else f"the story “{_beginning(story.text)}”"
        kind = ThingKind.WORDS if cards else ThingKind.WRITING
        thickness = THICKNESS[Material.PAPER] if cards else 0
        part = Part(name, called, outline, at, Material.PAPER, thickness)
        return Thing(name, called, kind, (part,), pieces=max(1, len(cards)))


def _runs(stacked: Sequence[Block], roots: Mapping[str, str]) -> Iterator[list[Block]]:
    """Yield what is stuck down as one: mats and what they carry, parted where another piece lies between them."""
    open_runs: dict[str, list[int]] = {}
    for number, block in enumerate(stacked):
        run = open_runs.get(roots[block.id])
        if run is not None:
            between = [one for one in stacked[run[-1] + 1 : number] if roots[one.id] != roots[block.id]]
            if any(overlap(outline_on_page(one), outline_on_page(block)) is not None for one in between):
                yield [stacked[one] for one in run]
                run = None
        open_runs[roots[block.id]] = [*(run or ()), number]
    for run in open_runs.values():
        yield [stacked[one] for one in run]


_KINDS: Final = {
    Role.PHOTO: ThingKind.PHOTO,
    Role.TITLE: ThingKind.TITLE,
    Role.JOURNALING: ThingKind.CARD,
    Role.TAG: ThingKind.CARD,
}
_MOST_TOLD: Final = 18


def _beginning(text: str) -> str:
    return text if len(text) <= _MOST_TOLD else f"{text[:_MOST_TOLD].rsplit(' ', 1)[0]}…"


def _letters(set_: TitleLettering, block: Block) -> BaseGeometry:
    """Return the place of a title as its letters take it: the box round them, as it is turned."""
    middle = block.x + block.width / 2, block.y + block.height / 2
    shapes = [
        box(
            middle[0] + one.x,
            middle[1] + one.y,
            middle[0] + one.x + one.size.width,
            middle[1] + one.y + one.size.height,
        )
        for one in set_.letters
    ]
    return affinity.rotate(unary_union(shapes), (set_.turn + block.turn) / 100, origin=middle)


def _as_cut(block: Block, parts: Sequence[Inset]) -> BaseGeometry:
    """Return a piece that is cut as several, or short, as it lies."""
    boxes = unary_union([box(part.x, part.y, part.x + part.size.width, part.y + part.size.height) for part in parts])
    there = affinity.translate(boxes, block.x, block.y)
    middle = block.x + block.width / 2, block.y + block.height / 2
    return affinity.rotate(there, block.turn / 100, origin=middle) if block.turn else there

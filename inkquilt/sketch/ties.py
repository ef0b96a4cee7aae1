"""The relations of a sketch as a person meets them: each with a key to untie it by, and in words.

A *tie* is one relation seen from the blocks it holds. Keys are plain words and
ids, the same every time the same relation is read. ``untied`` returns relations
without the ties of some keys; ``tied`` adds ties a person asked for.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from enum import Enum
from typing import Final

from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.model import Block
from inkquilt.sketch.patterns import ON_PAGE, Centred, EqualGaps, EqualSizes
from inkquilt.sketch.relations import Apart, Edge, Lie, Overlap, Relations, SharedLine


class TieKind(Enum):
    """Kinds of ties; ``HARD_TIES`` hold on every page, the others are wishes."""

    RUN_OFF = "run-off"
    LAYER = "layer"
    LINE = "line"
    EQUAL_SIZE = "equal-size"
    EQUAL_GAPS = "equal-gaps"
    CENTRED = "centred"
    CONCENTRIC = "concentric"
    ANCHOR = "anchor"
    TUCK = "tuck"
    ORDER = "order"
    OVERLAP = "overlap"


HARD_TIES: Final = frozenset({TieKind.RUN_OFF, TieKind.LAYER, TieKind.ORDER, TieKind.OVERLAP})
#: What a person can tie by hand.
ADDABLE: Final = (TieKind.LINE, TieKind.EQUAL_SIZE, TieKind.EQUAL_GAPS, TieKind.CENTRED)

_EDGE_NAMES: Final = {
    (Axis.X, False): "left",
    (Axis.X, True): "right",
    (Axis.Y, False): "top",
    (Axis.Y, True): "bottom",
}


@dataclass(frozen=True, slots=True)
class Tie:
    """One relation: its key, its kind, the blocks it holds, and a short sentence; of a line also the side it is."""

    key: str
    kind: TieKind
    blocks: tuple[str, ...]
    words: str
    side: str | None = None


@dataclass(frozen=True, slots=True)
class AddedTie:
    """A tie a person asked for.

    ``LINE`` takes edges (block, and which side) of one axis; ``EQUAL_SIZE`` and
    ``EQUAL_GAPS`` take blocks; ``CENTRED`` one block and what it is centred on
    (a block, or nothing for the page).
    """

    kind: TieKind
    blocks: tuple[str, ...]
    axis: Axis = Axis.X
    highs: tuple[bool, ...] = ()


def edge_name(edge: Edge) -> str:
    """Return which side an edge is: left, right, top or bottom."""
    return _EDGE_NAMES[(edge.axis, edge.high)]


def line_key(edge: Edge) -> str:
    """Return the key that takes one edge out of its line."""
    return f"line {edge.block} {edge_name(edge)}"


def order_key(apart: Apart) -> str:
    """Return the key of an order on one axis."""
    return f"order {apart.axis.value} {apart.first} {apart.second}"


def overlap_key(overlap: Overlap) -> str:
    """Return the key of one piece lying over another."""
    return f"overlap {overlap.upper} {overlap.lower}"


def gaps_key(row: EqualGaps) -> str:
    """Return the key of a row with equal gaps."""
    return f"equal-gaps {row.axis.value} {' '.join(row.blocks)}"


def sizes_key(sizes: EqualSizes) -> str:
    """Return the key of pieces of one size."""
    return f"equal-size {' '.join(sizes.blocks)}"


def centred_key(centred: Centred) -> str:
    """Return the key of something that stands in the middle."""
    return f"centred {centred.axis.value} {centred.first} {centred.last} {centred.on or 'page'}"


def untied(relations: Relations, keys: frozenset[str]) -> Relations:
    """Return the relations without those of these keys; unknown keys say nothing."""
    if not keys:
        return relations
    patterns = relations.patterns
    return replace(
        relations,
        run_offs={
            name: frozenset(side for side in sides if f"run-off {name} {side.value}" not in keys)
            for name, sides in relations.run_offs.items()
        },
        layers={name: reveal for name, reveal in relations.layers.items() if f"layer {name}" not in keys},
        lines=tuple(_lines_without(relations.lines, keys)),
        aparts=tuple(apart for apart in relations.aparts if order_key(apart) not in keys),
        overlaps=tuple(overlap for overlap in relations.overlaps if overlap_key(overlap) not in keys),
        patterns=replace(
            patterns,
            sizes=tuple(sizes for sizes in patterns.sizes if sizes_key(sizes) not in keys),
            gaps=tuple(row for row in patterns.gaps if gaps_key(row) not in keys),
            centred=tuple(centred for centred in patterns.centred if centred_key(centred) not in keys),
            concentric=tuple(c for c in patterns.concentric if f"concentric {c.upper} {c.lower}" not in keys),
            anchors=tuple(a for a in patterns.anchors if f"anchor {a.upper} {a.lower}" not in keys),
            alongs=tuple(a for a in patterns.alongs if f"anchor {a.upper} {a.lower}" not in keys),
            tucks=tuple(t for t in patterns.tucks if f"tuck {t.upper} {t.lower}" not in keys),
        ),
    )


def _lines_without(lines: tuple[SharedLine, ...], keys: frozenset[str]) -> Iterator[SharedLine]:
    for line in lines:
        edges = tuple(edge for edge in line.edges if line_key(edge) not in keys)
        if len({edge.block for edge in edges}) > 1:
            yield SharedLine(line.axis, edges)


def tied(relations: Relations, added: Iterable[AddedTie]) -> Relations:
    """Return the relations with those a person added."""
    for tie in added:
        patterns = relations.patterns
        match tie.kind:
            case TieKind.LINE:
                edges = tuple(
                    Edge(*edge) for edge in zip(tie.blocks, [tie.axis] * len(tie.blocks), tie.highs, strict=True)
                )
                relations = replace(relations, lines=(*relations.lines, SharedLine(tie.axis, edges)))
            case TieKind.EQUAL_SIZE:
                sizes = (*patterns.sizes, EqualSizes(tie.blocks))
                relations = replace(relations, patterns=replace(patterns, sizes=sizes))
            case TieKind.EQUAL_GAPS:
                ordered = sorted(tie.blocks, key=lambda name: relations.boxes[name].along(tie.axis).low)
                gaps = (*patterns.gaps, EqualGaps(tie.axis, tuple(ordered)))
                relations = replace(relations, patterns=replace(patterns, gaps=gaps))
            case TieKind.CENTRED:
                block, on = (*tie.blocks, ON_PAGE)[:2]
                centred = (*patterns.centred, Centred(tie.axis, block, block, on))
                relations = replace(relations, patterns=replace(patterns, centred=centred))
            case _:
                raise ValueError(f"a tie of kind {tie.kind.value} is drawn, not added")
    return relations


def ties_of(relations: Relations, blocks: Mapping[str, Block]) -> tuple[Tie, ...]:
    """Return every tie but mats and plain order, which hold without being asked for."""
    return tuple(_ties(relations, {name: block.name for name, block in blocks.items()}))


def _ties(relations: Relations, names: Mapping[str, str]) -> Iterator[Tie]:
    for name, sides in relations.run_offs.items():
        for side in sorted(sides, key=lambda side: side.value):
            words = f"{names[name]} runs off the page on the {side.value}"
            yield Tie(f"run-off {name} {side.value}", TieKind.RUN_OFF, (name,), words)
    for name in relations.layers:
        yield Tie(f"layer {name}", TieKind.LAYER, (name,), f"{names[name]} shows the same of the page all round")
    for line in relations.lines:
        for edge in line.edges:
            others = [other for other in line.edges if other != edge]
            with_what = _listed([f"{names[other.block]} ({edge_name(other)})" for other in others])
            words = f"the {edge_name(edge)} of {names[edge.block]} is in line with {with_what}"
            blocks = tuple(dict.fromkeys((edge.block, *(other.block for other in others))))
            yield Tie(line_key(edge), TieKind.LINE, blocks, words, edge_name(edge))
    yield from _pattern_ties(relations, names)
    for overlap in relations.overlaps:
        words = f"{names[overlap.upper]} lies over {names[overlap.lower]}{_how(overlap)}"
        yield Tie(overlap_key(overlap), TieKind.OVERLAP, (overlap.upper, overlap.lower), words)


def _pattern_ties(relations: Relations, names: Mapping[str, str]) -> Iterator[Tie]:
    patterns = relations.patterns
    for sizes in patterns.sizes:
        words = f"{_listed([names[name] for name in sizes.blocks])} have one size"
        yield Tie(sizes_key(sizes), TieKind.EQUAL_SIZE, sizes.blocks, words)
    for row in patterns.gaps:
        words = f"the gaps between {_listed([names[name] for name in row.blocks])} are equal"
        yield Tie(gaps_key(row), TieKind.EQUAL_GAPS, row.blocks, words)
    for centred in patterns.centred:
        what = names[centred.first]
        if centred.last != centred.first:
            what = f"the row from {what} to {names[centred.last]}"
        way = "across" if centred.axis is Axis.X else "up and down"
        on = f"on {names[centred.on]}" if centred.on else "on the page"
        blocks = tuple(dict.fromkeys(name for name in (centred.first, centred.last, centred.on) if name))
        yield Tie(centred_key(centred), TieKind.CENTRED, blocks, f"{what} is centred {on}, {way}")
    for layer in patterns.concentric:
        words = f"{names[layer.upper]} shows the same of {names[layer.lower]} all round"
        key = f"concentric {layer.upper} {layer.lower}"
        yield Tie(key, TieKind.CONCENTRIC, (layer.upper, layer.lower), words)
    for upper, lower in dict.fromkeys((anchor.upper, anchor.lower) for anchor in patterns.anchors):
        words = f"{names[upper]} sits over the edge of {names[lower]}"
        yield Tie(f"anchor {upper} {lower}", TieKind.ANCHOR, (upper, lower), words)
    for upper, lower in dict.fromkeys((tuck.upper, tuck.lower) for tuck in patterns.tucks):
        words = f"{names[lower]} is tucked under {names[upper]}"
        yield Tie(f"tuck {upper} {lower}", TieKind.TUCK, (upper, lower), words)


def _how(overlap: Overlap) -> str:
    if overlap.x is Lie.INSIDE and overlap.y is Lie.INSIDE:
        return ", wholly"
    return ""


def _listed(words: list[str]) -> str:
    return words[0] if len(words) == 1 else f"{', '.join(words[:-1])} and {words[-1]}"


def added_words(tie: AddedTie, blocks: Mapping[str, Block]) -> str:
    """Return a tie that a person added, in words."""
    names = [blocks[name].name for name in tie.blocks if name in blocks]
    if not names:
        return "a tie between pieces that are not on the page"
    way = "across" if tie.axis is Axis.X else "up and down"
    match tie.kind:
        case TieKind.LINE:
            sides = [_EDGE_NAMES[(tie.axis, high)] for high in tie.highs]
            return f"{_listed([f'{n} ({s})' for n, s in zip(names, sides, strict=False)])} in one line"
        case TieKind.EQUAL_SIZE:
            return f"{_listed(names)} have one size"
        case TieKind.EQUAL_GAPS:
            return f"the gaps between {_listed(names)} are equal, {way}"
        case _:
            return f"{names[0]} is centred on {names[1] if len(names) > 1 else 'the page'}, {way}"

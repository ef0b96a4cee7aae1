"""What a page says of its papers and cuts: which paper of the stash goes where, and what is saved.

It is a part of the page's document; what a paper looks like is copied into it, so
that a page looks the same after its paper is used up.
"""

from dataclasses import dataclass, field, replace
from typing import Any, Final, Self

from inkquilt.cutting.terms import PieceTerms
from inkquilt.lengths import Grains, Unit, json_length, read_number
from inkquilt.paper.kinds import Lie, PaperKind, SideName
from inkquilt.paper.saving import USUAL_LIP
from server.pages.piece_terms import read_terms, written_terms

#: Only pictures of the stash are shown.
PICTURES: Final = "/api/stash/papers/"
NOTHING_ASKED: Final = PieceTerms()


@dataclass(frozen=True, slots=True)
class SidePicture:
    """A picture of a side: where it is, and how much of the paper it shows."""

    address: str
    wide: Grains
    high: Grains

    def written(self, unit: Unit) -> list[Any]:
        """Return it as JSON data."""
        return [self.address, json_length(self.wide, unit), json_length(self.high, unit)]


@dataclass(frozen=True, slots=True)
class PaperChoice:
    """A paper of the stash on a page, the side that shows, and how that side looks."""

    paper: int
    name: str
    side: SideName
    kind: PaperKind
    colour: str
    directional: bool
    picture: SidePicture | None = None


@dataclass(frozen=True, slots=True)
class CutTerms:
    """Papers by their letter on the page; blocks that lie across a pattern or are saved on; spare copies by block.

    ``pieces`` is what else is asked of single blocks.
    """

    papers: dict[str, PaperChoice] = field(default_factory=dict)
    across: frozenset[str] = frozenset()
    saved: frozenset[str] = frozenset()
    copies: dict[str, int] = field(default_factory=dict)
    lip: Grains = USUAL_LIP
    pieces: dict[str, PieceTerms] = field(default_factory=dict)

    def of(self, block: str) -> PieceTerms:
        """What is asked of one block."""
        return self.pieces.get(block, NOTHING_ASKED)

    def with_terms(self, block: str, terms: PieceTerms) -> Self:
        """Ask something else of a block; nothing asked is not kept."""
        pieces = {**self.pieces, block: terms}
        if terms == NOTHING_ASKED:
            del pieces[block]
        return replace(self, pieces=pieces)

    def lie(self, block: str) -> Lie:
        """How a block lies on its paper."""
        return Lie.ACROSS if block in self.across else Lie.UP

    def written(self, unit: Unit) -> dict[str, Any]:
        """Return them as JSON data."""
        return {
            "papers": {
                letter: {
                    "paper": choice.paper,
                    "name": choice.name,
                    "side": choice.side.value,
                    "kind": choice.kind.value,
                    "colour": choice.colour,
                    "directional": choice.directional,
                    "picture": choice.picture and choice.picture.written(unit),
                }
                for letter, choice in self.papers.items()
            },
            "across": sorted(self.across),
            "saved": sorted(self.saved),
            "copies": dict(self.copies),
            "lip": json_length(self.lip, unit),
            "pieces": {block: written_terms(terms, unit) for block, terms in self.pieces.items()},
        }

    @classmethod
    def read(cls, data: dict[str, Any], unit: Unit) -> Self:
        """Read them; a page made before there were any has none."""
        return cls(
            papers={
                letter: PaperChoice(
                    int(row["paper"]),
                    str(row["name"]),
                    SideName(row["side"]),
                    PaperKind(row["kind"]),
                    str(row["colour"]),
                    bool(row["directional"]),
                    _picture(row.get("picture"), unit),
                )
                for letter, row in (data.get("papers") or {}).items()
            },
            across=frozenset(data.get("across") or ()),
            saved=frozenset(data.get("saved") or ()),
            copies={block: int(count) for block, count in (data.get("copies") or {}).items()},
            lip=read_number(data["lip"], unit).grains if "lip" in data else USUAL_LIP,
            pieces={block: read_terms(row, unit) for block, row in (data.get("pieces") or {}).items()},
        )


def _picture(row: list[Any] | None, unit: Unit) -> SidePicture | None:
    if not row or not str(row[0]).startswith(PICTURES):
        return None
    return SidePicture(str(row[0]), *(read_number(side, unit).grains for side in row[1:]))

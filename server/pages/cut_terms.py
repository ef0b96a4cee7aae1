"""What a page says of its papers and cuts: which paper of the stash goes where, and what is saved.

It is a part of the page's document; what a paper looks like is copied into it, so
that a page looks the same after its paper is used up.
"""

from dataclasses import dataclass, field
from typing import Any, Self

from inkquilt.lengths import Grains, Unit, json_length, read_number
from inkquilt.paper.kinds import Lie, PaperKind, SideName
from inkquilt.paper.saving import USUAL_LIP


@dataclass(frozen=True, slots=True)
class PaperChoice:
    """A paper of the stash on a page, the side that shows, and how that side looks."""

    paper: int
    name: str
    side: SideName
    kind: PaperKind
    colour: str
    directional: bool


@dataclass(frozen=True, slots=True)
class CutTerms:
    """Papers by their letter on the page; blocks that lie across a pattern or are saved on; spare copies by block."""

    papers: dict[str, PaperChoice] = field(default_factory=dict)
    across: frozenset[str] = frozenset()
    saved: frozenset[str] = frozenset()
    copies: dict[str, int] = field(default_factory=dict)
    lip: Grains = USUAL_LIP

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
                }
                for letter, choice in self.papers.items()
            },
            "across": sorted(self.across),
            "saved": sorted(self.saved),
            "copies": dict(self.copies),
            "lip": json_length(self.lip, unit),
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
                )
                for letter, row in (data.get("papers") or {}).items()
            },
            across=frozenset(data.get("across") or ()),
            saved=frozenset(data.get("saved") or ()),
            copies={block: int(count) for block, count in (data.get("copies") or {}).items()},
            lip=read_number(data["lip"], unit).grains if "lip" in data else USUAL_LIP,
        )

"""What is told of embellishments and of what they are laid as."""

from collections.abc import Iterable, Sequence
from typing import Any

from inkquilt.balance.weight import Moments
from inkquilt.clusters import ClusterPlan, CoverProposal
from inkquilt.clusters.phrases import HALF
from inkquilt.embellishments import CUT, Accent, Form, outline_of_form
from inkquilt.lengths import Unit, with_unit
from inkquilt.page import Page
from inkquilt.sketch.model import Size
from server.embellishments.models import Embellishment
from server.pages.accents import accent_answer, colour_text
from server.pages.document import PageDocument


def embellishment_answer(row: Embellishment) -> dict[str, Any]:
    """Return one of the stash."""
    unit = Unit(row.unit)
    thick = f", {with_unit(row.thickness, unit)} thick" if row.thickness else ""
    return {
        "id": row.pk,
        "key": row.key,
        "name": row.name,
        "kind": row.kind,
        "form": row.form,
        "size": f"{with_unit(row.width, unit)} × {with_unit(row.height, unit)}{thick}",
        "width": row.width / unit.grains,
        "height": row.height / unit.grains,
        "colours": row.colours,
        "facing": row.facing,
        "count": row.count,
        "text": row.text,
        "points": [
            [(x + row.width / 2) / unit.grains, (y + row.height / 2) / unit.grains]
            for x, y in outline_of_form(Form(row.form), Size(row.width, row.height)).exterior.coords[:-1]
        ],
    }


def put_answer(accents: Iterable[Accent], page: Page) -> list[dict[str, Any]]:
    """Return pieces as they are sent back to be laid."""
    grains = page.unit.grains
    return [
        {
            "key": one.key,
            "embellishment": "" if one.what.key in (CUT, HALF) else one.what.key,
            "cut": _cut_piece(one, grains) if one.what.key in (CUT, HALF) else None,
            "shown": _shown(one, grains) if one.what.text and one.what.key != HALF else None,
            "x": one.x / grains,
            "y": one.y / grains,
            "turn": one.turn / 100,
            "under": one.under,
            "group": one.group,
            "foam": one.foam,
        }
        for one in accents
    ]


def _cut_piece(one: Accent, grains: int) -> dict[str, Any]:
    """Return a piece that is cut for its place, and is none of the stash."""
    what = one.what
    return {
        "name": what.name,
        "form": what.form.value,
        "width": what.size.width / grains,
        "height": what.size.height / grains,
        "colour": colour_text(what.colours[0]),
        "second": colour_text(what.colours[-1]),
        "text": what.text,
    }


def _shown(one: Accent, grains: int) -> dict[str, Any]:
    """Return how much of a phrase is laid: it may have been cut."""
    return {"text": one.what.text, "width": one.what.size.width / grains}


def laid_answer(
    accents: Sequence[Accent], document: PageDocument, words: str, why: Sequence[str] = ()
) -> dict[str, Any]:
    """Return pieces to look at, and the change that lays them."""
    return {
        "words": words,
        "why": list(why),
        "accents": [accent_answer(one, document.page, document.blocks) for one in accents],
        "change": {"kind": "arrange", "put": put_answer(accents, document.page), "words": words},
    }


def plan_answer(plan: ClusterPlan, document: PageDocument, take: Sequence[str]) -> dict[str, Any]:
    """Return a proposal for clusters; ``take`` are pieces that go for it."""
    count = len({one.group for one in plan.accents})
    words = {1: "one cluster", 2: "two clusters", 3: "three clusters"}.get(count, f"{count} clusters")
    told = laid_answer(plan.accents, document, words, (*plan.why, _weight(plan.before, plan.after)))
    told["change"]["take"] = list(take)
    return told


def _weight(before: Moments, after: Moments) -> str:
    """Say what the page's weight does."""

    def place(moments: Moments) -> str:
        down = f"{abs(round(100 * moments.down))} % {'below' if moments.down >= 0 else 'above'} the middle"
        side = round(100 * moments.across)
        return down + (f", {abs(side)} % to the {'right' if side > 0 else 'left'}" if side else "")

    return f"the page’s weight: {place(before)} before, {place(after)} then"


def cover_answer(proposal: CoverProposal, document: PageDocument) -> dict[str, Any]:
    """Return a proposal to cover a flaw."""
    return laid_answer(proposal.accents, document, proposal.words)

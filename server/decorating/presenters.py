"""Proposals for embellishments on a page, as the API tells of them."""

from collections.abc import Sequence
from typing import Any

from inkquilt.balance.weight import Moments
from inkquilt.clusters import ClusterPlan, CoverProposal
from inkquilt.composition.changes.accents import Arrange, puts_of
from inkquilt.composition.document import PageDocument
from inkquilt.embellishments import Accent
from server.pages.accents import accent_answer
from server.pages.change_serializers import written_change


def laid_answer(
    accents: Sequence[Accent], document: PageDocument, words: str, why: Sequence[str] = (), take: Sequence[str] = ()
) -> dict[str, Any]:
    """Return pieces to look at, and the change that lays them; ``take`` are pieces that go for them."""
    return {
        "words": words,
        "why": list(why),
        "accents": [accent_answer(one, document.page, document.blocks) for one in accents],
        "change": written_change(Arrange(put=puts_of(accents, document.unit), take=tuple(take), words=words)),
    }


def cluster_words(plan: ClusterPlan) -> str:
    """Say how many clusters a proposal has."""
    count = len({one.group for one in plan.accents})
    return {1: "one cluster", 2: "two clusters", 3: "three clusters"}.get(count, f"{count} clusters")


def plan_answer(plan: ClusterPlan, document: PageDocument, take: Sequence[str]) -> dict[str, Any]:
    """Return a proposal for clusters; ``take`` are pieces that go for it."""
    return laid_answer(plan.accents, document, cluster_words(plan), (*plan.why, _weight(plan.before, plan.after)), take)


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

"""What can be done with palettes, and with inks, pens and paints."""

from collections.abc import Sequence
from typing import Any, Final

from django.db import transaction
from django.db.models import QuerySet

from inkquilt.papering.companion_lines import read_companion
from server.common.asked import refuse
from server.stash.models import Companion, Palette, Paper

MOST_PALETTES: Final = 200
MOST_COMPANIONS: Final = 300


def palettes_of(owner: Any) -> QuerySet:
    """Return a person's palettes with their papers."""
    return Palette.objects.visible_to(owner).prefetch_related("papers")[:MOST_PALETTES]


def keep_palette(*, owner: Any, name: str, colours: Sequence[str], papers: Sequence[int]) -> Palette:
    """Keep a palette. Raises ``BadInput`` for a paper that is not hers, or when there are too many."""
    if Palette.objects.visible_to(owner).count() >= MOST_PALETTES:
        raise refuse("too-many-palettes", f"There can be up to {MOST_PALETTES} palettes. Put one aside first.")
    kept = _papers(owner, papers)
    with transaction.atomic():
        row = Palette.objects.create(owner=owner, name=name, colours=list(colours))
        row.papers.set(kept)
    return row


def change_palette(*, palette: Palette, name: str, colours: Sequence[str], papers: Sequence[int]) -> Palette:
    """Say anew what is in a palette. Raises ``BadInput`` for a paper that is not hers."""
    kept = _papers(palette.owner, papers)
    with transaction.atomic():
        palette.name, palette.colours = name, list(colours)
        palette.save(update_fields=["name", "colours"])
        palette.papers.set(kept)
    return palette


def _papers(owner: Any, keys: Sequence[int]) -> list[Paper]:
    found = Paper.objects.visible_to(owner).in_bulk(keys)
    if len(found) < len(set(keys)):
        raise refuse("unknown-stash-paper", "One of these papers is not in your stash.", "papers")
    return list(found.values())


def enter_companion(*, owner: Any, line: str) -> Companion:
    """Enter an ink, pen or paint in a line. Raises ``CoreError``."""
    entry = read_companion(line)
    if Companion.objects.visible_to(owner).count() >= MOST_COMPANIONS:
        raise refuse("too-many-companions", f"There can be up to {MOST_COMPANIONS} inks, pens and paints.")
    return Companion.objects.create(
        owner=owner, name=entry.name, kind=entry.kind.value, colour=entry.colour.text, metallic=entry.metallic
    )

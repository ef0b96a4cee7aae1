"""What lies on the drawing table: kept with every change, put aside, or become a sketch."""

from collections.abc import Iterable
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from inkquilt.sketch.draft import Draft
from inkquilt.sketch.writing import write_sketch
from server.drafts.models import MOST_ON_TABLE, TableDraft
from server.drafts.services import draft_of

States = list[dict[str, Any]]


def lay(*, owner: User, states: States, undone: States, remarks: list[str], picture: bytes | None) -> TableDraft:
    """Lay a draft on the table. Raises ``SketchFaults`` for a state that is no sketch; then nothing is kept."""
    draft = TableDraft(owner=owner, remarks=remarks, picture=picture)
    draft.restate(states=_checked(states), undone=_checked(undone))
    with transaction.atomic():
        for old in TableDraft.objects.visible_to(owner).order_by("-changed", "-id")[MOST_ON_TABLE - 1 :]:
            old.delete_softly()
        draft.save()
    return draft


def change(*, draft: TableDraft, states: States, undone: States) -> None:
    """Keep what became of it; nothing when it was taken off the table in the meantime.

    Raises ``SketchFaults``; then it stays as it was.
    """
    draft.restate(states=_checked(states), undone=_checked(undone))
    with transaction.atomic():
        if TableDraft.objects.filter(pk=draft.pk).exists():
            draft.save(update_fields=["states", "undone", "name", "changed"])


def take_off(*, draft: TableDraft, kept: bool) -> None:
    """Take a draft off the table: for good when it was ``kept`` as a sketch, else it can be brought back."""
    if kept:
        draft.delete()
    else:
        draft.delete_softly()


def drafts(states: Iterable[dict[str, Any]]) -> list[Draft]:
    """Return states as drafts."""
    return [draft_of(state["data"], state["guessed"]) for state in states]


def _checked(states: States) -> States:
    return [{"data": write_sketch(one.sketch), "guessed": sorted(one.guessed)} for one in drafts(states)]

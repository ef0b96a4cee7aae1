"""Drafts that lie on the drawing table, kept with every change until they become sketches."""

from typing import Any, Final

from django.db import models

from server.common.owned import Owned

#: So many states of a draft are kept before the present one, and so many after it.
MOST_STATES: Final = 12
#: A person's table holds so many; the one longest untouched is put aside for one more.
MOST_ON_TABLE: Final = 30


class TableDraft(Owned):
    """A draft with the states it was in.

    ``states`` and ``undone`` are lists of ``{"data": sketch as in a file, "guessed": [block ids]}``: the last of
    ``states`` is the present one, the first of ``undone`` comes back first. ``picture`` is the photograph
    it was read from, as a JPEG.
    """

    name = models.CharField(max_length=120)
    states = models.JSONField()
    undone = models.JSONField(default=list)
    remarks = models.JSONField(default=list, help_text="what was said when its file was read")
    picture = models.BinaryField(null=True)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        indexes = [models.Index(fields=["owner", "deleted_at"])]
        constraints = [models.CheckConstraint(condition=~models.Q(states=[]), name="a_draft_has_a_state")]

    def __str__(self) -> str:
        return self.name

    def restate(self, *, states: list[dict[str, Any]], undone: list[dict[str, Any]]) -> None:
        """Lay other states; the name is the present one's."""
        self.states, self.undone = states[-MOST_STATES:], undone[:MOST_STATES]
        self.name = str(self.states[-1]["data"].get("name") or "without a name")[:120]

"""What somebody is in the middle of typing, kept until it is done or thrown away."""

from typing import Final

from django.conf import settings
from django.db import models

#: A long story with everything round it.
MOST_TEXT: Final = 200_000


class Unfinished(models.Model):
    """What stands in one place to type in: a story of a page, rows measured with a ruler, a line of the stash.

    ``text`` is the client's own; the server only keeps it.
    """

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    place = models.CharField(max_length=80)
    text = models.TextField(max_length=MOST_TEXT)
    saved = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner", "place"], name="one_unfinished_in_a_place")]

    def __str__(self) -> str:
        return f"{self.owner_id} {self.place}"

"""Pages that are being cut."""

from django.db import models


class CutRun(models.Model):
    """A page on the cutting table: the plan as it is carried out, what is ticked off, and what is cut already.

    ``table`` is the plan as the table shows it and as it is reckoned with; ``ticks`` tell how
    many steps of each sheet are done; ``made`` counts pieces cut before the plan was made anew.
    """

    page = models.OneToOneField("pages.Page", on_delete=models.CASCADE, related_name="cut_run")
    version = models.PositiveIntegerField(default=1)
    page_version = models.PositiveIntegerField(help_text="of the page the plan was made for")
    table = models.JSONField()
    ticks = models.JSONField(default=dict)
    made = models.JSONField(default=dict)
    started = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"cutting {self.page_id}"


class CutDeed(models.Model):
    """Something settled at the table that can be undone: the state before, and what the stash gained and lost."""

    run = models.ForeignKey(CutRun, on_delete=models.CASCADE, related_name="deeds")
    words = models.CharField(max_length=160)
    before = models.JSONField()
    stash = models.JSONField(help_text="rows of paper, kind, width, height and the change of their count")
    done = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.words

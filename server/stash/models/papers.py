"""The papers people own: what each looks like, and the sheets and scraps there are of it.

Of each side ``shares`` say what of it each colour fills, ``repeat`` how far its print repeats, ``busyness`` how much
goes on in it; they come from its picture, and are empty for a side that was not photographed.
"""

from typing import Any, ClassVar, Final

from django.core.exceptions import ValidationError
from django.core.validators import RegexValidator
from django.db import models, transaction
from django.db.models import Prefetch

from inkquilt.cutting import USUAL_SHEET
from inkquilt.cutting.guillotine import Stock, StockKind
from inkquilt.errors import CoreError
from inkquilt.paper.kinds import PaperKind, PaperSide, SideName
from inkquilt.paper.openings import Inset
from inkquilt.paper.regions import Motif, MotifUse
from inkquilt.sketch.model import Part, Size
from server.common.owned import Owned, Recoverable, RecoverableQuerySet, oldest_kept
from server.common.sheet_photos import check_picture

KIND_CHOICES = [(kind.value, kind.value) for kind in PaperKind]
STOCK_CHOICES = [(kind.value, kind.value) for kind in StockKind]
#: So many colours of a side are kept.
MOST_COLOURS = 4
#: What is known of a side, each as a field with the name of its face before it.
SIDE_FACTS: Final = ("kind", "colours", "directional", "shares", "repeat", "busyness")
is_colour = RegexValidator(r"^#[0-9a-f]{6}$", "A colour is written like #22345c.")


class Paper(Owned):
    """One paper. Colours are ``#rrggbb``, the main one first; a price is that of one sheet in hundredths."""

    name = models.CharField(max_length=80)
    front_kind = models.CharField(max_length=12, choices=KIND_CHOICES, default=PaperKind.SOLID.value)
    front_colours = models.JSONField(default=list, blank=True)
    front_directional = models.BooleanField(default=False)
    back_kind = models.CharField(max_length=12, choices=KIND_CHOICES, default=PaperKind.SOLID.value)
    back_colours = models.JSONField(default=list, blank=True)
    back_directional = models.BooleanField(default=False)
    front_shares = models.JSONField(default=list, blank=True, help_text="per cent of each colour")
    front_repeat = models.PositiveIntegerField(null=True, blank=True, help_text="grains")
    front_busyness = models.PositiveSmallIntegerField(null=True, blank=True, help_text="0 to 100")
    back_shares = models.JSONField(default=list, blank=True, help_text="per cent of each colour")
    back_repeat = models.PositiveIntegerField(null=True, blank=True, help_text="grains")
    back_busyness = models.PositiveSmallIntegerField(null=True, blank=True, help_text="0 to 100")
    two_tone = models.BooleanField(default=False, help_text="lighter on one side")
    core = models.CharField(max_length=7, blank=True, help_text="the colour that a torn or sanded edge shows")
    kit = models.CharField(max_length=60, blank=True, help_text="papers of one kit belong together")
    favourite = models.BooleanField(default=False, help_text="dear paper is used in slivers")
    finish = models.CharField(max_length=40, blank=True)
    note = models.CharField(max_length=300, blank=True)
    price = models.PositiveIntegerField(null=True, blank=True)
    motifs = models.JSONField(
        default=list,
        blank=True,
        help_text="printed places: name, side, left, top, width, height in grains, saved",
    )

    class Meta:
        ordering = ["name", "id"]
        indexes = [models.Index(fields=["owner", "deleted_at"])]

    def __str__(self) -> str:
        return self.name

    def side(self, name: SideName) -> PaperSide:
        """What one side shows."""
        face = "front" if name is SideName.A else "back"
        kind, colours, directional, shares, repeat, busyness = (getattr(self, f"{face}_{fact}") for fact in SIDE_FACTS)
        return PaperSide(PaperKind(kind), tuple(colours), directional, tuple(shares), repeat, busyness)

    def set_side(self, name: SideName, side: PaperSide) -> None:
        """Say what one side shows; nothing is written yet."""
        face = "front" if name is SideName.A else "back"
        facts = (side.kind.value, list(side.colours), side.directional, list(side.shares), side.repeat, side.busyness)
        for fact, value in zip(SIDE_FACTS, facts, strict=True):
            setattr(self, f"{face}_{fact}", value)

    @property
    def core_motifs(self) -> tuple[Motif, ...]:
        """Printed places, for the core."""
        return tuple(
            Motif(
                row["name"],
                SideName(row["side"]),
                Inset(row["left"], row["top"], Size(row["width"], row["height"])),
                row["saved"],
                MotifUse(row.get("use", MotifUse.PICTURE.value)),  # those of old are pictures
                int(row.get("pitch", 0)),
            )
            for row in self.motifs
        )

    @property
    def whole_sheet(self) -> Size | None:
        """The size of its sheets, where all of them are of one; those of a paper used up were usual ones."""
        sizes = {row.stock.size for row in self.stocks.all() if row.stock.kind is StockKind.SHEET}
        return sizes.pop() if len(sizes) == 1 else None if sizes else USUAL_SHEET


class PaperPictureQuerySet(RecoverableQuerySet):
    """Pictures are reached through their paper's owner."""

    def deleted_by(self, user: Any) -> "PaperPictureQuerySet":
        """Return what this person took away from papers she has, and may still bring back."""
        return self.filter(paper__owner_id=user.id, paper__deleted_at=None, deleted_at__gte=oldest_kept())


class PaperPicture(Recoverable):
    """A picture of one side of a paper, small enough to lie in the database.

    ``wide`` is how much of the paper it shows; ``mark`` changes with the picture, so that
    addresses with it may be kept for long.
    """

    paper = models.ForeignKey(Paper, on_delete=models.CASCADE, related_name="pictures")
    side = models.CharField(max_length=1, choices=[(side.value, side.value) for side in SideName])
    jpeg = models.BinaryField()
    wide = models.PositiveIntegerField(help_text="grains of paper from left to right")
    high = models.PositiveIntegerField(help_text="grains of paper from top to bottom")
    mark = models.CharField(max_length=16)

    objects: ClassVar[Any] = PaperPictureQuerySet.as_manager()

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["paper", "side"], condition=models.Q(deleted_at=None), name="one_picture_of_a_side"
            ),
            models.CheckConstraint(condition=models.Q(wide__gt=0, high__gt=0), name="a_picture_shows_some_paper"),
        ]

    def __str__(self) -> str:
        return f"{self.side} side of {self.paper_id}"

    @property
    def address(self) -> str:
        """Where it is served."""
        return f"/api/stash/papers/{self.paper_id}/pictures/{self.side}/?mark={self.mark}"

    @property
    def name(self) -> str:
        """What it is called where it can be brought back."""
        return f"{self.paper.name}, {self.side} side"

    def bring_back(self) -> None:
        """Show it again; the one that came into its place is put aside for it."""
        with transaction.atomic():
            for other in PaperPicture.objects.kept().filter(paper=self.paper_id, side=self.side):
                other.delete_softly()
            super().bring_back()


class StockQuerySet(models.QuerySet):
    """Sheets and scraps are reached through their paper's owner."""

    def visible_to(self, user: Any) -> "StockQuerySet":
        """Return what this person owns."""
        return self.filter(paper__owner_id=user.id, paper__deleted_at=None)


class PaperStock(models.Model):
    """Sheets or scraps of one size: how many there are."""

    paper = models.ForeignKey(Paper, on_delete=models.CASCADE, related_name="stocks")
    kind = models.CharField(max_length=5, choices=STOCK_CHOICES, default=StockKind.SHEET.value)
    width = models.PositiveIntegerField(help_text="grains")
    height = models.PositiveIntegerField(help_text="grains")
    count = models.PositiveIntegerField(default=1)

    objects = StockQuerySet.as_manager()

    class Meta:
        ordering = ["kind", "-width", "-height", "id"]
        constraints = [
            models.UniqueConstraint(fields=["paper", "kind", "width", "height"], name="one_row_for_a_size_of_a_paper"),
            models.CheckConstraint(condition=models.Q(width__gt=0, height__gt=0), name="stock_has_a_size"),
        ]

    def __str__(self) -> str:
        return f"{self.count} {self.kind} of {self.paper_id}"

    @property
    def stock(self) -> Stock:
        """For the planner."""
        return stock_of(StockKind(self.kind), Size(self.width, self.height), self.count)


class ScrapPicture(models.Model):
    """How a scrap looks that was photographed; ``width`` and ``height`` are what can be cut of it: its size in stock.

    It is shown as long as there is a scrap of that size, so that it is there again when the taking of one is undone.
    """

    paper = models.ForeignKey(Paper, on_delete=models.CASCADE, related_name="scraps")
    width = models.PositiveIntegerField(help_text="grains")
    height = models.PositiveIntegerField(help_text="grains")
    across = models.PositiveIntegerField(help_text="grains: the box round all of it")
    down = models.PositiveIntegerField(help_text="grains")
    corners = models.JSONField(help_text="of what can be cut out of it, in ten thousandths of the box")
    picture = models.TextField(help_text="cut out of a photograph: WebP in base 64")

    class Meta:
        ordering = ["-id"]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(width__gt=0, height__gt=0, across__gt=0, down__gt=0), name="a_scrap_has_a_size"
            )
        ]

    def __str__(self) -> str:
        return f"scrap of {self.paper_id}"

    def clean(self) -> None:
        """Refuse a picture or corners that are none, wherever the row comes from. Raises ``ValidationError``."""
        try:
            check_picture(self.picture)
            corners = [Part(int(across), int(down)) for across, down in self.corners]
        except (CoreError, ValueError, TypeError) as error:
            raise ValidationError(str(error)) from error
        if len(corners) != 4:
            raise ValidationError("A rectangle has four corners.")

    @property
    def address(self) -> str:
        """Where its picture is served."""
        return f"/api/stash/scraps/{self.pk}/picture/"


#: What is shown of papers; the pictures themselves are fetched one by one.
SHOWN: Final = (
    "stocks",
    Prefetch("pictures", PaperPicture.objects.kept().defer("jpeg")),
    Prefetch("scraps", ScrapPicture.objects.defer("picture")),
)


def stock_of(kind: StockKind, size: Size, count: int) -> Stock:
    """Return stock of a paper for the planner: its key is what it is and how large, for there is one row of each."""
    return Stock(f"{kind.value} {size.width}x{size.height}", size, kind, count)

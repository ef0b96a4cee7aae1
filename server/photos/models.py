"""Photos people added, real prints they entered, and what matters on each."""

from fractions import Fraction
from pathlib import Path

from django.conf import settings
from django.db import models

from inkquilt.photos import Area
from inkquilt.photos.crop import Pixels
from inkquilt.photos.owned import OwnedPhoto
from inkquilt.sketch.model import Size
from server.common.owned import Owned

#: Places on a photo are kept in these parts of its width and height.
PARTS = 10_000


class Photo(Owned):
    """One photo. Pixels are counted after the EXIF turn; the original file is kept untouched.

    A print entered by its size has no file: then ``suffix`` is empty, and width and
    height are those of the print in grains.
    """

    class Kind(models.TextChoices):
        """What it is: a photo that is printed as needed, a print that exists, or something never trimmed."""

        PHOTO = "photo"
        PRINT = "print"
        DOCUMENT = "document"

    class Wish(models.TextChoices):
        """How large it should be."""

        NONE = ""
        BIG = "big"
        SMALL = "small"

    name = models.CharField(max_length=200)
    folder = models.CharField(max_length=40, unique=True, editable=False)
    suffix = models.CharField(max_length=5, blank=True)
    width = models.PositiveIntegerField(help_text="pixels, upright; grains of a print without a file")
    height = models.PositiveIntegerField(help_text="pixels, upright; grains of a print without a file")
    digest = models.CharField(max_length=64, blank=True, help_text="SHA-256 of the original")
    kind = models.CharField(max_length=10, choices=Kind.choices, default=Kind.PHOTO)
    wish = models.CharField(max_length=5, choices=Wish.choices, default=Wish.NONE, blank=True)
    irreplaceable = models.BooleanField(default=False, help_text="copy it before it is cut")
    print_width = models.PositiveIntegerField(null=True, help_text="grains, of the print that exists")
    print_height = models.PositiveIntegerField(null=True, help_text="grains, of the print that exists")
    note = models.CharField(max_length=500, blank=True)
    group = models.CharField(max_length=60, blank=True, help_text="photos of one group belong together")
    taken = models.DateTimeField(null=True, help_text="by the camera's clock, kept as UTC")
    has_place = models.BooleanField(default=False, help_text="the file tells where it was taken")
    look = models.CharField(max_length=16, blank=True, help_text="16 hex digits that differ little for photos alike")
    tones = models.JSONField(default=list, blank=True, help_text="rows of red, green, blue, detail: its coarse grid")
    light = models.JSONField(
        default=dict, blank=True, help_text="how it is put right: whole, or white [x, y]; not at all"
    )
    colours = models.JSONField(default=list, blank=True, help_text="rows of red, green, blue, share, part; read once")
    looked_at = models.BooleanField(default=False, help_text="proposals of what matters were made")

    class Meta:
        ordering = ["created", "id"]
        indexes = [models.Index(fields=["owner", "deleted_at"]), models.Index(fields=["owner", "digest"])]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(print_width=None, print_height=None)
                | models.Q(print_width__gt=0, print_height__gt=0),
                name="a_print_has_both_sides",
            )
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def pixels(self) -> Pixels:
        """Its size upright."""
        return Pixels(self.width, self.height)

    @property
    def print_size(self) -> Size | None:
        """The print that exists, if one does."""
        return Size(self.print_width, self.print_height) if self.print_width and self.print_height else None

    @property
    def existing_print(self) -> Size | None:
        """The print that goes on the page itself and can only be trimmed; a photo is printed as needed."""
        return None if self.kind == self.Kind.PHOTO else self.print_size

    @property
    def core(self) -> OwnedPhoto:
        """The photo as the core knows it; prefetch ``areas`` when there are many."""
        is_document = self.kind == self.Kind.DOCUMENT
        return OwnedPhoto(self.name, self.pixels, areas_of(self), self.existing_print, is_document, self.irreplaceable)

    @property
    def directory(self) -> Path:
        """Where its files lie."""
        return Path(settings.PHOTO_DIR) / self.folder

    @property
    def original(self) -> Path:
        """The file as it came."""
        return self.directory / f"original{self.suffix}"

    def rendition(self, kind: str) -> Path:
        """An upright JPEG made from it: ``view`` or ``thumb``."""
        return self.directory / f"{kind}.jpg"


KIND_CHOICES = Photo.Kind.choices


class FocalArea(models.Model):
    """A part of a photo that matters, or that may be covered; a proposal counts once it is ``accepted``."""

    class Source(models.TextChoices):
        """Who said so."""

        HAND = "hand"
        FACE = "face"
        EYE = "eye"

    photo = models.ForeignKey(Photo, on_delete=models.CASCADE, related_name="areas")
    left = models.PositiveSmallIntegerField()
    top = models.PositiveSmallIntegerField()
    width = models.PositiveSmallIntegerField()
    height = models.PositiveSmallIntegerField()
    matters = models.BooleanField(default=True)
    weight = models.PositiveSmallIntegerField(default=3)
    source = models.CharField(max_length=5, choices=Source.choices, default=Source.HAND)
    accepted = models.BooleanField(default=True)

    class Meta:
        ordering = ["id"]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(left__lte=PARTS - models.F("width"), top__lte=PARTS - models.F("height"))
                & models.Q(width__gt=0, height__gt=0, weight__gte=1, weight__lte=5),
                name="an_area_lies_on_its_photo",
            )
        ]

    def __str__(self) -> str:
        return f"{self.source} {self.left},{self.top} {self.width}x{self.height}"

    @property
    def area(self) -> Area:
        """The area as the core knows it."""
        left, top, width, height = (Fraction(part, PARTS) for part in (self.left, self.top, self.width, self.height))
        return Area(left, top, width, height, matters=self.matters, weight=self.weight)


def areas_of(photo: Photo) -> tuple[Area, ...]:
    """Return what counts on a photo; prefetch ``areas`` when there are many."""
    return tuple(row.area for row in photo.areas.all() if row.accepted)

"""What is known of an account beside its name: what she measures in and her usual page, and links that sign her in."""

from django.conf import settings
from django.db import models

from inkquilt.lengths import Unit
from server.common import fields


class Usual(models.Model):
    """What a person measures in and the page she mostly makes, asked once; no row: not asked yet."""

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="usual")
    unit = models.CharField(max_length=2, choices=fields.UNIT_CHOICES, default=Unit.IN.value)
    format = models.CharField(max_length=20, default="12x12", help_text="key of a page format")

    def __str__(self) -> str:
        return f"{self.format} in {self.unit}"


class SignInLink(models.Model):
    """A link that signs its owner in once. Only its SHA-256 is kept, so that the database gives nobody entry."""

    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    digest = models.CharField(max_length=64, unique=True)
    expires = models.DateTimeField()
    used = models.DateTimeField(null=True)

    def __str__(self) -> str:
        return f"link of {self.user_id}"

"""One-use links that sign a person in on another device."""

from django.conf import settings
from django.db import models


class SignInLink(models.Model):
    """A link that signs its owner in once. Only its SHA-256 is kept, so that the database gives nobody entry."""

    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    digest = models.CharField(max_length=64, unique=True)
    expires = models.DateTimeField()
    used = models.DateTimeField(null=True)

    def __str__(self) -> str:
        return f"link of {self.user_id}"

"""Removing for good what was deleted too long ago."""

from django.apps import apps

from server.common.owned import Recoverable, oldest_kept
from server.pages.models import Write
from server.photos.models import Photo
from server.photos.services import purge_photos


def purge() -> int:
    """Remove everything past its time; returns how many things went."""
    count = purge_photos()
    for model in apps.get_models():
        if issubclass(model, Recoverable) and model is not Photo:
            expired = model.objects.expired()
            count += expired.count()
            expired.delete()
    Write.objects.filter(created__lt=oldest_kept()).delete()
    return count

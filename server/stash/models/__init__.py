"""The papers people own with their sheets and scraps, and what goes with them: palettes, inks and pens."""

from server.stash.models.companions import COMPANION_CHOICES, Companion, Palette
from server.stash.models.papers import (
    KIND_CHOICES,
    MOST_COLOURS,
    SHOWN,
    STOCK_CHOICES,
    Paper,
    PaperPicture,
    PaperPictureQuerySet,
    PaperStock,
    ScrapPicture,
    StockQuerySet,
    is_colour,
    stock_of,
)

__all__ = [
    "COMPANION_CHOICES",
    "KIND_CHOICES",
    "MOST_COLOURS",
    "SHOWN",
    "STOCK_CHOICES",
    "Companion",
    "Palette",
    "Paper",
    "PaperPicture",
    "PaperPictureQuerySet",
    "PaperStock",
    "ScrapPicture",
    "StockQuerySet",
    "is_colour",
    "stock_of",
]

"""The coarse grid of a photo, read from its thumbnail once and kept."""

from inkquilt.colour import Rgb
from inkquilt.photos.tones import ToneGrid
from inkquilt_io.tones import tone_grid
from server.photos.models import Photo


def tones_of(photo: Photo) -> ToneGrid | None:
    """Return what a photo looks like in a coarse grid; None for a print without a file."""
    if not photo.tones:
        path = photo.rendition("thumb")
        if not photo.suffix or not path.is_file():
            return None
        grid = tone_grid(path)
        photo.tones = [[*colour, detail] for colour, detail in zip(grid.colours, grid.detail, strict=True)]
        Photo.objects.filter(pk=photo.pk).update(tones=photo.tones)
        return grid
    return ToneGrid(tuple(Rgb(*row[:3]) for row in photo.tones), tuple(row[3] for row in photo.tones))

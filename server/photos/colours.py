"""The main colours of a photo: read once and kept, until what matters in it or its light is said anew."""

from collections.abc import Iterable
from typing import Any

from inkquilt.colour import ColourPart, ColourShare, Rgb
from inkquilt_io.photo_values import Light
from server.common.asked import refuse
from server.photos.models import Photo, areas_of
from server.solving.pool import solvers

_PARTS = list(ColourPart)


def light_of(photo: Photo) -> Light:
    """Return how the light of a photo is put right."""
    white = photo.light.get("white")
    place = (white[0], white[1]) if white else None
    return Light(bool(photo.light.get("whole")), place, bool(photo.light.get("lightest")))


def check_light(light: Any) -> None:
    """Refuse what says nothing of a photo's light. Raises ``ValueError``."""
    white = light.get("white") if isinstance(light, dict) else None
    known = isinstance(light, dict) and set(light) <= {"whole", "white", "lightest"}
    if not known or (white is not None and not (len(white) == 2 and all(0 <= float(part) <= 1 for part in white))):
        raise ValueError("that says nothing of a photo’s light")


def colours_of(photo: Photo) -> tuple[ColourShare, ...]:
    """Return a photo's main colours, the largest share first; none of a print without a file."""
    if not photo.colours:
        path = photo.rendition("view")
        if not photo.suffix or not path.is_file():
            return ()
        found: tuple[ColourShare, ...] = solvers().run("view_colours", path, areas_of(photo), light_of(photo))
        photo.colours = [[*one.colour, round(one.share, 4), _PARTS.index(one.part)] for one in found]
        Photo.objects.filter(pk=photo.pk).update(colours=photo.colours)
        return found
    return tuple(ColourShare(Rgb(*row[:3]), row[3], _PARTS[row[4]]) for row in photo.colours)


def colours_of_all(photos: Iterable[Photo]) -> dict[int, tuple[ColourShare, ...]]:
    """Return the main colours of photos by their numbers; prefetch ``areas``."""
    return {photo.pk: colours_of(photo) for photo in photos}


def colour_there(photo: Photo, x: float, y: float) -> Rgb:
    """Return the colour at a place, in parts of the photo. Raises ``BadInput`` for a print without a file."""
    path = photo.rendition("thumb")
    if not photo.suffix or not path.is_file():
        raise refuse("no-picture", "There is no picture of this print to take a colour from.", "x")
    found: Rgb = solvers().run("colour_at", path, x, y, light_of(photo))
    return found


def put_light_right(photo: Photo, light: Light) -> Photo:
    """Say how the light of a photo is put right; its colours are read anew when they are asked for."""
    kept: dict[str, Any] = {"white": list(light.white)} if light.white else {}
    kept |= {name: True for name in ("whole", "lightest") if getattr(light, name)}
    photo.light, photo.colours = kept, []
    photo.save(update_fields=["light", "colours"])
    return photo

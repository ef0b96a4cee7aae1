"""Photos as the core sees them: pixels, the slot they go into, and what of them shows there.

``areas``      parts of a photo that matter, and parts that may be covered
``assign``     the best choice of a slot for each photo, proven by OR-Tools' CP-SAT
``chosen_prints`` which prints to order for photos that go on one page
``cover``      what lies over a photo on the page, and how much of what matters in it is hidden or cut away
``crop``       what of a photo shows in its slot
``events``     days whose photos belong together
``finding``    which sketches take these photos: the whole shelf ranked, every way to hold each sketch
``matching``   which photo goes into which slot: what each choice costs, and the best of all choices
``mats``       mats for photos: which colour, and what two of them need of one sheet
``owned``      a photo as it is owned: what is true of it wherever it comes to lie
``polygon``    convex polygons in exact fractions
``reading``    reading a choice of photos (kind ``ink-quilt/photos``, version 1) out of JSON data
``safe``       how small a photo may become, what is trimmed off a print, and how a photo is kept whole
``tones``      what a photo looks like in a coarse grid: the colour of each cell and how much goes on in it
``trimming``   how far a print may be trimmed, and what sizes it can be trimmed to. Common practice, no source
``uncover``    ways to show what matters in a photo when something hides it
``wanted``     what is asked of a sketch for some photos, and what comes back of the shelf
"""

from inkquilt.photos.areas import Area
from inkquilt.photos.crop import Crop, Framing, Pixels, Slot, crop_of, crop_to_fill
from inkquilt.photos.reading import PhotoChoice, ReadPhoto, read_photos

__all__ = [
    "Area",
    "Crop",
    "Framing",
    "PhotoChoice",
    "Pixels",
    "ReadPhoto",
    "Slot",
    "crop_of",
    "crop_to_fill",
    "read_photos",
]  # fmt: skip

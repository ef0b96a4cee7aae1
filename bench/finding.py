"""Ranks a shelf of made-up sketches for photos: ``python -m bench.finding`` prints how long that takes on one core."""

import statistics
import time

from bench.generated import generated_sketches
from inkquilt.lengths import INCH
from inkquilt.photos.crop import Pixels
from inkquilt.photos.finding import rank
from inkquilt.photos.matching import Candidate, PhotoWish
from inkquilt.photos.wanted import slots_of
from inkquilt.sketch.model import Role, Size

SKETCHES = 1000
PHOTOS = 6


def main() -> None:
    """Measure and print."""
    made_up = [s for s in generated_sketches(SKETCHES * 2, seed=11) if any(b.role is Role.PHOTO for b in s.blocks)]
    shelf = [slots_of(sketch) for sketch in made_up[:SKETCHES]]
    shapes = ((6000, 4000), (4000, 6000), (3000, 3000))
    photos = [
        Candidate(n, Pixels(*shapes[n % 3]), wish=PhotoWish.BIG if n == 0 else PhotoWish.ANY, taken=float(n))
        for n in range(PHOTOS)
    ]
    times = []
    for _ in range(5):
        started = time.perf_counter()
        found = rank(shelf, photos, Size(17 * INCH // 2, 11 * INCH))
        times.append(time.perf_counter() - started)
    print(
        f"{len(shelf)} sketches, {len(found)} ways to hold them, {PHOTOS} photos: "
        f"median {statistics.median(times):.2f} s, most {max(times):.2f} s"
    )


if __name__ == "__main__":
    main()

"""Reads 50 photos of 12 megapixels as the photo box does: ``python -m bench.importing``.

Two processes make the smaller pictures, as on the server; the peak is the largest
resident memory of either, read from the kernel.
"""

import io
import os
import sys
import tempfile
import threading
import time
from pathlib import Path

import django
import numpy as np
import pillow_heif
from PIL import Image

PHOTOS = 50
SIZE = (4000, 3000)
MOST_PIXELS = 40_000_000


def made_up(kind: str, seed: int) -> bytes:
    """Return a photo with soft shapes and a little grain, packed as a camera does."""
    random = np.random.default_rng(seed)
    coarse = random.integers(0, 255, (12, 16, 3), dtype=np.uint8)
    soft = np.asarray(Image.fromarray(coarse).resize(SIZE, Image.Resampling.BICUBIC), dtype=np.int16)
    grain = np.clip(soft + random.integers(-6, 7, soft.shape, dtype=np.int16), 0, 255).astype(np.uint8)
    out = io.BytesIO()
    if kind == "HEIF":
        pillow_heif.from_pillow(Image.fromarray(grain)).save(out, quality=80)
    else:
        Image.fromarray(grain).save(out, kind, **({"quality": 90} if kind == "JPEG" else {}))
    return out.getvalue()


def peak_of(pid: int) -> float:
    """Return the largest resident memory of a process so far, in MB."""
    for line in Path(f"/proc/{pid}/status").read_text().splitlines():
        if line.startswith("VmHWM"):
            return int(line.split()[1]) / 1024
    return 0.0


def main() -> None:
    """Measure and print."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    django.setup()
    from server.solving.pool import Solvers

    with tempfile.TemporaryDirectory() as folder:
        for kind, count in (("JPEG", PHOTOS), ("HEIF", 6), ("TIFF", 6)):
            originals = [Path(folder) / f"{kind}-{number}" for number in range(count)]
            few = [made_up(kind, seed) for seed in range(min(count, 5))]
            for number, path in enumerate(originals):
                path.write_bytes(few[number % len(few)])
            pool = Solvers()
            pool.warm()
            waiting = list(originals)
            started = time.perf_counter()

            def hand(pool: Solvers = pool, waiting: list[Path] = waiting) -> None:
                while waiting:
                    path = waiting.pop()
                    where = path.with_suffix(".made")
                    where.mkdir()
                    pool.run("read_photo", path, where, MOST_PIXELS)

            hands = [threading.Thread(target=hand) for _ in range(2)]
            for one in hands:
                one.start()
            for one in hands:
                one.join()
            took = time.perf_counter() - started
            peak = max(peak_of(pid) for pid in pool.pids)
            size = len(few[0]) / 1e6
            print(
                f"{kind}: {count} photos of {size:.1f} MB, {count / took:.1f} a second, peak of a process {peak:.0f} MB"
            )
            pool.close()
            sys.stdout.flush()


if __name__ == "__main__":
    main()

"""The sketches that figures are measured on: the demo's and made-up ones."""

import json
from decimal import Decimal
from pathlib import Path

from bench.generated import generated_sketches
from inkquilt.sketch import Sketch
from inkquilt.sketch.reading import read_sketch

SKETCHES = Path(__file__).parents[1] / "server" / "sketches" / "ready"


def demo_sketches() -> list[Sketch]:
    """Return the demo's sketches by file name."""
    paths = sorted(SKETCHES.glob("*.quilt.json"))
    return [read_sketch(json.loads(path.read_text("utf-8"), parse_float=Decimal)).sketch for path in paths]


def bench_sketches(made_up: int = 60) -> list[Sketch]:
    """Return the demo's sketches and so many made-up ones of 5 to 30 blocks."""
    return [*demo_sketches(), *generated_sketches(made_up)]

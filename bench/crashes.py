"""Kill -9 in the middle of two hundred writes, twenty times.

``python -m bench.crashes [TIMES]``: one person types titles and adds photos as fast as she can while the server is
killed at a moment of chance and started again. Counts what was acknowledged and is not there, and what is there half.
"""

import io
import random
import sqlite3
import sys
import threading
from collections import Counter
from http.client import HTTPException

from PIL import Image

from bench.against_schema import SKETCH
from tests.real import Server

WRITES = 200
EVERY_PHOTO = 10


def plain_picture(colour: int) -> bytes:
    """Return a small picture of one colour."""
    out = io.BytesIO()
    Image.new("RGB", (300, 200), (colour >> 16, colour >> 8 & 255, colour & 255)).save(out, "PNG")
    return out.getvalue()


def main() -> None:
    """Run it and print what was lost."""
    times = int(sys.argv[1]) if len(sys.argv) > 1 else 20
    luck = random.Random(15)
    server = Server()
    counts: Counter[str] = Counter()
    photos: set[int] = set()
    try:
        ida = server.start().person()
        _, kept = ida.ask("POST", "/api/sketches/", SKETCH)
        _, page = ida.ask("POST", "/api/pages/", {"sketch": kept["sketch"]["id"], "format": "letter"})
        address, version = f"/api/pages/{page['id']}/", page["version"]
        for _ in range(times):
            killer = threading.Timer(luck.uniform(0.3, 6.0), server.kill)
            killer.start()
            for number in range(WRITES):
                try:
                    if number % EVERY_PHOTO == 0:
                        picture = plain_picture(luck.randrange(1 << 24))
                        status, answer = ida.ask("POST", "/api/photos/", file=("a.png", picture))
                        photos |= {answer["id"]} if status == 201 else set()
                        continue
                    change = {"kind": "title", "block": "t", "text": f"write {version}"}
                    status, answer = ida.ask("POST", f"{address}changes/", {"version": version, "change": change})
                    version = answer["version"] if status == 200 else version
                    counts["writes acknowledged"] += status == 200
                except (OSError, ValueError, HTTPException):  # nothing, or a part of an answer, came
                    break
            killer.join()
            server.start()
            counts["kills"] += 1
            _, after = ida.ask("GET", address)
            counts["writes lost"] += max(0, version - after["version"])
            counts["written, but the answer was lost"] += max(0, after["version"] - version)
            counts["wrong text"] += after["titles"][0]["text"] != f"write {after['version'] - 1}"
            version = after["version"]
    finally:
        server.stop()
    with sqlite3.connect(server.folder / "ink-quilt.sqlite3") as database:
        counts["database not sound"] = database.execute("PRAGMA integrity_check").fetchone() != ("ok",)
        there = {number for (number,) in database.execute("SELECT id FROM photos_photo")}
        known = {name for (name,) in database.execute("SELECT folder FROM photos_photo")}
    counts["photos acknowledged"], counts["photos lost"] = len(photos), len(photos - there)
    folders = {path.name for path in (server.folder / "photos").iterdir()}
    counts["half-written folders left"] = sum(name.startswith(".new-") for name in folders)
    counts["photos without their files"] = len(known - folders)
    server.close()
    for what, count in counts.items():
        print(f"{what}: {int(count)}")


if __name__ == "__main__":
    main()

"""Times and sizes of the ten commonest requests, with the demo's data: ``python -m bench.commonest FOLDER``.

``FOLDER`` is a data folder that the demo was loaded into (``INKQUILT_DATA=FOLDER manage.py demo --load-only``); the
commands changes its first page. One process, warm; of 15 each the median.
"""

import json
import os
import statistics
import sys
import time
from collections.abc import Callable
from typing import Any

REPEATS = 15


def main(folder: str) -> None:
    """Measure and print."""
    os.environ |= {"INKQUILT_DATA": folder, "DJANGO_SETTINGS_MODULE": "server.config.settings", "INKQUILT_DEMO": "1"}
    import django

    django.setup()
    from django.contrib.auth import get_user_model
    from django.core.management import call_command
    from django.test import Client

    from server.pages.models import Page

    call_command("migrate", verbosity=0)
    client = Client(HTTP_HOST="127.0.0.1")
    client.force_login(get_user_model().objects.earliest("pk"))
    page = Page.objects.get(name="First honey on the roof")

    def get(path: str) -> Callable[[int], Any]:
        return lambda _: client.get(f"/api/{path}")

    def post(path: str, change: Callable[[int], dict[str, Any]] | None = None) -> Callable[[int], Any]:
        def sent(number: int) -> Any:
            page.refresh_from_db()
            body = {"version": page.version} | ({"change": change(number)} if change else {})
            return client.post(f"/api/pages/{page.pk}/{path}/", json.dumps(body), content_type="application/json")

        return sent

    requests = {
        "the shelf's pages": get("pages/"),
        "the shelf's sketches": get("sketches/"),
        "a page": get(f"pages/{page.pk}/"),
        "its ways to fit": get(f"pages/{page.pk}/ways/"),
        "what is tied": get(f"pages/{page.pk}/ties/"),
        "photos": get("photos/"),
        "papers": get("stash/papers/"),
        "a title": post("changes", lambda n: {"kind": "title", "block": "title", "text": f"Honey {n}"}),
        "a piece moved": post("changes", lambda n: {"kind": "pin", "block": "story", "step_y": -1 if n % 2 else 1}),
        "undo": post("undo"),
    }
    for name, ask in requests.items():
        ask(0), ask(1)
        spent = []
        for number in range(REPEATS):
            began = time.perf_counter()
            answer = ask(number)
            spent.append(1000 * (time.perf_counter() - began))
            if answer.status_code != 200:
                raise SystemExit(f"{name}: {answer.status_code} {answer.content[:200]!r}")
        size = len(b"".join(answer.streaming_content) if answer.streaming else answer.content)
        print(f"{name:22} median {statistics.median(spent):6.1f} ms, most {max(spent):6.1f}, {size:7} bytes")


if __name__ == "__main__":
    main(sys.argv[1])
    os._exit(0)  # the solving processes are ended with it

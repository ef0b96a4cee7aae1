"""The browser that tests, pictures and measurements use: Debian's Chromium."""

import os
from typing import Final

#: Of the two packages the one without windows, which begins in half the time and draws with less, comes first.
_PLACES: Final = ("/usr/bin/chromium-headless-shell", "/usr/bin/chromium")
CHROMIUM: Final = os.environ.get("CHROMIUM") or next(filter(os.path.exists, _PLACES), _PLACES[0])

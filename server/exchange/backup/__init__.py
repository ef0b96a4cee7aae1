"""Everything a person keeps as one zip, and such a zip restored as equal pages.

The zip holds ``everything.json``, which names its parts and tells the stash of paper
and the trimmers, and the parts: sketches, photos as they came but without the place
they were taken at, unless that is asked for, and pages with every state they were in,
so that undo works after restoring too. What was put aside, and how far the cutting of
a page had come, is not in it.
"""

from server.exchange.backup.packing import write_everything
from server.exchange.backup.restoring import restore_everything

__all__ = ["restore_everything", "write_everything"]

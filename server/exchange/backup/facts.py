"""What is told of each kind of thing in the zip of everything, and how large its parts may be."""

from typing import Any, Final

from server.embellishments.models import Embellishment
from server.stash.models import Companion
from server.tools.models import ShapingTool, Trimmer
from server.words.models import Hand

KIND: Final = "ink-quilt/everything"
#: Written; in version 1 the states of a page stood in its own part, and such a part may be larger.
VERSION: Final = 2
VERSIONS: Final = (1, 2)
INDEX: Final = "everything.json"
MOST_PARTS: Final = 20_000
#: What is known of a photo, and of each of its areas, beside its file.
FACTS: Final = ("kind", "wish", "irreplaceable", "print_width", "print_height", "note", "group", "looked_at")
AREA_FACTS: Final = ("left", "top", "width", "height", "matters", "weight", "source", "accepted")
PAPER_FACTS: Final = (
    "name", "front_kind", "front_colours", "front_directional", "back_kind", "back_colours", "back_directional",
    "two_tone", "finish", "note", "price", "motifs",
)  # fmt: skip
#: What is known of papers since colours are read from their pictures; older zips have none.
LATER_PAPER_FACTS: Final = (
    "front_shares", "front_repeat", "front_busyness", "back_shares", "back_repeat", "back_busyness", "core", "kit",
    "favourite",
)  # fmt: skip
#: How the light of a photo is put right; older zips have none.
LATER_FACTS: Final = ("light",)
PALETTE_FACTS: Final = ("name", "colours")
STOCK_FACTS: Final = ("kind", "width", "height", "count")
SCRAP_FACTS: Final = ("width", "height", "across", "down", "corners", "picture")
ALPHABET_FACTS: Final = ("name", "kind", "height", "width", "letters", "colour", "unit")
#: What is known of a finished page, and of each thing it was made with; older zips have none.
RECORD_DAYS: Final = ("finished", "event", "event_end")
RECORD_FACTS: Final = ("who", "place", "tags", "story", "used")
#: A page as it was when it was finished, for its album; older zips have none.
LATER_RECORD_FACTS: Final = ("width", "height", "is_spread", "counted")
#: What a use is told of since costs are; older zips have none.
LATER_USE_FACTS: Final = ("area",)
#: What is known of an album and of each page's place in it; older zips have none.
ALBUM_FACTS: Final = ("name", "width", "height", "unit", "room", "in_protectors", "starts_right")
#: Pieces in a project box; older zips have none.
PIECE_FACTS: Final = ("name", "count", "width", "height", "unit")
PLACE_FACTS: Final = ("after", "turn", "waits")
USE_FACTS: Final = ("kind", "key", "name", "count")
#: What is told by its facts alone: each kind's rows and facts.
NAMED: Final[dict[str, tuple[type[Any], tuple[str, ...]]]] = {
    "trimmers": (Trimmer, ("name", "longest", "widest", "finest", "narrowest", "stop_offset", "unit")),
    "tools": (
        ShapingTool,
        ("name", "smallest", "widest", "blank_width", "blank_height", "depth", "makes_shape", "makes", "unit"),
    ),
    "embellishments": (
        Embellishment,
        (
            "name",
            "kind",
            "form",
            "width",
            "height",
            "colours",
            "facing",
            "thickness",
            "count",
            "text",
            "unit",
            "outline",
            "picture",
        ),
    ),
    "companions": (Companion, ("name", "kind", "colour", "metallic")),
    "hands": (Hand, ("name", "characters", "line", "pitch", "colour", "unit")),
}
#: The key of an embellishment that is in no stash any more.
GONE: Final = "gone"
#: One part that is not a photo, unpacked.
MOST_PART_BYTES: Final = 256 * 1024 * 1024
#: The states of a page are written in parts of about this size, so that never much is held at once.
STATES_BYTES: Final = 2 * 1024 * 1024
MOST_PICTURE_BYTES: Final = 2 * 1024 * 1024
#: How every JPEG begins: ISO/IEC 10918-1, marker SOI.
JPEG: Final = b"\xff\xd8\xff"

"""The shapes of pages, fits and changes in the API."""

from fractions import Fraction
from typing import Any

from rest_framework import serializers

from inkquilt.fit.solve import USUAL_WAYS
from inkquilt.lengths import format_nearest, with_unit
from inkquilt.page import Side
from inkquilt.photos import crop_to_fill
from inkquilt.sketch import Role
from inkquilt.sketch.model import Size
from inkquilt.sketch.relations import cut_to_page
from inkquilt.sketch.transform import oriented
from server.common import fields
from server.common.drawing import BoardSerializer, board
from server.pages.changes import KIND_CHOICES, LONGEST_TITLE
from server.pages.document import PageDocument, read_blocks
from server.pages.models import Page
from server.photos.models import Photo


class WaySerializer(serializers.Serializer):
    """A school, and how the sketch is held first."""

    school = serializers.ChoiceField(fields.SCHOOL_CHOICES)
    turn = serializers.ChoiceField([0, 90, 180, 270], default=0)
    mirrored = serializers.BooleanField(default=False)


class BlockChangeSerializer(serializers.Serializer):
    """What became of one block."""

    block = serializers.CharField()
    kind = serializers.CharField()
    to = serializers.CharField()
    why = serializers.CharField()

    def get_fields(self) -> dict[str, Any]:
        """Add ``from``, which Python keeps for itself."""
        return {**super().get_fields(), "from": serializers.CharField()}


class BrokenSerializer(serializers.Serializer):
    """A relation that the page does not have."""

    kind = serializers.CharField()
    blocks = serializers.ListField(child=serializers.CharField())
    axis = serializers.CharField(allow_null=True)
    why = serializers.CharField()


class RelationsSerializer(serializers.Serializer):
    """How many relations of the sketch were kept, and which were not."""

    kept = serializers.IntegerField()
    broken = BrokenSerializer(many=True)


class DemandSerializer(serializers.Serializer):
    """One demand in words, and its blocks."""

    demand = serializers.CharField()
    blocks = serializers.ListField(child=serializers.CharField())


class ClashSerializer(serializers.Serializer):
    """Demands that cannot hold together, and the sum that shows it."""

    demands = DemandSerializer(many=True)
    sum = serializers.CharField(allow_blank=True)
    short_by = serializers.CharField(allow_null=True)


class FitSerializer(serializers.Serializer):
    """One way to fit: named by what it gains and gives up, drawn, with its reasons."""

    way = WaySerializer()
    status = serializers.ChoiceField(fields.STATUS_CHOICES)
    title = serializers.CharField()
    gist = serializers.CharField()
    seconds = serializers.FloatField()
    changes = BlockChangeSerializer(many=True)
    relations = RelationsSerializer()
    clash = ClashSerializer(allow_null=True)
    board = BoardSerializer()


class FormatChoiceSerializer(serializers.Serializer):
    """The page's format with its margins, as texts in its unit."""

    format = serializers.CharField(allow_null=True)
    unit = serializers.ChoiceField(fields.UNIT_CHOICES)
    width = serializers.CharField()
    height = serializers.CharField()
    clear = serializers.DictField(child=serializers.CharField())
    binding = serializers.ChoiceField(fields.SIDE_CHOICES, allow_null=True)
    clear_box = serializers.ListField(child=serializers.FloatField(), min_length=4, max_length=4)


class CropSerializer(serializers.Serializer):
    """The part of a photo that shows, in parts of its width and height."""

    left = serializers.FloatField()
    top = serializers.FloatField()
    width = serializers.FloatField()
    height = serializers.FloatField()


class SlotSerializer(serializers.Serializer):
    """A photo slot of the page: what is in it, and how it shows. ``missing``: the photo was deleted."""

    block = serializers.CharField()
    name = serializers.CharField()
    photo = serializers.IntegerField(allow_null=True)
    photo_name = serializers.CharField(allow_null=True)
    look_x = serializers.FloatField()
    look_y = serializers.FloatField()
    crop = CropSerializer(allow_null=True)
    missing = serializers.BooleanField()
    left_out = serializers.BooleanField()


class TitleSerializer(serializers.Serializer):
    """A title block and its text."""

    block = serializers.CharField()
    text = serializers.CharField(allow_blank=True)


class LeftOutSerializer(serializers.Serializer):
    """A block that was left out and can come back."""

    block = serializers.CharField()
    name = serializers.CharField()


class PageSerializer(serializers.Serializer):
    """A page as it lies on the bench. ``terms`` changes when the fits have to be worked out anew."""

    id = serializers.IntegerField()
    name = serializers.CharField()
    version = serializers.IntegerField()
    undo = serializers.CharField(allow_null=True)
    redo = serializers.CharField(allow_null=True)
    sketch_name = serializers.CharField()
    sketch_board = BoardSerializer()
    format = FormatChoiceSerializer()
    grid = serializers.CharField()
    terms = serializers.CharField()
    way = WaySerializer()
    ways = WaySerializer(many=True)
    fit = FitSerializer()
    slots = SlotSerializer(many=True)
    titles = TitleSerializer(many=True)
    left_out = LeftOutSerializer(many=True)


class PageCardSerializer(serializers.Serializer):
    """A page as it lies on the shelf."""

    id = serializers.IntegerField()
    name = serializers.CharField()
    size = serializers.CharField()
    board = BoardSerializer()
    slots = SlotSerializer(many=True)
    titles = TitleSerializer(many=True)


class FormatRequestSerializer(serializers.Serializer):
    """The page wanted: a known ``format``, or ``width`` and ``height`` in ``unit``; lengths as people type them."""

    format = serializers.CharField(allow_null=True, required=False, max_length=20)
    width = serializers.CharField(required=False, max_length=60)
    height = serializers.CharField(required=False, max_length=60)
    unit = serializers.ChoiceField(fields.UNIT_CHOICES, required=False)
    clear = serializers.CharField(required=False, allow_blank=True, max_length=60)
    binding = serializers.ChoiceField(fields.SIDE_CHOICES, required=False, allow_null=True)
    binding_margin = serializers.CharField(required=False, allow_blank=True, max_length=60)


class NewPageSerializer(FormatRequestSerializer):
    """A new page from a sketch."""

    sketch = serializers.IntegerField()
    name = serializers.CharField(required=False, allow_blank=True, max_length=120)


class ChangeSerializer(FormatRequestSerializer):
    """One change to a page; ``kind`` says which of the fields count."""

    kind = serializers.ChoiceField(KIND_CHOICES)
    school = serializers.ChoiceField(fields.SCHOOL_CHOICES, required=False)
    turn = serializers.ChoiceField([0, 90, 180, 270], required=False)
    mirrored = serializers.BooleanField(required=False)
    block = serializers.CharField(required=False, max_length=60)
    photo = serializers.IntegerField(required=False, allow_null=True)
    look_x = serializers.FloatField(required=False, min_value=0, max_value=1)
    look_y = serializers.FloatField(required=False, min_value=0, max_value=1)
    text = serializers.CharField(required=False, allow_blank=True, max_length=4 * LONGEST_TITLE)
    paper = serializers.CharField(required=False, max_length=20)
    leave_out = serializers.ListField(child=serializers.CharField(max_length=60), required=False, max_length=200)
    smaller_prints = serializers.BooleanField(required=False)
    no_margin = serializers.BooleanField(required=False)


class VersionSerializer(serializers.Serializer):
    """The version of the page a write is based on."""

    version = serializers.IntegerField(min_value=1)


class WriteSerializer(VersionSerializer):
    """A change and the version it is based on."""

    change = ChangeSerializer()


class RenameSerializer(VersionSerializer):
    """A new name for a page."""

    name = serializers.CharField(max_length=120)


class StaleSerializer(serializers.Serializer):
    """A write that came too late: what was wanted, and the page as it is now. Nothing was written."""

    code = serializers.CharField()
    detail = serializers.CharField()
    yours = serializers.JSONField()
    current = PageSerializer()


class WayOutSerializer(serializers.Serializer):
    """Something to give up that makes the page possible: its words, and the change that does it."""

    words = serializers.CharField()
    change = ChangeSerializer()


# -- answers ---------------------------------------------------------------------------


def page_answer(page: Page, document: PageDocument) -> dict[str, Any]:
    """Return the whole bench of a page."""
    around = {r.number: r.done for r in page.revisions.filter(number__in=(page.head, page.head + 1))}
    return {
        "id": page.pk,
        "name": page.name,
        "version": page.version,
        "undo": around.get(page.head) if page.head > 1 else None,
        "redo": around.get(page.head + 1),
        "sketch_name": document.sketch.name,
        "sketch_board": board(document.sketch.page, document.sketch.unit, document.sketch.blocks),
        "format": format_answer(document),
        "grid": with_unit(document.grid, document.unit),
        "terms": document.terms,
        "way": way_answer(document),
        "ways": [
            {"school": way.school.value, "turn": way.turn, "mirrored": way.mirrored}
            for way in dict.fromkeys((*USUAL_WAYS, document.way))
        ],
        "fit": fit_answer(document.fit or {}, document),
        "slots": slots_answer(document, pictures_of(page, document)),
        "titles": titles_answer(document),
        "left_out": [
            {"block": block.id, "name": block.name} for block in document.sketch.blocks if block.id in document.left_out
        ],
    }


def pictures_of(page: Page, document: PageDocument) -> dict[int, Photo]:
    """Return the photos on a page that are still there, by id."""
    return Photo.objects.visible_to(page.owner).in_bulk([placed.photo for placed in document.photos.values()])


def card_answer(page: Page, document: PageDocument, pictures: dict[int, Photo]) -> dict[str, Any]:
    """Return a page for the shelf."""
    on = document.page
    return {
        "id": page.pk,
        "name": page.name,
        "size": f"{format_nearest(on.width, on.unit)} × {format_nearest(on.height, on.unit)} {on.unit.value}",
        "board": board(Size(on.width, on.height), on.unit, document.blocks),
        "slots": slots_answer(document, pictures),
        "titles": titles_answer(document),
    }


def way_answer(document: PageDocument) -> dict[str, Any]:
    """Return the chosen way."""
    return {
        "school": document.way.school.value,
        "turn": document.way.turn,
        "mirrored": document.way.mirrored,
    }


def format_answer(document: PageDocument) -> dict[str, Any]:
    """Return the page's format, margins and the box within them."""
    page, unit = document.page, document.unit
    clear = page.clear
    return {
        "format": document.format,
        "unit": unit.value,
        "width": format_nearest(page.width, unit),
        "height": format_nearest(page.height, unit),
        "clear": {side.value: format_nearest(getattr(clear, side.value), unit) for side in Side},
        "binding": document.binding and document.binding.value,
        "clear_box": [
            clear.left / unit.grains,
            clear.top / unit.grains,
            (page.width - clear.right) / unit.grains,
            (page.height - clear.bottom) / unit.grains,
        ],
    }


def fit_answer(written: dict[str, Any], document: PageDocument) -> dict[str, Any]:
    """Return a kept fit, drawn."""
    page = document.page
    blocks = read_blocks(written["blocks"], page) if written["blocks"] else ()
    way = {name: written[name] for name in ("school", "turn", "mirrored")}
    kept = ("status", "title", "gist", "seconds", "changes", "relations")
    clash = written["clash"]
    if clash and clash["short_by"] is not None:
        clash = {**clash, "short_by": str(clash["short_by"])}
    drawn = board(Size(page.width, page.height), page.unit, blocks)
    return {"way": way, **{name: written[name] for name in kept}, "clash": clash, "board": drawn}


def slots_answer(document: PageDocument, pictures: dict[int, Photo]) -> list[dict[str, Any]]:
    """Return every photo slot with what shows in it on the fitted page, or on the sketch when nothing fits."""
    fitted = {block.id: block.size for block in document.blocks}
    turned = cut_to_page(oriented(document.sketch, document.way.turn, document.way.mirrored))
    slots = []
    for block in turned.blocks:
        if block.role is not Role.PHOTO:
            continue
        placed = document.photos.get(block.id)
        picture = pictures.get(placed.photo) if placed else None
        size = fitted.get(block.id, block.size)
        slots.append(
            {
                "block": block.id,
                "name": block.name,
                "photo": picture.pk if picture else None,
                "photo_name": picture.name if picture else None,
                "look_x": placed.look_x if placed else 0.5,
                "look_y": placed.look_y if placed else 0.5,
                "crop": crop_answer(picture, size, placed) if picture else None,
                "missing": placed is not None and picture is None,
                "left_out": block.id in document.left_out,
            }
        )
    return slots


def crop_answer(picture: Photo, size: Size, placed: Any) -> dict[str, float]:
    """Return what of a photo shows in a slot."""
    crop = crop_to_fill(picture.width, picture.height, size, Fraction(placed.look_x), Fraction(placed.look_y))
    return {name: float(getattr(crop, name)) for name in ("left", "top", "width", "height")}


def titles_answer(document: PageDocument) -> list[dict[str, Any]]:
    """Return the title blocks with their texts."""
    return [
        {"block": block.id, "text": document.titles.get(block.id, "")}
        for block in document.sketch.blocks
        if block.role is Role.TITLE
    ]

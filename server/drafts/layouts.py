"""What a page can begin from: a sketch of the shelf, or a basic type drawn for the page and its photos."""

from typing import Any

from rest_framework import serializers

from inkquilt.errors import refuse
from inkquilt.page import Page
from inkquilt.sketch import Sketch as CoreSketch
from inkquilt.sketch.basic import MOST_PHOTOS, BasicType
from server.drafts.services import basic_on
from server.sketches.models import Sketch

BASIC_CHOICES = [(kind.value, kind.value) for kind in BasicType]
#: Slots of a basic type until somebody says how many photos there are.
_USUAL_PHOTOS = 3


class LayoutAskedSerializer(serializers.Serializer):
    """A sketch of the shelf by its number, or else a basic type and for how many photos."""

    sketch = serializers.IntegerField(required=False, allow_null=True)
    basic = serializers.ChoiceField(BASIC_CHOICES, required=False, allow_null=True)
    photo_count = serializers.IntegerField(
        min_value=1, max_value=MOST_PHOTOS, required=False, help_text="slots of a basic type"
    )


def asked_layout(owner: Any, asked: dict[str, Any], page: Page) -> Sketch | CoreSketch:
    """Return what was asked for: a row of the owner's shelf, or a basic type drawn for the page.

    Raises ``BadInput`` where neither is asked for, ``Http404`` for a sketch that is not the owner's.
    """
    if asked.get("basic"):
        return basic_on(page, BasicType(asked["basic"]), asked.get("photo_count") or _USUAL_PHOTOS)
    if asked.get("sketch") is None:
        raise refuse("no-layout", "Which sketch or basic type shall it be?", "sketch")
    row: Sketch = Sketch.objects.visible_to(owner).one(asked["sketch"])
    return row

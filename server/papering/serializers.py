"""Papers for a page as they are asked for and told."""

from rest_framework import serializers

from inkquilt.colour.wheel import Scheme
from inkquilt.paper.kinds import SideName
from inkquilt.papering.regrets import RegretKind
from inkquilt.papering.wishes import StartKind, Temper
from server.common.drawing import BoardSerializer, LookSerializer
from server.pages.change_serializers import ChangeField
from server.photos.colour_views import ColourShareSerializer, NamedColourSerializer


def key_of(name: str) -> str:
    """Return a kind as the API names it."""
    return name.lower().replace("_", "-")


def _choices(kinds: type[StartKind | Scheme | Temper | RegretKind]) -> list[tuple[str, str]]:
    return [(key_of(kind.name), kind.value) for kind in kinds]


REGRET_CHOICES = _choices(RegretKind)
SIDE_CHOICES = [(side.value, side.value) for side in SideName]
_COLOUR = "^#[0-9a-f]{6}$"
#: So many colours, papers and places are named at most.
MOST_COLOURS = 12
MOST_PLACES = 60


class PapersAskedSerializer(serializers.Serializer):
    """Where she starts, what else she wishes, and the letters of the places that stay as they are.

    ``touched`` are colours she touched in her photos; ``colour`` and ``scheme`` belong to the wheel, ``palette``,
    ``paper`` and ``kit`` to the other starts.
    """

    start = serializers.ChoiceField(_choices(StartKind), default="photos")
    touched = serializers.ListField(child=serializers.RegexField(_COLOUR), max_length=MOST_COLOURS, default=list)
    colour = serializers.RegexField(_COLOUR, default="#2a5f99")
    scheme = serializers.ChoiceField(_choices(Scheme), default="opposite")
    palette = serializers.IntegerField(min_value=1, allow_null=True, default=None)
    paper = serializers.IntegerField(min_value=1, allow_null=True, default=None)
    kit = serializers.CharField(max_length=60, allow_blank=True, default="")
    temper = serializers.ChoiceField(_choices(Temper), default="even")
    using = serializers.ListField(child=serializers.IntegerField(min_value=1), max_length=6, default=list)
    without = serializers.ListField(child=serializers.RegexField(_COLOUR), max_length=MOST_COLOURS, default=list)
    scraps_only = serializers.BooleanField(default=False)
    triangle = serializers.BooleanField(default=True)
    favourites = serializers.BooleanField(default=False)
    keep = serializers.ListField(child=serializers.CharField(max_length=20), max_length=MOST_PLACES, default=list)


class PlaceAskedSerializer(PapersAskedSerializer):
    """The same for one place, by its letter; ``more`` tells more than six."""

    place = serializers.CharField(max_length=20)
    more = serializers.BooleanField(default=False)


class WhyAskedSerializer(PlaceAskedSerializer):
    """Why not this one: a paper of the stash in that place."""

    stash_paper = serializers.IntegerField(min_value=1)
    side = serializers.ChoiceField(SIDE_CHOICES, default="A")


class MendAskedSerializer(PapersAskedSerializer):
    """What takes a regret away, by its kind and places."""

    kind = serializers.ChoiceField(REGRET_CHOICES)
    places = serializers.ListField(child=serializers.CharField(max_length=20), min_length=1, max_length=MOST_PLACES)


class PaperLaidSerializer(serializers.Serializer):
    """A paper that lies somewhere: its number in the stash, its name, the side that shows, how it looks.

    ``colours`` are its plain words. ``lost`` when nothing is left of it.
    """

    stash_paper = serializers.IntegerField()
    name = serializers.CharField()
    side = serializers.ChoiceField(SIDE_CHOICES)
    look = LookSerializer()
    colours = serializers.ListField(child=serializers.CharField())
    lost = serializers.BooleanField()


class PaperPlaceSerializer(serializers.Serializer):
    """One of the page's papers: its letter, what to call it, its pieces, what lies there; whether some of it is cut."""

    letter = serializers.CharField()
    name = serializers.CharField()
    role = serializers.CharField()
    blocks = serializers.ListField(child=serializers.CharField())
    pieces = serializers.IntegerField()
    share = serializers.FloatField(help_text="of the page that shows it, in per cent")
    laid = PaperLaidSerializer(allow_null=True)
    is_cut = serializers.BooleanField()


class RegretSerializer(serializers.Serializer):
    """What would be regretted, in words with its number; ``blocks`` are the pieces it is about."""

    kind = serializers.ChoiceField(REGRET_CHOICES)
    called = serializers.CharField()
    words = serializers.CharField()
    number = serializers.CharField()
    places = serializers.ListField(child=serializers.CharField())
    blocks = serializers.ListField(child=serializers.CharField())


class GoesSerializer(serializers.Serializer):
    """An ink, pen or paint that suits: what for, why, its contrast to what lies beneath."""

    name = serializers.CharField()
    colour = serializers.CharField()
    metallic = serializers.BooleanField()
    what = serializers.CharField()
    why = serializers.CharField()
    contrast = serializers.CharField()


class PaperToBuySerializer(serializers.Serializer):
    """A paper the stash lacks: its colour with a name, a kind of print, how much, and what for."""

    colour = serializers.CharField()
    name = serializers.CharField()
    kind = serializers.CharField()
    sheets = serializers.CharField()
    words = serializers.CharField()


class PhotoColoursOnPageSerializer(serializers.Serializer):
    """A photo of the page with its main colours."""

    photo = serializers.IntegerField()
    name = serializers.CharField()
    colours = ColourShareSerializer(many=True)


class PapersOnPageSerializer(serializers.Serializer):
    """A page as papers see it: its places, its photos' colours, what is started from, what would be regretted."""

    places = PaperPlaceSerializer(many=True)
    photos = PhotoColoursOnPageSerializer(many=True)
    targets = NamedColourSerializer(many=True)
    kits = serializers.ListField(child=serializers.CharField())
    regrets = RegretSerializer(many=True)
    goes = GoesSerializer(many=True)
    to_buy = PaperToBuySerializer(many=True)


class PaperingSerializer(serializers.Serializer):
    """A whole papered page: what leads, what it gains, its papers by place, the page to draw, the change that lays it.

    ``enough`` says whether the cut plan finds a place for every piece, ``paper_words`` what it takes.
    """

    leads = serializers.CharField()
    gains = serializers.CharField()
    temper = serializers.CharField()
    enough = serializers.BooleanField()
    paper_words = serializers.CharField()
    papers = PaperLaidSerializer(many=True)
    regrets = serializers.IntegerField()
    board = BoardSerializer()
    change = ChangeField()


class PaperingsSerializer(serializers.Serializer):
    """A handful of paperings, and what the stash lacks for the first."""

    paperings = PaperingSerializer(many=True)
    to_buy = PaperToBuySerializer(many=True)


class SuitedSerializer(serializers.Serializer):
    """A paper for a place: what speaks for it and against it, the page with it, the change that lays it."""

    paper = PaperLaidSerializer()
    reasons = serializers.ListField(child=serializers.CharField())
    against = serializers.ListField(child=serializers.CharField())
    board = BoardSerializer()
    change = ChangeField()


class MendSerializer(serializers.Serializer):
    """What takes a regret away: in words, what is left then, the page after it, and the change."""

    words = serializers.CharField()
    left = serializers.ListField(child=serializers.CharField())
    board = BoardSerializer()
    change = ChangeField()


class SpokeSerializer(NamedColourSerializer):
    """One of the twelve hues of the wheel with its angle in degrees."""

    angle = serializers.IntegerField()


class WheelAskedSerializer(serializers.Serializer):
    """A colour to place on the wheel, and a scheme to show."""

    colour = serializers.RegexField(_COLOUR, default="#2a5f99")
    scheme = serializers.ChoiceField(_choices(Scheme), default="opposite")


class WheelSerializer(serializers.Serializer):
    """The painter's wheel, where a colour stands on it, and the colours of a scheme with it, each with its angle."""

    after = serializers.CharField(help_text="whose wheel it is")
    spokes = SpokeSerializer(many=True)
    angle = serializers.FloatField()
    scheme = SpokeSerializer(many=True)

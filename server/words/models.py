"""The lettering people own."""

from django.core.validators import RegexValidator
from django.db import models

from inkquilt.lengths import Unit
from inkquilt.words.alphabets import Alphabet as CoreAlphabet
from inkquilt.words.alphabets import LetteringKind, WidthClass, widths_by_class
from inkquilt.words.script import Script, hand
from inkquilt_io.lettering import plain_widths
from server.common.owned import Owned

KIND_CHOICES = [(kind.value, kind.value) for kind in LetteringKind if kind is not LetteringKind.FONT]
WIDTH_CHOICES = [(width.value, width.value) for width in WidthClass]
#: Keys of alphabets and hands begin so.
ALPHABET_KEY = "own "
HAND_KEY = "hand "
UNIT_CHOICES = [(unit.value, unit.value) for unit in Unit]
is_colour = RegexValidator(r"^#[0-9a-f]{6}$", "A colour is written like #22345c.")


class Alphabet(Owned):
    """One alphabet: the height of its capitals in grains, how wide its letters are, and how many of each are left.

    ``letters`` maps a letter to its count; of stamps, which never run out, the counts mean nothing.
    """

    name = models.CharField(max_length=60)
    kind = models.CharField(max_length=10, choices=KIND_CHOICES, default=LetteringKind.STICKERS.value)
    height = models.PositiveIntegerField(help_text="grains")
    width = models.CharField(max_length=6, choices=WIDTH_CHOICES, default=WidthClass.PLAIN.value)
    letters = models.JSONField(default=dict)
    colour = models.CharField(max_length=7, default="#22345c", validators=[is_colour])
    unit = models.CharField(max_length=2, choices=UNIT_CHOICES, default=Unit.IN.value)

    class Meta:
        ordering = ["name", "id"]
        indexes = [models.Index(fields=["owner", "deleted_at"])]
        constraints = [models.CheckConstraint(condition=models.Q(height__gt=0), name="letters_have_a_height")]

    def __str__(self) -> str:
        return self.name

    @property
    def key(self) -> str:
        """What it is called where a title is set."""
        return f"{ALPHABET_KEY}{self.pk}"

    @property
    def core(self) -> CoreAlphabet:
        """For the core."""
        kind = LetteringKind(self.kind)
        widths = widths_by_class(plain_widths(), self.height, WidthClass(self.width), "".join(self.letters))
        counts = None if kind is LetteringKind.STAMPS else dict(self.letters)
        return CoreAlphabet(self.key, self.name, kind, self.height, widths, counts)


class Hand(Owned):
    """Somebody's handwriting: so many characters fill a line of a length in grains, lines are ``pitch`` apart."""

    name = models.CharField(max_length=60)
    characters = models.PositiveIntegerField()
    line = models.PositiveIntegerField(help_text="grains")
    pitch = models.PositiveIntegerField(help_text="grains")
    colour = models.CharField(max_length=7, default="#22345c", validators=[is_colour])
    unit = models.CharField(max_length=2, choices=UNIT_CHOICES, default=Unit.IN.value)

    class Meta:
        ordering = ["name", "id"]
        indexes = [models.Index(fields=["owner", "deleted_at"])]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(characters__gt=0, line__gt=0, pitch__gt=0), name="a_hand_was_measured"
            )
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def key(self) -> str:
        """What it is called where a story is written."""
        return f"{HAND_KEY}{self.pk}"

    @property
    def core(self) -> Script:
        """For the core."""
        return hand(self.key, self.name, self.characters, self.line, self.pitch)


class LettersTaken(models.Model):
    """Letters of a title that is stuck down: ``letters`` maps an alphabet's id to what was taken off its sheet.

    It is no part of the page's states: undoing a change of the page brings no sticker back.
    """

    page = models.ForeignKey("pages.Page", on_delete=models.CASCADE, related_name="letters_taken")
    block = models.CharField(max_length=60)
    letters = models.JSONField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["page", "block"], name="letters_are_taken_once")]

    def __str__(self) -> str:
        return f"{self.block} of {self.page_id}"

"""What of a photo shows: all that matters wherever the slot's proportions allow it, and the sums of trimming."""

import math
from fractions import Fraction
from unittest import TestCase

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from inkquilt.lengths import INCH
from inkquilt.photos.areas import Area
from inkquilt.photos.cover import PlacedPhoto, covers
from inkquilt.photos.crop import CLOSEST, Crop, Framing, Pixels, Slot, closest, crop_of
from inkquilt.photos.safe import safe_size, trims_of, whole_in
from inkquilt.sketch import Block, Role, Shape
from inkquilt.sketch.model import Size
from tests.building import size

EIGHTH = INCH // 8
photos = st.builds(Pixels, st.integers(300, 6000), st.integers(300, 6000))
slots = st.builds(Size, st.integers(4, 80).map(lambda n: n * EIGHTH), st.integers(4, 80).map(lambda n: n * EIGHTH))
parts = st.integers(0, 100).map(lambda n: Fraction(n, 100))


@st.composite
def areas(draw):
    left, top = draw(parts), draw(parts)
    return Area(left, top, draw(parts) * (1 - left), draw(parts) * (1 - top), weight=draw(st.integers(1, 5)))


def placed(slot, photo, crop, *found):
    """What lies over a photo alone in a slot: only what the slot cuts away."""
    return covers([slot], {slot.id: PlacedPhoto(photo, crop, found)})[0]


def block(size, shape=Shape.RECT, turn=0):
    return Block("p", Role.PHOTO, shape, 0, 0, size.width, size.height, turn=turn)


class Crops(TestCase):
    @settings(max_examples=200)
    @given(photos, slots, st.lists(areas(), min_size=1, max_size=3))
    def test_what_matters_shows_whole_whenever_the_proportions_allow_it(self, photo, slot, found):
        shape = Fraction(slot.width, slot.height)
        window = min(Fraction(photo.across), photo.down * shape), min(Fraction(photo.down), photo.across / shape)
        wide = (max(a.right for a in found) - min(a.left for a in found)) * photo.across
        high = (max(a.bottom for a in found) - min(a.top for a in found)) * photo.down
        assume(wide <= window[0] and high <= window[1])
        crop = crop_of(photo, Slot.plain(slot), areas=found)
        for area in found:
            self.assertLessEqual(crop.left, area.left)
            self.assertLessEqual(crop.top, area.top)
            self.assertGreaterEqual(crop.left + crop.width, area.right)
            self.assertGreaterEqual(crop.top + crop.height, area.bottom)

    @settings(max_examples=100)
    @given(photos, slots, st.integers(10, 80), st.integers(-1500, 1500), st.one_of(st.none(), parts), parts)
    def test_every_crop_has_the_slots_proportions_and_lies_on_the_photo(self, photo, slot, zoom, turn, x, y):
        framing = Framing(x, None if x is None else y, Fraction(zoom, 10), turn)
        crop = crop_of(photo, Slot.plain(slot), framing)
        self.assertEqual(crop.width * photo.across * slot.height, crop.height * photo.down * slot.width)
        angle = math.radians(crop.turn / 100)
        for across, down in ((-1, -1), (1, -1), (1, 1), (-1, 1)):
            half_x, half_y = across * crop.width * photo.across / 2, down * crop.height * photo.down / 2
            corner_x = crop.middle.x * photo.across + half_x * math.cos(angle) - half_y * math.sin(angle)
            corner_y = crop.middle.y * photo.down + half_x * math.sin(angle) + half_y * math.cos(angle)
            self.assertTrue(-1 < corner_x < photo.across + 1 and -1 < corner_y < photo.down + 1)

    @settings(max_examples=60, deadline=None)
    @given(st.integers(1, 40), parts, st.integers(5, 85), st.integers(20, 98))
    def test_in_a_round_slot_the_corners_of_what_matters_lie_in_the_circle(self, wider, along, angle, spread):
        """An area whose corners come as near as ``spread`` % of the radius to a circle that the photo has room for."""
        photo, radius = Pixels(2000 + 100 * wider, 2000), 1000
        middle = radius + float(along) * (photo.across - 2 * radius)
        half_x, half_y = (radius * spread / 100 * f(math.radians(angle)) for f in (math.cos, math.sin))
        left, top = Fraction(middle - half_x) / photo.across, Fraction(radius - half_y) / photo.down
        area = Area(left, top, Fraction(2 * half_x) / photo.across, Fraction(2 * half_y) / photo.down)
        slot = block(size("3", "3"), Shape.CIRCLE)
        self.assertFalse(placed(slot, photo, crop_of(photo, Slot.of(slot), areas=[area]), area).lost)

    def test_where_not_everything_fits_the_heavier_is_kept(self):
        face = Area(Fraction(0), Fraction(2, 10), Fraction(2, 10), Fraction(3, 10), weight=5)
        dog = Area(Fraction(8, 10), Fraction(2, 10), Fraction(2, 10), Fraction(3, 10), weight=2)
        crop = crop_of(Pixels(6000, 4000), Slot.plain(size("3", "4")), areas=[dog, face])
        cover = placed(block(size("3", "4")), Pixels(6000, 4000), crop, face, dog)
        self.assertEqual([lost.area for lost in cover.lost], [dog])

    def test_there_is_room_above_a_head_where_the_photo_has_it(self):
        head = Area(Fraction(4, 10), Fraction(1, 10), Fraction(2, 10), Fraction(2, 10))
        crop = crop_of(Pixels(4000, 6000), Slot.plain(size("4", "4")), areas=[head])
        self.assertGreater(head.top - crop.top, crop.height / 13)

    def test_where_a_person_looked_that_decides(self):
        face = Area(Fraction(0), Fraction(0), Fraction(2, 10), Fraction(1))
        crop = crop_of(Pixels(6000, 4000), Slot.plain(size("4", "4")), Framing(Fraction(1), Fraction(1)), [face])
        self.assertEqual(crop.left, Fraction(1, 3))

    @given(photos, slots, areas())
    def test_going_in_as_close_as_can_be_still_keeps_what_matters(self, photo, slot, area):
        assume(area.width > 0 and area.height > 0)
        zoom = closest(photo, Slot.plain(slot), [area])
        self.assertTrue(1 <= zoom <= CLOSEST)
        if zoom > 1:
            crop = crop_of(photo, Slot.plain(slot), Framing(zoom=zoom), [area])
            self.assertTrue(crop.left <= area.left and crop.left + crop.width >= area.right)
            self.assertTrue(crop.top <= area.top and crop.top + crop.height >= area.bottom)


class PrintsThatExist(TestCase):
    def test_a_print_is_never_cut_below_what_matters(self):
        hands = Area(Fraction(1, 4), Fraction(1, 4), Fraction(1, 2), Fraction(1, 2))
        safe = safe_size(Pixels(2, 3), [hands], size("4", "6"), EIGHTH, printed=size("4", "6"))
        self.assertEqual(safe, size("2", "3"))
        self.assertIsNone(safe_size(Pixels(2, 3), [], size("4", "6"), EIGHTH))

    @given(photos, slots, areas())
    def test_a_photo_is_never_asked_to_be_larger_than_drawn(self, photo, slot, area):
        safe = safe_size(photo, [area], slot, EIGHTH)
        self.assertTrue(safe.width <= slot.width and safe.height <= slot.height)

    def test_trims_say_what_comes_off_each_side_of_a_print(self):
        # a 4 x 6 trimmed to 3 1/2 x 6 with what matters on the right: all of the 1/2 in comes off the left
        crop = crop_of(Pixels(4000, 6000), Slot.plain(size("3 1/2", "6")), Framing(Fraction(1), Fraction(1, 2)))
        trims = trims_of(size("4", "6"), size("3 1/2", "6"), crop, EIGHTH)
        self.assertEqual((trims.left, trims.right, trims.top, trims.bottom), (INCH // 2, 0, 0, 0))

    @given(slots, st.integers(0, 16), st.integers(0, 16), parts, parts)
    def test_slot_and_trims_make_up_the_print(self, slot, off_x, off_y, x, y):
        whole = Size(slot.width + off_x * EIGHTH, slot.height + off_y * EIGHTH)
        crop = Crop(x / 2, y / 2, Fraction(1, 2), Fraction(1, 2))
        trims = trims_of(whole, slot, crop, EIGHTH)
        self.assertEqual((trims.left + trims.right, trims.top + trims.bottom), (off_x * EIGHTH, off_y * EIGHTH))
        self.assertGreaterEqual(min(trims.left, trims.right, trims.top, trims.bottom), 0)

    def test_a_photo_kept_whole_shows_a_mat_all_round(self):
        self.assertEqual(whole_in(Pixels(3000, 2000), size("4", "4"), EIGHTH, EIGHTH), size("3 3/4", "2 1/2"))
        self.assertIsNone(whole_in(Pixels(3000, 2000), size("1/4", "4"), EIGHTH, EIGHTH))

"""Words of the core as choices of the API."""

from inkquilt.balance.kinds import ObservationKind
from inkquilt.balance.schools import BalanceSchool
from inkquilt.clusters import Formation
from inkquilt.cutting.pieces import Slant
from inkquilt.embellishments import EmbellishmentKind, Facing
from inkquilt.embellishments import Form as EmbellishmentForm
from inkquilt.fit import School, Status, Variant
from inkquilt.fit.request import Rung, StripEnds
from inkquilt.lengths import Unit
from inkquilt.page import Side
from inkquilt.paper.regions import Hold
from inkquilt.photos.matching import PhotoOrder
from inkquilt.sketch import Role, Shape
from inkquilt.sketch.building import Beside
from inkquilt.sketch.rework import Rework
from inkquilt.sketch.ties import TieKind
from inkquilt.words import TitleWay as TitleWay
from inkquilt.words.stories import JournalWay

UNIT_CHOICES = [(unit.value, unit.value) for unit in Unit]
SCHOOL_CHOICES = [(school.value, school.value) for school in School]
RUNG_CHOICES = [(rung.value, rung.value) for rung in Rung]
VARIANT_CHOICES = [(variant.value, variant.value) for variant in Variant if variant.value]
ENDS_CHOICES = [(ends.value, ends.value) for ends in StripEnds]
TIE_CHOICES = [(kind.value, kind.value) for kind in TieKind]
REWORK_CHOICES = [(rework.value, rework.value) for rework in Rework]
STATUS_CHOICES = [(status.value, status.value) for status in Status]
ROLE_CHOICES = [(role.value, role.value) for role in Role]
SHAPE_CHOICES = [(shape.value, shape.value) for shape in Shape]
SIDE_CHOICES = [(side.value, side.value) for side in Side]
BESIDE_CHOICES = [(beside.value, beside.value) for beside in Beside]
PHOTO_ORDER_CHOICES = [(order.value, order.value) for order in PhotoOrder]
HOLD_CHOICES = [(hold.value, hold.value) for hold in Hold]
SLANT_CHOICES = [(slant.value, slant.value) for slant in Slant]
DIE_CHOICES = [(Shape.CIRCLE.value, "round"), (Shape.RECT.value, "square or oblong")]
FOLD_CHOICES = [("left", "left"), ("top", "top")]
TITLE_WAY_CHOICES = [(way.value, way.value) for way in TitleWay]
JOURNAL_WAY_CHOICES = [(way.value, way.value) for way in JournalWay]
EMBELLISHMENT_KIND_CHOICES = [(kind.value, kind.value) for kind in EmbellishmentKind]
FORM_CHOICES = [(form.value, form.value) for form in EmbellishmentForm]
FACING_CHOICES = [(facing.value, facing.value) for facing in Facing]
FORMATION_CHOICES = [(formation.value, formation.value) for formation in Formation]
BALANCE_SCHOOL_CHOICES = [(school.value, school.value) for school in BalanceSchool]
OBSERVATION_CHOICES = [(kind.name.lower().replace("_", "-"), kind.value) for kind in ObservationKind]

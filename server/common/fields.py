"""Words of the core as choices of the API."""

from inkquilt.fit import School, Status
from inkquilt.lengths import Unit
from inkquilt.page import Side
from inkquilt.sketch import Role, Shape

UNIT_CHOICES = [(unit.value, unit.value) for unit in Unit]
SCHOOL_CHOICES = [(school.value, school.value) for school in School]
STATUS_CHOICES = [(status.value, status.value) for status in Status]
ROLE_CHOICES = [(role.value, role.value) for role in Role]
SHAPE_CHOICES = [(shape.value, shape.value) for shape in Shape]
SIDE_CHOICES = [(side.value, side.value) for side in Side]

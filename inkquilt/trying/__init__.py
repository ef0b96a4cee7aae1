"""Changes that would take away what was noticed, found by search and previewed.

``changes``  what is tried and the rules it may not break
``pieces``   changes to single embellishments
``whole``    changes to the page as a whole
``search``   the best change for one observation
"""

from inkquilt.trying.changes import Asked, Trial, breaks_rule
from inkquilt.trying.search import try_it

__all__ = ["Asked", "Trial", "breaks_rule", "try_it"]

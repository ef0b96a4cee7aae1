"""Changes that would take away what was noticed, found by search and previewed.

``changes``  what is tried and the rules it may not break
``pieces``   changes to single embellishments
``whole``    changes to the page as a whole
``search``   the best change for one observation
``underlays``  what is laid under a title that is hard to read
"""

from inkquilt.suggestions.changes import Asked, Trial, breaks_rule
from inkquilt.suggestions.search import try_it

__all__ = ["Asked", "Trial", "breaks_rule", "try_it"]

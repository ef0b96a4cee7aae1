"""Fitting: a sketch and another page -> pages worked out block by block.

``bounds``   every number the rules of fitting use, named
``request``  what is asked and what comes back
``sizes``    which sizes a block may take
``model``    the constraint model (build)
``solver``   how the solver is set up
``solve``    solving, reading back, checking
``clash``    why nothing fits: the smallest set of demands and its sum
``explain``  what changed, what was kept, what broke
``check``    the hard rules again, by code that shares nothing with the model
"""

from inkquilt.fit.request import Clash, Fit, FitRequest, School, Status, Way
from inkquilt.fit.solve import fit, fit_ways

__all__ = ["Clash", "Fit", "FitRequest", "School", "Status", "Way", "fit", "fit_ways"]

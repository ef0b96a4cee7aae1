"""Fitting: a sketch and another page -> pages that are still the design that was drawn.

What is asked and the drawing it starts from:
``bounds``      every number the rules of fitting use, named
``request``     what is asked and what comes back
``switches``    choices for a whole page; ``straighten`` tilts that are given up
``filling``     the extra of a larger page; ``arranging`` groups arranged anew
``ways``        the drawing each way starts from

Laying it:
``linear``      sizes, places, papers and clusters by linear programs
``owned_sizes`` sizes that exist before the page: listed prints, prints from a shop, dies
``designs``     the ways laid, judged, ranked; the ladder
``solve``       one way, all ways, or a page that lies fitted again

Round a hand's pins:
``manual_edit`` what a hand did, as pins
``sizes``       which sizes a block may take
``pins``        what was settled by hand, and the relations around it
``rules``       the hard rules as plain arithmetic
``model``       the constraint model; ``wishes`` its objective; ``solver`` its set-up
``exact``       solving (``proving``), reading back (``readback``), checking
``check``       the hard rules again, by code that shares nothing with the model

Saying what came of it:
``explain``     what changed and what a fit is called
``relation_report`` which relations hold; ``reasons`` why the others were lost; ``touching`` gaps that are gone
``writing``     fits as JSON data
``clash``       why nothing fits: the smallest set of demands and its sum
``relaxations`` what may be given up; ``relaxation_search`` what of it would help
``proposals``   slots to merge, split, drop or leave to a card

Nothing here is imported that loads a solver: ``inkquilt.fit.solve`` does that.
"""

from inkquilt.fit.request import Clash, Fit, FitRequest, School, Status, Variant, Way

__all__ = ["Clash", "Fit", "FitRequest", "School", "Status", "Variant", "Way"]

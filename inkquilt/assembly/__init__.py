"""Putting a page together: in which order its pieces are stuck down, where the glue goes, where each piece lies.

``things``      what a hand takes up and sticks down in one go
``order``       what lies on what, and the first order that keeps to it
``terms``       what a person settles of it, and what is done
``steps``       the steps in order, by school, with background work and drying
``glue``        where the glue goes, and foam that evens out heights
``distances``   the two distances of a piece, from page edges or from what is down
``guide``       outlines and pencil ticks at true size
``wording``     all of it in words
``thickness``   how thick a page is, and what would be flatter
``afterwards``  lifting a piece again, and what can still be done
``dry_fit``     a page that lies on the table, compared with its plan
"""

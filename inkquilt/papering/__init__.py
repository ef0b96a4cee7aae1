"""Choosing papers for a page: which suit one place, and how all of them can be dealt out.

``candidates``  the sides of the papers there are, as arrays for quick sums
``places``      the page as papers see it: what shows where, and what meets
``wishes``      where she starts, and what else she wishes
``scoring``     what speaks for and against a paper in a place, and two of them together
``together``    what is judged over all places at once
``dealing``     the best assignment of papers to places, exact where there are few
``paperings``   a handful of whole papered pages that differ
``ranking``     what suits one place, and why not another
``meeting``     what two papers cost that meet, or lie on one page
``regrets``     what would be found wrong hours later
``mending``     what takes a regret away
``wording``     all of it in words
``buying``      what the stash lacks
``companions``  inks, pens and paints for edges and letters; ``companion_lines`` as one says them
"""

"""The core of Ink Quilt: every rule of the job and every sum, in plain Python.

Nothing here knows of a web server, a file or a network. Inputs and
results are frozen values; a step returns a new value.

Stages of the job, each importing only from those before it:

``errors``          what can go wrong, as values; ``exact_json`` and ``wording`` numbers and words, in and out
``lengths``         exact lengths: reading and printing them
``colour``          colours compared, named, and set on a wheel
``page``            the page formats people own, and what must be kept clear on them
``sketch``          sketches and their blocks; relations read from geometry; turning
``design``          what makes a sketch the design it is, and whether a page still is it
``photos``          what of a photo shows, what matters in it, which goes where
``space``           room left on a page
``fit``             a sketch + a page -> fitted pages, each checked before it leaves
``paper``           what a page is made of, and the paper people own
``cutting``         what has to be cut, and plans of cuts
``words``           titles and stories
``embellishments``  what is owned (``embellishment_lines``: as one says it), and pieces of it on a page; ``layout`` all
                    that lies there, ``moving`` by hand, ``along`` at a fit
``balance``         how a page looks, and what a second look notices
``clusters``        clusters and scattered backgrounds
``suggestions``     changes that would take away what was noticed
``papering``        which papers suit a page, and what would be regretted
``measuring``       what a ruler and a pencil need
``printing``        photo prints on sheets
``assembly``        in which order a page is stuck down, and where each piece and its glue goes
``composition``     the page at work: its document, and everything that can be done to it
``album``           finished pages as they lie in an album, and what of it is missing
``using_up``        what of a stash lies longest, what pages took of it, and a page from what lies
"""

"""Laying a design on a page by two linear programs: how large everything is, then where it lies.

``program``   a linear program put together piece by piece
``terms``     what one laying is asked for: the page, the scale aimed at, how small things may get
``lay``       pieces and their edges as expressions; ``pairs`` what holds between two of them
``sizing``    the first program, continuous: sizes, and about where
``placing``   the second, whole: places on the grid for sizes that are fixed
``papers``    papers laid round what they carry
``accents``   clusters put back at the corners they were drawn at
``laying``    all of it, one after the other
``settling``   sizes that the first program found, brought to marks: twins alike, the order of sizes kept
"""

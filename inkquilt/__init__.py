"""The core of Ink Quilt: every rule of the job and every sum, in plain Python.

Nothing here knows of a web server, a file, a clock or a network. Inputs and
results are frozen values; a step returns a new value.

Stages of the job, each importing only from those before it:

``lengths``  exact lengths: reading and printing them
``page``     the page formats people own, and what must be kept clear on them
``sketch``   sketches and their blocks; relations read from geometry; turning
``fit``      a sketch + a page -> fitted pages, each checked before it leaves
``photos``   where a photo is cropped to fill its slot
``cutting``  what has to be cut, and a first plan of cuts
"""

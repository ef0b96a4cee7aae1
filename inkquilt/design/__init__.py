"""What makes a sketch the design it is, read before anything is fitted, and whether a page still is it.

``reading``   who leads, who is larger than whom, who is a twin of whom, which pieces move as one
``marks``     what a page may not lose: judged on the finished page by code of its own
``distance``  how far a page is from its drawing, as a documented sum, and in words
``dealing``    the groups of one design dealt over two facing pages
``tree``       a sketch read as a tree of groups, and the other ways in which its groups can stand
"""

from inkquilt.design.reading import Design, Stack, read_design

__all__ = ["Design", "Stack", "read_design"]

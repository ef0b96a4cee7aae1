"""Sketches: what they are made of, how they are read, and what relates their blocks.

``model``      the values: Sketch, Block and their words
``reading``    JSON data -> Sketch, all faults at once
``writing``    Sketch -> JSON data
``geometry``   boxes and turned outlines
``transform``  quarter turns and mirror images
``relations``  what holds between blocks, read from where they lie
``basic``      basic types of layouts, drawn for any page and number of photos. Common practice, no source
``companion``  a page to face one that is finished: its papers return, its strong shape moves to the other end
``draft``      from shapes that were found (in a drawing file, in a picture) to a sketch
``measured``   a sketch from measures taken with a ruler: sizes, and distances from the page's edges
``ruler_rows`` rows of measures as people type them, read into values
``naming``     what pieces are called that nobody gave a name
``patterns``   what a scrapbooker sees repeat in a sketch
``photo_list`` a list of photos by their sizes, as one says it, and rows that it makes
``redraw``     putting a draft right by hand: what a piece is, where it lies, what is missing or too much
``relaid``     a page's papers kept, and other photos laid on them
``rework``     two slots made one, one slot made two: changes to a sketch that a person may decide on
``building``   pieces laid on a page by themselves or beside others: where, how large, on what layer
``rings``      outlines of corners: whether they cross, which lies in which
``room``       keeping room on a page for something the sketch does not have: a cluster, a title, words, a tag
``sweeping``   a draft put right with one stroke: pieces swept together or away, a photo traced with its mat
``tidy``       edges read from a picture, brought to common lines and to marks a ruler has
``ties``       the relations of a sketch as a person meets them: each with a key to untie it by, and in words
"""

from inkquilt.sketch.model import Block, Role, Shape, Sketch

__all__ = ["Block", "Role", "Shape", "Sketch"]

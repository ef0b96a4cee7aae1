"""Sketches: what they are made of, how they are read, and what relates their blocks.

``model``      the values: Sketch, Block and their words
``reading``    JSON data -> Sketch, all faults at once
``writing``    Sketch -> JSON data
``geometry``   boxes and turned outlines
``transform``  quarter turns and mirror images
``relations``  what holds between blocks, read from where they lie
"""

from inkquilt.sketch.model import Block, Role, Shape, Sketch

__all__ = ["Block", "Role", "Shape", "Sketch"]

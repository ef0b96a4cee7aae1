"""Sketches out of pictures: scans and photographs of drawings and of finished pages."""

from inkquilt_io.picture.opening import MOST_BYTES, PictureFaults
from inkquilt_io.picture.reading import ReadPicture, read_picture

__all__ = ["MOST_BYTES", "PictureFaults", "ReadPicture", "read_picture"]

"""An album printed as a contact book (``contact_pdf``), and given away as plain web pages (``web_folder``)."""

from inkquilt_io.album.told import ToldAlbum, ToldOpening, ToldPage, ToldSide
from inkquilt_io.album.web_folder import Folder, web_folder

__all__ = ["Folder", "ToldAlbum", "ToldOpening", "ToldPage", "ToldSide", "web_folder"]

"""An album printed as a contact book, and given away as plain web pages."""

from inkquilt_io.album.contact_pdf import contact_pdf
from inkquilt_io.album.told import ToldAlbum, ToldOpening, ToldPage, ToldSide
from inkquilt_io.album.web_folder import Folder, web_folder

__all__ = ["Folder", "ToldAlbum", "ToldOpening", "ToldPage", "ToldSide", "contact_pdf", "web_folder"]

"""Photos at exact size for printing: each print as JPEG with its density, and whole sheets as PDF.

Pixels come from the original file, its colour profile (ICC.1:2022) with them: in a
JPEG as it always is, in the PDF as an ICCBased colour space (ISO 32000-1, 8.6.5.5).
Nothing else of the file goes along: neither the place nor the time it was taken.
"""

from __future__ import annotations

import io
from collections.abc import Mapping, Sequence
from typing import Any, Final, cast

from PIL import Image, ImageOps
from pypdf import PdfReader, PdfWriter
from pypdf.generic import ArrayObject, DecodedStreamObject, DictionaryObject, NameObject, NumberObject, StreamObject
from reportlab.pdfgen.canvas import Canvas as Pdf

from inkquilt.lengths import INCH, Grains
from inkquilt.printing.laid import LaidPrint, PrintSheet
from inkquilt.printing.prints import Print, bled
from inkquilt.sketch.model import Size
from inkquilt_io.pdf import WORDS, points, register_fonts
from inkquilt_io.photo_files import open_photo
from inkquilt_io.print_values import Pixelled, Source
from inkquilt_io.window import window_of

#: No printer shows more.
MOST_PER_INCH: Final = 600
QUALITY: Final = 95


def pixelled(one: Print, source: Source, most_pixels: int) -> Pixelled:
    """Return a print's picture, bleed with it, at its exact size: pixels per inch are written in the file.

    Raises ``NotAPhoto`` or ``OSError`` when the original cannot be read any more.
    """
    image = open_photo(source.path, most_pixels)
    profile = image.info.get("icc_profile")
    upright = ImageOps.exif_transpose(image)
    if upright.mode not in ("RGB", "L", "CMYK"):
        upright, profile = upright.convert("RGB"), profile if upright.mode in ("RGBA", "P") else None
    size = Size(one.size.width + 2 * one.bleed, one.size.height + 2 * one.bleed)
    most = size.width * MOST_PER_INCH // INCH, size.height * MOST_PER_INCH // INCH
    part = window_of(upright, bled(source.crop, one.size, one.bleed), most)
    out = io.BytesIO()
    # the density is that of the longer side, to the nearest whole one: the side comes out right to 0.1 %
    density = round(part.width * INCH / size.width), round(part.height * INCH / size.height)
    exact = part.resize(
        (round(size.width * density[0] / INCH), round(size.height * density[1] / INCH)), Image.Resampling.LANCZOS
    )
    exact.save(out, "JPEG", quality=QUALITY, subsampling=0, dpi=density, icc_profile=profile)
    return Pixelled(out.getvalue(), exact.mode, exact.width, exact.height, profile)


def sheets_pdf(sheets: Sequence[PrintSheet], pictures: Mapping[str, Pixelled], title: str) -> bytes:
    """Return the sheets as one PDF, a page for each, in true size."""
    writer = PdfWriter(clone_from=PdfReader(io.BytesIO(_marks_pdf(sheets, title))))
    made: dict[str, Any] = {}
    for page, sheet in zip(writer.pages, sheets, strict=True):
        drawn = []
        names = DictionaryObject()
        for number, laid in enumerate(sheet.laid):
            picture = pictures[laid.print.key]
            if laid.print.key not in made:
                made[laid.print.key] = writer._add_object(_image(writer, picture))
            names[NameObject(f"/P{number}")] = made[laid.print.key]
            drawn.append(f"q {_matrix(laid, sheet.paper.size.height)} cm /P{number} Do Q")
        resources = cast(DictionaryObject, page["/Resources"].get_object())
        resources[NameObject("/XObject")] = names
        content = DecodedStreamObject()
        content.set_data("\n".join(drawn).encode())
        before = writer._add_object(content)
        page[NameObject("/Contents")] = ArrayObject([before, page.raw_get("/Contents")])
    out = io.BytesIO()
    writer.write(out)
    return out.getvalue()


def _image(writer: PdfWriter, picture: Pixelled) -> StreamObject:
    components, device = {"L": (1, "/DeviceGray"), "RGB": (3, "/DeviceRGB"), "CMYK": (4, "/DeviceCMYK")}[picture.mode]
    space: Any = NameObject(device)
    if picture.profile:
        profile = DecodedStreamObject()
        profile.set_data(picture.profile)
        profile[NameObject("/N")] = NumberObject(components)
        profile[NameObject("/Alternate")] = NameObject(device)
        space = ArrayObject([NameObject("/ICCBased"), writer._add_object(profile)])
    image = StreamObject()
    image._data = picture.jpeg
    image.update(
        {
            NameObject("/Type"): NameObject("/XObject"),
            NameObject("/Subtype"): NameObject("/Image"),
            NameObject("/Width"): NumberObject(picture.width),
            NameObject("/Height"): NumberObject(picture.height),
            NameObject("/ColorSpace"): space,
            NameObject("/BitsPerComponent"): NumberObject(8),
            NameObject("/Filter"): NameObject("/DCTDecode"),
        }
    )
    if picture.mode == "CMYK":  # Pillow writes it the other way round, as the marker in the file says
        image[NameObject("/Decode")] = ArrayObject(NumberObject(number) for number in (1, 0) * 4)
    return image


def _matrix(laid: LaidPrint, height: Grains) -> str:
    """Return the matrix that lays a unit picture where a print lies, bleed included; PDF counts from the foot."""
    bleed = laid.print.bleed
    left, top = laid.x - bleed, laid.y - bleed
    wide, high = points(laid.size.width + 2 * bleed), points(laid.size.height + 2 * bleed)
    x, y = points(left), points(height - top) - high
    if not laid.turned:
        return f"{wide:.5f} 0 0 {high:.5f} {x:.5f} {y:.5f}"
    # turned clockwise by a quarter: the picture's right is down, its top is right
    return f"0 {-high:.5f} {wide:.5f} 0 {x:.5f} {y + high:.5f}"


def _marks_pdf(sheets: Sequence[PrintSheet], title: str) -> bytes:
    register_fonts()
    out = io.BytesIO()
    pdf = Pdf(out, invariant=1)
    pdf.setTitle(title)
    pdf.setAuthor("Ink Quilt")
    for sheet in sheets:
        width, height = sheet.paper.size.width, sheet.paper.size.height
        pdf.setPageSize((points(width), points(height)))
        pdf.setLineWidth(0.5)
        for mark in sheet.marks():
            pdf.line(points(mark.x0), points(height - mark.y0), points(mark.x1), points(height - mark.y1))
        pdf.setFont(WORDS, 1)  # so that every page has resources
        pdf.showPage()
    pdf.save()
    return out.getvalue()

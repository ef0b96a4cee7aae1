"""An album as a folder of plain web pages: opened with any browser, without Ink Quilt, a script or a network.

Each file says so itself by its content security policy; all text goes through ElementTree, which writes no markup of
it. Fonts go along under the SIL Open Font License, with its text.
"""

from __future__ import annotations

import io
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Final
from xml.etree.ElementTree import Element, SubElement, tostring

from inkquilt_io.album.told import ToldAlbum, ToldPage, ToldSide, shown_half

#: One file of the folder: its name, and what is in it.
Folder = Iterator[tuple[str, bytes]]
_FONTS: Final = Path(__file__).parent.parent / "fonts"
_FONT_FILES: Final = ("Literata-SemiBold.ttf", "Figtree-Medium.ttf", "OFL-Literata.txt", "OFL-Figtree.txt")
#: Nothing is run, sent or fetched; pictures, fonts and styles come from the folder, which has no origin of its own.
_POLICY: Final = "default-src 'none'; img-src file: 'self'; style-src file: 'self'; font-src file: 'self'"
_STYLE: Final = """\
@font-face { font-family: Literata; src: url(fonts/Literata-SemiBold.ttf); }
@font-face { font-family: Figtree; src: url(fonts/Figtree-Medium.ttf); }
body { background: #f4eee2; color: #22345c; font: 1.05rem/1.5 Figtree, sans-serif; margin: 0 auto; max-width: 70rem;
  padding: 1.5rem; }
h1, h2 { font-family: Literata, serif; line-height: 1.2; }
a { color: #22345c; text-decoration-style: dashed; text-underline-offset: 0.2em; }
a:focus-visible { outline: 3px solid #9c2f3a; outline-offset: 2px; }
img { display: block; height: auto; max-width: 100%; }
.openings { display: grid; gap: 1.6rem; grid-template-columns: repeat(auto-fill, minmax(20rem, 1fr)); list-style: none;
  padding: 0; }
.opening { display: grid; grid-template-columns: 1fr 1fr; }
.opening > * { border: 1px solid #22345c; display: flex; align-items: center; justify-content: center; }
.opening > :first-child { border-right: 3px double #22345c; }
.empty { border-style: dashed; min-height: 6rem; }
.captions { margin: 0.4rem 0 0; }
.page img { border: 1px solid #22345c; }
.story { max-width: 40rem; white-space: pre-line; }
nav { display: flex; gap: 1.5rem; margin: 1rem 0; }
dt { font-weight: 700; }
dd { margin: 0 0 0.5rem; }
@media print { nav { display: none; } body { background: none; } }
"""


def web_folder(album: ToldAlbum, large: Callable[[int], list[tuple[str, bytes]]]) -> Folder:
    """Yield the files of the folder, one after the other.

    ``large`` gives the pictures of a page by its number, each with what it shows and a JPEG, and is asked for one page
    after the other.
    """
    yield "index.html", _index(album)
    yield "style.css", _STYLE.encode()
    for name in _FONT_FILES:
        yield f"fonts/{name}", (_FONTS / name).read_bytes()
    for number, opening in enumerate(album.openings, start=1):
        for side in (opening.left, opening.right):
            if side is not None:
                yield _small_name(number, side), _jpeg_of(album.pages[side.page], side)
    order = [page for _, page in album.places()]
    names = {page.key: f"page-{number:03}.html" for number, page in enumerate(order, start=1)}
    for at, page in enumerate(order):
        pictures = large(page.key)
        files = [f"pictures/{names[page.key][:-5]}-{number}.jpg" for number in range(1, len(pictures) + 1)]
        around = [order[to] if 0 <= to < len(order) else None for to in (at - 1, at + 1)]
        shown = [(file, words) for file, (words, _) in zip(files, pictures, strict=True)]
        yield names[page.key], _page(album, page, shown, around, names)
        yield from ((file, jpeg) for file, (_, jpeg) in zip(files, pictures, strict=True))


def _small_name(opening: int, side: ToldSide) -> str:
    return f"pictures/small-{opening:03}-{side.page}-{side.shown.value.split()[0]}.jpg"


def _jpeg_of(page: ToldPage, side: ToldSide) -> bytes:
    out = io.BytesIO()
    shown_half(page.small, side.shown).save(out, "JPEG", quality=88)
    return out.getvalue()


def _document(title: str) -> tuple[Element, Element]:
    root = Element("html", {"lang": "en"})
    head = SubElement(root, "head")
    SubElement(head, "meta", {"charset": "utf-8"})
    SubElement(head, "meta", {"http-equiv": "Content-Security-Policy", "content": _POLICY})
    SubElement(head, "meta", {"name": "viewport", "content": "width=device-width, initial-scale=1"})
    SubElement(head, "title").text = title
    SubElement(head, "link", {"rel": "stylesheet", "href": "style.css"})
    return root, SubElement(root, "body")


def _written(root: Element) -> bytes:
    return b"<!doctype html>\n" + tostring(root, encoding="unicode", method="html").encode() + b"\n"


def _index(album: ToldAlbum) -> bytes:
    root, body = _document(album.name)
    main = SubElement(body, "main")
    SubElement(main, "h1").text = album.name
    if album.when:
        SubElement(main, "p").text = album.when
    names = {page.key: f"page-{number:03}.html" for number, (_, page) in enumerate(album.places(), start=1)}
    rows = SubElement(main, "ol", {"class": "openings"})
    for number, opening in enumerate(album.openings, start=1):
        row = SubElement(rows, "li")
        pair = SubElement(row, "div", {"class": "opening"})
        for side in (opening.left, opening.right):
            if side is None:
                SubElement(pair, "span", {"class": "empty"})
                continue
            link = SubElement(pair, "a", {"href": names[side.page]})
            alt = album.pages[side.page].name
            SubElement(link, "img", {"src": _small_name(number, side), "alt": alt, "loading": "lazy"})
        captions = SubElement(row, "p", {"class": "captions"})
        for key in opening.pages:
            page = album.pages[key]
            SubElement(captions, "strong").text = page.name
            last = SubElement(captions, "span")
            last.text = f" {page.when}" if page.when else ""
            last.tail = " "
    _people(main, album, names)
    return _written(root)


def _people(main: Element, album: ToldAlbum, names: dict[int, str]) -> None:
    index = album.index()
    if not index:
        return
    SubElement(main, "h2").text = "Who and what is where"
    rows = SubElement(main, "dl")
    for name, pages in index:
        SubElement(rows, "dt").text = name
        told = SubElement(rows, "dd")
        for _, page in pages:
            link = SubElement(told, "a", {"href": names[page.key]})
            link.text, link.tail = page.name, " "


def _page(
    album: ToldAlbum,
    page: ToldPage,
    pictures: list[tuple[str, str]],
    around: list[ToldPage | None],
    names: dict[int, str],
) -> bytes:
    root, body = _document(f"{page.name}, {album.name}")
    _ways(body, album, around, names)
    main = SubElement(body, "main", {"class": "page"})
    SubElement(main, "h1").text = page.name
    for file, words in pictures:
        SubElement(main, "img", {"src": file, "alt": words})
    if page.story:
        SubElement(main, "h2").text = "The story"
        SubElement(main, "p", {"class": "story"}).text = page.story
    facts = [(head, text) for head, text in page.facts if text]
    if facts or page.used:
        rows = SubElement(main, "dl")
        for head, text in facts:
            SubElement(rows, "dt").text = head
            SubElement(rows, "dd").text = text
        for line in page.used:
            head, _, text = line.partition(": ")
            SubElement(rows, "dt").text = head if text else "Made with"
            SubElement(rows, "dd").text = text or line
    return _written(root)


def _ways(body: Element, album: ToldAlbum, around: list[ToldPage | None], names: dict[int, str]) -> None:
    nav = SubElement(body, "nav", {"aria-label": "Through the album"})
    SubElement(nav, "a", {"href": "index.html"}).text = album.name
    for page, words in zip(around, ("before: ", "after: "), strict=True):
        if page is not None:
            SubElement(nav, "a", {"href": names[page.key]}).text = f"{words}{page.name}"

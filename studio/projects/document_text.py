"""The text of a document, in a process of its own: ``python -m studio.projects.document_text``.

The document comes on standard input; its text goes to standard output. It knows nothing of the studio, so
that it starts at once; what a document takes is given back when it ends. Rows of tables are lines with tabs
between their cells, as a spreadsheet gives them to the clipboard.
"""

from __future__ import annotations

import io
import resource
import sys
import warnings
import zipfile
from collections.abc import Iterator
from enum import IntEnum
from typing import TYPE_CHECKING
from xml.etree.ElementTree import Element

if TYPE_CHECKING:
    from pypdf import PageObject

__all__ = ["Ended", "NoTextError", "outcome", "text_of"]

_MOST_BYTES = 400 << 20  # of addresses, of which the libraries themselves take some 150
_SECONDS = 10
# What is held of a part while it is read is many times the part.
_LARGEST_UNPACKED = 20_000_000  # bytes of a document's parts, pictures among them
_LARGEST_TEXT = 1_500_000  # bytes of the part that has its text
_LARGEST_PAGE = 500_000  # bytes of what is drawn on a page
_MOST_PAGES = 60
# A list is a page or two; what is longer is a book.
_MOST_SIGNS = 200_000
_TEXT = "{urn:oasis:names:tc:opendocument:xmlns:text:1.0}"
_TABLE = "{urn:oasis:names:tc:opendocument:xmlns:table:1.0}"
_MOST_REPEATED = 60


class Ended(IntEnum):
    """What the process ends with where it has no text to give."""

    NOT_A_DOCUMENT = 3
    LOCKED = 4
    NO_TEXT = 5
    TOO_LARGE = 6


class NoTextError(Exception):
    """A document that no text can be taken from, and why."""

    def __init__(self, why: Ended) -> None:
        super().__init__(why.name)
        self.why = why


def text_of(content: bytes) -> str:
    """The text of a PDF, a document (DOCX, ODT), a spreadsheet (XLSX, ODS) or a plain file.

    What it is follows from its first bytes, not from its name. NoTextError where there is none.
    """
    if content[:1_024].lstrip()[:5] == b"%PDF-":
        found = _of_pdf(content)
    elif content[:4] == b"PK\x03\x04":
        found = _of_archive(content)
    else:
        found = _of_plain(content)
    lines = [line.rstrip() for line in found.replace("\r\n", "\n").replace("\r", "\n").split("\n")]
    text = "\n".join(lines).strip("\n")
    if not text.strip():
        raise NoTextError(Ended.NO_TEXT)
    if len(text) > _MOST_SIGNS:
        raise NoTextError(Ended.TOO_LARGE)
    return text


def _of_plain(content: bytes) -> str:
    """Text in UTF-8, in UTF-16 with its mark, or as older systems of Western Europe write it."""
    if content[:2] in (b"\xff\xfe", b"\xfe\xff"):
        return content.decode("utf-16", "replace")
    if b"\0" in content:
        raise NoTextError(Ended.NOT_A_DOCUMENT)
    try:
        return content.decode("utf-8-sig")
    except UnicodeDecodeError:
        return content.decode("cp1252", "replace")


def _of_pdf(content: bytes) -> str:
    """A PDF's text with its columns side by side, page after page."""
    from pypdf import PdfReader

    reader = PdfReader(io.BytesIO(content))
    if reader.is_encrypted and not reader.decrypt(""):
        raise NoTextError(Ended.LOCKED)
    if len(reader.pages) > _MOST_PAGES:
        raise NoTextError(Ended.TOO_LARGE)
    return "\n".join(map(_of_page, reader.pages))


def _of_page(page: PageObject) -> str:
    drawn = page.get_contents()
    if drawn is not None and len(drawn.get_data()) > _LARGEST_PAGE:
        raise NoTextError(Ended.TOO_LARGE)
    return page.extract_text(extraction_mode="layout")


def _of_archive(content: bytes) -> str:
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        if sum(part.file_size for part in archive.infolist()) > _LARGEST_UNPACKED:
            raise NoTextError(Ended.TOO_LARGE)
        names = set(archive.namelist())
        texts = [part for part in archive.infolist() if part.filename in ("content.xml", "word/document.xml")]
        if any(part.file_size > _LARGEST_TEXT for part in texts):
            raise NoTextError(Ended.TOO_LARGE)
        if any(part.flag_bits & 1 for part in archive.infolist()):
            raise NoTextError(Ended.LOCKED)
        if "content.xml" in names:
            return "\n".join(_of_opendocument(archive.read("content.xml")))
    if "word/document.xml" in names:
        return "\n".join(_of_word(content))
    if "xl/workbook.xml" in names:
        return _of_spreadsheet(content)
    raise NoTextError(Ended.NOT_A_DOCUMENT)


def _of_word(content: bytes) -> Iterator[str]:
    """Paragraphs and rows of a DOCX (ISO/IEC 29500) in their order."""
    import docx
    from docx.table import Table

    for part in docx.Document(io.BytesIO(content)).iter_inner_content():
        if isinstance(part, Table):
            for row in part.rows:
                # A cell that spans several columns is given once for each; it is said once.
                cells = [
                    cell.text for n, cell in enumerate(row.cells) if n == 0 or cell is not row.cells[n - 1]
                ]
                yield "\t".join(" ".join(cell.split()) for cell in cells)
        else:
            yield part.text


def _of_spreadsheet(content: bytes) -> str:
    from neat_sheaf.formats.table_file import read_xlsx_rows

    return "\n".join("\t".join(cells) for _, cells in read_xlsx_rows(content))


def _of_opendocument(content: bytes) -> Iterator[str]:
    """Paragraphs and rows of an ODT or ODS (ISO/IEC 26300) in their order."""
    from defusedxml.ElementTree import fromstring

    return _of_parts(fromstring(content))


def _of_parts(root: Element) -> Iterator[str]:
    waiting = [root]
    while waiting:
        part = waiting.pop()
        if part.tag in (f"{_TEXT}p", f"{_TEXT}h"):
            yield _words(part)
        elif part.tag == f"{_TABLE}table-row":
            yield "\t".join(_cells(part)).rstrip("\t")
        elif part.tag != f"{_TEXT}tracked-changes":  # what was deleted is no part of the text
            waiting += reversed(part)


def _cells(row: Element) -> Iterator[str]:
    for cell in row:
        if cell.tag.startswith(f"{_TABLE}") and cell.tag.endswith("table-cell"):
            repeated = cell.get(f"{_TABLE}number-columns-repeated", "1")
            times = min(int(repeated), _MOST_REPEATED) if repeated.isdigit() else 1
            text = " ".join(_words(part) for part in cell.iter(f"{_TEXT}p"))
            yield from [text] * times


def _words(part: Element) -> str:
    """The text of a paragraph, with the blanks and tabs that ODF writes as elements of their own."""
    found: list[str] = [part.text or ""]
    for inner in part:
        if inner.tag == f"{_TEXT}s":
            count = inner.get(f"{_TEXT}c", "1")
            found.append(" " * (min(int(count), 200) if count.isdigit() else 1))
        elif inner.tag == f"{_TEXT}tab":
            found.append("\t")
        elif inner.tag == f"{_TEXT}line-break":
            found.append("\n")
        elif inner.tag != f"{_TEXT}note":
            found.append(_words(inner))
        found.append(inner.tail or "")
    return "".join(found)


def outcome(content: bytes) -> tuple[int, str]:
    """What the process ends with, 0 where there is a text, and the text."""
    try:
        return 0, text_of(content)
    except NoTextError as error:
        return error.why, ""
    except MemoryError:
        return Ended.TOO_LARGE, ""
    except Exception:  # a boundary: whatever a broken file makes of the libraries that read it
        return Ended.NOT_A_DOCUMENT, ""


def _main() -> int:
    resource.setrlimit(resource.RLIMIT_AS, (_MOST_BYTES, _MOST_BYTES))
    resource.setrlimit(resource.RLIMIT_CPU, (_SECONDS, _SECONDS))
    warnings.simplefilter("ignore")
    ended, text = outcome(sys.stdin.buffer.read())
    sys.stdout.buffer.write(text.encode("utf-8", "replace"))
    return ended


if __name__ == "__main__":
    sys.exit(_main())

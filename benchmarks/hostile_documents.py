"""Documents that take as much as they can of whoever reads the text that is in them."""

from __future__ import annotations

import io
import zipfile
import zlib
from collections.abc import Callable

__all__ = ["DOCUMENTS", "read_document"]

_ODF = 'xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"'


def pdf(drawn: bytes) -> bytes:
    """A PDF (ISO 32000) of one page on which that is drawn, packed."""
    packed = zlib.compress(drawn, 9)
    font = b"<</Font<</F1<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>>>>>"
    objects = [
        b"<</Type/Catalog/Pages 2 0 R>>",
        b"<</Type/Pages/Kids[3 0 R]/Count 1>>",
        b"<</Type/Page/Parent 2 0 R/MediaBox[0 0 612 792]/Resources" + font + b"/Contents 4 0 R>>",
        b"<</Filter/FlateDecode/Length %d>>stream\n%s\nendstream" % (len(packed), packed),
    ]
    out, places = b"%PDF-1.4\n", []
    for n, one in enumerate(objects, 1):
        places.append(len(out))
        out += b"%d 0 obj\n%s\nendobj\n" % (n, one)
    rows = b"".join(b"%010d 00000 n \n" % place for place in places)
    table = b"xref\n0 5\n0000000000 65535 f \n" + rows + b"trailer<</Size 5/Root 1 0 R>>\n"
    return out + table + b"startxref\n%d\n%%%%EOF" % len(out)


def _words(times: int) -> bytes:
    return b"BT /F1 9 Tf " + b"(1 x 2) Tj 1 0 0 1 3 3 Tm " * times + b"ET"


def odt(body: str) -> bytes:
    """An OpenDocument text (ISO/IEC 26300) with that in it."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("content.xml", f"<o {_ODF}>{body}</o>")
    return out.getvalue()


def docx(body: bytes) -> bytes:
    """A DOCX (ISO/IEC 29500) with that before its last section."""
    from docx import Document

    plain, out = io.BytesIO(), io.BytesIO()
    Document().save(plain)
    with zipfile.ZipFile(plain) as old, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as new:
        for part in old.infolist():
            held = old.read(part)
            if part.filename == "word/document.xml":
                held = held.replace(b"<w:sectPr", body + b"<w:sectPr", 1)
            new.writestr(part.filename, held)
    return out.getvalue()


def _row(cells: int) -> bytes:
    row = b"<w:tr>" + b"<w:tc><w:p/></w:tc>" * cells + b"</w:tr>"
    return b"<w:tbl><w:tblPr/><w:tblGrid/>" + row + b"</w:tbl>"


def read_document(content: bytes) -> None:
    """The text of it, in this process; FileError where there is none."""
    from neat_sheaf.errors import fault
    from neat_sheaf.formats.reading import FileError
    from studio.projects.document_text import outcome

    ended, _ = outcome(content)
    if ended:
        raise FileError([fault("content", f"document.{ended}")])


DOCUMENTS: dict[str, Callable[[], bytes]] = {
    "PDF, 1.5 million words": lambda: pdf(_words(1_500_000)),
    "PDF, words to the limit": lambda: pdf(_words(18_000)),
    "PDF, half a GB of blanks": lambda: pdf(b" " * 500_000_000),
    "ODT, 4 million paragraphs": lambda: odt("<text:p/>" * 4_000_000),
    "ODT, to the limit": lambda: odt("<text:p/>" * 150_000),
    "ODT, tags within tags": lambda: odt("<text:span>" * 60_000 + "</text:span>" * 60_000),
    "DOCX, 6 million paragraphs": lambda: docx(b"<w:p/>" * 6_000_000),
    "DOCX, to the limit": lambda: docx(b"<w:p/>" * 230_000),
    "DOCX, one row": lambda: docx(_row(3_000)),
}

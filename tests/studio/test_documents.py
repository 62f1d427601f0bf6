"""Lists that come as files: PDF, DOCX, ODT, XLSX, CSV and plain text become the lines that are in them."""

from __future__ import annotations

import base64
import io
import subprocess
import sys
import zipfile

import docx
import openpyxl
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from weasyprint import HTML

from neat_sheaf.reading import read_sheet
from studio.projects.document_text import Ended, NoTextError, outcome, text_of

ROWS = [("Piece", "Width", "Height", "Score", "Paper", "Qty"), ("Base", "4 1/4", "11", "5 1/2", "kraft", "1"),
        ("Mat", "4", "5 1/4", "", "print", "2")]  # fmt: skip
LINES = ["Seed packet", "Flap 2 x 3, score 1, in kraft", "20 in of ribbon", "Fold the flap over and glue it."]


def as_docx():
    made = docx.Document()
    for line in LINES:
        made.add_paragraph(line)
    table = made.add_table(rows=0, cols=len(ROWS[0]))
    for row in ROWS:
        for cell, text in zip(table.add_row().cells, row, strict=True):
            cell.text = text
    out = io.BytesIO()
    made.save(out)
    return out.getvalue()


def as_pdf():
    rows = "".join("<tr>" + "".join(f"<td>{cell}</td>" for cell in row) + "</tr>" for row in ROWS)
    lines = "".join(f"<p>{line}</p>" for line in LINES)
    style = "<style>body{font:11pt Figtree}td{padding:2pt 14pt}</style>"
    return HTML(string=f"{style}{lines}<table>{rows}</table>").write_pdf()


def as_xlsx():
    book = openpyxl.Workbook()
    for row in ROWS:
        book.active.append(row)
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def opendocument(body, kind="text"):
    names = ('xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" '
             'xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" '
             'xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0"')  # fmt: skip
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as archive:
        archive.writestr("mimetype", f"application/vnd.oasis.opendocument.{kind}")
        archive.writestr("content.xml", f"<office:document-content {names}><office:body>{body}"
                                        "</office:body></office:document-content>")  # fmt: skip
    return out.getvalue()


def as_odt():
    lines = "".join(f"<text:p>{line}</text:p>" for line in LINES)
    cells = [[f"<table:table-cell><text:p>{c}</text:p></table:table-cell>" for c in row] for row in ROWS]
    rows = "".join(f"<table:table-row>{''.join(row)}</table:table-row>" for row in cells)
    return opendocument(f"<office:text>{lines}<table:table>{rows}</table:table></office:text>")


def pieces_of(text, units="in"):
    lines = read_sheet(text, units)
    assert not [line for line in lines if line.questions]
    return {read.piece.name: read.piece for line in lines for read in line.pieces if read.piece is not None}


@pytest.mark.parametrize("made", [as_docx, as_pdf, as_odt], ids=["docx", "pdf", "odt"])
def test_lines_and_a_table_of_a_document_are_read_as_they_would_be_pasted(made):
    text = text_of(made())
    found = pieces_of(text)
    assert set(found) == {"Flap", "Base", "Mat"}
    assert (found["Base"].paper, found["Mat"].per_kit, found["Mat"].paper) == ("kraft", 2, "print")
    assert [line.at for line in found["Base"].scores] == [139_700_000]  # 5 1/2 in
    kinds = [line.what.value for line in read_sheet(text, "in")]
    assert kinds[:4] == ["heading", "piece", "supply", "step"]


@pytest.mark.parametrize("order", [[0, 1, 2, 3, 4, 5], [5, 0, 4, 2, 1, 3], [4, 2, 1, 0, 3, 5]])
def test_the_columns_of_a_spreadsheet_are_found_from_its_header_in_any_order(order):
    book = openpyxl.Workbook()
    for row in ROWS:
        book.active.append([row[n] for n in order])
    out = io.BytesIO()
    book.save(out)
    found = pieces_of(text_of(out.getvalue()))
    assert {name: (piece.paper, piece.per_kit) for name, piece in found.items()} == {
        "Base": ("kraft", 1), "Mat": ("print", 2)
    }  # fmt: skip


@pytest.mark.parametrize("encoding", ["utf-8", "utf-8-sig", "utf-16", "cp1252"])
def test_a_plain_file_is_read_in_the_alphabet_it_was_written_in(encoding):
    said = "Étiquette 4½ × 5¼ in blue – 2 of them"
    if encoding == "cp1252":
        said = said.replace("×", "x")
    assert text_of(f"{said}\r\nTag 2 x 3\r".encode(encoding)) == f"{said}\nTag 2 x 3"


def test_blanks_tabs_and_deleted_words_of_an_opendocument_text_are_what_they_are():
    body = ("<office:text><text:tracked-changes><text:p>Gone 9 x 9</text:p></text:tracked-changes>"
            "<text:p>Base<text:tab/>4 x<text:s text:c='2'/>5<text:note><text:p>aside</text:p></text:note>"
            "</text:p></office:text>")  # fmt: skip
    assert text_of(opendocument(body)) == "Base\t4 x  5"


def ended(content):
    with pytest.raises(NoTextError) as caught:
        text_of(content)
    return caught.value.why


def locked_pdf():
    from pypdf import PdfReader, PdfWriter

    writer = PdfWriter(clone_from=PdfReader(io.BytesIO(as_pdf())))
    writer.encrypt("a secret", algorithm="RC4-128")
    out = io.BytesIO()
    writer.write(out)
    return out.getvalue()


def other_archive():
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as archive:
        archive.writestr("a.txt", "Tag 2 x 3")
    return out.getvalue()


def test_what_no_text_can_be_taken_from_says_why():
    assert (
        ended(HTML(string="<svg width=40 height=40><rect width=40 height=40 /></svg>").write_pdf())
        is Ended.NO_TEXT
    )
    assert ended(b"  \n\t\n") is Ended.NO_TEXT
    assert ended(locked_pdf()) is Ended.LOCKED
    assert ended(other_archive()) is Ended.NOT_A_DOCUMENT
    assert ended(b"\x00\x01\x02 binary") is Ended.NOT_A_DOCUMENT
    assert ended(b"Tag 2 x 3\n" * 40_000) is Ended.TOO_LARGE


# The kernel's own count of a process since it began; what it was forked from is no part of it.
APART = """
import sys
from studio.projects.document_text import outcome
ended, text = outcome(sys.stdin.buffer.read())
peak = next(line.split()[1] for line in open("/proc/self/status") if line.startswith("VmHWM"))
print(int(ended), peak, text)
"""


def read_apart(content):
    """What the process of its own ends with, the most memory that reading takes (megabytes), and the text."""
    command = [sys.executable, "-m", "studio.projects.document_text"]
    done = subprocess.run(command, input=content, capture_output=True, check=False)
    told = subprocess.run([sys.executable, "-c", APART], input=content, capture_output=True, check=True)
    ended, peak, text = told.stdout.decode().split(" ", 2)
    assert int(ended) == done.returncode
    return done.returncode, done.stdout.decode() + text, int(peak) / 1_024


def swollen_odt():
    return opendocument("<office:text>" + "<text:p>" + "1 x 2 " * 6_000_000 + "</text:p></office:text>")


def deep_odt():
    return opendocument(
        "<office:text>" + "<text:section>" * 40_000 + "</text:section>" * 40_000 + "</office:text>"
    )


def entities_odt():
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as archive:
        archive.writestr("content.xml", '<!DOCTYPE a [<!ENTITY e SYSTEM "file:///etc/passwd">]><a>&e;</a>')
    return out.getvalue()


@pytest.mark.parametrize("made", [swollen_odt, deep_odt, entities_odt], ids=["swollen", "deep", "entities"])
def test_a_document_that_was_made_to_harm_ends_with_a_reason(made):
    ended, said, megabytes = read_apart(made())
    assert ended in set(Ended)
    assert "root:" not in said
    assert megabytes < 200


@settings(max_examples=60, deadline=None)
@given(st.data())
def test_a_broken_document_is_never_a_fault_of_ours(data):
    whole = bytearray(data.draw(st.sampled_from(BROKEN)))
    for _ in range(data.draw(st.integers(1, 6))):
        at = data.draw(st.integers(0, len(whole) - 1))
        whole[at] = data.draw(st.integers(0, 255))
    cut = bytes(whole[: data.draw(st.integers(1, len(whole)))])
    code, text = outcome(cut)
    assert (code == 0) is bool(text)
    assert code in {0, *Ended}


BROKEN = [as_docx(), as_odt(), as_xlsx()]


def sent(person, content):
    return person.ask("POST", "/lines/document", {"content": base64.b64encode(content).decode()})


def test_a_file_that_is_sent_comes_back_as_its_text_and_nothing_is_kept(person):
    answer = sent(person, as_docx())
    assert answer.status_code == 200
    assert answer.json()["text"].startswith("Seed packet\nFlap 2 x 3")
    refused = sent(person, locked_pdf())
    assert refused.status_code == 422
    assert refused.json()["faults"][0]["path"] == "content"
    assert "password" in refused.json()["faults"][0]["message"]
    assert "one" in sent(person, b"\x00\x01").json()["faults"][0]["message"]


def test_what_is_no_base64_says_so(person):
    refused = person.ask("POST", "/lines/document", {"content": "€€€"})
    assert refused.status_code == 422
    assert "whole" in refused.json()["faults"][0]["message"]

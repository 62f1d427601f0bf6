"""The memory that the worst file takes that somebody can send, each in a process of its own.

``python benchmarks/hostile_files.py`` prints for each its size, what is answered, and how far the memory of
the process rose over what it had before; the aim is less than 200 MB.
"""

from __future__ import annotations

import io
import json
import multiprocessing
import os
import resource
import sys
import time
import zipfile
from collections.abc import Callable
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parents[1]))

os.environ.setdefault("NEAT_SHEAF_DEBUG", "1")
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.config.settings")

from benchmarks.hostile_documents import DOCUMENTS, read_document

SHEET = "xl/worksheets/sheet1.xml"
AIM = 200  # MB
MOST = 4 << 30  # bytes, so that the machine outlives what is found


def spreadsheet(sheet: str, strings: str = "") -> bytes:
    """A spreadsheet of one sheet, its XML as given, packed as small as it goes."""
    import openpyxl

    plain = io.BytesIO()
    book = openpyxl.Workbook()
    book.active["A1"] = "text"
    book.save(plain)
    out = io.BytesIO()
    with (
        zipfile.ZipFile(plain) as old,
        zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED, compresslevel=9) as new,
    ):
        for part in old.infolist():
            held = old.read(part)
            if part.filename == SHEET:
                held = sheet.encode()
            if part.filename == "xl/sharedStrings.xml" and strings:
                held = strings.encode()
            new.writestr(part.filename, held)
    return out.getvalue()


_HEAD = '<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>'
_TAIL = "</sheetData></worksheet>"
_STRINGS = '<sst xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main">'


def many_rows() -> bytes:
    """Ten thousand rows of sixty cells."""
    row = "<row>" + "<c><v>1</v></c>" * 60 + "</row>"
    return spreadsheet(_HEAD + row * (18_000_000 // len(row)) + _TAIL)


def one_row() -> bytes:
    """One row of as many cells as fit."""
    return spreadsheet(_HEAD + "<row>" + "<c><v>1</v></c>" * 1_200_000 + "</row>" + _TAIL)


def one_cell() -> bytes:
    """One cell with a text of 19 MB."""
    return spreadsheet(_HEAD + f'<row><c t="inlineStr"><is><t>{"x" * 19_000_000}</t></is></c></row>' + _TAIL)


def many_strings() -> bytes:
    """A table of shared texts that no cell uses."""
    return spreadsheet(
        _HEAD + "<row><c><v>1</v></c></row>" + _TAIL, _STRINGS + "<si><t/></si>" * 1_300_000 + "</sst>"
    )


def deep() -> bytes:
    """Tags within tags."""
    return spreadsheet(_HEAD + "<row>" * 1_000_000 + _TAIL)


def read_sheet(content: bytes) -> None:
    from neat_sheaf.formats.price_list_file import read_price_list_xlsx

    read_price_list_xlsx(content)


def read_prices(content: bytes) -> None:
    from neat_sheaf.formats.price_list_file import read_price_list_csv

    read_price_list_csv(content.decode())


def read_prices_json(content: bytes) -> None:
    from neat_sheaf.formats.price_list_file import read_price_list_json

    read_price_list_json(content.decode())


def read_a_job(content: bytes) -> None:
    from neat_sheaf.formats.job_file import read_job

    read_job(content.decode())


def read_table_of_people(content: bytes) -> None:
    from neat_sheaf.formats.table_file import read_csv_rows
    from studio.people.services import read_people

    read_people(read_csv_rows(content.decode()))


def read_lines(content: bytes) -> None:
    from neat_sheaf.formats.csv_file import read_csv

    read_csv(content.decode(), "in")


def read_archive(content: bytes) -> None:
    from studio.archive.container import unpack
    from studio.archive.rows import Rows

    Rows(unpack(content))


def packed(files: dict[str, bytes]) -> bytes:
    """An archive with a manifest that is right."""
    from studio.archive.container import pack

    return pack(files)


def archive_of_brackets() -> bytes:
    """Fifteen projects of 4 MB: lists of empty lists, where the steps are."""
    from studio.archive.container import MOST_BYTES

    one = ('{"#": 1, "step": [' + "[]," * 1_300_000 + "[]]}").encode()
    return packed({f"projects/{n}.json": one for n in range(1, MOST_BYTES // len(one))})


def archive_of_rows() -> bytes:
    """As many rows as fit, each with nothing but its number."""
    rows = ("[" + ",".join(f'{{"#":{n}}}' for n in range(1, 290_000)) + "]").encode()
    return packed({f"papers-{n}.json": rows for n in range(1, 15)})


def archive_of_one() -> bytes:
    """One photograph of 60 MB."""
    return packed({"photos/1.jpg": os.urandom(60_000_000)})


def job_of_pieces() -> bytes:
    """As many pieces as 3.9 MB hold."""
    piece = {"name": "", "paper": "p", "width": "1", "height": "1"}
    pieces = [piece | {"name": str(n)} for n in range(60_000)]
    return json.dumps({"format": "neat-sheaf.job/1", "project": {"name": "x", "pieces": pieces}}).encode()[
        :3_900_000
    ]


def job_of_brackets() -> bytes:
    """A list of empty lists."""
    return (
        '{"format": "neat-sheaf.job/1", "project": {"name": "x", "pieces": [' + "[]," * 1_290_000 + "[]]}}"
    ).encode()


def job_of_scores() -> bytes:
    """One piece with a million scores."""
    at = '"1",' * 960_000 + '"1"'
    text = (
        '{"format":"neat-sheaf.job/1","project":{"name":"x","pieces":[{"name":"a","paper":"p","width":"1",'
        '"height":"1","scores":[{"along":"width","at":[' + at + "]}]}]}}"
    )
    return text.encode()


def table_of_cells() -> bytes:
    """A million empty cells."""
    return ("name," + "," * 499_000 + "\n" + "," * 499_000).encode()


def table_of_rows() -> bytes:
    """Half a million rows of a letter."""
    return ("name\n" + "x\n" * 499_000).encode()


FILES: dict[str, tuple[Callable[[], bytes], Callable[[bytes], None]]] = {
    "spreadsheet, many rows": (many_rows, read_sheet),
    "spreadsheet, one row": (one_row, read_sheet),
    "spreadsheet, one cell": (one_cell, read_sheet),
    "spreadsheet, shared texts": (many_strings, read_sheet),
    "spreadsheet, tags in tags": (deep, read_sheet),
    "prices, cells": (table_of_cells, read_prices),
    "prices, rows": (table_of_rows, read_prices),
    "prices, JSON": (job_of_brackets, read_prices_json),
    "job, pieces": (job_of_pieces, read_a_job),
    "job, brackets": (job_of_brackets, read_a_job),
    "job, scores": (job_of_scores, read_a_job),
    "people, rows": (table_of_rows, read_table_of_people),
    "people, cells": (table_of_cells, read_table_of_people),
    "archive, brackets": (archive_of_brackets, read_archive),
    "archive, rows": (archive_of_rows, read_archive),
    "archive, one photograph": (archive_of_one, read_archive),
    "list, rows": (table_of_rows, read_lines),
    **{name: (make, read_document) for name, make in DOCUMENTS.items()},
}


Told = tuple[float, float, str]


def _rss() -> float:
    return resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024


def _measured(
    content: bytes, read: Callable[[bytes], None], told: multiprocessing.SimpleQueue[tuple[float, float, str]]
) -> None:
    import django

    django.setup()
    from neat_sheaf.formats.reading import FileError

    resource.setrlimit(resource.RLIMIT_AS, (MOST, MOST))

    before, start = _rss(), time.perf_counter()
    try:
        read(content)
        said = "read"
    except FileError as error:
        said = f"{len(error.faults)} faults, {error.faults[0].code}"
    except Exception as error:  # what is not foreseen is what is looked for
        said = f"FELL: {type(error).__name__}"
    told.put((_rss() - before, time.perf_counter() - start, said))


def main() -> None:
    """A line for each file."""
    import django

    django.setup()
    spawn = multiprocessing.get_context("spawn")
    print(f"{'file':28} {'MB sent':>8} {'MB more':>8} {'s':>6}  answer")
    for name, (make, read) in FILES.items():
        content = make()
        told: multiprocessing.SimpleQueue[Told] = spawn.SimpleQueue()
        process = spawn.Process(target=_measured, args=(content, read, told))
        process.start()
        more, seconds, said = told.get()
        process.join()
        over = "  over the aim" if more > AIM else ""
        print(f"{name:28} {len(content) / 1e6:8.2f} {more:8.0f} {seconds:6.2f}  {said}{over}", flush=True)


if __name__ == "__main__":
    main()

"""Files that somebody, or something, has spoilt: each is read whole or refused with every fault in words."""

import json
from copy import deepcopy
from pathlib import Path

import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from neat_sheaf.formats.csv_file import COLUMNS, read_csv, write_csv
from neat_sheaf.formats.job_file import read_job, write_job
from neat_sheaf.formats.price_list_file import (
    COLUMNS as PRICE_COLUMNS,
)
from neat_sheaf.formats.price_list_file import (
    read_price_list_csv,
    read_price_list_json,
)
from neat_sheaf.formats.reading import FileError
from neat_sheaf.messages import Message
from neat_sheaf.wording import Voice
from tests.spoiling import ways_into

EXAMPLES = [path.read_text() for path in sorted((Path(__file__).parents[2] / "examples").glob("*.json"))]
WORDS = Voice("in", "en-GB", "en")

SCALARS = st.one_of(
    st.none(), st.booleans(), st.integers(), st.floats(), st.text(max_size=8),
    st.sampled_from(
        ["", " ", "0", "-1", "1/0", "1e999", "NaN", "4 1/4", "13/16 mm", "1 km", "x" * 500, "a\x00b",
         "\u202eabc", "=1+1", "２", "½", "1\u20444", "\n", 10**30, -(10**12), 1e300]
    ),
)  # fmt: skip
ANYTHING = st.recursive(
    SCALARS,
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=4), inner, max_size=3),
    max_leaves=6,
)  # fmt: skip


def at(document, way):
    for step in way:
        document = document[step]
    return document


def spoilt(data, document):
    """A document with one to three places put otherwise, doubled, dropped or exchanged."""
    for _ in range(data.draw(st.integers(1, 3))):
        ways = [way for way in ways_into(document) if way]
        if not ways:
            break
        *way, last = data.draw(st.sampled_from(ways))
        inner = at(document, way)
        match data.draw(st.sampled_from(["put", "drop", "other", "more"])):
            case "put":
                inner[last] = data.draw(ANYTHING)
            case "drop":
                del inner[last]
            case "other":
                inner[last] = deepcopy(at(document, data.draw(st.sampled_from(ways))))
            case _ if isinstance(inner, list):
                inner.append(deepcopy(inner[last]))
            case _:
                inner[data.draw(st.text(max_size=5))] = 1
    return document


def read_or_refused(read, text):
    """What is read, or None where it is refused with faults that can be said; nothing else may happen."""
    try:
        return read(text)
    except FileError as error:
        faults = error.faults
    assert faults
    for fault in faults:
        assert isinstance(fault.path, str)
        assert isinstance(fault.message, Message)
        assert WORDS.words(fault.message)
    return None


@settings(max_examples=400, deadline=None)
@given(st.data())
def test_a_job_file_that_is_spoilt_is_read_whole_or_refused_with_words(data):
    document = spoilt(data, json.loads(data.draw(st.sampled_from(EXAMPLES))))
    job = read_or_refused(read_job, json.dumps(document))
    if job is not None:
        assert read_job(write_job(job)) == job


@settings(max_examples=300, deadline=None)
@given(st.data())
def test_a_job_file_with_some_of_its_text_lost_or_doubled_is_refused_or_read(data):
    text = data.draw(st.sampled_from(EXAMPLES))
    begin = data.draw(st.integers(0, len(text)))
    end = data.draw(st.integers(begin, min(len(text), begin + 60)))
    between = data.draw(st.text(max_size=6) | st.just(text[begin:end] * 2))
    job = read_or_refused(read_job, text[:begin] + between + text[end:])
    if job is not None:
        assert read_job(write_job(job)) == job


CELLS = st.one_of(
    st.text(max_size=12),
    st.sampled_from(
        ["", "4 1/4", "1 1/8; 2", "yes", "no", "body", "1", "0", "-3", "1e9", '"', "=SUM(A1)", "½",
         "2 holes 1/4 at 1, 1",
         "score 1 on the short side", "a\x00b", "9" * 50]
    ),
)  # fmt: skip
TABLES = st.tuples(
    st.lists(st.sampled_from(COLUMNS) | st.text(max_size=6), max_size=8),
    st.lists(st.lists(CELLS, max_size=9), max_size=5),
    st.sampled_from([",", ";", "\t", "|"]), st.sampled_from(["\n", "\r\n", "\r"]),
)  # fmt: skip


def written(table):
    heads, rows, between, end = table
    return end.join(between.join(row) for row in [heads, *rows])


@settings(max_examples=400, deadline=None)
@given(TABLES, st.sampled_from(["in", "cm", "mm"]))
@example((["name", "width", "height"], [["Card", "4", "5"]], ",", "\n"), "in")
def test_a_table_of_pieces_is_read_whole_or_refused_with_words(table, units):
    pieces = read_or_refused(lambda text: read_csv(text, units), written(table))
    if pieces:
        assert read_csv(write_csv(pieces, units), units) == pieces


@settings(max_examples=300, deadline=None)
@given(TABLES)
def test_a_table_of_prices_is_read_or_refused_with_words(table):
    heads, rows, between, end = table
    read_or_refused(read_price_list_csv, written((list(PRICE_COLUMNS)[: len(heads)], rows, between, end)))


@settings(max_examples=300, deadline=None)
@given(ANYTHING)
def test_any_json_is_a_price_list_or_refused_with_words(value):
    read_or_refused(read_price_list_json, json.dumps(value))
    read_or_refused(read_price_list_json, json.dumps({"format": "x", "lines": [value]}))


@pytest.mark.parametrize(
    "text", ["", "[]", "null", "{", "\ufeff{}", "[" * 5_000, '{"a":' * 2_000, "1e9999", "NaN"]
)
def test_what_is_no_job_at_all_is_refused_with_words(text):
    assert read_or_refused(read_job, text) is None

"""The house as it is described: no file of our own is long, and the places are where the map says."""

import json
import re
import subprocess
from pathlib import Path

ROOT = Path(__file__).parents[2]
MOST_LINES = 400
# Made by a tool, or pinned by one, a table of cases, or a plan of an earlier edition kept word for word.
NOT_OURS = re.compile(
    r"\.lock$|said_lines\.txt$|outlines\.json$|package-lock\.json$|schema\.d\.ts$|openapi\.json$|\.po$|written_before/|^examples/|\.(png|svg|ico)$"
)


def our_files():
    listed = subprocess.run(["git", "ls-files"], cwd=ROOT, check=True, capture_output=True, text=True).stdout
    return [name for name in listed.splitlines() if not NOT_OURS.search(name) and (ROOT / name).is_file()]


def test_no_file_of_our_own_is_long():
    files = our_files()
    assert len(files) > 300
    lengths = {name: len((ROOT / name).read_text(encoding="utf-8").splitlines()) for name in files}
    assert {name: length for name, length in lengths.items() if length > MOST_LINES} == {}


def test_every_package_of_the_core_has_its_place_in_the_import_rules():
    # Exhaustive layers refuse a package without a place; this holds that they stay exhaustive.
    rules = (ROOT / "pyproject.toml").read_text()
    core = rules[rules.index('containers = ["neat_sheaf"]') :]
    assert "exhaustive = true" in core[: core.index("[[")]


def test_every_path_that_the_documents_name_is_there():
    for name in ("README.md", "CONTRIBUTING.md", *map(str, (ROOT / "docs/decisions").glob("*.md"))):
        text = (ROOT / name).read_text()
        for path in re.findall(r"`((?:src|studio|web|tests|tools|docs|benchmarks|examples)/[\w./-]+)`", text):
            assert (ROOT / path).exists(), f"{name}: {path}"
        for path in re.findall(r"\]\(([\w./-]+)\)", text):
            assert (ROOT / name).parent.joinpath(path).exists(), f"{name}: {path}"


LOCKS = ("run", "dev", "bench", "node")


def test_everything_that_is_installed_is_pinned_with_its_hash():
    for name in LOCKS:
        text = (ROOT / "requirements" / f"{name}.lock").read_text().replace("\\\n", " ")
        pinned = [line for line in text.splitlines() if re.match(r"[a-z0-9]", line, re.IGNORECASE)]
        assert pinned, name
        for line in pinned:
            assert re.match(r"[\w.-]+(\[[\w,-]+\])?==\S+ ", line), line
            assert "--hash=sha256:" in line, line
    lock = json.loads((ROOT / "web" / "package-lock.json").read_text())
    for path, package in lock["packages"].items():
        assert not path or package.get("link") or package["integrity"].startswith("sha512-"), path


def test_the_pins_are_not_older_than_half_a_year_when_they_are_committed():
    """No audit's data ships with the product: what is pinned is looked at again at least as often as this."""
    command = ["git", "log", "-1", "--format=%ct"]
    newest = int(subprocess.run(command, cwd=ROOT, check=True, capture_output=True, text=True).stdout)
    locks = [f"requirements/{name}.lock" for name in LOCKS]
    touched = subprocess.run(
        [*command, "--", *locks], cwd=ROOT, check=True, capture_output=True, text=True
    ).stdout
    assert newest - int(touched) < 183 * 24 * 3600, "run make lock, and look at what changed"

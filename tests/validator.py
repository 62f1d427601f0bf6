"""An independent judge of plans: it reads the job file's and the plan file's JSON and shares
no code with the planner. Every fault is a sentence; no sentences, no faults."""

from __future__ import annotations

from collections import Counter
from fractions import Fraction
from typing import Any

UNITS = {"in": Fraction(254, 10), "cm": Fraction(10), "mm": Fraction(1)}


def mm(text: str, units: str) -> Fraction:
    """A length of the plain forms ('4 1/4', '4.25', '108 mm') in millimetres."""
    words = text.replace('"', " in").split()
    if words[-1] in UNITS:
        units = words.pop()
    return sum((Fraction(word) for word in words), Fraction(0)) * UNITS[units]


def exact(number: float) -> Fraction:
    """A JSON number of the plan file as it is written, not as the float that holds it."""
    return Fraction(repr(number))


def faults_of(job: dict[str, Any], plan: dict[str, Any]) -> list[str]:
    """What is wrong with ``plan`` as a plan of ``job``."""
    units = job.get("units", "in")
    pieces = {piece["name"]: piece for piece in job["project"]["pieces"]}
    papers = {paper["id"]: paper for paper in job["papers"]}
    faults: list[str] = []
    cut_out: Counter[tuple[str, str, str]] = Counter()
    family = _family(job)
    planned = [row["paper"] for row in plan["papers"]]
    if len(planned) > len(set(planned)):
        faults.append("a paper is planned twice, so its stock is given away twice")
    for paper_plan in plan["papers"]:
        paper = papers[paper_plan["paper"]]
        main = family[paper["id"]]
        sheets = 0
        offcuts: Counter[tuple[Fraction, Fraction]] = Counter()
        for layout in paper_plan["layouts"]:
            if layout["times"] < 1:
                faults.append("a layout is cut less than once")
            size = exact(layout["stock"]["width"]), exact(layout["stock"]["height"])
            if layout["stock"]["kind"] == "sheet":
                sheets += layout["times"]
                real = paper.get("measured", paper)
                if size != (mm(real["width"], units), mm(real["height"], units)):
                    faults.append(f"a sheet of {paper['id']} has the wrong size")
            else:
                offcuts[size] += layout["times"]
            square = mm(job.get("cutting", {}).get("squaring", "0"), units)
            margins = exact(paper_plan.get("safety", 0))
            faults += _layout_faults(layout, size, pieces, paper, units, square, margins)
            for place in layout["placements"]:
                cut_out[main, place["piece"], place["colourway"]] += layout["times"]
        if sheets != paper_plan["sheets"]:
            faults.append(f"{paper['id']}: says {paper_plan['sheets']} sheets, cuts {sheets}")
        if paper_plan["at_least"] > sheets:
            faults.append(f"{paper['id']}: at_least is above what this plan reaches")
        if paper_plan.get("at_least_with_trimmer", 0) > sheets:
            faults.append(f"{paper['id']}: at_least_with_trimmer is above what this plan reaches")
        if sum(offcuts.values()) != paper_plan["offcuts_used"]:
            faults.append(f"{paper['id']}: offcuts_used is wrong")
        have = Counter[tuple[Fraction, Fraction]]()
        for offcut in paper.get("offcuts", []):
            have[mm(offcut["width"], units), mm(offcut["height"], units)] += offcut.get("count", 1)
        if offcuts - have:
            faults.append(f"{paper['id']}: cuts offcuts that are not there")
    if cut_out != _wanted(job):
        faults.append("the pieces cut are not the pieces asked for")
    return faults + _cutting_faults(job, plan)


def _cutting_faults(job: dict[str, Any], plan: dict[str, Any]) -> list[str]:
    """The batches replayed with sizes alone: they must end with what the layouts promise."""
    faults = []
    cutting, units = plan["cutting"], job.get("units", "in")
    at_once = {
        p["id"]: p.get("sheets_at_once") or job.get("cutting", {}).get("sheets_at_once", 1)
        for p in job["papers"]
    }
    reach = mm(job.get("cutting", {}).get("trimmer", "12 in"), units)
    table: Counter[tuple[str, Fraction, Fraction]] = Counter()
    promised: Counter[tuple[str, Fraction, Fraction]] = Counter()
    letters: dict[str, object] = {}
    for row in plan["papers"]:
        for layout in row["layouts"]:
            paper, times = row["paper"], layout["times"]
            size = exact(layout["stock"]["width"]), exact(layout["stock"]["height"])
            table[paper, *size] += times
            for _, _, width, height in _parts(layout, size, faults):
                promised[paper, width, height] += times
            shape = (paper, str(layout["stock"]), str(layout["cuts"]))
            if letters.setdefault(layout["letter"], shape) != shape:
                faults.append(f"two layouts {layout['letter']} are not cut alike")
    strokes = 0
    for batch in cutting["batches"]:
        setting = exact(batch["setting"])
        for stroke in batch["strokes"]:
            paper, count = stroke["paper"], stroke["count"]
            width, height = exact(stroke["width"]), exact(stroke["height"])
            for _ in range(stroke["times"]):
                along, blade = (width, height) if stroke["along"] == "width" else (height, width)
                if table[paper, width, height] < count or setting >= along or blade > reach:
                    return [*faults, f"at {setting} mm a part of {width} x {height} mm cannot be cut"]
                table[paper, width, height] -= count
                rest = along - setting
                for side in (setting, rest):
                    size = (side, height) if stroke["along"] == "width" else (width, side)
                    table[(paper, *size)] += count
                width, height = (rest, height) if stroke["along"] == "width" else (width, rest)
                strokes += -(-count // at_once[paper])
    if +table != promised:
        faults.append("the batches do not end with the pieces and offcuts promised")
    if (strokes, len(cutting["batches"])) != (cutting["strokes"], cutting["settings"]):
        faults.append("settings or strokes are counted wrongly")
    return faults


def _colourways(job: dict[str, Any]) -> list[dict[str, Any]]:
    klass = job["class"]
    kits = klass["seats"] + klass.get("samples", 0) + klass.get("spares", 0)
    every = {piece["paper"]: piece["paper"] for piece in job["project"]["pieces"]}
    return klass.get("colourways") or [{"name": "all", "kits": kits, "papers": every}]


def _family(job: dict[str, Any]) -> dict[str, str]:
    """For each paper the one it shares the work with, where sizes do and that one is chosen too."""
    chosen = {paper for c in _colourways(job) if c["kits"] for paper in c["papers"].values()}
    mixed = job.get("cutting", {}).get("mix_sizes")
    return {p["id"]: p["same_as"] if mixed and p.get("same_as") in chosen else p["id"] for p in job["papers"]}


def _wanted(job: dict[str, Any]) -> Counter[tuple[str, str, str]]:
    colourways, family = _colourways(job), _family(job)
    wanted: Counter[tuple[str, str, str]] = Counter()
    for colourway in colourways:
        wholes: dict[str, list[int]] = {}
        extra: dict[str, list[int]] = {}
        first: dict[str, str] = {}
        alone = job.get("cutting", {}).get("style") == "kit-per-sheet"
        taken = [p for p in job["project"]["pieces"] if p["name"] not in colourway.get("without", ())]
        passes = _passes(taken, colourway["kits"], alone)
        for piece in taken:
            paper = family[colourway["papers"][piece["paper"]]]
            count = piece.get("per_kit", 1) * colourway["kits"]
            spare = piece.get("spares", 0) if colourway["kits"] and piece.get("per_kit", 1) else 0
            if piece["name"] in passes:
                if passes[piece["name"]] is not None:
                    own = piece.get("spares", 0) if sum(passes[piece["name"]]) else 0
                    wanted[paper, piece["name"], colourway["name"]] += sum(passes[piece["name"]]) + own
            elif piece.get("portion", "whole") == "whole":
                wanted[paper, piece["name"], colourway["name"]] += count + spare
            else:
                same = ("paper", "width", "height", "cut", "margin", "pitch", "follows_print")
                key = repr([piece.get(name) for name in same])
                first.setdefault(key, piece["name"])
                # Where each kit has its own sheets, no whole is shared by two of them.
                here, times = (piece.get("per_kit", 1), colourway["kits"]) if alone else (count, 1)
                wholes.setdefault(key, []).extend([PORTIONS[piece["portion"]]] * here)
                extra.setdefault(key, []).extend([PORTIONS[piece["portion"]]] * spare)
                wanted[paper, first[key], colourway["name"]] = _bins(wholes[key]) * times + _bins(extra[key])
    return +wanted


def _passes(pieces: list[dict[str, Any]], kits: int, alone: bool) -> dict[str, tuple[int, int] | None]:
    """Passes of each die for the kits and for spare pieces; None for a piece that comes out of a die.

    One pass after the other is made until every piece, and every letter of a word, is there.
    """
    by_name = {piece["name"]: piece for piece in pieces}
    given: dict[str, list[dict[str, Any]]] = {}
    found: dict[str, tuple[int, int] | None] = {}
    for piece in pieces:
        die = by_name.get(piece.get("pass_of", {}).get("piece", ""))
        whole = piece.get("portion", "whole") == "whole"
        sound = die and "pass_of" not in die and die.get("portion", "whole") == "whole"
        if whole and die and sound and die["paper"] == piece["paper"]:
            given.setdefault(die["name"], []).append(piece)
            found[piece["name"]] = None

    def made(some: list[tuple[dict[str, Any], int]]) -> int:
        short: Counter[tuple[str, str]] = Counter()
        for piece, count in some:
            gives = Fraction(1, piece["pass_of"].get("gives", 1))
            for letter in (
                (c for c in piece["word"].upper() if not c.isspace()) if "word" in piece else ["all"]
            ):
                short["word" if "word" in piece else piece["name"], letter] += count * gives
        times = 0
        while any(n > 0 for n in short.values()):
            times += 1
            for key in short:
                short[key] -= 1
        return times

    for name, some in given.items():
        here, times = (1, kits) if alone else (kits, 1)
        of_kits = made([(p, p.get("per_kit", 1) * here) for p in some]) * times
        found[name] = (
            of_kits,
            made([(p, p.get("spares", 0) if p.get("per_kit", 1) and kits else 0) for p in some]),
        )
    return found


PORTIONS = {"three-quarters": 3, "half": 2, "quarter": 1}


def _bins(quarters: list[int]) -> int:
    """Wholes of four quarters that hold these, the largest portion first into the first that has room."""
    bins: list[int] = []
    for size in sorted(quarters, reverse=True):
        at = next((n for n, full in enumerate(bins) if full + size <= 4), None)
        if at is None:
            bins.append(size)
        else:
            bins[at] += size
    return len(bins)


Box = tuple[Fraction, Fraction, Fraction, Fraction]


def _box(of: dict[str, Any]) -> Box:
    return exact(of["x"]), exact(of["y"]), exact(of["width"]), exact(of["height"])


def _layout_faults(
    layout: dict[str, Any],
    size: tuple[Fraction, Fraction],
    pieces: dict[str, Any],
    paper: dict[str, Any],
    units: str,
    square: Fraction,
    margins: Fraction,
) -> list[str]:
    faults = []
    boxes = []
    whole = size
    for place in layout["placements"]:
        piece = pieces[place["piece"]]
        box = _box(place)
        boxes.append(box)
        x, y, width, height = box
        if x < 0 or y < 0 or x + width > size[0] or y + height > size[1]:
            faults.append(f"{place['piece']} lies off the sheet")
        is_sheet = layout["stock"]["kind"] == "sheet"
        edges = paper.get("edges", {}) if is_sheet else {}
        left, right, top, bottom = (
            mm(edges.get(side, "0"), units) for side in ("left", "right", "top", "bottom")
        )
        if is_sheet:
            left, bottom = max(left, square), max(bottom, square)
            size = whole[0] - margins, whole[1] - margins
        if x < left or y < bottom or x + width > size[0] - right or y + height > size[1] - top:
            faults.append(f"{place['piece']} lies on an edge that cannot be used")
        margin = 2 * mm(piece.get("margin", "0"), units) if piece.get("cut", "trim") != "trim" else 0
        across = mm(piece["width"], units) + margin
        if piece.get("cut", "trim") != "trim" and mm(piece.get("pitch", "0"), units):
            across = mm(piece["pitch"], units)
        own = across, mm(piece["height"], units) + margin
        lies = own[::-1] if place["turned"] else own
        if lies != (width, height):
            faults.append(f"{place['piece']} has the wrong size")
        if place["turned"] and piece.get("follows_print") and paper.get("print", "none") != "none":
            faults.append(f"{place['piece']} follows the print but lies turned")
    for number, a in enumerate(boxes):
        for b in boxes[number + 1 :]:
            if a[0] < b[0] + b[2] and b[0] < a[0] + a[2] and a[1] < b[1] + b[3] and b[1] < a[1] + a[3]:
                faults.append("two pieces overlap")
    parts = _parts(layout, whole, faults)
    faults += _left_faults(layout, parts, pieces)
    return faults


def _parts(layout: dict[str, Any], size: tuple[Fraction, Fraction], faults: list[str]) -> list[Box]:
    """What the cuts of a layout end with."""
    parts = {(Fraction(0), Fraction(0), *size)}
    for cut in layout["cuts"]:
        part = _box(cut["of"])
        if part not in parts:
            faults.append("a cut is made through a part that is not in hand")
            continue
        parts.remove(part)
        x, y, width, height = part
        at = exact(cut["setting"])
        if cut["across"] == "width":
            halves = (x, y, at, height), (x + at, y, width - at, height)
        else:
            halves = (x, y, width, at), (x, y + at, width, height - at)
        if any(half[2] <= 0 or half[3] <= 0 for half in halves):
            faults.append("a cut takes nothing off")
        parts.update(halves)
    return sorted(parts)


def _left_faults(layout: dict[str, Any], parts: list[Box], pieces: dict[str, Any]) -> list[str]:
    """Each part in the end is a piece, an offcut, or a strip of one piece that is punched or die-cut."""
    faults = []
    promised = [(_box(place), place["piece"]) for place in layout["placements"]]
    promised += [(_box(left), "") for left in layout["offcuts"]]
    used = 0
    for x, y, width, height in parts:
        here = [
            (box, name) for box, name in promised
            if x <= box[0] and y <= box[1] and box[0] + box[2] <= x + width and box[1] + box[3] <= y + height
        ]  # fmt: skip
        used += len(here)
        if [box for box, _ in here] == [(x, y, width, height)]:
            continue
        names = {name for _, name in here if name}
        punched = len(names) == 1 and all(pieces[name].get("cut", "trim") != "trim" for name in names)
        along = all(box[1] == y and box[3] == height for box, _ in here)
        up = all(box[0] == x and box[2] == width for box, _ in here)
        whole = sum((box[2] * box[3] for box, _ in here), Fraction(0)) == width * height
        if not punched or not whole or not (along or up):
            faults.append("the cuts do not end with the pieces and offcuts promised")
    if used != len(promised):
        faults.append("the cuts do not end with the pieces and offcuts promised")
    return faults

"""Single slips over the library of forms: tried, found, named rightly; false alarms on sound lists.

python -m benchmarks.slips
"""

from __future__ import annotations

from collections import Counter

from tests.slips import harmless, library, noticed, slips

__all__: list[str] = []


def main() -> None:
    tried: Counter[str] = Counter()
    found: Counter[str] = Counter()
    named: Counter[str] = Counter()
    missed: Counter[str] = Counter()
    idle: Counter[str] = Counter()
    counts = {"tried": tried, "found": found, "named": named, "idle": idle}
    sound = alarms = 0
    for code, units, _, project in library():
        before = set(noticed(project, units))
        sound += 1
        # A piece that is larger than every sheet is no fault of its folds.
        alarms += bool({name for name, _ in before} - {"larger-than-sheets"})
        for kind, piece, wrong in slips(project, units):
            new = set(noticed(wrong, units)) - before
            tried[kind] += 1
            found[kind] += bool(new)
            names = {project.pieces[n].name for _, n in new if n is not None}
            of = {p.name for p in project.pieces if p.mat_of is not None and p.mat_of.piece == piece} | {
                piece
            }
            named[kind] += bool(names & of)
            if not new and harmless(project, wrong):
                idle[kind] += 1
            elif not new:
                missed[f"{code} {kind}"] += 1
    print("| slip | tried | found | at the right piece | changes nothing | missed |")
    print("|---|---:|---:|---:|---:|---:|")
    for kind in (*tried, "all"):
        one = {name: sum(c.values()) if kind == "all" else c[kind] for name, c in counts.items()}
        share = 100 * one["found"] / one["tried"]
        lost = one["tried"] - one["found"] - one["idle"]
        row = (kind, one["tried"], f"{one['found']} ({share:.1f} %)", one["named"], one["idle"], lost)
        print(f"| {' | '.join(map(str, row))} |")
    print(f"\nSound lists: {sound}, with a false alarm: {alarms}.")
    for what, count in missed.most_common(20):
        print(f"missed: {what}: {count}")


if __name__ == "__main__":
    main()

"""Where a piece is scored, as it is said."""

from __future__ import annotations

import re
from dataclasses import replace
from typing import Any

from neat_sheaf.measure.length import INCH, Length
from neat_sheaf.reading.drafts import Draft, ScoreSaid
from neat_sheaf.reading.facts_of_line import FactsOfLine
from neat_sheaf.reading.grammar import Fact
from neat_sheaf.reading.lexicon import rules_of
from neat_sheaf.reading.sides import edges_of, side_of
from neat_sheaf.reading.words import is_number, with_numbers

__all__ = ["ToldScores"]


class ToldScores(FactsOfLine):
    """Where a piece is scored, as it is said."""

    def _score(self, draft: Draft, fact: Fact, how: str, **more: object) -> None:
        values = self.t.values(fact.get("list") or fact.get("n"), draft)
        side = side_of(fact.get("side")) if fact.get("side") else ""
        number = None
        if side == "number":
            found = self.t.numbers(fact.get("side"))
            number = self.t.length(found[0], draft.unit) if found else None
        if fact.get("side") and not side:
            self._ask(draft, fact, "which-ends")
            return
        if side in ("lengthwise", "crosswise"):
            # The line runs lengthwise, so that the distance is measured across it.
            side = "short" if side == "lengthwise" else "long"
        self._doubtful_list(draft, fact)
        text = " ".join(self.words.words[fact.first : fact.behind])
        mountain = bool(more.pop("mountain", False)) or "mountain" in text
        if is_number(self.words.words[fact.behind - 1]):
            self.score_end = fact.behind
        draft.scores.append(ScoreSaid(how, values, side, number=number, mountain=mountain, **more))  # type: ignore[arg-type]
        if re.search(r"\bboth scored|\bthem both|\bboth get\b", text) and not draft.counts:
            draft.counts.append(2)
        self.score_verb = True

    def _doubt(self, draft: Draft, fact: Fact, how: str, **more: Any) -> None:
        """Distances without a word that says what is at them: a score, most likely, but it is asked."""
        self._ask(draft, fact, "score-or-slit")
        number = None
        if more.get("side") == "number":
            found = self.t.numbers(fact.get("side"))
            number = self.t.length(found[0], draft.unit) if found else None
        values = self.t.values(fact.get("list"), draft)
        draft.doubtful.append(ScoreSaid(how, values, number=number, **more))

    def _doubtful_list(self, draft: Draft, fact: Fact) -> None:
        """A list that may be other numbers: "5 and 3/8", "1, 4 4 1/2"."""
        said = fact.get("list")
        numbers = self.t.numbers(said)
        written = self.words.written(int(fact.get("@list") or fact.first), fact.behind)
        if any(number.spoken for number in numbers):
            return
        whole, part = (numbers[0], numbers[1].value) if len(numbers) == 2 else (None, 1)
        if whole is not None and " and " in said and whole.count is not None and part < 1:
            self.t.ask(fact.first, fact.behind, "one-or-two-numbers", draft, text=written)
        if re.search(with_numbers("(?<!and )(?<!, )N at N"), said):
            self.t.ask(fact.first, fact.behind, "missing-comma", draft)
        bare = re.search(with_numbers("N N"), said)
        if bare and "," in said:
            self.t.ask(fact.first, fact.behind, "missing-comma", draft)

    def _on_score(self, draft: Draft, fact: Fact) -> None:
        if fact.needs and not draft.scores and not (fact.needs == "edge" and self._scoring_line()):
            self._doubt(draft, fact, "side", side=side_of(fact.get("side")))
            return
        behind = self.words.words[fact.behind : fact.behind + 1]
        if not fact.get("side") and behind == ("down",):
            draft.scores.append(ScoreSaid("edges", self.t.values(fact.get("list"), draft), edges=("T",)))
            return
        self._score(draft, fact, "side")

    def _on_scoredown(self, draft: Draft, fact: Fact) -> None:
        draft.scores.append(ScoreSaid("edges", self.t.values(fact.get("list"), draft), edges=("T",)))

    def _on_scorefrom(self, draft: Draft, fact: Fact) -> None:
        edges = edges_of(fact.get("edges"))
        text = self.words.written(fact.first, fact.behind)
        if fact.needs and not draft.scores and not self._scoring_line():
            self._doubt(draft, fact, "edges", edges=edges)
            return
        if edges == ("all",) or (edges == ("count",) and self._count_in(fact.get("edges")) == 4):
            self._on_scoreall(draft, fact)
            return
        if (edges == ("count",) and self._count_in(fact.get("edges")) == 3) or (
            edges[:1] == ("T",) and "3" in self._plain(fact.get("edges"))
        ):
            edges = self._three()
        if edges in (("both",), ("each",)) and draft.width == draft.height and "each" in fact.get("edges"):
            self._on_scoreall(draft, fact)
            return
        beside = fact.get("edges").split(" of ")[0]
        if any(number.count not in (1, 2, 3, 4) for number in self.t.numbers(beside)):
            self._ask(draft, fact, "which-ends")
            return
        if edges == ("side",):
            found = re.search(r"(?:long|short)", fact.get("edges"))
            side = found[0] if found else ""
            draft.scores.append(ScoreSaid("side", self.t.values(fact.get("list"), draft), side))
            return
        if not edges or edges[0] in ("both", "each", "count"):
            # "on both sides" of a piece: which two?
            self.t.ask(fact.first, fact.behind, "which-ends", draft, text=text)
            values, said = self.t.values(fact.get("list"), draft), fact.get("edges").split()
            draft.doubtful.append(
                ScoreSaid("edges", values, edges=("each",) if "each" in said else ("both",))
            )
            return
        if edges[0] in ("ends", "shortedges", "longedges", "endsof") and self._last_alone(draft, fact, edges):
            return
        self._from_edges(draft, fact, edges, self.t.values(fact.get("list"), draft))

    def _last_alone(self, draft: Draft, fact: Fact, edges: tuple[str, ...]) -> bool:
        """ "score 3 3/4 and 5 1/4, and 1 1/2 from both ends of the 6": the last alone is from the ends."""
        found = re.fullmatch(r"(.+) , and (?:then )?(?:at )?(\S)", fact.get("list"))
        if found is None:
            return False
        draft.scores.append(ScoreSaid("side", self.t.values(found[1], draft)))
        self._from_edges(draft, fact, edges, self.t.values(found[2], draft))
        return True

    def _from_edges(
        self, draft: Draft, fact: Fact, edges: tuple[str, ...], values: tuple[Length, ...]
    ) -> None:
        number, side = None, ""
        if edges == ("endsof",):
            of = fact.get("edges").split(" of ", 1)[1]
            side = side_of(of)
            found = self.t.numbers(of)
            number = self.t.length(found[0], draft.unit) if side == "number" and found else None
        draft.scores.append(ScoreSaid("edges", values, side, edges, number))

    def _three(self) -> tuple[str, ...]:
        signs = self.words.signs
        open_edge = re.search(rules_of()["open_edge"]["say"], signs)
        if open_edge is None:
            return ("which",)
        left_out = {"top": "T", "bottom": "B", "left": "L", "right": "R"}[open_edge[1] or open_edge[2]]
        return tuple(edge for edge in "LRTB" if edge != left_out)

    def _on_scoreall(self, draft: Draft, fact: Fact) -> None:
        if fact.needs and not draft.scores and not self._scoring_line():
            self._doubt(draft, fact, "all")
            return
        draft.scores.append(ScoreSaid("all", self.t.values(fact.get("list"), draft)))

    def _on_scoreinch(self, draft: Draft, fact: Fact) -> None:
        """ "with inch scores on every side": one inch, whatever the list is in."""
        draft.scores.append(ScoreSaid("all", (INCH,)))

    def _on_every(self, draft: Draft, fact: Fact) -> None:
        across = fact.get("across")
        if fact.get("turned"):
            self._score(draft, fact, "every", other=True)
            return
        if across:
            values = self.t.values(fact.get("n"), draft)
            side = "width" if "width" in across else "height" if "height" in across else "long"
            draft.scores.append(ScoreSaid("every", values, side))
            return
        self._score(draft, fact, "every")

    def _on_bothways(self, draft: Draft, fact: Fact) -> None:
        self._score(draft, fact, "bothways")

    def _on_around(self, draft: Draft, fact: Fact) -> None:
        self._score(draft, fact, "around")

    def _on_turn(self, draft: Draft, fact: Fact) -> None:
        self._score(draft, fact, "turn")

    def _on_turnfrom(self, draft: Draft, fact: Fact) -> None:
        if "all" in fact.get("edges"):
            self._ask(draft, fact, "which-ends")
            return
        self._score(draft, fact, "turnends")

    def _on_mountain(self, draft: Draft, fact: Fact) -> None:
        self._fold(draft, fact, mountain=True)

    def _on_valley(self, draft: Draft, fact: Fact) -> None:
        self._fold(draft, fact, mountain=False)

    def _fold(self, draft: Draft, fact: Fact, *, mountain: bool) -> None:
        """ "valley at 1/2 and 1 1/2, mountain at 1 on the short side": the side is said once, at the end."""
        before = len(draft.scores)
        self._score(draft, fact, "side", mountain=mountain)
        if len(draft.scores) > before and draft.scores[-1].side:
            last = draft.scores[-1]
            for n in range(before - 1, -1, -1):
                if draft.scores[n].how != "side" or draft.scores[n].side:
                    break
                draft.scores[n] = replace(draft.scores[n], side=last.side, number=last.number)

    def _on_half(self, draft: Draft, fact: Fact) -> None:
        text = " ".join(self.words.words[fact.first : fact.behind])
        if re.search(rules_of()["downward"]["say"], text) and (draft.height or 0) > (draft.width or 0):
            # Down the middle of an upright piece: along its length, or across it as a card is folded?
            self._ask(draft, fact, "which-ends")
            draft.doubtful.append(ScoreSaid("half"))
            return
        meant = next((way for pattern, way in rules_of()["ways"]["rules"] if re.search(pattern, text)), "")
        side = side_of(fact.get("side")) if fact.get("side") else meant.partition("side ")[2]
        number = None
        if side == "number":
            number = self.t.length(self.t.numbers(fact.get("side"))[0], draft.unit)
        ways = "" if meant.startswith("side ") else meant
        draft.scores.append(ScoreSaid("half", (), side, number=number, ways=ways))

    def _on_along(self, draft: Draft, fact: Fact) -> None:
        """ "on the long edges at 1, 2 and 7": along them where they cannot lie in from both."""
        values = self.t.values(fact.get("list"), draft)
        side = side_of(fact.get("side").replace("edges", "edge").replace("sides", "side"))
        sides = (draft.width or Length(0), draft.height or Length(0))
        across = min(sides) if side == "long" else max(sides)
        if 2 * max(values, default=Length(0)) <= across or side not in ("long", "short"):
            self._ask(draft, fact, "which-ends")
            return
        draft.scores.append(ScoreSaid("side", values, side))
        self.score_verb = True

    def _on_across(self, draft: Draft, fact: Fact) -> None:
        values = self.t.values(fact.get("list"), draft)
        sides = {"width": draft.width, "height": draft.height}
        side = [
            name
            for name, length in sides.items()
            if length is not None and values and length == 2 * values[0]
        ]
        if len(side) != 1:
            self._ask(draft, fact, "which-ends")
            return
        draft.scores.append(ScoreSaid("side", values, side[0]))

    def _on_sameother(self, draft: Draft, fact: Fact) -> None:
        draft.scores.append(ScoreSaid("sameother"))

    def _on_leaves(self, draft: Draft, fact: Fact) -> None:
        first = self.t.values(fact.get("n"), draft)
        second = self.t.values(fact.get("m"), draft)
        total = first[0] + second[0]
        sides = {"width": draft.width, "height": draft.height}
        side = next((name for name, length in sides.items() if length == total), "")
        if not side:
            self._ask(draft, fact, "which-ends")
            return
        draft.scores.append(ScoreSaid("side", first, side))

    def _on_endsside(self, draft: Draft, fact: Fact) -> None:
        before = len(draft.scores)
        self._score(draft, fact, "edges", edges=("endsof",))
        if len(draft.scores) > before and not draft.scores[-1].side:
            draft.scores.pop()

    def _on_nothing(self, draft: Draft, fact: Fact) -> None:
        """ "not the top", "nothing on the right": said of scores, or of what else?"""
        edges = edges_of(" ".join(self.words.words[fact.first : fact.behind]))
        if edges and not draft.scores:
            self._ask(draft, fact, "not-understood.words")

    def _on_gate(self, draft: Draft, fact: Fact) -> None:
        draft.scored_somehow = True
        self._note(draft, fact)

"""Messages in words, in a language, with the numbers of a place and the lengths of a unit.

The sentences are in one catalogue a package, in Fluent (projectfluent.org): ``wording/en.ftl`` here,
and one in the studio for what it says itself.
"""

from __future__ import annotations

from neat_sheaf.wording.catalogue import PSEUDO, Catalogue, catalogue
from neat_sheaf.wording.voice import Voice, english

__all__ = ["PSEUDO", "Catalogue", "Voice", "catalogue", "english"]

"""The sentences of a language: read from Fluent files, looked up by a message's key.

A further language is a further ``xx.ftl`` beside each ``en.ftl``. The pseudo-language ``en-XA`` is made
from English: every letter of every sentence is changed, so that what is left in plain letters on a
screen is a sentence outside the catalogues.
"""

from __future__ import annotations

import functools
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from babel import Locale
from fluent.runtime import FluentBundle, FluentResource
from fluent.syntax import ast
from fluent.syntax.visitor import Transformer

__all__ = ["PSEUDO", "Catalogue", "catalogue"]

PSEUDO = "en-XA"
HERE = Path(__file__).parent

_PLAIN = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ"
_ACCENTED = "àƀćďēƒĝĥīĵķļṁńōƥɋŕšţũṽŵẋŷźÀƁĆĎĒƑĜĤĪĴĶĻṀŃŌƤɊŔŠŢŨṼŴẊŶŹ"
_PSEUDO = str.maketrans(_PLAIN, _ACCENTED)


class _Pseudo(Transformer):
    """Changes every letter of every sentence, and nothing that is put into one."""

    def visit_TextElement(self, node: Any) -> Any:  # noqa: N802 - the visitor's own naming
        node.value = str(node.value).translate(_PSEUDO)
        return node


class _Bundle(FluentBundle):
    """Sentences of one language, in which numbers are written as another place does.

    The plural of a sentence is its language's, whatever the place: "0 sheets" is said in France too.
    """

    def __init__(self, language: str, place: str) -> None:
        super().__init__([language], use_isolating=False)
        # The library has one locale for both; by now it has taken the plural from the language.
        self._babel_locale = Locale.parse(place, sep="-")


@functools.cache
def _resource(language: str, folder: Path) -> Any:
    """The parsed files of a language, ``xx.ftl`` and ``xx.*.ftl``; FileNotFoundError without the first."""
    if language == PSEUDO:
        return _Pseudo().visit(FluentResource(_text("en", folder)))
    return FluentResource(_text(language, folder))


def _text(language: str, folder: Path) -> str:
    files = [folder / f"{language}.ftl", *sorted(folder.glob(f"{language}.*.ftl"))]
    return "\n".join(file.read_text(encoding="utf-8") for file in files)


class Catalogue:
    """The sentences of some Fluent files, by message key: one language, the numbers of one place."""

    def __init__(self, language: str, place: str, folders: tuple[Path, ...]) -> None:
        """Raises FileNotFoundError for a language that a folder has no file of."""
        self.language = language
        self.bundle = _Bundle("en" if language == PSEUDO else language, place)
        self.resources: list[Any] = [_resource(language, folder) for folder in folders]
        for resource in self.resources:
            self.bundle.add_resource(resource)

    @property
    def keys(self) -> Iterator[str]:
        """Every key there is a sentence for."""
        for resource in self.resources:
            for entry in resource.body:
                if isinstance(entry, ast.Message):
                    if entry.value is not None:
                        yield entry.id.name
                    yield from (f"{entry.id.name}.{a.id.name}" for a in entry.attributes)

    def has(self, key: str) -> bool:
        """Whether there is a sentence for a key."""
        return self._pattern(key) is not None

    def _pattern(self, key: str) -> Any:
        name, _, variant = key.partition(".")
        if not self.bundle.has_message(name):
            return None
        found = self.bundle.get_message(name)
        return found.attributes.get(variant) if variant else found.value

    def sentence(self, key: str, params: dict[str, Any]) -> str:
        """The sentence of a key with its parameters put in; KeyError where it or one of them is missing."""
        pattern = self._pattern(key)
        if pattern is None:
            raise KeyError(f"no sentence for {key}")
        said, errors = self.bundle.format_pattern(pattern, params)
        if errors:
            raise KeyError(f"{key}: {errors[0]}")
        return str(said)


@functools.cache
def catalogue(language: str = "en", place: str = "en-GB", folders: tuple[Path, ...] = ()) -> Catalogue:
    """The core's sentences and those in ``folders``, in a language; in English where there are none in it."""
    places = (HERE, *folders)
    there = language == PSEUDO or all((folder / f"{language}.ftl").exists() for folder in places)
    return Catalogue(language if there else "en", place, places)

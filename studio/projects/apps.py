"""The projects place; its models stand in two modules."""

from __future__ import annotations

from importlib import import_module

from django.apps import AppConfig

__all__ = ["ProjectsConfig"]


class ProjectsConfig(AppConfig):
    """Loads the models of the assembly beside those of the list."""

    name = "studio.projects"

    def import_models(self) -> None:
        super().import_models()
        import_module("studio.projects.assembly_models")

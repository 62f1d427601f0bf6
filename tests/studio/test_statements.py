"""How many statements an answer takes of the database: counted, and held under a ceiling for every page."""

from __future__ import annotations

import io

import pytest
from django.contrib.auth.models import User
from django.core.management import call_command
from django.db import connection
from django.test import Client
from django.test.utils import CaptureQueriesContext

from studio.classes.models import KitClass
from studio.projects.models import Project


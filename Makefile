# Everything a person does with the project. `make demo` to use it, `make test` to prove it.
SHELL := /bin/bash
.DEFAULT_GOAL := help
export PATH := $(CURDIR)/.venv/node-bin:$(PATH)
PY := .venv/bin/python
# Checks and tests run in debug; the demo turns that off and serves with secure defaults.
DEBUG := NEAT_SHEAF_DEBUG=1

.PHONY: help demo backup restore test check lint types core web-test shots bench load api lock setup setup-test setup-bench

help: ## what there is to make
	@grep -E '^[a-z-]+:.*##' $(MAKEFILE_LIST) | sed 's/:.*## /\t/' | expand -t 14

demo: setup ## install what is missing, serve the demo on 127.0.0.1; LAN=1: to the tablets of the room
	@LAN=$(LAN) $(PY) tools/demo.py

backup: setup ## write the demo's data into one file, in its folder
	@$(PY) tools/keep.py backup

restore: setup ## put it back: make restore FILE=...
	@$(PY) tools/keep.py restore "$(abspath $(FILE))"

test: setup-test lint types web-test ## everything: lint, types, imports, core, studio, browser
	$(DEBUG) $(PY) tools/cluster.py $(PY) -m pytest -n 2 --dist loadgroup

check: setup-test lint types ## the quick part: lint, types, imports, core tests
	$(DEBUG) $(PY) -m pytest -q -n 2 tests/core

lint:
	.venv/bin/ruff check .
	.venv/bin/ruff format --check -q .
	$(DEBUG) .venv/bin/lint-imports
	cd web && npm run -s lint

types:
	$(DEBUG) .venv/bin/mypy
	cd web && npm run -s types

web-test:
	cd web && npm run -s test

shots: setup-test ## refresh docs/screenshots from the demo data
	$(DEBUG) $(PY) tools/cluster.py $(PY) -m tools.shots

bench: setup-bench ## the benchmarks, as ratios in one run
	$(DEBUG) $(PY) benchmarks/plan_growth.py
	$(DEBUG) $(PY) benchmarks/quality.py
	$(DEBUG) $(PY) benchmarks/hard_jobs.py
	$(DEBUG) $(PY) benchmarks/fronts.py
	$(DEBUG) $(PY) tools/cluster.py $(PY) benchmarks/writing_a_list.py
	$(DEBUG) $(PY) benchmarks/misread.py
	$(DEBUG) $(PY) -m benchmarks.folding
	$(DEBUG) $(PY) -m benchmarks.slips
	$(DEBUG) $(PY) tools/cluster.py $(PY) benchmarks/frames.py
	$(DEBUG) $(PY) tools/cluster.py $(PY) benchmarks/large_cupboard.py
	$(DEBUG) $(PY) benchmarks/hostile_lines.py
	$(DEBUG) $(PY) benchmarks/hostile_sizes.py
	$(DEBUG) $(PY) benchmarks/hostile_files.py
	$(DEBUG) $(PY) tools/cluster.py $(PY) benchmarks/hostile_requests.py
	$(DEBUG) $(PY) tools/cluster.py $(PY) benchmarks/described_requests.py
	$(PY) benchmarks/mutants.py

load: setup-bench ## fifty studios under load, while hard plans run and without
	$(PY) benchmarks/load.py

api: setup-test ## the OpenAPI document and the types the front end takes from it
	$(DEBUG) $(PY) manage.py export_openapi_schema --api studio.config.api.api --indent 1 --output docs/formats/api.openapi.json
	cd web && npm run -s api

lock: ## pin every Python package again, with hashes
	.venv/bin/pip-compile -q --generate-hashes --no-emit-find-links --no-emit-index-url --no-emit-trusted-host --no-emit-options --no-header --allow-unsafe --strip-extras --extra studio -o requirements/run.lock pyproject.toml
	.venv/bin/pip-compile -q --generate-hashes --no-emit-find-links --no-emit-index-url --no-emit-trusted-host --no-emit-options --no-header --allow-unsafe --strip-extras --extra studio --extra dev -o requirements/dev.lock pyproject.toml
	.venv/bin/pip-compile -q --generate-hashes --no-emit-find-links --no-emit-index-url --no-emit-trusted-host --no-emit-options --no-header --allow-unsafe --strip-extras --extra studio --extra dev --extra bench -o requirements/bench.lock pyproject.toml
	.venv/bin/pip-compile -q --generate-hashes --no-emit-find-links --no-emit-index-url --no-emit-trusted-host --no-emit-options --no-header --allow-unsafe --strip-extras -o requirements/node.lock requirements/node.in

setup:
	@tools/setup.sh run

setup-test:
	@tools/setup.sh test

setup-bench:
	@tools/setup.sh bench

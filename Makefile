# Ink Quilt. `make demo` starts it with sample data, `make test` checks everything;
# both do all their own set-up on a fresh Debian machine.

SHELL := /bin/bash
.SHELLFLAGS := -eu -o pipefail -c
.DEFAULT_GOAL := help
# What was compiled once is kept, whatever the machine says: each start of a server would compile 2,400 modules again.
unexport PYTHONDONTWRITEBYTECODE

PORT ?= 8000
VENV := .venv
PYTHON := $(VENV)/bin/python
UV_VERSION := 0.13.9
STAMPS := .setup-stamps
CLIENT_SOURCES := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts web/package.json

.PHONY: help setup demo serve test check lint format bench mutants schema screenshots clean

help:
	@echo "make demo         start Ink Quilt with sample data at http://127.0.0.1:$(PORT)"
	@echo "make test         check everything"
	@echo "make check        types, linters, core and client modules: what a day's work asks for (3 minutes)"
	@echo "make serve        start it for yourself, without sample data"
	@echo "make table        serve your home network, for a tablet or phone at the craft table"
	@echo "make bench        measure fitting, reading pictures and answering (about 30 minutes)"
	@echo "make mutants      put faults into the core and count what the tests notice (about an hour)"
	@echo "make screenshots  take the pictures in docs/screenshots again"

setup: $(STAMPS)/python $(STAMPS)/client

# What checks and measures needs more than what runs.
.PHONY: checking
checking: setup $(STAMPS)/checking

$(STAMPS):
	@mkdir -p $(STAMPS)

$(STAMPS)/python: requirements.txt | $(STAMPS)
	@command -v uv >/dev/null || python3 -m pip install --quiet --disable-pip-version-check uv==$(UV_VERSION) \
	    || python3 -m pip install --quiet --break-system-packages uv==$(UV_VERSION)
	@test -x $(PYTHON) || uv venv --quiet $(VENV)
	@uv pip sync --quiet --python $(PYTHON) --require-hashes requirements.txt
	@touch $@

$(STAMPS)/checking: requirements-checking.txt $(STAMPS)/python | $(STAMPS)
	@uv pip sync --quiet --python $(PYTHON) --require-hashes requirements-checking.txt
	@touch $@

$(STAMPS)/packages: web/package-lock.json web/.npmrc | $(STAMPS)
	@cd web && npm ci --silent
	@touch $@

$(STAMPS)/client: $(STAMPS)/python $(STAMPS)/packages $(CLIENT_SOURCES) | $(STAMPS)
	@cd web && npm run --silent build -- --logLevel warn
	@$(PYTHON) manage.py collectstatic --noinput --clear --verbosity 0
	@touch $@

demo: setup
	@exec $(PYTHON) manage.py demo --port $(PORT)

serve: setup
	@exec $(PYTHON) manage.py serve --port $(PORT)

# For a tablet at the craft table: the home network is served, with sign-in on and a one-use link as QR code.
.PHONY: table
table: setup
	@exec $(PYTHON) manage.py table --port $(PORT) $(if $(NAME),--name "$(NAME)")

# What the browser tests need from Debian.
.PHONY: browser
browser:
	@test -x /usr/bin/chromium-headless-shell || \
	    { apt-get update -qq && apt-get install -y -qq chromium-headless-shell fonts-dejavu-core >/dev/null; }

# Two at a time, the longest first: ESLint looks at every type, and mypy takes half as long.
lint: checking
	@$(MAKE) --no-print-directory --jobs 2 lint-rules lint-python lint-client

.PHONY: lint-python lint-client lint-rules
lint-rules:
	cd web && npm run --silent lint

lint-python:
	$(VENV)/bin/ruff check .
	$(VENV)/bin/ruff format --check .
	$(VENV)/bin/mypy
	$(VENV)/bin/lint-imports --no-logo >/dev/null || { $(VENV)/bin/lint-imports --no-logo; exit 1; }
	$(PYTHON) manage.py makemigrations --check --dry-run --verbosity 0

lint-client:
	@$(PYTHON) manage.py spectacular --validate --fail-on-warn --file $(STAMPS)/schema.yaml
	@diff -q $(STAMPS)/schema.yaml web/schema.yaml || { echo "web/schema.yaml is old: run make schema"; exit 1; }
	@cd web && npx openapi-typescript schema.yaml -o ../$(STAMPS)/schema.d.ts >/dev/null
	@diff -q $(STAMPS)/schema.d.ts web/src/api/schema.d.ts || { echo "the client's types are old: run make schema"; exit 1; }
	@! grep -q '"resolved"' web/package-lock.json || { echo "web/package-lock.json holds addresses"; exit 1; }
	cd web && npm run --silent typecheck && npm run --silent format:check

# The quick part: no browser, no database.
check: lint
	$(PYTHON) manage.py test tests.core tests.client --parallel 2

test: lint browser
	$(PYTHON) manage.py test --parallel 2 --timing

# How long each class takes is kept beside the tests: the longest are begun first.
.PHONY: test-times
test-times: checking browser
	$(PYTHON) manage.py test --parallel 2 --record

schema: $(STAMPS)/python $(STAMPS)/packages
	$(PYTHON) manage.py spectacular --validate --fail-on-warn --file web/schema.yaml
	cd web && npm run --silent gen:api

format: checking
	$(VENV)/bin/ruff check --fix . && $(VENV)/bin/ruff format .
	cd web && npm run --silent format

bench: checking
	$(PYTHON) -m bench.designs
	$(PYTHON) -m bench.designs 100 side
	$(PYTHON) -m bench.by_hand
	$(PYTHON) -m bench.refitting
	$(PYTHON) -m bench.pictures
	$(PYTHON) -m bench.things
	$(PYTHON) -m bench.answering
	$(PYTHON) -m bench.importing
	$(PYTHON) -m bench.finding
	$(PYTHON) -m bench.cutting
	$(PYTHON) -m bench.noticing
	$(PYTHON) -m bench.decorating
	$(PYTHON) -m bench.drawn_papers
	$(PYTHON) -m bench.papering
	$(PYTHON) -m bench.regretting
	$(PYTHON) -m bench.dry_fit
	$(PYTHON) -m bench.logbook

# Faults are put into a copy; what puts them in has an environment of its own, so that nothing else rests on it.
mutants: setup $(STAMPS)/mutants
	$(STAMPS)/mutants/bin/python -m bench.mutants

$(STAMPS)/mutants: requirements-mutants.txt | $(STAMPS)
	@uv venv --quiet --clear $@
	@uv pip sync --quiet --python $@/bin/python --require-hashes requirements-mutants.txt
	@touch $@

# Made-up requests for every address of the API, each answer held against its schema (about 10 minutes).
.PHONY: against-schema
against-schema: checking
	$(PYTHON) -m bench.against_schema

screenshots: checking browser
	$(PYTHON) -m demo.screenshots docs/screenshots

clean:
	rm -rf $(VENV) $(STAMPS) web/node_modules web/dist staticfiles .mypy_cache .ruff_cache

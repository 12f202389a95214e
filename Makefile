# `make demo` starts Ilha with its demo data; `make test` passes everything. The rest are their
# parts. Stamps in .make/ keep what is in order from being done again.
SHELL := /bin/bash
.SHELLFLAGS := -eu -o pipefail -c
.DELETE_ON_ERROR:
.DEFAULT_GOAL := help

PORT ?= 8417
DATABASE ?= var/demo.sqlite3
PY := .venv/bin/python
SAY = @printf '\033[1m· %s\033[0m\n'
NPM := scripts/npm
FRONT := $(shell find frontend/src frontend/public -type f 2>/dev/null) frontend/index.html \
         frontend/vite.config.ts frontend/vite.carry.config.ts frontend/tsconfig.json
CORE := $(shell find src/ilha -name '*.py' -o -name '*.toml' -o -name '*.sql' | grep -v /dist/)

.PHONY: help demo test setup build lint types contract front unit browser wheel installs notices \
        mutants bench model-report shots clean
export PIP_DISABLE_PIP_VERSION_CHECK = 1
# The certificates of the machine, not those that came with the installer.
export UV_SYSTEM_CERTS = 1
# Compiled once, not at every start of a test or a server.
unexport PYTHONDONTWRITEBYTECODE

help:
	@printf 'make demo   start Ilha with the demo data (PORT=%s)\nmake test   set up and pass every check\nmake bench  speeds, one line a figure\nmake model-report  plots and tables of docs/model.md\nmake shots  refresh docs/screenshots\n' $(PORT)

demo: .make/python .make/build
	@mkdir -p $(dir $(DATABASE))
	@exec .venv/bin/ilha serve --demo --database $(DATABASE) --port $(PORT)

# What needs one core each goes side by side; then the tests take all there are.
test: .make/python-dev .make/node .make/chromium .make/build
	@$(MAKE) --no-print-directory -j 2 -O lint contract front
	@$(MAKE) --no-print-directory unit
	@$(MAKE) --no-print-directory browser
	@$(MAKE) --no-print-directory installs
	$(SAY) 'All checks pass.'

setup: .make/python-dev .make/node .make/chromium
build: .make/build

.make/tools:
	@scripts/check-tools
	@mkdir -p .make && touch $@

# What runs Ilha, and nothing else: what is there for the tests besides stays.
.make/python: requirements.lock pyproject.toml | .make/tools
	$(SAY) 'Python packages to run it (about 15 s the first time) …'
	@[ -x $(PY) ] || python3 -m venv .venv
	@.venv/bin/pip install --quiet uv==0.13.9
	@.venv/bin/uv pip install --quiet --require-hashes -p .venv -r requirements.lock
	@.venv/bin/uv pip install --quiet --no-deps -b requirements-dev.lock -p .venv -e .
	@touch $@

.make/python-dev: requirements-dev.lock .make/python
	$(SAY) 'Python packages to test it (about 15 s the first time) …'
	@.venv/bin/uv pip sync --quiet --require-hashes -p .venv requirements-dev.lock
	@.venv/bin/uv pip install --quiet --no-deps -b requirements-dev.lock -p .venv -e .
	@touch $@

.make/node: frontend/package-lock.json frontend/package.json | .make/tools
	$(SAY) 'npm packages (about a minute the first time) …'
	@cd frontend && ../$(NPM) ci --silent
	@touch $@

.make/chromium: | .make/tools
	$(SAY) 'Chromium for the browser tests (about a minute the first time) …'
	@scripts/get-chromium
	@touch $@

.make/build: .make/node $(FRONT) frontend/src/api/schema.d.ts
	$(SAY) 'Building the interface (about 15 s) …'
	@cd frontend && ../$(NPM) run --silent build
	@touch $@

lint: .make/python-dev .make/node
	$(SAY) 'Lint and types …'
	@.venv/bin/ruff check --quiet src tests scripts
	@.venv/bin/mypy
	@cd frontend && ../$(NPM) run --silent lint && ../$(NPM) run --silent typecheck
	@scripts/check-locks

contract: .make/python-dev .make/node
	$(SAY) 'Contract: payloads, OpenAPI document, TypeScript types, file schemas …'
	@$(PY) scripts/contract.py check

types: .make/python-dev .make/node
	@$(PY) scripts/contract.py write

front: .make/node
	$(SAY) 'Tests of the interface without a browser …'
	@cd frontend && ../$(NPM) run --silent test

unit: .make/python-dev .make/node .make/build
	$(SAY) 'Unit, reference and web tests …'
	@$(PY) -m pytest -m 'not browser' -n auto --dist worksteal

browser: .make/python-dev .make/chromium .make/build
	$(SAY) 'The real interface in Chromium …'
	@$(PY) -m pytest -m browser -n auto --dist worksteal tests/ui

# The sdist and the wheel, with the built interface inside.
wheel: .make/python-dev .make/build
	$(SAY) 'A wheel with the interface inside …'
	@rm -rf dist && .venv/bin/uv build --quiet --no-build-isolation -p .venv --out-dir dist

# As a stranger installs it: no Node, nothing of this tree.
installs: wheel
	@scripts/try-install

# Hours for all of it; MUTANTS='ilha.core.log.*' takes a part.
MUTANTS ?=
mutants: .make/python-dev
	@.venv/bin/mutmut run $(MUTANTS)
	@.venv/bin/mutmut results

notices: .make/python-dev .make/node
	@$(PY) scripts/notices.py

bench: .make/python-dev .make/chromium .make/build
	@$(PY) scripts/bench.py

model-report: .make/python-dev
	@$(PY) scripts/model_report.py

shots: .make/python-dev .make/chromium .make/build
	@$(PY) scripts/shots.py

clean:
	rm -rf .make .venv frontend/node_modules src/ilha/web/dist var dist

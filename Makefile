# Eyebright: make demo, make test. The rest is for those who build it.
PORT ?= 8000
KIND ?= scale
PYTHON ?= python3
VENV := .venv
RUN := $(VENV)/bin/python
NPM := npm --prefix frontend
S := .stamps
# Python keeps what it has compiled: whatever starts, starts in half the time.
unexport PYTHONDONTWRITEBYTECODE
CHECKS := check-types check-page-types check-page check-python check-migrations
SOURCES := $(shell find frontend/src frontend/public -type f 2>/dev/null) frontend/index.html frontend/vite.config.ts

.PHONY: $(CHECKS) help demo home instrument test dev bench chaos fuzz wheel screenshots api model lock format clean chromium check-node
help:
	@echo "make demo         the demo household, on http://127.0.0.1:$(PORT)"
	@echo "make test         everything a change is checked by"
	@echo "make home         your own shelf, kept in var/home"
	@echo "make instrument   a stand-in that speaks over TCP: KIND=scale, meter or thermometer"
	@echo "make dev          the demo with reload on both sides"
	@echo "make bench        how fast, as ratios in one run"
	@echo "make chaos        a hundred kills under five writers: what is acknowledged is kept"
	@echo "make fuzz         ten minutes of wild calls, by the API's own description"
	@echo "make wheel        a wheel that carries the built page, in dist/"
	@echo "make screenshots  docs/screenshots, made anew from the demo"
	@echo "make api          the API's description and the types made from it"
	@echo "make model        the tables of docs/model.md, from the data files"
	@echo "make format       put every file in order"
	@echo "make lock         lock the Python packages anew"

# ---- what a fresh machine needs, each made once ----

$(S)/venv: requirements/installer.txt
	@mkdir -p $(S)
	@$(PYTHON) -c 'import sys; sys.exit(sys.version_info < (3, 11))' || { echo "Eyebright needs Python 3.11 or newer; this is $$($(PYTHON) --version)."; exit 1; }
	@$(PYTHON) -m venv $(VENV) || { echo "Python's venv is missing: on Debian, apt-get install python3-venv."; exit 1; }
	@$(RUN) -m pip install --quiet --disable-pip-version-check --require-hashes -r requirements/installer.txt
	@touch $@

$(S)/runtime: $(S)/venv requirements/runtime.txt
	@$(VENV)/bin/uv pip install --quiet --python $(RUN) --require-hashes -r requirements/runtime.txt
	@touch $@

$(S)/development: $(S)/runtime requirements/development.txt
	@$(VENV)/bin/uv pip install --quiet --python $(RUN) --require-hashes -r requirements/development.txt
	@touch $@

check-node:
	@node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 19) ? 0 : 1)' 2>/dev/null || { echo "Eyebright needs Node 20.19 or newer to build its page (Debian's own is too old)."; exit 1; }

$(S)/packages: frontend/package-lock.json | check-node
	@mkdir -p $(S)
	@$(NPM) ci --silent --no-audit --no-fund
	@touch $@

$(S)/page: $(S)/packages $(S)/runtime $(SOURCES)
	@$(NPM) run --silent build -- --logLevel warn
	@$(RUN) -m whitenoise.compress --quiet frontend/dist
	@touch $@

# Debian's Chromium without its desktop: a page costs it a third less than the whole one, which serves as well.
chromium:
	@command -v chromium-headless-shell >/dev/null || { echo "Installing Chromium for the browser tests."; \
	  SUDO=; [ "$$(id -u)" = 0 ] || SUDO=sudo; \
	  $$SUDO apt-get update -qq && $$SUDO apt-get install -y -qq --no-install-recommends chromium-headless-shell >/dev/null; } \
	  || command -v chromium >/dev/null \
	  || { echo "The browser tests need Chromium: install it so that 'chromium' starts it."; exit 1; }

# ---- run it ----

demo home: export EYEBRIGHT_DATA = var/$@
demo: export EYEBRIGHT_DEMO = 1
demo home: $(S)/runtime $(S)/page
	@$(RUN) manage.py serve --port $(PORT)

instrument: export EYEBRIGHT_DATA = var/home
instrument: $(S)/runtime
	@$(RUN) manage.py instrument $(KIND)

dev: export EYEBRIGHT_DATA = var/demo
dev: export EYEBRIGHT_DEMO = 1
dev: export EYEBRIGHT_DEBUG = 1
dev: $(S)/development $(S)/packages
	@$(RUN) manage.py migrate --verbosity 0
	@$(RUN) manage.py demo
	@echo "The page, with reload: http://127.0.0.1:5173"
	@trap 'trap - INT TERM EXIT; kill 0' INT TERM EXIT; $(RUN) manage.py runserver 127.0.0.1:8000 & $(NPM) run --silent dev

# ---- check it ----

test: export EYEBRIGHT_DATA = var/checks
test: $(S)/development $(S)/page chromium
	@$(MAKE) --no-print-directory --jobs 2 $(CHECKS)
	@echo "· tests"; $(RUN) manage.py test tests --noinput --parallel 2

check-python:
	@echo "· lint";  $(VENV)/bin/ruff check --quiet . && $(VENV)/bin/ruff format --quiet --check .
check-types:
	@echo "· types"; $(VENV)/bin/mypy --no-error-summary
check-page:
	@echo "· lint and tests, front end"; $(NPM) run --silent lint >/dev/null
	@$(NPM) run --silent test -- --silent --reporter=dot >/dev/null
check-page-types:
	@echo "· types, front end"; $(NPM) run --silent types
check-migrations:
	@echo "· migrations"; $(RUN) manage.py makemigrations --check --dry-run --verbosity 0

bench: export EYEBRIGHT_DATA = var/bench
bench: $(S)/development $(S)/page chromium
	@rm -rf var/bench
	@$(RUN) -m bench

chaos: export EYEBRIGHT_DATA = var/checks
chaos: $(S)/development
	@$(RUN) -m bench.chaos

fuzz: export EYEBRIGHT_DATA = var/checks
fuzz: export FUZZ_SECONDS = 600
fuzz: $(S)/development
	@$(RUN) manage.py test tests.api.test_fuzz --noinput

wheel: $(S)/development $(S)/page
	@rm -rf dist
	@$(RUN) -m hatchling build --target wheel >/dev/null
	@echo "$$(ls dist/*.whl)"

screenshots: export EYEBRIGHT_DATA = var/pictures
screenshots: export EYEBRIGHT_DEMO = 1
screenshots: $(S)/development $(S)/page chromium
	@$(RUN) -m docs.pictures

# ---- keep it in order ----

api: $(S)/development $(S)/packages
	@$(RUN) manage.py export_openapi_schema --api eyebright.config.api.api --indent 2 --sorted --output docs/openapi.json
	@$(NPM) run --silent api >/dev/null

model: $(S)/development
	@$(RUN) -m docs.tables

format: $(S)/development $(S)/packages
	@$(VENV)/bin/ruff check --quiet --fix . ; $(VENV)/bin/ruff format --quiet .
	@$(NPM) run --silent format >/dev/null

lock: $(S)/venv
	@for set in installer runtime development; do $(VENV)/bin/uv pip compile --quiet --universal --generate-hashes --python-version 3.11 --custom-compile-command "make lock" requirements/$$set.in -o requirements/$$set.txt; done

clean:
	@rm -rf $(S) $(VENV) frontend/node_modules frontend/dist

# The two commands: make demo, make test.
PYTHON ?= python3
PORT ?= 8000
VENV := .venv
BIN := $(VENV)/bin
WEB_SOURCES := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts web/package.json

.PHONY: fuzz secure house limits mutations properties demo test build check-tools serve lint types schema clean bench screenshots

demo: check-tools $(VENV)/.runtime web/dist/index.html
	@$(BIN)/python manage.py migrate --verbosity 0
	@$(BIN)/python manage.py load_demo
	@SABAKA_PORT=$(PORT) $(BIN)/python -m server.serve

# The same at a secure address, with a certificate of this machine's own: for phones in the yard.
secure: check-tools $(VENV)/.runtime web/dist/index.html
	@$(BIN)/python manage.py migrate --verbosity 0
	@$(BIN)/python manage.py load_demo
	@$(BIN)/python -m server.serve --https

check-tools:
	@sh scripts/check_tools.sh $(PYTHON)

$(VENV)/.runtime: requirements.txt
	@test -x $(BIN)/python || $(PYTHON) -m venv $(VENV)
	@echo "Installing Python packages ..."
	@$(BIN)/python -m pip install --quiet --disable-pip-version-check -r requirements.txt
	@touch $@

$(VENV)/.develop: requirements.txt requirements-dev.txt
	@test -x $(BIN)/python || $(PYTHON) -m venv $(VENV)
	@echo "Installing Python packages for development ..."
	@$(BIN)/python -m pip install --quiet --disable-pip-version-check -r requirements-dev.txt
	@touch $@ $(VENV)/.runtime

web/node_modules/.ready: web/package.json web/package-lock.json
	@echo "Installing front-end packages ..."
	@cd web && npm ci --no-audit --no-fund --loglevel=error
	@touch $@

web/dist/index.html: web/node_modules/.ready $(WEB_SOURCES)
	@echo "Building the front end ..."
	@cd web && npm run --silent build -- --logLevel error
	@$(BIN)/python -m whitenoise.compress --quiet web/dist

build: $(VENV)/.runtime web/dist/index.html
	@$(BIN)/python -m compileall -q sabaka_core server

# Generated files: the document's schema, the metric list, the API's description and its types.
schema: $(VENV)/.develop web/node_modules/.ready
	@$(BIN)/python scripts/generated.py --write

test: check-tools $(VENV)/.develop web/dist/index.html
	@sh scripts/browser.sh
	@$(BIN)/python scripts/run_tests.py

# Ten thousand spoilt documents through everything the core makes: SEED=random for a series that nobody has seen.
SEED ?= 20260
DOCUMENTS ?= 10000
mutations: $(VENV)/.develop
	@$(BIN)/python -m tests.mutated --seed $(SEED) --documents $(DOCUMENTS)

# Every field of every example at each of its limits and with each of its words, through everything the core makes.
limits: $(VENV)/.develop
	@$(BIN)/python -m tests.limits

# All calls of the API by an OpenAPI fuzzer with two accounts, against the running server (some ten minutes).
EXAMPLES ?= 40
fuzz: $(VENV)/.develop web/dist/index.html .venv-fuzz/.ready
	@$(BIN)/python -m tests.fuzz --examples $(EXAMPLES)

.venv-fuzz/.ready: requirements-fuzz.txt
	@test -x .venv-fuzz/bin/python || $(PYTHON) -m venv .venv-fuzz
	@.venv-fuzz/bin/python -m pip install --quiet --disable-pip-version-check -r requirements-fuzz.txt
	@touch $@

# The tests of the core with examples of their properties that nobody has seen.
properties: $(VENV)/.develop
	@SABAKA_PROPERTIES=random $(BIN)/python manage.py test tests.core tests.published --noinput --parallel auto

# The house's counts; COUNT="files over 400 lines" lists what one of them counted.
house: $(VENV)/.develop
	@$(BIN)/python -m tests.house.counts "$(COUNT)"

bench: $(VENV)/.develop web/dist/index.html
	@$(BIN)/python -m compileall -q sabaka_core server
	@$(BIN)/python -m benchmarks

screenshots: $(VENV)/.develop web/dist/index.html
	@$(BIN)/python scripts/screenshots.py

clean:
	rm -rf $(VENV) web/node_modules web/dist

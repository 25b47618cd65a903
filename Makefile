# Apodemos. "make demo" to look at it, "make test" to check all of it.
SHELL := /bin/bash
# Nothing of it is C: the program runs where there is nothing else, as in the container.
# What it was built of is in it wherever git can tell, whatever the machine's own settings of Go.
GO := CGO_ENABLED=0 go build -trimpath -buildvcs=$(shell git status --porcelain >/dev/null 2>&1 && git rev-parse HEAD >/dev/null 2>&1 && echo true || echo false)
LISTEN ?= 127.0.0.1:8466

.PHONY: advice docs demo build test screenshots api format bench clean web-deps test-tools notices release load fuzz torture

## demo: install what it needs, build, and start with the demo trip
demo: build
	./bin/apodemos demo --data .demo --listen $(LISTEN)

## build: the program with the interface in it
build: bin/apodemos

GO_SOURCES := $(shell find app cmd core demo formats instruments pocket server store -name '*.go' -o -name '*.sql' -o -name '*.tab' -o -name notices.txt 2>/dev/null) go.mod go.sum web/embed.go
POCKET_SOURCES := $(shell find app core cmd/pocket formats/zone instruments pocket -name '*.go' 2>/dev/null) go.mod
WEB_SOURCES := $(shell find web/src web/public docs/manual docs/screenshots -type f -not -path "*/made/*" -not -name schema.d.ts -not -name operations.ts -not -name limits.ts -not -name made.ts -not -path "web/public/assets/*" 2>/dev/null) web/index.html web/sw.js web/sw.mjs web/manual.mjs web/vite.config.ts web/package.json

bin/apodemos: $(GO_SOURCES) $(wildcard .git/logs/HEAD) web/dist/app/index.html web/dist/pocket/shell.html
	@echo "== building the program (the first time this takes about two minutes)"
	$(GO) -o $@ ./cmd/apodemos

web/dist/app/index.html: web/node_modules/.installed web/src/core/made/module.ts web/src/api/schema.d.ts $(WEB_SOURCES)
	@echo "== building the interface"
	cd web && npx --no-install vite build --logLevel warn && node sw.mjs
	@touch $@

# The page that everything is in: the interface, its fonts, the core, and a place for a trip.
web/dist/pocket/shell.html: web/dist/app/index.html web/pocket-file.mjs
	@echo "== building the pocket"
	cd web && node pocket-file.mjs
	@touch $@

# The types and the operations of the HTTP interface, as its document has them.
web/src/api/schema.d.ts: docs/openapi.json web/types.mjs web/node_modules/.installed
	@echo "== making the types of the interface"
	cd web && node types.mjs
	@touch $@

# The core for the browser, compressed once and named by its content.
web/src/core/made/module.ts: $(POCKET_SOURCES) web/pocket.mjs
	@echo "== building the core for the browser"
	node web/pocket.mjs
	@touch $@

web-deps: web/node_modules/.installed
web/node_modules/.installed: web/package.json web/package-lock.json
	@echo "== installing the interface's packages from the npm registry"
	cd web && npm ci --no-fund --no-audit --loglevel=error
	@touch $@

## api: the OpenAPI document and the TypeScript types made from it
api: web-deps
	-APODEMOS_EXAMPLES=$(CURDIR)/server/examples.json go test -count=1 -run TestEveryExampleIsTrue ./server >/dev/null
	go run ./cmd/apodemos openapi > docs/openapi.json
	@$(MAKE) --no-print-directory web/src/api/schema.d.ts

## docs: the pages of methods, schemas and words, from the catalogue and the tables
## (words needs the packages of the interface)
docs: web-deps
	go run ./cmd/apodemos methods > docs/methods.md
	for k in trip recipe log pocket; do go run ./cmd/apodemos schema $$k > docs/$$k.schema.json; done
	APODEMOS_WORDS=1 go test -count=1 -run TestThePageHasEverySentence ./docs/words >/dev/null

## advice: docs/advice.md anew: how good the advice is, measured on invented people (ten minutes)
advice:
	APODEMOS_ADVICE=1 go test -timeout 40m -count=1 -run TestThePageOfAdvice ./docs/advice

## test: everything: format, vet, lint, types, unit, property and end-to-end tests
test: test-tools build
	@echo "== Go: format, vet, lint"
	@test -z "$$(gofmt -l app cmd core demo docs e2e formats instruments pocket server store web/embed.go)" || { gofmt -l app cmd core demo docs e2e formats instruments pocket server store; echo "run make format"; exit 1; }
	go vet ./...
	go tool staticcheck ./...
	GOOS=js GOARCH=wasm go build ./core/... ./app ./pocket ./cmd/pocket
	@echo "== interface: types, lint, format, unit tests"
	cd web && npx --no-install tsc --noEmit
	cd web && npx --no-install eslint src --max-warnings 0
	cd web && npx --no-install prettier --check src --log-level warn
	cd web && npx --no-install vitest run
	@echo "== the document is that of the server"
	./bin/apodemos openapi | diff -u docs/openapi.json - || { echo "run make api"; exit 1; }
	@echo "== Go: all tests"
	# The interface alone takes some minutes on two processors; the limits are for what hangs.
	go test -timeout 20m $(WITHOUT) $$(go list ./... | grep -v /e2e)
	@if $(BROWSER_THERE); then echo "== the interface, driven in a browser"; go test -timeout 40m ./e2e; else echo "== left out, for there is no Chromium: the tests of the interface in a browser"; fi

# What the tests need and a plain machine may lack.
TOOLS := chromium-headless-shell fonts-dejavu-core units python3-scipy python3-iapws gpsbabel python3-gpxpy python3-icalendar python3-jsonschema libxml2-utils libnss3-tools openssl
BROWSER_THERE := command -v chromium-headless-shell chromium >/dev/null
TOOLS_THERE := $(BROWSER_THERE) && fc-list 2>/dev/null | grep -q DejaVu && command -v units >/dev/null && command -v gpsbabel >/dev/null && command -v xmllint >/dev/null && command -v certutil >/dev/null && command -v openssl >/dev/null && /usr/bin/python3 -c 'import scipy, iapws, gpxpy, icalendar, jsonschema' 2>/dev/null
# Tests that ask those tools, left out where they are missing.
WITHOUT = $(shell $(TOOLS_THERE) || echo "-skip 'Elsewhere|OtherPrograms|HiGHS|AsItsSchemaSays'")
test-tools:
	@if $(TOOLS_THERE); then :; elif [ "$$(id -u)" != 0 ]; then \
	  echo "== some tools for the tests are missing, and only root can install them. On Debian:"; echo "   sudo apt-get install $(TOOLS)"; echo "   What can be tested without them is; the rest is left out."; \
	else \
	  echo "== installing Chromium, a font, GNU units, GPSBabel, xmllint and Python libraries from Debian's packages"; \
	  apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends $(TOOLS) >/dev/null; \
	fi

## screenshots: docs/screenshots/ anew, from the demo data
screenshots: build
	APODEMOS_SCREENSHOTS=$(CURDIR)/docs/screenshots go test -count=1 -run TestScreenshots ./e2e

## bench: how fast it is here: the computation, and from a changed value to its figure on the screen
bench: build
	go test -run xxx -bench . -benchmem ./core/... ./formats
	go test -run xxx -bench . -benchtime 3x ./e2e

## format: put Go and TypeScript into their usual form
format:
	gofmt -w app cmd core demo docs e2e formats instruments pocket server store web/embed.go
	cd web && npx --no-install prettier --write src --log-level warn

## clean: what was built; data of a person, the demo's too, stays
clean:
	rm -rf bin dist web/dist/app web/dist/pocket web/node_modules web/src/core/made web/src/api/schema.d.ts web/src/api/operations.ts web/src/api/limits.ts web/src/units/made.ts web/public/assets

## notices: what others wrote that ships with the program, with their licences
notices: web-deps
	cd web && node notices.mjs

## release: the program for Linux, macOS and Windows, amd64 and arm64, with checksums, in dist/
RELEASES := linux/amd64 linux/arm64 darwin/amd64 darwin/arm64 windows/amd64 windows/arm64
release: build
	rm -rf dist && mkdir -p dist
	@for r in $(RELEASES); do \
	  os=$${r%/*} arch=$${r#*/}; name=dist/apodemos-$$(go run ./cmd/apodemos version --short)-$$os-$$arch; [ $$os = windows ] && name=$$name.exe; \
	  echo "== $$name"; GOOS=$$os GOARCH=$$arch $(GO) -ldflags="-s -w" -o $$name ./cmd/apodemos || exit 1; \
	done
	cp LICENSE CHANGELOG.md cmd/apodemos/notices.txt dist/
	cd dist && sha256sum apodemos-* > SHA256SUMS

# What is measured goes onto its page, docs/reliability.md.
MEASURED := APODEMOS_RELIABILITY=$(CURDIR)/docs

## fuzz: WALK requests one after the other, of the server and of the offline copy; and every reader
## and kernel with made-up input: FUZZ executions of each, RESTS of what is slow
FUZZ ?= 1000000x
RESTS ?= 10000x
WALK ?= 100000
fuzz:
	APODEMOS_WALK=$(WALK) $(MEASURED) go test -timeout 8h -count=1 -v -run TestAWalkThroughTheDocument ./cmd/apodemos
	FUZZ=$(FUZZ) RESTS=$(RESTS) ./fuzz.sh

## torture: kills under load, KILLS of them, and then a usual load for as long as SOAK
KILLS ?= 3000
SOAK ?= 1h
torture: build
	APODEMOS_KILLS=$(KILLS) $(MEASURED) go test -timeout 4h -count=1 -v -run TestKilledUnderLoad ./e2e
	APODEMOS_SOAK=$(SOAK) $(MEASURED) go test -timeout 4h -count=1 -run xxx -bench Soak -benchtime 1x ./server

## load: two hundred requests a second for a minute, four hundred, and fifty kits at once
load:
	APODEMOS_LOAD=1 $(MEASURED) go test -run xxx -bench Load -benchtime 1x ./server

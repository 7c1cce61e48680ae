#!/usr/bin/env bash
# Runs one set of the browser work on a database of its own: browser.sh {screenshots|bench}
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/setup.sh --browser
data=$(realpath -m "${NEAT_SILL_TEST_DATA:-.data/test-$(id -u)}")
was_up=$(bash scripts/postgres.sh is-up "$data")
DATABASE_URL=$(bash scripts/postgres.sh start "$data" fast)
[ "$was_up" = yes ] || trap 'bash scripts/postgres.sh stop "$data"' EXIT
export DATABASE_URL
npx --no-install playwright test -c e2e/playwright.config.ts --project="$1" --reporter=list

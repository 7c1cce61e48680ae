#!/usr/bin/env bash
# Takes the pictures of docs/screenshots anew, from the demo data on a database of its own.
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/setup.sh --browser
data=$(realpath -m "${NEAT_SILL_TEST_DATA:-.data/test-$(id -u)}")
DATABASE_URL=$(bash scripts/postgres.sh start "$data" fast)
export DATABASE_URL
npx --no-install playwright test -c e2e/playwright.config.ts --project=screenshots --reporter=line

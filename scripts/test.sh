#!/usr/bin/env bash
# Sets up and runs every test: types, rules of the code, core, server against a real database, interface in a real
# browser. Closes with "N passed, N failed".
set -uo pipefail
cd "$(dirname "$0")/.."
bash scripts/setup.sh --browser || exit 1

data=$(realpath -m "${NEAT_SILL_TEST_DATA:-.data/test-$(id -u)}")
results=$(mktemp -d)
trap 'bash scripts/postgres.sh stop "$data"; rm -rf "$results"' EXIT
DATABASE_URL=$(bash scripts/postgres.sh start "$data" fast) || exit 1
export DATABASE_URL NEAT_SILL_TEST_CLUSTER=$data

step() {
  local name=$1 told
  shift
  told=$("$@" 2>&1) && echo 1 0 >>"$results/counts" || echo 0 1 >>"$results/counts"
  printf '== %s\n%s\n' "$name" "$told"
}
# Each keeps one core busy; what they say is kept apart.
step "Types" npm run --silent typecheck &
step "Rules of the code" npm run --silent lint &
wait

echo "== Core, command line and server"
node --experimental-vm-modules --no-warnings node_modules/jest/bin/jest.js --forceExit --json --outputFile="$results/jest.json" || true
echo "== Interface"
PLAYWRIGHT_JSON_OUTPUT_NAME="$results/playwright.json" npx --no-install playwright test -c e2e/playwright.config.ts --project=journeys || true
step "Size of first use" npx --no-install size-limit
node scripts/count-results.mjs "$results"

#!/usr/bin/env bash
# Shops and owners for whoever runs the server: npm run shops -- list. Works on DATABASE_URL, or on the private database
# of `npm start` while that runs.
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/setup.sh
data=$(realpath -m "${NEAT_SILL_DATA:-.data/app}")
if [ -z "${DATABASE_URL:-}" ]; then
  if ! DATABASE_URL=$(cat "$data/url" 2>/dev/null) || ! (exec 3<>"/dev/tcp/127.0.0.1/$(sed 's|.*:\([0-9]*\)/.*|\1|' <<<"$DATABASE_URL")") 2>/dev/null; then
    echo "The database in $data is not running; start Neat Sill with npm start, or set DATABASE_URL." >&2
    exit 1
  fi
fi
export DATABASE_URL PORT=${NEAT_SILL_PORT:-4173}
exec node --import tsx server/src/operators.ts "$@"

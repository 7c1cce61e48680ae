#!/usr/bin/env bash
# npm run backup -- FILE: all data of DATABASE_URL, or of the private database in NEAT_SILL_DATA, into one file.
# npm run restore -- FILE: back into an empty database; a private one is made for it, and is ready for npm start.
set -euo pipefail
here=$PWD
cd "$(dirname "$0")/.."
command=$1
[ -n "${2:-}" ] || { echo "Name the file: npm run $([ "$command" = write ] && echo backup || echo restore) -- FILE" >&2; exit 2; }
file=$(cd "${INIT_CWD:-$here}" && realpath -m "$2")
bash scripts/setup.sh
if [ -z "${DATABASE_URL:-}" ]; then
  data=$(realpath -m "${NEAT_SILL_DATA:-.data/app}")
  was_up=$(bash scripts/postgres.sh is-up "$data")
  DATABASE_URL=$(bash scripts/postgres.sh start "$data" durable)
  [ "$was_up" = yes ] || trap 'bash scripts/postgres.sh stop "$data"' EXIT
fi
export DATABASE_URL DEMO=no
node --import tsx server/src/backup.ts "$command" "$file"
[ "$command" = write ] || node --import tsx server/src/prepare.ts

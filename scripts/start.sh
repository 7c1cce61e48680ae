#!/usr/bin/env bash
# Sets up, migrates, builds and serves Neat Sill: one server, one worker. Ctrl-C or SIGTERM ends all of it.
#   NEAT_SILL_DATA  folder of the private database (default .data/app)   NEAT_SILL_PORT  port (default 4173)
#   DATABASE_URL    use this database instead of a private one           NEAT_SILL_DEMO  no: do not fill in demo data
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/setup.sh

data=$(realpath -m "${NEAT_SILL_DATA:-.data/app}")
exec 7>>".data/run-$(printf %s "$data" | cksum | cut -d' ' -f1).lock"
if ! flock -n 7; then # its database must not be stopped under it
  echo "Neat Sill is already running on $data; stop it first, or name another folder in NEAT_SILL_DATA." >&2
  exit 1
fi
private=no
if [ -z "${DATABASE_URL:-}" ]; then
  private=yes
  DATABASE_URL=$(bash scripts/postgres.sh start "$data" durable 7>&-)
fi
export DATABASE_URL PORT=${NEAT_SILL_PORT:-4173} DEMO=${NEAT_SILL_DEMO:-yes} WEB_FOLDER=$PWD/.data/web

children=()
finish() {
  trap - EXIT INT TERM
  [ ${#children[@]} = 0 ] || { kill -TERM "${children[@]}" 2>/dev/null || true; wait "${children[@]}" 2>/dev/null || true; }
  [ $private = no ] || bash scripts/postgres.sh stop "$data"
}
trap finish EXIT
trap 'exit 0' INT TERM

exec 8>>.data/build.lock
flock 8
npm run --silent build -w web -- --outDir "$WEB_FOLDER" --emptyOutDir >/dev/null 8>&-
server=$PWD/.data/server
npm run --silent build -w server -- "$server" 8>&-
flock -u 8
node --enable-source-maps "$server/prepare.js" 8>&-
node --enable-source-maps "$server/worker.js" 8>&- 7>&- &
children+=($!)
node --enable-source-maps "$server/main.js" 8>&- 7>&- &
children+=($!)
wait -n "${children[@]}" || { echo "A process of Neat Sill ended by itself; the lines above say why." >&2; exit 1; }

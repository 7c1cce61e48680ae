#!/usr/bin/env bash
# Sets up, migrates, builds and serves Neat Sill: a server, a worker. Ctrl-C or SIGTERM ends all of it; what ends by
# itself is brought back (supervise.mjs).
#   NEAT_SILL_DATA  folder of the private database (default .data/app)   NEAT_SILL_PORT  port (default 4173)
#   DATABASE_URL    use this database instead of a private one           NEAT_SILL_DEMO  no: do not fill in demo data
#   SERVER_PROCESSES so many processes serve (default 2, on one core 1)
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/setup.sh

data=$(realpath -m "${NEAT_SILL_DATA:-.data/app}")
exec 7>>".data/run-$(printf %s "$data" | cksum | cut -d' ' -f1).lock"
if ! flock -n 7; then # its database must not be stopped under it
  echo "Neat Sill is already running on $data; stop it first, or name another folder in NEAT_SILL_DATA." >&2
  exit 1
fi

# What is built is kept until something it is built from changes.
exec 8>>.data/build.lock
flock 8
from=$(find core server web package-lock.json -name node_modules -prune -o -type f ! -name '*.test.ts*' -print0 |
  LC_ALL=C sort -z | xargs -0 cksum | cksum)
web=$PWD/.data/web server=$PWD/.data/server
if [ "$(cat .data/built 2>/dev/null)" != "$from" ] || [ ! -e "$web/index.html" ] || [ ! -e "$server/main.js" ]; then
  rm -f .data/built
  npm run --silent build -w web -- --outDir "$web" --emptyOutDir --logLevel error 8>&- 7>&-
  npm run --silent build -w server -- "$server" 8>&- 7>&-
  echo "$from" >.data/built
fi
exec 8>&-

[ -n "${DATABASE_URL:-}" ] || export DATA=$data
cores=$(nproc)
export SERVER_PROCESSES=${SERVER_PROCESSES:-$((cores < 2 ? cores : 2))}
export PORT=${NEAT_SILL_PORT:-4173} DEMO=${NEAT_SILL_DEMO:-yes} WEB_FOLDER=$web SERVER_FOLDER=$server
exec node scripts/supervise.mjs

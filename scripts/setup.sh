#!/usr/bin/env bash
# Installs what is missing: Debian packages (PostgreSQL; with --browser also Chromium) and the modules of package-lock.json.
set -euo pipefail
cd "$(dirname "$0")/.."

if ! command -v node >/dev/null || [ "$(node -p 'Number(process.versions.node.split(".")[0]) >= 20')" != true ]; then
  echo "Neat Sill needs Node 20 or newer; install it and start again." >&2
  exit 1
fi

need=()
ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1 || need+=(postgresql)
[ "${1:-}" != --browser ] || [ -x /usr/bin/chromium ] || need+=(chromium fonts-liberation)
if [ ${#need[@]} -gt 0 ]; then
  sudo=()
  if [ "$(id -u)" != 0 ]; then
    sudo=(sudo -n)
    if ! command -v sudo >/dev/null || ! sudo -n true 2>/dev/null; then
      echo "Missing: ${need[*]}. This user may not install packages; ask an administrator to run" >&2
      echo "  apt-get install ${need[*]}" >&2
      exit 1
    fi
  fi
  echo "Installing ${need[*]} from Debian" >&2
  conf=/etc/postgresql-common/createcluster.conf # keeps Debian from making a cluster of its own
  [ -e $conf ] || { "${sudo[@]}" mkdir -p "${conf%/*}" && echo 'create_main_cluster = false' | "${sudo[@]}" tee $conf >/dev/null; }
  "${sudo[@]}" apt-get update -qq
  "${sudo[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends \
    -o Dpkg::Options::=--force-confold -o DPkg::Lock::Timeout=300 "${need[@]}" >/dev/null
fi

mkdir -p .data
exec 8>>.data/setup.lock
flock 8 # `npm start` and `npm test` may set up at the same time
wanted=$(cat package-lock.json package.json ./*/package.json | cksum)
if [ "$(cat node_modules/.neat-sill-modules 2>/dev/null)" != "$wanted" ]; then
  echo "Installing modules" >&2
  npm ci --no-audit --no-fund --loglevel=error >&2
  echo "$wanted" >node_modules/.neat-sill-modules
fi

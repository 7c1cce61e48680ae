#!/usr/bin/env bash
# A private PostgreSQL cluster: postgres.sh {start|stop|is-up|where} FOLDER {durable|fast}
# start prints the cluster's address. `durable` is for real data; `fast` gives up durability and is for tests only.
# Run by root, the server runs as the owner of the folder, or as user postgres, since it refuses to run as root.
set -euo pipefail
command=$1 dir=$2 mode=${3:-durable}
as=()
bin=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -n1)
mkdir -p "$dir"
if [ "$(id -u)" = 0 ]; then
  owner=$(stat -c %u "$dir")
  [ "$owner" != 0 ] || owner=$(id -u postgres)
  as=(setpriv --reuid="$owner" --regid="$(getent passwd "$owner" | cut -d: -f4)" --init-groups --)
  chown -R "$owner" "$dir"
  if ! "${as[@]}" test -w "$dir"; then # a folder above is closed to that user: use the system's place for data
    dir=/var/lib/neat-sill/$(printf %s "$dir" | cksum | cut -d' ' -f1)
    mkdir -p "$dir" && chown "$owner" "$dir" && chmod 755 /var/lib/neat-sill
    echo "The database is kept in $dir, since the server's user can't enter $2" >&2
  fi
fi
if [ ! -w "$dir" ]; then
  echo "The data folder $dir belongs to another user; run as that user, or name another folder in NEAT_SILL_DATA." >&2
  exit 1
fi
chmod 700 "$dir"
cd "$dir"
umask 077
exec 9>>lock
flock 9 # closed for the server (9>&-), or it would keep the lock

up() { [ -f url ] && [ "$("$bin/psql" -XAtc 'show data_directory' "$(cat url)" 2>/dev/null)" = "$dir/data" ]; }
stop() { [ ! -f data/postmaster.pid ] || "${as[@]}" "$bin/pg_ctl" -D "$dir/data" -m fast -w stop >/dev/null || true; }

make_cluster() {
  node -p 'crypto.randomBytes(16).toString("hex")' >password
  [ ${#as[@]} = 0 ] || chown "$owner" password
  "${as[@]}" "$bin/initdb" -D "$dir/data" -U neat_sill --pwfile=password --auth=scram-sha-256 -E UTF8 --locale=C.UTF-8 \
    >initdb.log 2>&1 9>&- || { cat initdb.log >&2; rm -rf data; exit 1; }
}

options() {
  echo "-p $1 -c listen_addresses=127.0.0.1 -c unix_socket_directories="
  [ "$mode" = durable ] || echo "-c fsync=off -c synchronous_commit=off -c full_page_writes=off"
}

case $command in
stop) stop ;;
where) echo "$dir" ;;
is-up) up && echo yes || echo no ;;
start)
  if up; then cat url; exit; fi
  stop
  [ -f data/PG_VERSION ] || make_cluster
  # The port it had is tried first: processes that have lost it find it there again.
  before=$(sed -n 's|.*:\([0-9]*\)/.*|\1|p' url 2>/dev/null || true)
  for at in 1 2 3 4 5 6 7 8; do # another program may take the free port before the server does
    port=$before
    [ -n "$before" ] && [ "$at" -le 5 ] || port=$(node -e 's=net.createServer().listen(0,"127.0.0.1",()=>{process.stdout.write(String(s.address().port));s.close()})')
    if "${as[@]}" "$bin/pg_ctl" -D "$dir/data" -w -t 60 -l "$dir/data/server.log" -o "$(options "$port" | tr '\n' ' ')" start \
      </dev/null >/dev/null 2>&1 9>&-; then
      echo "postgres://neat_sill:$(cat password)@127.0.0.1:$port/postgres" >url
      cat url
      exit
    fi
    sleep 1
  done
  tail -n 20 data/server.log >&2
  exit 1
  ;;
*) echo "usage: postgres.sh {start|stop|is-up|where} FOLDER {durable|fast}" >&2 && exit 2 ;;
esac

#!/usr/bin/env bash
# A demo instance is backed up while it runs, restored into an empty one and started again. A backup that was changed is refused, and nothing is
# written over what is there. Everything is done in a copy of the project, which goes away afterwards.
set -u
root=$(cd "$(dirname "$0")/../.." && pwd)
port=${JORVENT_TEST_PORT:-18310}
mkdir -p "$root/var"; chmod o+x "$root/var"
work=$(mktemp -d "$root/var/long.XXXXXX"); chmod 755 "$work"
die() { printf 'not as it should be: %s\n' "$*" >&2; tail -n 20 "$work"/*.log >&2; exit 1; }
pid() { cat "$work/copy/var/live/run/start.pid" 2>/dev/null; }
stop() {
    local one; one=$(pid) || return 0
    kill -TERM "$one" 2>/dev/null
    for _ in $(seq 1 100); do kill -0 "$one" 2>/dev/null || return 0; sleep 0.2; done
}
trap 'stop; rm -rf "$work"' EXIT
start() {
    (cd "$work/copy" && setsid bin/start --port "$port" >"$work/start.log" 2>&1 &)
    for _ in $(seq 1 240); do grep -q 'Ctrl-C stops' "$work/start.log" 2>/dev/null && return; sleep 1; done
    die "the instance does not start"
}
mkdir "$work/copy"
for one in "$root"/*; do [ "$(basename "$one")" = var ] || cp -al "$one" "$work/copy/"; done
cd "$work/copy" || exit 1

start
bin/backup "$work/saved.tar" live >"$work/backup.log" 2>&1 || die "bin/backup fails"
bin/backup "$work/saved.tar" live >>"$work/backup.log" 2>&1 && die "bin/backup writes over a file that is there"
stop
bin/restore "$work/saved.tar" live "$port" >"$work/restore.log" 2>&1 && die "bin/restore writes over an instance that is there"
mv var/live "$work/was"

mkdir "$work/changed"; tar -C "$work/changed" -xf "$work/saved.tar"
one=$(find "$work/changed/files" -type f | head -n 1); printf x >>"$one"
tar -C "$work/changed" -cf "$work/changed.tar" database files secret counts
bin/restore "$work/changed.tar" live "$port" >"$work/restore.log" 2>&1 && die "a damaged file is taken"
grep -q 'Files are damaged' "$work/restore.log" || die "the damaged file is not named"
rm -rf var/live; sed -i '1s/ \([0-9]*\) / 999999 /' "$work/changed/counts"; tar -C "$work/changed" -cf "$work/changed.tar" database files secret counts
bin/restore "$work/changed.tar" live "$port" >"$work/restore.log" 2>&1 && die "rows that are missing are not noticed"
rm -rf var/live

bin/restore "$work/saved.tar" live "$port" >"$work/restore.log" 2>&1 || die "bin/restore fails"
grep -q 'are as they were' "$work/restore.log" || die "bin/restore does not say what it compared"
start
status=$(curl -s -o "$work/health.log" -w '%{http_code}' "http://127.0.0.1:$port/health")
[ "$status" = 200 ] || die "the restored instance answers $status"
curl -s "http://127.0.0.1:$port/careers" | grep -q 'Marine Electrician' || die "its openings are not shown"
printf '%s\n' "$(tail -n 1 "$work/restore.log")"

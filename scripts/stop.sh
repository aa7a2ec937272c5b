#!/usr/bin/env bash
# npm stop: ends the server, the instruments and the private PostgreSQL of this checkout, whoever started them. A database that a
# test or a bench still uses is left to it.
set -euo pipefail
. "$(dirname "$0")/lib.sh"
stop_left
mkdir -p "$DATA/run"
# The start script lets go of the database once its server has ended.
exec 7>>"$DATA/run/pg.users"
if flock -w 15 -x 7; then
  scripts/pg.sh stop 7>&-
  rm -f "$DATA/run/pg"
else
  echo 'The database goes on: something else from this folder uses it (a test, a bench, a backup) and stops it when it ends.'
fi

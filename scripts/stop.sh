#!/usr/bin/env bash
# npm stop: ends the server, the instruments and the private PostgreSQL of this checkout, whoever started them.
set -euo pipefail
. "$(dirname "$0")/lib.sh"
stop_left
scripts/pg.sh stop
rm -f "$DATA/run/pg"

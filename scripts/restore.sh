#!/usr/bin/env bash
# npm run restore -- FILE : puts a backup back in one transaction; on any error nothing changes.
set -euo pipefail
. "$(dirname "$0")/lib.sh"
[ $# -eq 1 ] || { echo 'usage: npm run restore -- FILE' >&2; exit 2; }
ensure_database >&2
cd "${INIT_CWD:-$ROOT}"
pg_restore --clean --if-exists --no-owner --single-transaction --dbname="$VENULA_DATABASE_URL" "$1"
echo "restored from $1"

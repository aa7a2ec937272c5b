#!/usr/bin/env bash
# npm run backup -- FILE : the whole database in PostgreSQL's custom format.
set -euo pipefail
. "$(dirname "$0")/lib.sh"
[ $# -eq 1 ] || { echo 'usage: npm run backup -- FILE' >&2; exit 2; }
ensure_database >&2
cd "${INIT_CWD:-$ROOT}"
pg_dump --format=custom --no-owner --file="$1" "$VENULA_DATABASE_URL"
echo "saved to $1 ($(wc -c <"$1") bytes)"

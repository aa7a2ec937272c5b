#!/usr/bin/env bash
# command.sh NAME [ARGS]: a command of the server on the shop's database (npm run backup, restore, reset-password).
set -euo pipefail
. "$(dirname "$0")/lib.sh"
ensure_modules >&2
build >&2
ensure_database >&2
trap release_database EXIT
name="$1"; shift
cd "${INIT_CWD:-$ROOT}"
node "$ROOT/apps/server/dist/commands/$name.js" "$@"

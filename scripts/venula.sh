#!/usr/bin/env bash
# npm run --silent venula -- check examples/NAME.json : builds the command when needed, quietly.
set -euo pipefail
. "$(dirname "$0")/lib.sh"
{ ensure_modules; node node_modules/typescript-native/bin/tsc -b packages/cli; } >&2
cd "${INIT_CWD:-$ROOT}"
exec node "$ROOT/packages/cli/dist/main.js" "$@"

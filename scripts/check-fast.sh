#!/usr/bin/env bash
# The inner loop, under two minutes: types, then lint and boundaries beside the core tests.
set -euo pipefail
. "$(dirname "$0")/lib.sh"
ensure_modules
npm run -s build:ts
(npm run -s lint && npm run -s boundaries) &
checks=$!
npx jest --selectProjects core
wait "$checks"

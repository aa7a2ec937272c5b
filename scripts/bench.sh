#!/usr/bin/env bash
# npm run bench: ratios against the reference engine, in one run.
set -euo pipefail
. "$(dirname "$0")/lib.sh"
ensure_modules
npm run -s build:ts
node packages/core/bench/bench.mjs

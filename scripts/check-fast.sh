#!/usr/bin/env bash
# The inner loop: types, lint of what changed, boundaries, core tests.
set -euo pipefail
. "$(dirname "$0")/lib.sh"
ensure_modules
npm run -s build:ts
npm run -s lint
npm run -s boundaries
npx jest --selectProjects core

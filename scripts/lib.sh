# Shared by run and test; sourced from the project's folder.
export GOFLAGS="${GOFLAGS:--buildvcs=false -trimpath}" GOTOOLCHAIN=local
say() { printf '%s\n' "$*" >&2; }
die() { say "$*"; exit 1; }

# Go, npm and the browser keep things in the home folder; without one they get a
# place in here.
if [ ! -d "${HOME:-}" ] || [ ! -w "${HOME:-}" ]; then
  say "There is no home folder to write to (HOME=${HOME:-}); .local/home serves instead."
  HOME=$PWD/.local/home
  mkdir -p "$HOME" 2>/dev/null || true
fi
export HOME
export npm_config_cache="${npm_config_cache:-$HOME/.npm}"

as_root() { # run a command with root rights, or say which one needs them
  if [ "$(id -u)" = 0 ]; then "$@"
  elif command -v sudo >/dev/null && sudo -n true 2>/dev/null; then sudo -n "$@"
  else die "This needs root once: $*"; fi
}

need_tools() {
  command -v go >/dev/null || die "Go is missing: install Go 1.26 or newer and run this again."
  command -v npm >/dev/null || die "Node.js with npm is missing: install Node 20 or newer and run this again."
  [ -w . ] || [ -d .local ] || die "No right to write in $(pwd): run as its owner or copy the project elsewhere."
  mkdir -p .local 2>/dev/null || die "No right to make .local in $(pwd): run as its owner or copy the project elsewhere."
  { : > .local/writable; } 2>/dev/null || die "No right to write in $(pwd)/.local, which belongs to $(stat -c %U .local): run as that user, or remove it."
  [ "$(id -u)" = 0 ] || [ -O .local ] || die "$(pwd)/.local belongs to $(stat -c %U .local) (an earlier run as that user?): run as that user, or remove it."
  [ "$(df -Pk . | awk 'NR==2 {print $4}')" -gt 1048576 ] || [ -d ui/node_modules ] || die "Less than 1 GB free on this disk: the first set-up needs it."
}

install_chromium() {
  command -v chromium >/dev/null && command -v pdftotext >/dev/null && command -v fc-list >/dev/null && fc-list | grep -q DejaVu && return 0
  say "installing Chromium from Debian"
  as_root env DEBIAN_FRONTEND=noninteractive apt-get update -qq
  as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends chromium fonts-dejavu-core fontconfig poppler-utils >/dev/null
  say "Chromium is there"
}

# stamp NAME FILES… : true when the files are as they were at the last mark
stamp() { local name=$1; shift; sum=$(sum_of "$@"); [ "$(cat ".local/$name.stamp" 2>/dev/null)" = "$sum" ]; }
mark() { printf '%s' "$sum" > ".local/$1.stamp"; }
sum_of() { { node --version; find "$@" -type f -print0 2>/dev/null | LC_ALL=C sort -z | xargs -0 sha256sum; } | sha256sum | cut -c1-64; }

build_ui() {
  mkdir -p .local
  if ! stamp npm ui/package-lock.json ui/package.json ui/.npmrc || [ ! -d ui/node_modules/vite ]; then
    say "installing the browser part's packages"
    (cd ui && npm ci --no-progress --loglevel=error >&2) || die "npm could not install the packages; the lines above say why."
    mark npm
    say "the packages are there"
  fi
  if ! stamp ui ui/src ui/public ui/index.html ui/vite.config.ts ui/tsconfig.json ui/package-lock.json docs/engine.md || [ ! -f ui/dist/index.html ]; then
    say "building the browser part"
    (cd ui && npm run -s build >&2) || die "the browser part did not build"
    mark ui
  fi
}

# The server without its tables of symbols: what a panic prints stays.
build_server() {
  say "building the server"
  go build -ldflags='-s -w' -o bin/graybridge ./cmd/graybridge || die "the server did not build"
}

# Everything of the server that does not hold the built browser part: on a fresh machine it is
# compiled while that is fetched and built.
build_ahead() {
  [ -e bin/graybridge ] && return 0
  say "fetching and compiling the server's packages"
  go build ./api ./door ./drawing/... ./share ./store ./core/... || die "the server did not build"
  say "the server's packages are compiled"
}

# aside CMD: begins a step beside the others; together waits for all of them, and says what failed where one did.
asides=()
aside() { "$@" & asides+=($!); }
together() {
  local pid bad=
  for pid in "${asides[@]}"; do wait "$pid" || bad=1; done
  asides=()
  [ -z "$bad" ] || die "${1:-Setting up failed}; the lines above say why."
}

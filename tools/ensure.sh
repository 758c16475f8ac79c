# Sourced by ./start, ./test and ./zucchini: installs what is missing, builds what has changed.

say() { printf '%s\n' "$*" >&2; }

ensure_node() {
  if ! command -v node >/dev/null || [ "$(node -p 'parseInt(process.versions.node)')" -lt 20 ]; then
    say "Node.js 20 or newer and npm are needed first."
    exit 1
  fi
}

# ensure_debian COMMAND PACKAGE: installs the package when the command is missing.
ensure_debian() {
  command -v "$1" >/dev/null && return
  [ -x "/usr/sbin/$1" ] && return
  local apt="apt-get install -y --no-install-recommends $2"
  local as_root=""
  if [ "$(id -u)" -ne 0 ]; then
    if command -v sudo >/dev/null && { sudo -n true 2>/dev/null || [ -t 0 ]; }; then
      as_root="sudo"
    else
      say "$2 is missing and may not be installed from here. Run this, then start again:"
      say "  sudo apt-get update && sudo $apt"
      exit 1
    fi
  fi
  say "Installing $2 …"
  if ! { $as_root apt-get update -qq && DEBIAN_FRONTEND=noninteractive $as_root $apt >/dev/null; }; then
    say "$2 could not be installed. Run this, then start again:"
    say "  ${as_root:+$as_root }apt-get update && ${as_root:+$as_root }$apt"
    exit 1
  fi
}

# npm packages, whenever the lock file is not the one that was installed from.
ensure_packages() {
  local stamp="node_modules/.zucchini-lock"
  if [ ! -f "$stamp" ] || ! cmp -s package-lock.json "$stamp"; then
    say "Installing npm packages …"
    npm install --no-audit --no-fund --loglevel=error >&2
    cp package-lock.json "$stamp"
  fi
}

# is_older FILE PLACE…: whether anything in the places is newer than the file, or the file is missing.
is_older() {
  local file="$1"
  shift
  [ ! -f "$file" ] || [ -n "$(find "$@" -newer "$file" -type f -not -path '*/node_modules/*' -not -path '*/dist/*' -not -path '*/dist-next/*' -not -name '*.tsbuildinfo' -print -quit)" ]
}

# What is built counts once all of it is there: a build that was cut off is begun again.
ensure_build() {
  local whole="server/dist/.whole"
  if [ ! -f core/dist/index.js ] || [ ! -f server/dist/index.js ] ||
    is_older "$whole" core/src core/tsconfig.json tsconfig.base.json package-lock.json server/src server/tsconfig.json; then
    say "Building core and server …"
    rm -f "$whole"
    npx tsc -b core server >&2
    touch "$whole"
  fi
}

# Beside the one that is served, and then in its place.
ensure_site() {
  if is_older web/dist/index.html web core/src package-lock.json; then
    say "Building the interface …"
    npx vite build web --outDir dist-next --logLevel error >&2
    rm -rf web/dist
    mv web/dist-next web/dist
    touch web/dist/index.html
  fi
}

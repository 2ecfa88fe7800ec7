# Finds or installs what Garten needs. Everything is said in one sentence when it cannot be had.

fail() {
  echo "garten: $*" >&2
  exit 1
}

# Installs Debian packages, as root or through sudo.
install_packages() {
  command -v apt-get >/dev/null || fail "the packages $* are missing and this machine has no apt-get; install them by hand and try again."
  local as_root=()
  if [ "$(id -u)" != 0 ]; then
    command -v sudo >/dev/null || fail "the packages $* are missing; install them as root (apt-get install $*) and try again."
    as_root=(sudo)
  fi
  echo "Installing $* ..."
  local log
  log=$(mktemp)
  if ! { "${as_root[@]}" apt-get update && "${as_root[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "$@"; } >"$log" 2>&1; then
    tail -n 5 "$log" >&2
    fail "the packages $* could not be installed; see the lines above."
  fi
  rm -f "$log"
}

need_dotnet() {
  command -v dotnet >/dev/null || fail "the .NET SDK is missing; install version 10 (the command dotnet) and try again."
  dotnet --version >/dev/null 2>&1 || fail "the .NET SDK is older than global.json asks for ($(grep -o '"version": *"[^"]*"' global.json | cut -d'"' -f4)); install that version and try again."
}

need_node() {
  command -v node >/dev/null && command -v npm >/dev/null || fail "Node.js is missing; install version 20 or later with npm and try again."
  [ "$(node -p 'process.versions.node.split(".")[0]')" -ge 20 ] || fail "Node.js $(node --version) is too old; install version 20 or later and try again."
}

need_postgres() {
  compgen -G '/usr/lib/postgresql/*/bin/initdb' >/dev/null && return
  # Debian would start a cluster of its own, which Garten has no use for.
  install_packages postgresql
}

need_chromium() {
  [ -x /usr/bin/chromium ] && [ -x /usr/bin/chromedriver ] && return
  install_packages chromium chromium-driver
}

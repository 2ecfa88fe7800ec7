# Builds what has changed since the last build. Stamps hold a checksum of the sources a result was made from.

stamps=$here/artifacts/stamps

# One compiler for all projects of a run, warm from the second on; some machines turn that off by themselves.
export UseSharedCompilation=true
trap 'dotnet build-server shutdown --vbcscompiler >/dev/null 2>&1 || true' EXIT

checksum_of() {
  find "$@" -type f -not -path '*/bin/*' -not -path '*/obj/*' -not -path '*/node_modules/*' -not -path '*/dist/*' \
    -not -path '*/generated/*' -print0 | LC_ALL=C sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1
}

unchanged() { # NAME CHECKSUM
  [ -f "$stamps/$1" ] && [ "$(cat "$stamps/$1")" = "$2" ]
}

built() { # NAME CHECKSUM
  mkdir -p "$stamps"
  echo "$2" >"$stamps/$1"
}

quietly() { # WHAT COMMAND...
  local what=$1 log
  shift
  log=$(mktemp)
  if ! "$@" >"$log" 2>&1; then
    tail -n 40 "$log" >&2
    fail "$what failed; the reason stands above."
  fi
  rm -f "$log"
}

web_packages() {
  local sum
  sum=$(checksum_of web/package-lock.json web/package.json)
  if ! unchanged web-packages "$sum" || [ ! -d web/node_modules ]; then
    echo "Fetching the web packages ..."
    quietly "fetching the web packages" npm --prefix web ci
    built web-packages "$sum"
  fi
}

build_server() {
  local sum
  sum=$(checksum_of src global.json Directory.Build.props Directory.Packages.props)
  if ! unchanged server "$sum" || [ ! -f artifacts/server/Garten.Server.dll ] || [ ! -f artifacts/openapi/garten.json ]; then
    echo "Building the server ..."
    quietly "building the server" dotnet publish src/Garten.Server -c Release -o artifacts/server
    built server "$sum"
  fi
}

build_cli() {
  local sum
  sum=$(checksum_of src/Garten.Core src/Garten.Formats src/Garten.Cli global.json Directory.Build.props Directory.Packages.props)
  if ! unchanged cli "$sum" || [ ! -f artifacts/cli/Garten.Cli.dll ]; then
    quietly "building the command-line tools" dotnet publish src/Garten.Cli -c Release -o artifacts/cli
    built cli "$sum"
  fi
}

# What every other project stands on.
build_core() {
  quietly "building the core" dotnet build src/Garten.Core -c Release
}

# The core compiled for the browser; the web application carries it among its files.
build_engine() {
  local sum
  sum=$(checksum_of src/Garten.Core src/Garten.Browser global.json Directory.Build.props Directory.Packages.props)
  if ! unchanged engine "$sum" || [ ! -f web/public/engine/dotnet.js ]; then
    echo "Compiling the core for the browser ..."
    rm -rf artifacts/engine web/public/engine
    build_core
    quietly "compiling the core for the browser" dotnet publish src/Garten.Browser -c Release -o artifacts/engine -p:BuildProjectReferences=false
    mkdir -p web/public
    cp -r artifacts/engine/wwwroot/_framework web/public/engine
    built engine "$sum"
  fi
}

# Needs the API's description, which building the server writes.
build_web() {
  build_engine
  local sum
  sum=$(checksum_of web artifacts/openapi)
  if ! unchanged web "$sum" || [ ! -f web/dist/index.html ]; then
    web_packages
    echo "Building the web application ..."
    quietly "generating the API types" npm --prefix web run generate
    quietly "building the web application" npm --prefix web run build
    built web "$sum"
  fi
}

# Everything that drives the real interface in a browser: its tests, the pictures and the timing of the screen.
build_for_the_browser() {
  need_dotnet
  need_node
  need_postgres
  need_chromium
  build_server
  build_web
  quietly "building the tests" dotnet build tests/Garten.Web.Tests -c Release
}

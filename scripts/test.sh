# Runs all tests, or one part: core (the core, formats and command line), server (database and API), web (its parts by
# themselves, and the real interface in a browser). Everything they need is installed first; the last line counts them.

part=${1:-all}
case $part in
  all | core | server | web) ;;
  *) fail "“$part” is no part of the tests. The parts are core, server and web." ;;
esac

projects=()
[ "$part" = server ] || [ "$part" = web ] || projects+=(Core Floors Formats Cli)
[ "$part" = core ] || [ "$part" = web ] || projects+=(Data Server)
[ "$part" = core ] || [ "$part" = server ] || projects+=(Web)

# Where one stage fails, those beside it end too.
trap 'kill $(jobs -p) 2>/dev/null || true; dotnet build-server shutdown --vbcscompiler >/dev/null 2>&1 || true' EXIT

need_dotnet
if [ "$part" != core ]; then
  need_node
  need_postgres
fi
if [ "$part" = all ] || [ "$part" = web ]; then need_chromium; fi

# How long a stage may take on two cores with warm caches, in seconds; one that takes longer is told.
begin=$SECONDS

# A test runs for seconds: code that first measures itself to be compiled better later costs more than it gains.
export DOTNET_TieredPGO=0

logs=$(mktemp -d)
stage() { # NAME BUDGET FROM   says how long the stage that ends here took
  local took=$((SECONDS - $3))
  echo "$1: $took s$([ $took -le "$2" ] || echo " (longer than the $2 s it should take)")"
}

count_web() { sed -n "s/^ *Tests .* \([0-9][0-9]*\) $2.*/\1/p" "$1" | tail -n 1; }
count_dotnet() { sed -n "s/^ *${2/passed/succeeded}: *\([0-9]*\).*/\1/p" "$1" | tail -n 1; }

# Runs the tests of one project; what they said, how they ended and how long they took is kept for the end.
run_tests() { # NAME COUNT COMMAND...
  local name=$1 count=$2 status=0 from=$SECONDS
  shift 2
  "$@" >"$logs/$name.log" 2>&1 || status=$?
  echo "$count $status $((SECONDS - from))" >"$logs/$name.end"
  echo "$name: $("$count" "$logs/$name.log" passed) passed in $((SECONDS - from)) s"
}
dotnet_tests() {
  for project in "$@"; do
    run_tests "Garten.$project.Tests" count_dotnet \
      dotnet test --project "tests/Garten.$project.Tests" -c Release --no-build --no-progress --no-ansi --report-trx --results-directory "$logs/$project"
  done
}

# Everything stands on the core: it is built first, then what is compiled for the machine and for the browser side by side.
# The web packages come over the network meanwhile.
echo "Building ..."
if [ "$part" != core ]; then
  web_packages &
  fetching=$!
fi
build_core
if [ "$part" != core ]; then
  build_engine &
  preparing=$!
fi
quietly "building" dotnet build Garten.slnx -c Release
[ "$part" = core ] || { wait "$fetching" && wait "$preparing"; } || fail "what the browser needs could not be built; the reason stands above."
stage "building" 150 "$begin"

check_web() {
  local from=$SECONDS
  quietly "the types of the web files" npm --prefix web run check
  quietly "the lint of the web files" npm --prefix web run lint
  stage "types and lint of the web files" 60 "$from"
}
check_form() {
  local from=$SECONDS
  # The build holds the style; what is left to check is the form.
  quietly "reading the tools" dotnet tool restore
  quietly "the form of the C# files (./garten format mends it)" dotnet csharpier check .
  quietly "the form of the web files (./garten format mends it)" npm --prefix web run format:check
  quietly "the check of the demo guide" dotnet run -c Release --no-build --project src/Garten.Cli -- guide check guides/tamsin-fork
  stage "form of all files and of the guide" 40 "$from"
}

# The web application is built beside the tests that do without it.
from=$SECONDS
if [ "$part" != core ]; then
  build_web &
  building=$!
fi
without=()
with=()
driven=()
for project in "${projects[@]}"; do
  case $project in
    Web) driven+=(Web) ;;
    Server) with+=(Server) ;;
    *) without+=("$project") ;;
  esac
done
[ "$part" != all ] || check_form
dotnet_tests "${without[@]}"
[ "$part" = core ] || wait "$building" || fail "the web application could not be built; the reason stands above."

# Then two lanes side by side: the real interface in browsers, and the rest.
dotnet_tests "${driven[@]}" &
driving=$!
[ "$part" != all ] || check_web
dotnet_tests "${with[@]}"
if [ "$part" = all ] || [ "$part" = web ]; then run_tests web count_web env NO_COLOR=1 npm --prefix web run -s test; fi
wait "$driving"
stage "tests" 450 "$from"

# The slowest tests, so that what begins to drag is seen.
slowest() {
  find "$logs" -name '*.trx' -print0 | xargs -0 -r grep -hoE 'testName="[^"]*"[^>]*duration="[0-9:.]*"|duration="[0-9:.]*"[^>]*testName="[^"]*"' |
    sed -E 's/.*duration="([^"]*)".*testName="([^"]*)".*/\1 \2/; s/.*testName="([^"]*)".*duration="([^"]*)".*/\2 \1/; s/&quot;/"/g' | sort -r |
    awk 'NR <= 12' | sed -E 's/^00:0?/  /; s/(\.[0-9])[0-9]*/\1/'
}
echo "The slowest tests (minutes:seconds):"
slowest || echo "  could not be read"

passed=0
failed=0
skipped=0
broken=()
for end in "$logs"/*.end; do
  name=$(basename "$end" .end)
  read -r count status _ <"$end"
  log=$logs/$name.log
  passed=$((passed + $("$count" "$log" passed) + 0))
  failed=$((failed + $("$count" "$log" failed) + 0))
  skipped=$((skipped + $("$count" "$log" skipped) + 0))
  if [ "$status" != 0 ]; then
    broken+=("$name")
    cat "$log"
  fi
done
rm -rf "$logs"
echo "All of it took $((SECONDS - begin)) s."

# A module that could not start counts no failed test, but its exit code tells.
if [ ${#broken[@]} != 0 ] && [ $failed = 0 ]; then failed=1; fi
echo "$passed passed, $failed failed, $skipped skipped"
[ ${#broken[@]} = 0 ]

# Runs all tests, or one part: core (the core, formats and command line), server (database and API), web (its parts by
# themselves, and the real interface in a browser). Everything they need is installed first; the last line counts them.

part=${1:-all}
case $part in
  all | core | server | web) ;;
  *) fail "“$part” is no part of the tests. The parts are core, server and web." ;;
esac

projects=()
[ "$part" = server ] || [ "$part" = web ] || projects+=(Core Formats Cli)
[ "$part" = core ] || [ "$part" = web ] || projects+=(Data Server)
[ "$part" = core ] || [ "$part" = server ] || projects+=(Web)

need_dotnet
if [ "$part" != core ]; then
  need_node
  need_postgres
fi
if [ "$part" = all ] || [ "$part" = web ]; then need_chromium; fi

echo "Building ..."
quietly "building" dotnet build Garten.slnx -c Release
if [ "$part" != core ]; then build_web; fi

if [ "$part" = all ]; then
  echo "Checking form and types ..."
  web_packages
  quietly "the form of the C# files (./garten format mends it)" dotnet format Garten.slnx --verify-no-changes --no-restore
  quietly "the form of the web files (./garten format mends it)" npm --prefix web run format:check
  quietly "the types of the web files" npm --prefix web run check
  quietly "the lint of the web files" npm --prefix web run lint
  quietly "the check of the demo guide" dotnet run -c Release --no-build --project src/Garten.Cli -- guide check guides/tamsin-fork
fi

passed=0
failed=0
skipped=0
broken=()

# Runs the tests of one project and adds up what they say of themselves.
#   run_tests NAME COUNT COMMAND...   COUNT tells from the log how many passed, failed or were skipped
run_tests() {
  local name=$1 count=$2 status=0
  shift 2
  log=$(mktemp)
  "$@" >"$log" 2>&1 || status=$?
  passed=$((passed + $("$count" passed) + 0))
  failed=$((failed + $("$count" failed) + 0))
  skipped=$((skipped + $("$count" skipped) + 0))
  if [ $status != 0 ]; then
    broken+=("$name")
    cat "$log"
  else
    echo "$name: $("$count" passed) passed"
  fi
  rm -f "$log"
}
count_web() { sed -n "s/^ *Tests .* \([0-9][0-9]*\) $1.*/\1/p" "$log" | tail -n 1; }
count_dotnet() { sed -n "s/^ *${1/passed/succeeded}: *\([0-9]*\).*/\1/p" "$log" | tail -n 1; }

if [ "$part" = all ] || [ "$part" = web ]; then
  web_packages
  run_tests web count_web env NO_COLOR=1 npm --prefix web run -s test
fi
for project in "${projects[@]}"; do
  run_tests "Garten.$project.Tests" count_dotnet \
    dotnet test --project "tests/Garten.$project.Tests" -c Release --no-build --no-progress --no-ansi
done

# A module that could not start counts no failed test, but its exit code tells.
if [ ${#broken[@]} != 0 ] && [ $failed = 0 ]; then failed=1; fi
echo "$passed passed, $failed failed, $skipped skipped"
[ ${#broken[@]} = 0 ]

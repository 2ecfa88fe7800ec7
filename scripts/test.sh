# Runs all tests, or one part: core (the core, formats and command line), server (database and API), web (the real
# interface in a browser). Everything they need is installed first; the last line counts them.

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
for project in "${projects[@]}"; do
  log=$(mktemp)
  status=0
  dotnet test --project "tests/Garten.$project.Tests" -c Release --no-build --no-progress --no-ansi >"$log" 2>&1 || status=$?
  count() { sed -n "s/^ *$1: *\([0-9]*\).*/\1/p" "$log" | tail -n 1; }
  passed=$((passed + $(count succeeded || true) + 0))
  failed=$((failed + $(count failed || true) + 0))
  skipped=$((skipped + $(count skipped || true) + 0))
  if [ $status != 0 ]; then
    broken+=("$project")
    cat "$log"
  else
    echo "Garten.$project.Tests: $(count succeeded) passed"
  fi
  rm -f "$log"
done

# A module that could not start counts no failed test, but its exit code tells.
if [ ${#broken[@]} != 0 ] && [ $failed = 0 ]; then failed=1; fi
echo "$passed passed, $failed failed, $skipped skipped"
[ ${#broken[@]} = 0 ]

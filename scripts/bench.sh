# Measures speed: a whole run times the screen too and writes docs/performance.md, a part of one only prints. With the word
# accuracy, measures how often names are right, and writes docs/accuracy.md; with the word records, how a survey of a million
# lines is answered for; with the word followed, one that follows 2,500 plants; and with the word trips, how often planned
# trips are proven the fewest; with the word web, the pages themselves. Each writes its section of docs/performance.md.

need_dotnet
export GARTEN_GUIDE=$here/guides/tamsin-fork
if [ "${1:-}" = accuracy ]; then
  [ $# -gt 1 ] || export GARTEN_REPORT=$here/docs/accuracy.md
  exec dotnet run -c Release --project bench/Garten.Bench -- "$@"
fi
if [ "${1:-}" = records ] || [ "${1:-}" = followed ]; then
  need_postgres
  [ $# -gt 1 ] || export GARTEN_REPORT=$here/docs/performance.md
  exec dotnet run -c Release --project bench/Garten.Bench -- "$@"
fi
if [ "${1:-}" = trips ]; then
  export GARTEN_REPORT=$here/docs/performance.md
  exec dotnet run -c Release --project bench/Garten.Bench -- "$@"
fi
if [ "${1:-}" = web ]; then
  need_node
  need_postgres
  need_chromium
  build_server
  build_web
  . scripts/measure-pages.sh
  exit
fi
if [ $# -gt 0 ]; then
  exec dotnet run -c Release --project bench/Garten.Bench -- "$@"
fi

build_for_the_browser
mkdir -p artifacts
export GARTEN_SCREEN_TIMES=$here/artifacts/screen-times.txt
quietly "timing the screen" dotnet test --project tests/Garten.Web.Tests -c Release --no-build --no-progress --no-ansi --filter-class Garten.Web.Tests.ScreenTimes
GARTEN_REPORT=$here/docs/performance.md dotnet run -c Release --project bench/Garten.Bench -- '--filter=*'

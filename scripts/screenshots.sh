# Takes the pictures in docs/screenshots/ anew, from the demo data.

need_dotnet
need_node
need_postgres
need_chromium
build_server
build_web
quietly "building the tests" dotnet build tests/Garten.Web.Tests -c Release
GARTEN_SCREENSHOTS=${GARTEN_SCREENSHOTS:-$here/docs/screenshots} \
  dotnet test --project tests/Garten.Web.Tests -c Release --no-build --no-progress --no-ansi --filter-class Garten.Web.Tests.Screenshots

# Takes the pictures in docs/screenshots/ anew, from the demo data.

build_for_the_browser
GARTEN_SCREENSHOTS=${GARTEN_SCREENSHOTS:-$here/docs/screenshots} \
  dotnet test --project tests/Garten.Web.Tests -c Release --no-build --no-progress --no-ansi --filter-class Garten.Web.Tests.Screenshots

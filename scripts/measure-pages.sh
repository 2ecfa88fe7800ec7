# Serves the demo from a folder of its own and measures its pages; the port is one nobody else asks for.

pages=$(mktemp -d)
port=${GARTEN_PAGES_PORT:-5197}
dotnet artifacts/server/Garten.Server.dll --data "$pages" --guides "$here/guides" --web "$here/web/dist" --port "$port" >"$pages/log" 2>&1 &
server=$!
trap 'kill $server 2>/dev/null; wait $server 2>/dev/null; rm -rf "$pages"' EXIT
until grep -q "is ready" "$pages/log"; do
  kill -0 $server 2>/dev/null || fail "The server did not start: $(tail -n 3 "$pages/log")"
  sleep 0.5
done
echo "Measuring the pages ..."
(cd web && node scripts/measure-pages.mjs "http://127.0.0.1:$port" ../docs/performance.md)

# Serves Garten on this machine: everything missing is installed, everything changed is built.

data=
rest=()
while [ $# -gt 0 ]; do
  case $1 in
    --data)
      [ $# -gt 1 ] || fail "--data needs a folder after it."
      data=$2
      shift 2
      ;;
    --port | --listen | --tiles)
      [ $# -gt 1 ] || fail "$1 needs a value after it."
      rest+=("$1" "$2")
      shift 2
      ;;
    --guide)
      [ $# -gt 1 ] || fail "--guide needs a folder or a zip file after it."
      rest+=("$1" "$(cd "$called_from" && realpath -m "$2")")
      shift 2
      ;;
    --empty)
      rest+=("$1")
      shift
      ;;
    *) fail "“$1” is not understood. The options are --port NUMBER, --data DIR, --guide DIR_OR_ZIP, --empty, --listen ADDRESS and --tiles ADDRESS." ;;
  esac
done

. scripts/data-folder.sh
[ -n "$data" ] || data=$(usual_data_folder)

need_dotnet
need_node
[ -n "${GARTEN_DATABASE:-}" ] || need_postgres
build_server
build_web
if [ -n "${GARTEN_DATABASE:-}" ]; then
  echo "Starting Garten before the database named in GARTEN_DATABASE ..."
else
  echo "Starting Garten with its data in $data ..."
fi
exec dotnet artifacts/server/Garten.Server.dll --data "$data" --guides "$here/guides" --web "$here/web/dist" "${rest[@]}"

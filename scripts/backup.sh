# Copies the survey into one file, or brings it back from one.

[ $# -ge 1 ] || fail "say ./garten $command FILE."
case $1 in /*) file=$1 ;; *) file=$called_from/$1 ;; esac
shift
. scripts/data-folder.sh
data=$(usual_data_folder)
if [ "${1:-}" = --data ]; then
  [ $# -gt 1 ] || fail "--data needs a folder after it."
  case $2 in /*) data=$2 ;; *) data=$called_from/$2 ;; esac
  shift 2
fi
[ $# = 0 ] || fail "“$1” is not understood. Say ./garten $command FILE [--data DIR]."
need_dotnet
need_postgres
build_server
exec dotnet artifacts/server/Garten.Server.dll "$command" "$file" --data "$data"

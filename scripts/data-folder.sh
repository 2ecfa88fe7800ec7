# Where Garten keeps its data when nobody says. Root's home is closed to the user that runs the database for root.

usual_data_folder() {
  if [ "$(id -u)" = 0 ]; then echo /var/lib/garten; else echo "${XDG_DATA_HOME:-$HOME/.local/share}/garten"; fi
}

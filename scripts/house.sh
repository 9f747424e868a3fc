# Shared by ./start and ./test: what the machine needs, the private PostgreSQL, the build. Sourced, with $root set.

# One compiler for all projects of a build: started anew for each it takes twice as long.
export UseSharedCompilation=true

# Says what is done now, and in ./test when.
say() { printf '%s\n' "== $*${began:+ (at $(($(date +%s) - began)) s)}"; }

as_root() { if [ "$(id -u)" = 0 ]; then "$@"; else sudo "$@"; fi; }

need_debian() { # package, and a path or command that shows it is there
  if [ -e "$2" ] || command -v "$2" >/dev/null 2>&1; then return 0; fi
  say "Installing $1 from Debian"
  [ -n "${apt_ready:-}" ] || as_root apt-get update -qq >/dev/null
  apt_ready=1
  as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$1" >/dev/null
}

# The command line of a process; nothing where it is gone.
command_of() { cat "/proc/$1/cmdline" 2>/dev/null | tr '\0' ' '; }

pg_bin() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1; }

# PostgreSQL refuses to run as root: then the cluster belongs to the ordinary user postgres.
as_owner() { if [ "$(id -u)" = 0 ]; then runuser -u postgres -- "$@"; else "$@"; fi; }

free_port() { node -e 'const s=require("net").createServer().listen(0,"127.0.0.1",()=>{console.log(s.address().port);s.close()})'; }

# Starts the private server of a folder and sets $pg_port and $pg_password.
postgres_up() { # folder, then extra settings for the server
  folder=$1; shift
  # Without the package's own cluster being made and started.
  if [ ! -d "$(pg_bin)" ]; then
    as_root mkdir -p /etc/postgresql-common
    [ -e /etc/postgresql-common/createcluster.conf ] || printf 'create_main_cluster = false\n' | as_root tee /etc/postgresql-common/createcluster.conf >/dev/null
    need_debian postgresql /usr/lib/postgresql
  fi
  mkdir -p "$folder"
  if [ ! -s "$folder/password" ]; then (umask 077; node -e 'console.log(require("crypto").randomBytes(24).toString("hex"))' >"$folder/password"); fi
  pg_password=$(cat "$folder/password")
  if [ "$(id -u)" = 0 ]; then chown -R postgres: "$folder"; fi
  if [ ! -s "$folder/data/PG_VERSION" ]; then
    say "Making a private PostgreSQL cluster"
    as_owner "$(pg_bin)/initdb" -D "$folder/data" -U regatta --pwfile="$folder/password" --auth=scram-sha-256 -E UTF8 --locale=C.UTF-8 >/dev/null
  fi
  # After a power cut the number in its file may be another program's by now.
  if [ -s "$folder/data/postmaster.pid" ] && ! command_of "$(sed -n 1p "$folder/data/postmaster.pid")" | grep -q "postgres.*$folder/data"; then
    rm -f "$folder/data/postmaster.pid"
  fi
  if as_owner "$(pg_bin)/pg_ctl" -D "$folder/data" status >/dev/null 2>&1; then
    pg_port=$(sed -n 4p "$folder/data/postmaster.pid")
    pg_was_up=1
    # It may be up and not ready yet: recovering, or stopping for somebody else.
    "$(pg_bin)/pg_isready" -q -h 127.0.0.1 -p "$pg_port" -t 60 || { say "The server of $folder does not answer"; return 1; }
  else
    pg_port=$(free_port)
    pg_was_up=
    # Sockets of a server that was killed carry numbers too.
    rm -f "$folder"/.s.PGSQL.*
    (cd "$folder" && as_owner "$(pg_bin)/pg_ctl" -D "$folder/data" -l "$folder/log" -w -t 60 \
      -o "-p $pg_port -c listen_addresses=127.0.0.1 -c unix_socket_directories=$folder $*" start >/dev/null)
  fi
}

postgres_down() { (cd "$1" && as_owner "$(pg_bin)/pg_ctl" -D "$1/data" -m fast -w stop >/dev/null 2>&1) || true; }

# A database, the role that owns it and makes its tables, and the app's role, which reads and writes their rows. Neither is a superuser.
app_database() { # name
  app_sql() { PGPASSWORD=$pg_password "$(pg_bin)/psql" -qtAX -v ON_ERROR_STOP=1 -h 127.0.0.1 -p "$pg_port" -U regatta "$@"; }
  for role in owner app; do
    if [ ! -s "$folder/$role-password" ]; then (umask 077; node -e 'console.log(require("crypto").randomBytes(24).toString("hex"))' >"$folder/$role-password"); fi
    app_sql -d postgres -c "select 1 from pg_roles where rolname = 'regatta_$role'" | grep -q 1 || app_sql -d postgres -c "create role regatta_$role login"
    app_sql -d postgres -c "alter role regatta_$role nosuperuser nocreatedb nocreaterole password '$(cat "$folder/$role-password")'"
  done
  if ! app_sql -d postgres -c "select 1 from pg_database where datname = '$1'" | grep -q 1; then
    app_sql -d postgres -c "create database $1 owner regatta_owner"
  fi
  app_sql -d postgres -c "alter database $1 owner to regatta_owner"
  app_sql -d "$1" <"$root/scripts/owner.sql"
}

drop_database() { PGPASSWORD=$pg_password "$(pg_bin)/dropdb" --if-exists --force -h 127.0.0.1 -p "$pg_port" -U regatta "$1"; }

role_connection() { printf 'Host=127.0.0.1;Port=%s;Username=regatta_%s;Password=%s;Database=%s' "$pg_port" "$1" "$(cat "$folder/$1-password")" "$2"; }

app_connection() { role_connection app "$1"; }

owner_connection() { role_connection owner "$1"; }

# Brings a database to the schema of a published app, as its owner.
migrate() { (cd "$1" && REGATTA_DATABASE=$(owner_connection "$2") dotnet Regatta.Web.dll --migrate); } # folder, name

postgres_connection() { printf 'Host=127.0.0.1;Port=%s;Username=regatta;Password=%s;Database=%s' "$pg_port" "$pg_password" "$1"; }

client_build() {
  stamp=$root/.local/client.stamp
  newest=$root/src/Regatta.Web/wwwroot/dist/site.js
  if [ -e "$newest" ] && [ -e "$stamp" ] && [ -z "$(find "$root/package-lock.json" "$root/package.json" "$root/src/Regatta.Web/Client" -newer "$stamp" -print -quit)" ]; then return 0; fi
  say "Building styles and scripts"
  mkdir -p "$root/.local"
  (cd "$root" && npm ci --silent --no-progress && npm run --silent build)
  touch "$stamp"
}

# Publishes the application, and its instruments beside it, into a folder, if a source is newer than what is there; further options go to
# the compiler.
publish_app() {
  if [ -e "$1/Regatta.Web.dll" ] && [ -z "$(find "$root/src" "$root/Directory.Build.props" "$root/Directory.Packages.props" \( -name bin -o -name obj \) -prune -o -type f -newer "$1.stamp" -print -quit)" ]; then return 0; fi
  say "Building the application"
  mkdir -p "$root/.local"
  touch "$1.stamp.new"
  rm -rf "$1"
  dotnet publish "$root/src/Regatta.Web/Regatta.Web.csproj" -c Release -o "$1" -v quiet --nologo ${2:-}
  dotnet publish "$root/src/Regatta.Instruments/Regatta.Instruments.csproj" -c Release -o "$1/instruments" -v quiet --nologo ${2:-}
  mv "$1.stamp.new" "$1.stamp"
}

# Stops the server again where use_database started it.
leave_database() { [ -z "${pg_started:-}" ] || postgres_down "$root/.local/postgres"; }

# Lets PostgreSQL's own programs find the database: of REGATTA_DATABASE, or that of ./start, whose server is started if need be.
use_database() {
  if [ -z "${REGATTA_DATABASE:-}" ]; then
    [ -d "$root/.local/postgres/data" ] || { echo "There is no database of ./start here, and REGATTA_DATABASE names none." >&2; exit 1; }
    postgres_up "$root/.local/postgres"
    [ -n "${pg_was_up:-}" ] || pg_started=1
    app_database regatta
    REGATTA_DATABASE=$(owner_connection regatta)
  fi
  part() { printf '%s' "$REGATTA_DATABASE" | tr ';' '\n' | sed -n "s/^ *$1 *= *//ip" | head -n 1; }
  PGHOST=$(part Host) PGPORT=$(part Port) PGUSER=$(part Username) PGPASSWORD=$(part Password) PGDATABASE=$(part Database)
  PGPORT=${PGPORT:-5432}
  export PGHOST PGPORT PGUSER PGPASSWORD PGDATABASE
}

# Shared by bin/start, bin/test, bin/bench and bin/shots: set up the machine, run one instance of Jorvent.
# An instance is a folder var/NAME with its own PostgreSQL cluster, settings, files and servers; its ports
# follow from one number: PORT web, +1 stand-ins, +2 their mail (SMTP), +3 PostgreSQL.

ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)
PG_BIN=/usr/lib/postgresql/15/bin

say() { printf '%s\n' "$*"; }
die() { printf '%s\n' "$*" >&2; exit 1; }

# step "what" command...: shows what runs and how long it took; on failure the end of its output.
step() {
    local what=$1 log started; shift
    log=$(mktemp); started=$SECONDS
    printf '  %-46s' "$what"
    if "$@" >"$log" 2>&1 </dev/null; then
        printf 'done, %d s\n' $((SECONDS - started)); rm -f "$log"
    else
        printf 'failed\n'; tail -n 15 "$log" >&2; rm -f "$log"; return 1
    fi
}

as_root() { if [ "$(id -u)" = 0 ]; then "$@"; else sudo -n "$@"; fi; }
# The servers' own user: www-data and postgres when started by root, else whoever started them.
web_user() { if [ "$(id -u)" = 0 ]; then echo www-data; else id -un; fi; }
pg_user() { if [ "$(id -u)" = 0 ]; then echo postgres; else id -un; fi; }
run_as() { local user=$1; shift; if [ "$(id -un)" = "$user" ]; then "$@"; else setpriv --reuid="$user" --regid="$user" --init-groups env HOME=/tmp "$@"; fi; }

need_space() {
    local free; free=$(df -Pm "$ROOT" | awk 'NR==2 {print $4}')
    [ "$free" -ge 1500 ] || die "Only $free MB are free on this disk; Jorvent needs 1500 MB. Free some space and start again."
}

missing_packages() { # $1 = "test" adds the browser
    local want="" m
    command -v composer >/dev/null || want+=" composer"
    command -v node >/dev/null || want+=" nodejs"
    command -v npm >/dev/null || want+=" npm"
    command -v git >/dev/null || want+=" git"
    command -v unzip >/dev/null || want+=" unzip"
    command -v php8.2 >/dev/null || want+=" php8.2-cli"
    [ -x /usr/sbin/php-fpm8.2 ] || want+=" php8.2-fpm"
    for m in pdo_pgsql:pgsql zip:zip curl:curl gd:gd gmp:gmp intl:intl mbstring:mbstring xmlreader:xml apcu:apcu; do
        php -m 2>/dev/null | grep -qi "^${m%%:*}$" || want+=" php8.2-${m##*:}"
    done
    [ -x $PG_BIN/postgres ] || want+=" postgresql-15"
    command -v pdftotext >/dev/null || want+=" poppler-utils"
    [ -x /usr/sbin/nginx ] || want+=" nginx-light"
    command -v curl >/dev/null || want+=" curl"
    command -v setpriv >/dev/null || want+=" util-linux"
    if [ "${1:-}" = test ]; then
        command -v chromium >/dev/null || want+=" chromium"
        command -v chromedriver >/dev/null || want+=" chromium-driver"
    fi
    printf '%s' "${want# }"
}

install_all() { # $1 = "test" for what only tests need, "dev" for what only developing needs
    local want; want=$(missing_packages "${1:-}")
    if [ -n "$want" ]; then
        if [ "$(id -u)" != 0 ] && ! { command -v sudo >/dev/null && sudo -n true 2>/dev/null; }; then
            die "These Debian packages are missing and only root can install them: apt-get install --no-install-recommends $want"
        fi
        step "package lists" as_root apt-get update || die "The package lists could not be fetched. Check the network and start again."
        # shellcheck disable=SC2086
        step "installing $(wc -w <<<"$want") system packages" as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends $want \
            || die "A system package could not be installed (see above). Install by hand and start again: $want"
    fi
    cd "$ROOT" || exit 1
    export COMPOSER_ALLOW_SUPERUSER=1
    local dev=(--no-dev) stamp=vendor/.installed-prod
    # once the development tools are there they stay, so that start and test do not undo each other
    if [[ ${1:-} = test || ${1:-} = dev ]] || [ -f vendor/.installed-dev ]; then dev=(); stamp=vendor/.installed-dev; fi
    if [ ! -f "$stamp" ] || [ composer.json -nt "$stamp" ] || [ deps/composer.json -nt "$stamp" ]; then
        step "PHP packages, first half" composer install -d deps --no-interaction --no-progress || die "Composer could not fetch Symfony (see above). Check the network and start again."
        step "PHP packages, second half" composer update "${dev[@]}" --no-interaction --no-progress || die "Composer could not fetch the PHP packages (see above). Check the network and start again."
        [ "$(id -u)" = 0 ] && chmod -R a+rX vendor deps/vendor
        touch "$stamp"
    fi
    if [ ! -f node_modules/.installed ] || [ package-lock.json -nt node_modules/.installed ]; then
        step "styles, scripts and fonts" npm ci --ignore-scripts --no-fund --no-audit || die "npm could not fetch its packages (see above). Check the network and start again."
        touch node_modules/.installed
    fi
    bash "$ROOT/bin/lib/assets.sh"
}

port_taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

secret() { # NAME: made once per instance
    local file=$DIR/secret/$1
    mkdir -p "$DIR/secret"; chmod 700 "$DIR/secret"
    [ -s "$file" ] || head -c 24 /dev/urandom | od -An -tx1 | tr -d ' \n' >"$file"
    cat "$file"
}

instance() { # NAME PORT ENV DATABASE [PHP settings lines...]: sets the variables and writes the settings file
    NAME=$1 PORT=$2 DIR=$ROOT/var/$1 DATABASE=$4 ENVIRONMENT=$3
    mkdir -p "$DIR" "$DIR"/{log,run,sessions,files,standin,cache} "$DIR"/mailbox/{new,cur,tmp}
    export JORVENT_ENV_FILE=$DIR/env JORVENT_VAR=$DIR
    OWNER_URL=postgresql://jorvent_owner:$(secret database-owner)@127.0.0.1:$((PORT + 3))/$DATABASE
    cat >"$DIR/env" <<ENV
APP_ENV=$3
APP_SECRET=$(secret application)
JORVENT_VAR=$DIR
JORVENT_MAILBOX=$DIR/mailbox
JORVENT_MAILBOX_ADDRESS=${JORVENT_MAILBOX_ADDRESS:-$([ "${DEMO:-1}" = 1 ] && echo jobs@skerryline.example)}
JORVENT_URL=http://127.0.0.1:$PORT
JORVENT_HOST_PATTERN=$(sed 's/[.]/\\./g' <<<"${HOST_NAME:-localhost}")
JORVENT_TRUSTED_PROXIES=${TRUSTED_PROXIES:-}
JORVENT_BUILD=$(cd "$ROOT" && cat public/build/* public/vendor/*.* 2>/dev/null | cksum | cut -d' ' -f1)
JORVENT_HASH_COST=${HASH_COST:-12}
JORVENT_DEMO=${DEMO:-1}
JORVENT_SECOND_FACTOR=$((1 - ${DEMO:-1}))
DATABASE_URL=postgresql://jorvent_app:$(secret database-app)@127.0.0.1:$((PORT + 3))/$DATABASE
MAILER_DSN=smtp://127.0.0.1:$((PORT + 2))?verify_peer=0&auto_tls=0
STANDIN_URL=http://127.0.0.1:$((PORT + 1))
OUTSIDE_BESIDE=127.0.0.1:$((PORT + 1))
STANDIN_SMTP_PORT=$((PORT + 2))
ENV
    if [ "$(id -u)" = 0 ]; then
        chown -R www-data:www-data "$DIR"/{log,run,sessions,files,standin,cache,mailbox}
        chmod 711 "$ROOT/var" "$DIR"; chown www-data "$DIR/env" "$DIR/secret"; chmod 600 "$DIR/env"
    fi
}

pg_up() { # [extra postgres settings...]
    local data=$DIR/postgres port=$((PORT + 3)) user; user=$(pg_user)
    if [ ! -s "$data/PG_VERSION" ]; then
        mkdir -p "$data"; chmod 700 "$data"; [ "$(id -u)" = 0 ] && chown postgres "$data"
        local pwfile; pwfile=$(mktemp); secret database >"$pwfile"; chmod 644 "$pwfile"
        step "creating the database cluster" run_as "$user" $PG_BIN/initdb -D "$data" -E UTF8 --locale=C.UTF-8 -U jorvent --auth=scram-sha-256 --pwfile="$pwfile" \
            || { rm -f "$pwfile"; rm -rf "$data"; die "The database cluster could not be created (see above). Every folder above $DIR must be open to others (chmod o+x)."; }
        rm -f "$pwfile"
    fi
    printf "listen_addresses='127.0.0.1'\nport=%s\nunix_socket_directories=''\nshared_buffers=256MB\nwork_mem=16MB\ntimezone=UTC\nlog_timezone=UTC\nmax_connections=60\njit=off\n" "$port" >"$data/jorvent.conf"
    local line; for line in "$@"; do printf '%s\n' "$line" >>"$data/jorvent.conf"; done
    [ "$(id -u)" = 0 ] && chown postgres "$data/jorvent.conf"
    grep -q "jorvent.conf" "$data/postgresql.conf" || printf "include 'jorvent.conf'\n" >>"$data/postgresql.conf"
    if ! run_as "$user" $PG_BIN/pg_ctl -D "$data" status >/dev/null 2>&1; then
        port_taken "$port" && die "Port $port, needed for the database, is taken. Choose another start with --port N."
        run_as "$user" $PG_BIN/pg_ctl -D "$data" -l "$data/server.log" -w -t 60 -s start || die "The database did not start; its log is $data/server.log"
    fi
    export PGPASSWORD; PGPASSWORD=$(secret database)
    roles_up
}
pg_down() { [ -s "$DIR/postgres/postmaster.pid" ] && run_as "$(pg_user)" $PG_BIN/pg_ctl -D "$DIR/postgres" -m fast -w -s stop; }
sql() { PGOPTIONS='-c client_min_messages=warning' $PG_BIN/psql -h 127.0.0.1 -p $((PORT + 3)) -U jorvent -d "$1" -v ON_ERROR_STOP=1 -qAtX -c "$2"; }
# Three roles: jorvent runs the cluster and is used by these scripts alone; jorvent_owner owns what migrations make; jorvent_app is what the
# application signs on as, and changes data, nothing else (docs/security.md).
roles_up() {
    local role
    for role in owner app; do
        [ -n "$(sql postgres "SELECT 1 FROM pg_roles WHERE rolname = 'jorvent_$role'")" ] || sql postgres "CREATE ROLE jorvent_$role"
        sql postgres "ALTER ROLE jorvent_$role LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE NOREPLICATION PASSWORD '$(secret "database-$role")'"
    done
}
database_up() { # NAME: there, and owned by the owner, also what an earlier version made as another role
    [ -n "$(sql postgres "SELECT 1 FROM pg_database WHERE datname = '$1'")" ] || sql postgres "CREATE DATABASE $1 OWNER jorvent_owner"
    sql postgres "ALTER DATABASE $1 OWNER TO jorvent_owner; REVOKE ALL ON DATABASE $1 FROM PUBLIC; GRANT CONNECT, TEMPORARY ON DATABASE $1 TO jorvent_app"
    sql "$1" "ALTER SCHEMA public OWNER TO jorvent_owner" && sql "$1" "DO \$\$ DECLARE one record; BEGIN
        FOR one IN SELECT format('ALTER %s %s OWNER TO jorvent_owner', CASE c.relkind WHEN 'S' THEN 'SEQUENCE' WHEN 'v' THEN 'VIEW' ELSE 'TABLE' END, c.oid::regclass) AS act FROM pg_class c
            WHERE c.relnamespace = 'public'::regnamespace AND c.relkind IN ('r', 'p', 'v', 'S') AND c.relowner <> 'jorvent_owner'::regrole
                AND NOT EXISTS (SELECT 1 FROM pg_depend d WHERE d.objid = c.oid AND (d.deptype = 'e' OR c.relkind = 'S' AND d.deptype IN ('a', 'i')))
            UNION ALL SELECT format('ALTER FUNCTION %s OWNER TO jorvent_owner', p.oid::regprocedure) FROM pg_proc p
            WHERE p.pronamespace = 'public'::regnamespace AND p.proowner <> 'jorvent_owner'::regrole AND NOT EXISTS (SELECT 1 FROM pg_depend d WHERE d.objid = p.oid AND d.deptype = 'e')
        LOOP EXECUTE one.act; END LOOP; END \$\$"
}
database_rights() { # NAME: what the application may do: change data; of the log and of what proves erasing only add and read; of the schema nothing
    sql "$1" "GRANT USAGE ON SCHEMA public TO jorvent_app; GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO jorvent_app;
        GRANT USAGE, SELECT ON ALL SEQUENCES IN SCHEMA public TO jorvent_app; REVOKE INSERT, UPDATE, DELETE ON migration FROM jorvent_app;
        REVOKE UPDATE, DELETE ON activity, activity_chain, tombstone FROM jorvent_app"
}
# of an instance that is there and whose database answers: sets DIR and PORT
running() { # NAME
    [ -r "$ROOT/var/$1/env" ] || die "There is no instance in $ROOT/var/$1."
    NAME=$1 DIR=$ROOT/var/$1
    PORT=$(sed -n 's#^JORVENT_URL=.*:##p' "$DIR/env")
    export PGPASSWORD; PGPASSWORD=$(cat "$DIR/secret/database") || die "The key of the database can not be read: run this as the user who started the instance."
    sql jorvent 'SELECT 1' >/dev/null || die "The database of $1 does not answer. Start the instance first."
}
# each table with its rows and a hash over all of them, in whatever order they lie; of one moment when a snapshot is named
count_all() { # [SNAPSHOT]
    local table at=''
    [ -n "${1:-}" ] && at="BEGIN ISOLATION LEVEL REPEATABLE READ; SET TRANSACTION SNAPSHOT '$1';"
    for table in $(sql jorvent "SELECT c.relname FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace WHERE n.nspname = 'public' AND c.relkind = 'r'
        AND c.relname NOT IN ('session', 'counted_try', 'heartbeat') ORDER BY 1"); do
        sql jorvent "$at SELECT '$table ' || count(*) || ' ' || coalesce(sum(('x' || substr(md5(t::text), 1, 15))::bit(60)::bigint), 0) FROM $table t" || return 1
    done
}
console() { run_as "$(web_user)" env JORVENT_ENV_FILE="$JORVENT_ENV_FILE" php "$ROOT/bin/console" "$@"; }
# as the owner of the database: migrations, loading the demo world, making the index anew
owner_console() { run_as "$(web_user)" env JORVENT_ENV_FILE="$JORVENT_ENV_FILE" DATABASE_URL="$OWNER_URL" php "$ROOT/bin/console" "$@"; }
migrate() { owner_console doctrine:migrations:migrate --no-interaction --allow-no-migration -q && database_rights "$DATABASE"; }
# long computation on the command line is a quarter quicker compiled; pages are not
long_console() { run_as "$(web_user)" env JORVENT_ENV_FILE="$JORVENT_ENV_FILE" DATABASE_URL="$OWNER_URL" php -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=64M "$ROOT/bin/console" "$@"; }

warm_cache() { # the compiled container and templates are thrown away when any source is newer
    local stamp=$DIR/cache/stamp
    if [ ! -f "$stamp" ] || [ "$DIR/env" -nt "$stamp" ] || [ -n "$(find "$ROOT"/{src,config,templates,translations,vendor/.installed-*} -newer "$stamp" -print -quit 2>/dev/null)" ]; then
        rm -rf "$DIR"/cache/{prod,dev,watched}
        step "preparing the application" console cache:warmup || die "The application could not be prepared (see above)."
        run_as "$(web_user)" touch "$stamp"
    fi
}

PIDS=()
serve() { # web server, PHP and the stand-ins' mail server; the worker is separate
    local run=$DIR/run user; user=$(web_user)
    [ ${#run} -gt 80 ] && { run=/tmp/jorvent-$(id -u)-$(cksum <<<"$run" | cut -d' ' -f1); mkdir -p "$run"; chmod 711 "$run"; }
    cat >"$run/fpm.conf" <<FPM
[global]
error_log = $DIR/log/fpm.log
pid = $run/fpm.pid
daemonize = no
$(for pool in app search standin; do
    printf '[%s]\nlisten = %s/%s.sock\nclear_env = no\ncatch_workers_output = yes\n' $pool "$run" $pool
    # searching is all computation: a few at once, the others in turn, so that nobody waits much longer than the rest
    case $pool in search) printf 'pm = static\npm.max_children = %s\n' "$(($(nproc) + 1))" ;; *) printf 'pm = dynamic\npm.max_children = 10\npm.start_servers = 2\npm.min_spare_servers = 1\npm.max_spare_servers = 4\n' ;; esac
    [ "$(id -u)" = 0 ] && printf 'user = www-data\ngroup = www-data\nlisten.owner = www-data\nlisten.group = www-data\nlisten.mode = 0600\n'
    printf 'env[JORVENT_ENV_FILE] = %s\nphp_admin_value[upload_max_filesize] = 10M\nphp_admin_value[post_max_size] = 12M\nphp_admin_value[memory_limit] = 256M\nphp_admin_flag[expose_php] = off\nphp_admin_value[opcache.revalidate_freq] = 0\nphp_admin_value[realpath_cache_size] = 4M\n' "$JORVENT_ENV_FILE"
done)
FPM
    cat >"$run/fastcgi" <<'PARAMS'
fastcgi_param QUERY_STRING $query_string; fastcgi_param REQUEST_METHOD $request_method; fastcgi_param CONTENT_TYPE $content_type; fastcgi_param CONTENT_LENGTH $content_length;
fastcgi_param REQUEST_URI $request_uri; fastcgi_param DOCUMENT_URI $document_uri; fastcgi_param DOCUMENT_ROOT $document_root; fastcgi_param SERVER_PROTOCOL $server_protocol; fastcgi_param REQUEST_SCHEME $scheme;
fastcgi_param GATEWAY_INTERFACE CGI/1.1; fastcgi_param REMOTE_ADDR $remote_addr; fastcgi_param REMOTE_PORT $remote_port; fastcgi_param SERVER_ADDR $server_addr; fastcgi_param SERVER_PORT $server_port; fastcgi_param SERVER_NAME $server_name;
fastcgi_param HTTP_HOST $http_host; fastcgi_param REDIRECT_STATUS 200; fastcgi_param HTTP_PROXY "";
PARAMS
    cat >"$run/nginx.conf" <<NGINX
daemon off; worker_processes 2; pid $run/nginx.pid; error_log $DIR/log/nginx.log warn;
$([ "$(id -u)" = 0 ] && echo "user www-data;")
events { worker_connections 512; }
http {
  include /etc/nginx/mime.types; types { font/woff2 woff2; text/javascript mjs; } default_type application/octet-stream;
  access_log off; server_tokens off; sendfile on; gzip on; gzip_min_length 600; gzip_types text/css text/javascript application/javascript application/json image/svg+xml;
  client_max_body_size 12m; client_body_temp_path $run/body; fastcgi_temp_path $run/fcgi; proxy_temp_path $run/proxy; uwsgi_temp_path $run/uwsgi; scgi_temp_path $run/scgi;
  fastcgi_buffers 16 32k; fastcgi_buffer_size 32k;
  server {
    listen 127.0.0.1:$PORT; root $ROOT/public; charset utf-8;
    location ~ ^/(build|vendor)/ { expires 1y; add_header Cache-Control "public, immutable"; add_header X-Content-Type-Options nosniff; try_files \$uri =404; }
    location / { include $run/fastcgi; fastcgi_param SCRIPT_FILENAME $ROOT/public/index.php; fastcgi_param SCRIPT_NAME /index.php; fastcgi_pass unix:$run/app.sock; }
    location ~ ^/r/[0-9]+/sourcing/(results|reader|facets)\$ { include $run/fastcgi; fastcgi_param SCRIPT_FILENAME $ROOT/public/index.php; fastcgi_param SCRIPT_NAME /index.php; fastcgi_pass unix:$run/search.sock; }
  }
  server {
    listen 127.0.0.1:$((PORT + 1)); root $ROOT/public; charset utf-8;
    location ~ ^/(build|vendor)/ { try_files \$uri =404; }
    location / { include $run/fastcgi; fastcgi_param SCRIPT_FILENAME $ROOT/bin/lib/standin.php; fastcgi_param SCRIPT_NAME /standin.php; fastcgi_pass unix:$run/standin.sock; }
  }
}
NGINX
    local p; for p in $PORT $((PORT + 1)) $((PORT + 2)); do port_taken "$p" && die "Port $p is taken by another program. Choose another start with --port N."; done
    # in production mode the code does not change under a running server: no look at file times, classes loaded once for all workers
    # sets of people that searches use are kept in shared memory (docs/search.md)
    local php=(-d apc.enabled=1 -d "apc.shm_size=${JORVENT_SHARED_MEMORY:-384M}" -d opcache.memory_consumption=192 -d opcache.interned_strings_buffer=16 -d opcache.max_accelerated_files=20000)
    local preload=$DIR/cache/prod/Jorvent_Platform_KernelProdContainer.preload.php
    [ "$ENVIRONMENT" = prod ] && [ -f "$preload" ] && php+=(-d opcache.validate_timestamps=0 -d "opcache.preload=$ROOT/config/preload.php" -d "opcache.preload_user=$user") && export JORVENT_PRELOAD=$preload
    [ "$(id -u)" = 0 ] && php+=(-R)
    php-fpm8.2 "${php[@]}" -y "$run/fpm.conf" -F >>"$DIR/log/fpm.out" 2>&1 &
    PIDS+=($!)
    /usr/sbin/nginx -p "$run" -c "$run/nginx.conf" >>"$DIR/log/nginx.out" 2>&1 &
    PIDS+=($!)
    if [ "$(id -u)" = 0 ]; then setpriv --reuid=www-data --regid=www-data --init-groups php "$ROOT/bin/standin-mail" >>"$DIR/log/mail.log" 2>&1 & else php "$ROOT/bin/standin-mail" >>"$DIR/log/mail.log" 2>&1 & fi
    PIDS+=($!)
    local i; for i in $(seq 1 100); do
        if curl -fsS -o /dev/null -m 5 "http://127.0.0.1:$PORT/health" 2>/dev/null; then
            curl -fsS -o /dev/null -m 30 "http://127.0.0.1:$((PORT + 1))/resumes/search?limit=0" 2>/dev/null & # the resume bank fills itself once a day
            return 0
        fi
        sleep 0.1
    done
    die "The web server did not answer; look into $DIR/log."
}
workers() { # of two kinds, so that long work never delays a letter; the clock is kept by the second (docs/architecture.md)
    worker outside
    worker soon scheduler_default long
}
worker() { # QUEUES: restarted when it ends, as a service manager would
    local as=()
    [ "$(id -u)" = 0 ] && as=(setpriv --reuid=www-data --regid=www-data --init-groups env HOME=/tmp)
    ( trap 'kill $child 2>/dev/null; exit 0' TERM INT
      while :; do
        "${as[@]}" php -d default_socket_timeout=15 "$ROOT/bin/console" messenger:consume "$@" --quiet --sleep=0.3 --keepalive=10 \
            --limit=5000 --time-limit=3600 --memory-limit=400M >>"$DIR/log/worker-$1.log" 2>&1 &
        child=$!; wait $child; sleep 1
      done ) &
    PIDS+=($!)
}
all_down() {
    local p
    for p in "${PIDS[@]}"; do kill -TERM "$p" 2>/dev/null; done
    for p in "${PIDS[@]}"; do wait "$p" 2>/dev/null; done
    PIDS=(); rm -f "$DIR/run/start.pid"
    pg_down
}

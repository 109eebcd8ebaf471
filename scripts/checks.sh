# Shared by ./run and ./test: what must be there, and building what is new. Sourced from the repository's folder.

export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1
server=src/Terrapin.Server/bin/Release/net10.0/Terrapin.Server.dll

fail() {
  echo "$1" >&2
  exit 1
}

need_dotnet() {
  command -v dotnet >/dev/null || fail "The .NET 10 SDK is missing: install it, so that 'dotnet --version' answers 10."
  case "$(dotnet --version 2>/dev/null)" in
    10.*) ;;
    *) fail "The .NET SDK here is not version 10: install the .NET 10 SDK." ;;
  esac
}

need_node() {
  command -v node >/dev/null || fail "Node.js is missing: install version 20 or newer."
  local major
  major=$(node -p 'process.versions.node.split(".")[0]')
  [ "$major" -ge 20 ] || fail "Node.js $(node --version) is too old: install version 20 or newer."
}

# Whether any of the files or folders is newer than a stamp.
newer_than() {
  local stamp=$1
  shift
  [ ! -e "$stamp" ] || [ -n "$(find "$@" -newer "$stamp" -type f -not -path '*/bin/*' -not -path '*/obj/*' -print -quit)" ]
}

# Installs a folder's packages exactly as locked.
install_packages() {
  if newer_than "$1/node_modules/.installed" "$1/package-lock.json"; then
    (cd "$1" && npm ci --no-audit --no-fund --loglevel=error)
    touch "$1/node_modules/.installed"
  fi
}

# Core for the browser, into a folder of the web app that is named by what it holds: what is there under one name never changes.
build_core() {
  if newer_than artifacts/.core-built src/Terrapin.Browser src/Terrapin.Core src/Terrapin.Documents Directory.Build.props Directory.Packages.props global.json || [ ! -d web/public/core ]; then
    echo "Building Core for the browser ..."
    local out=artifacts/core
    rm -rf $out web/public/core
    dotnet publish src/Terrapin.Browser -c Release --nologo -v quiet -clp:ErrorsOnly -o $out
    local name
    name=$(sha256sum $out/wwwroot/_framework/dotnet.js | cut -c1-12)
    mkdir -p web/public/core
    cp -r $out/wwwroot/_framework "web/public/core/$name"
    rm "web/public/core/$name"/*.gz
    touch artifacts/.core-built
  fi
}

build_web() {
  build_core
  if newer_than web/dist/.built web/src web/public web/index.html web/vite.config.ts web/package-lock.json demo; then
    echo "Building the web app ..."
    install_packages web
    (cd web && npm run --silent build -- --logLevel warn)
    touch web/dist/.built
  fi
}

build_server() {
  if newer_than artifacts/.server-built src Directory.Build.props Directory.Packages.props global.json || [ ! -e "$server" ]; then
    echo "Building the server ..."
    dotnet build src/Terrapin.Server -c Release --nologo -v quiet -clp:ErrorsOnly
    mkdir -p artifacts
    touch artifacts/.server-built
  fi
}

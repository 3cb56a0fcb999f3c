#!/usr/bin/env bash
# clean_root.sh DEB: puts the package into a clean Debian 12, uses it from another user's account, upgrades it over
# the version before, removes it, and says what is left behind. Needs root and the network that apt has.
set -euo pipefail
deb=$(realpath "$1")
root=$(mktemp -d)
chmod 755 "$root"
trap 'umount -q "$root/proc" 2> /dev/null || true; rm -rf "$root"' EXIT

in_root() { chroot "$root" env DEBIAN_FRONTEND=noninteractive LC_ALL=C.UTF-8 "$@"; }
apt() { # what it says is shown where it fails
    local log
    log=$(in_root apt-get -qq -y -o APT::Sandbox::User=root -o Dpkg::Use-Pty=0 --no-install-recommends "$@" 2>&1) ||
        { echo "$log"; return 1; }
}
say() { printf '\n== %s\n' "$*"; }

say "A clean Debian"
mirror=$(apt-get indextargets --format '$(REPO_URI)' 'Created-By: Packages' | head -1)
debootstrap --variant=minbase bookworm "$root" "$mirror" > "$root.log" 2>&1 || { tail "$root.log"; exit 1; }
rm -f "$root.log"
cp /etc/apt/apt.conf.d/* "$root/etc/apt/apt.conf.d/" 2> /dev/null || true
mount -t proc proc "$root/proc"
apt update
in_root useradd --create-home gardener
before=$(mktemp)
files() { (cd "$root" && find etc usr opt var/lib -xdev ! -path 'var/lib/apt/*' ! -path 'var/lib/dpkg/*' | sort); }

say "The version before"
older=$(mktemp -d)
dpkg-deb --raw-extract "$deb" "$older/tree"
sed -i 's/^Version: .*/Version: 0.0.1/' "$older/tree/DEBIAN/control"
dpkg-deb --root-owner-group --build "$older/tree" "$root/older.deb" > /dev/null
cp "$deb" "$root/newer.deb"

# What it needs is there before, so that what is left behind is its own.
needs=$(dpkg-deb --field "$deb" Depends | sed 's/([^)]*)//g; s/|[^,]*//g; s/,/ /g')
# shellcheck disable=SC2086
apt install $needs
files > "$before"
apt install /older.deb
in_root dpkg-query -W -f='${Version} ${Status}\n' good-fold

say "Upgraded"
apt install /newer.deb
in_root dpkg-query -W -f='${Version} ${Status}\n' good-fold

say "Used from another user's account"
as_gardener() { in_root su gardener -c "cd ~ && $*"; }
as_gardener "goodfold --version"
as_gardener "goodfold-cli show /usr/share/good-fold/demo/vent-stay.gfold --json | head -c 120; echo"
as_gardener "goodfold-cli export /usr/share/good-fold/demo/vent-stay.gfold --pdf-template stay.pdf && head -c 4 stay.pdf; echo"
solid="goodfold-cli export /usr/share/good-fold/demo/vent-stay.gfold --step stay.step"
as_gardener "goodfold-cli export /usr/share/good-fold/demo/vent-stay.gfold --pdf-buying buy.pdf && head -c 4 buy.pdf; rm buy.pdf; echo"
as_gardener "$solid || true" # says what to install
packages() { in_root dpkg-query -W -f='${Package}\n' | sort; }
had=$(mktemp)
packages > "$had"
apt install libocct-data-exchange-7.6
as_gardener "$solid && head -c 13 stay.step; echo"
# What is left behind is to be good-fold's own. It recommends some of these, so apt would keep them.
packages | comm -13 "$had" - | xargs chroot "$root" dpkg --purge --force-depends > /dev/null
as_gardener "QT_QPA_PLATFORM=offscreen XDG_RUNTIME_DIR=/tmp goodfold --shots . /usr/share/good-fold/demo/vent-stay.gfold 2> /dev/null; ls -s *.png"

say "Removed"
apt purge good-fold
left=$(comm -13 "$before" <(files))
echo "left behind: ${left:-nothing}"
echo "the user's own, still there: $(as_gardener 'ls -d stay.pdf .config/good-fold 2> /dev/null | tr "\n" " "')"
rm -rf "$older" "$before"
[[ -z $left ]]

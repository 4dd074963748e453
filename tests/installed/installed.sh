#!/usr/bin/env bash
# Rondix as it is installed: projects of `rondix new` by find_package, a program by pkg-config.
#   installed.sh BUILD SOURCE [CXXFLAGS]
set -euo pipefail
build=$1 source=$2 flags=${3:-}
room=$(mktemp -d)
trap 'rm -rf "$room"' EXIT
cmake --install "$build" --prefix "$room/there" >/dev/null
rondix=$room/there/bin/rondix

# A manual page for each command, and what completes its words.
for command in $("$rondix" complete "" | cut -f1); do
  gzip -dc "$room/there/share/man/man1/rondix-$command.1.gz" | grep -q '^.SH SYNOPSIS'
done
bash -n "$room/there/share/bash-completion/completions/rondix"
grep -q '^#compdef rondix' "$room/there/share/zsh/site-functions/_rondix"

new() { # NAME [--sdl2]
  "$rondix" new "$room/$1" --name "Marsh Light" "${@:2}" >/dev/null
  "$rondix" check "$room/$1/menus/game.flow.yaml" --strict
  "$rondix" walk "$room/$1/menus/game.flow.yaml" "$room/$1"/menus/walks/*.walk.yaml | tail -1
  cmake -S "$room/$1" -B "$room/$1/build" -G Ninja -DCMAKE_BUILD_TYPE=Release -DCMAKE_PREFIX_PATH="$room/there" \
    -DCMAKE_CXX_FLAGS="$flags -Wall -Wextra -Werror" >/dev/null
  cmake --build "$room/$1/build" | tail -1
  (cd "$room/$1/build" && ctest) >"$room/tests"
  grep -q '100% tests passed, 0 tests failed out of 3' "$room/tests"
}
new terminal
printf 'xx\nxx\nxxx\033x' | XDG_CONFIG_HOME=$room "$room/terminal/build/marsh-light" | tee "$room/said" >/dev/null
grep -q 'your game runs' "$room/said"
grep -q '> Resume' "$room/said"
# What was set is kept: the music goes down by two, and is there when the game is started again.
down=$'\033[B' left=$'\033[D'
printf 'xx%sx\nx%sx%sxxxx' "$down" "$left" "$left" | XDG_CONFIG_HOME=$room "$room/terminal/build/marsh-light" >/dev/null
grep -q 'music = 50' "$room/marsh-light/settings.toml"
if [ -e "$room/there/lib/pkgconfig/rondix-sdl2.pc" ]; then
  new window --sdl2
  start() { (cd / && XDG_CONFIG_HOME=$room SDL_VIDEODRIVER=offscreen SDL_AUDIODRIVER=dummy "$room/window/build/marsh-light" 1.5) 2>&1; }
  start >"$room/said"
  cat "$room/said"
  if grep -q 'no such file' "$room/said"; then exit 1; fi
  rm "$room/window/build/menus/art/play.svg" # which it says, and goes on
  start >"$room/said"
  grep -q 'menus/art/play.svg: there is no such file' "$room/said"
fi
# A second time it is refused, and nothing is written over.
if "$rondix" new "$room/terminal" 2>"$room/why"; then exit 1; fi
grep -q 'already exists' "$room/why"

export PKG_CONFIG_PATH=$room/there/lib/pkgconfig CMAKE_PREFIX_PATH=$room/there
# shellcheck disable=SC2046,SC2086
c++ -std=c++20 $flags "$source/tests/installed/pkg.cpp" -o "$room/pkg" $(pkg-config --cflags --libs rondix-flow)
"$room/pkg"
# In C, by pkg-config and by CMake: the shared library alone, and the static one.
# shellcheck disable=SC2046
cc -std=c99 -Wall -Werror "$source/tests/installed/menus.c" -o "$room/menus" $(pkg-config --cflags --libs rondix-c)
LD_LIBRARY_PATH=$room/there/lib "$room/menus" >"$room/said"
grep -q 'in C, .*: this is not a packed flow' "$room/said"
mkdir "$room/c"
cp "$source/tests/installed/menus.c" "$room/c"
cat >"$room/c/CMakeLists.txt" <<'END'
cmake_minimum_required(VERSION 3.25)
project(menus LANGUAGES C CXX)
find_package(rondix REQUIRED COMPONENTS shared c)
add_executable(by_shared menus.c)
target_link_libraries(by_shared PRIVATE rondix::shared)
add_executable(by_static menus.c)
set_target_properties(by_static PROPERTIES LINKER_LANGUAGE CXX)
target_link_libraries(by_static PRIVATE rondix::c)
END
cmake -S "$room/c" -B "$room/c/build" -G Ninja -DCMAKE_BUILD_TYPE=Release >/dev/null
cmake --build "$room/c/build" >/dev/null
"$room/c/build/by_shared" | cmp - "$room/said"
"$room/c/build/by_static" | cmp - "$room/said"
# What the tutorial ends with, and what the pages compile.
/usr/bin/python3 "$source/tests/pages.py" "$rondix" "" "$source/docs/tutorial.md" "$source/docs/how-to/tests-and-ci.md"
echo "installed: good"

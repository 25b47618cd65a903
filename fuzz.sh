#!/usr/bin/env bash
# Every fuzz target so many times: FUZZ of what is quick, RESTS of what is slow (a restore, a
# request). Says how often each ran, and ends at the first that fails. What is new is made small
# in ten tries: for a minute each, as is usual, that takes most of the time.
set -euo pipefail
cd "$(dirname "$0")"
slow='^(FuzzRestore|FuzzHTTP)$'
for pkg in $(grep -rl --include='*_test.go' '^func Fuzz' . | xargs -n1 dirname | sort -u); do
  for target in $(grep -hoE '^func Fuzz[A-Za-z0-9]+' "$pkg"/*_test.go | awk '{print $2}' | sort -u); do
    count=${FUZZ:-1000000x}
    [[ $target =~ $slow ]] && count=${RESTS:-10000x}
    echo "== $pkg $target $count"
    go test -run xxx -fuzz "^$target\$" -fuzztime "$count" -fuzzminimizetime 10x "$pkg" | tail -3
  done
done

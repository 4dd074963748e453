#!/usr/bin/python3
"""size_of_game.py GAME: how much code a game in C gets from the runtime, and that this stays below 200 KB."""
import subprocess
import sys

MOST = 200_000  # bytes
LEAST = 100_000  # or the names were not seen

code = {}
for line in subprocess.run(["nm", "-S", "--defined-only", sys.argv[1]], check=True, capture_output=True,
                           text=True).stdout.splitlines():
    words = line.split()
    if len(words) == 4 and words[2] in "tTwW" and ("6rondix" in words[3] or words[3].startswith("rondix_")):
        code[words[0]] = int(words[1], 16)  # (some functions have several names)
size = sum(code.values())
print(f"{size} bytes of code in {len(code)} functions")
if LEAST < size < MOST:
    print("size_of_game: good")

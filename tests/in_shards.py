#!/usr/bin/env python3
"""Runs the tests of a suite in several processes at once, for suites that mostly wait.

in_shards.py COUNT PROGRAM WORDS...: the program is one of GoogleTest, which knows its shard by the
environment. What each says is printed in one piece; all have to pass.
"""
import os
import subprocess
import sys

count, command = int(sys.argv[1]), sys.argv[2:]
shards = [
    subprocess.Popen(
        command,
        env=dict(os.environ, GTEST_TOTAL_SHARDS=str(count), GTEST_SHARD_INDEX=str(i)),
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
    )
    for i in range(count)
]
failed = False
for shard in shards:
    said, _ = shard.communicate()
    sys.stdout.buffer.write(said)
    sys.stdout.flush()
    failed = failed or shard.returncode != 0
sys.exit(failed)

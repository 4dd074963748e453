#!/usr/bin/env python3
"""docs_code.py OUT FILE...: the C++ of pages and of the headers' opening comments, as one file that compiles.

Each block of C++ stands in a function of its own, after tests/docs_code.hpp, which has what the text
around it takes for granted: a game, its Runner, an effect. A block that has includes of its own, or is
a file, is left out: others compile those. Faults of the compiler name the page and its line.
"""
import pathlib
import re
import sys


def blocks(page: pathlib.Path):
    text = page.read_text()
    for found in re.finditer(r"(<!-- file [^\n]*-->\n)?```cpp\n(.*?)```", text, re.S):
        of_a_file, code = found.groups()
        if not of_a_file:
            yield text.count("\n", 0, found.start(2)) + 1, code


def examples(header: pathlib.Path):
    """The indented parts of the comment that a header opens with, where they are C++."""
    part, begin = [], 0
    for number, line in enumerate(header.read_text().splitlines() + ["#pragma once"], 1):
        indented = re.match(r"// {3,}(.*)|//$", line)
        if indented and (part or indented.group(1)):
            begin = begin or number
            part.append(indented.group(1) or "")
            continue
        if any(one.rstrip().endswith(";") for one in part) and not part[0].startswith("- "):
            yield begin, "\n".join(part) + "\n"
        part, begin = [], 0
        if line.startswith("#pragma"):
            return


def main() -> None:
    out, pages = pathlib.Path(sys.argv[1]), [pathlib.Path(name) for name in sys.argv[2:]]
    parts = ['#include "docs_code.hpp"\n\nnamespace docs {\n']
    count = 0
    for page in sorted(pages):
        for line, code in (examples if page.suffix == ".hpp" else blocks)(page):
            count += 1
            code = re.sub(r"^#include .*$", "", code, flags=re.M)  # of what the prelude has
            names = "" if "in_code" in code else "RONDIX_DOCS_NAMES"  # which has a flow() of its own
            parts.append(f'void block_{count}([[maybe_unused]] Game& game) {{\n    {names}\n    {{\n#line {line} "{page}"\n{code}    }}\n}}\n')
    parts.append("} // namespace docs\n")
    if count < 18:
        sys.exit(f"docs_code.py: only {count} blocks of C++ were found")
    out.write_text("\n".join(parts))


main()

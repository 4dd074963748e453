"""Pages that teach: does what they say and compares what comes back.

A comment before a block says what it is:
  <!-- file NAME -->   the block is the file
  <!-- edit NAME -->   the block is a difference: lines with '-' go, lines with '+' come, the others are where
  <!-- run installed -->  the same, only where Rondix is installed (PKG_CONFIG_PATH says where)
  <!-- run -->         lines with '$ ' are commands, the rest is what they print
Pictures that commands write and the page shows are compared by being there; with --write they are copied beside it.
"""
import os, re, shutil, subprocess, sys, tempfile

BLOCK = re.compile(r"<!-- (file|edit|run)(?: (\S+))? -->\n```[a-z]*\n(.*?)```\n", re.S)


def edit(text, difference, where):
    old, new = [], []
    for line in difference.splitlines():
        mark, rest = (line[0], line[1:]) if line[:1] in ("+", "-") else (" ", line[1:] if line.startswith(" ") else line)
        if mark != "+": old.append(rest)
        if mark != "-": new.append(rest)
    before, after = ("".join(line + "\n" for line in lines) for lines in (old, new))
    if text.count(before) != 1:
        raise SystemExit(f"{where}: these lines stand {text.count(before)} times in the file:\n{before}")
    return text.replace(before, after)


def run(tool, command, folder):
    environment = dict(os.environ, PATH=os.path.dirname(tool) + ":" + os.environ["PATH"], NO_COLOR="1")
    done = subprocess.run(["bash", "-c", command], cwd=folder, env=environment, text=True, timeout=300,
                          stdout=subprocess.PIPE, stderr=subprocess.STDOUT)
    return re.sub(r"[ \t]+$", "", done.stdout, flags=re.M)


def do(tool, page, write):
    text = open(page, encoding="utf-8").read()
    folder = tempfile.mkdtemp(prefix="rondix-page-")
    differ, parts, at = [], [], 0
    for block in BLOCK.finditer(text):
        kind, name, body = block.groups()
        line = text.count("\n", 0, block.start()) + 1
        if kind == "file":
            path = os.path.join(folder, name)
            os.makedirs(os.path.dirname(path) or ".", exist_ok=True)
            open(path, "w", encoding="utf-8").write(body)
        elif kind == "edit":
            path = os.path.join(folder, name)
            now = edit(open(path, encoding="utf-8").read(), body, f"{page}:{line}")
            open(path, "w", encoding="utf-8").write(now)
        elif name == "installed" and "PKG_CONFIG_PATH" not in os.environ:
            continue
        else:
            said = ""
            for command in [one[2:] for one in body.splitlines() if one.startswith("$ ")]:
                said += f"$ {command}\n{run(tool, command, folder)}"
            if said != body:
                differ.append(f"{page}:{line}: comes back otherwise:\n{said}")
                start = block.start(3)
                parts += [text[at:start], said]
                at = start + len(body)
    pictures = re.findall(r"!\[[^]]*\]\(([^)]+\.png)\)", text)
    for picture in pictures:
        made = os.path.join(folder, *picture.split("/")[-2:])
        if not os.path.exists(made): continue
        if write:
            target = os.path.join(os.path.dirname(page), picture)
            os.makedirs(os.path.dirname(target), exist_ok=True)
            shutil.copy(made, target)
    for picture in pictures:
        if not os.path.exists(os.path.join(os.path.dirname(page), picture)):
            differ.append(f"{page}: there is no picture {picture}")
    if write and parts:
        open(page, "w", encoding="utf-8").write("".join(parts) + text[at:])
    shutil.rmtree(folder)
    return [] if write else differ


def main():
    tool, mode, pages = sys.argv[1], sys.argv[2], sys.argv[3:]
    differ = [one for page in pages if os.path.exists(page) for one in do(tool, page, mode == "--write")]
    if differ: raise SystemExit("\n".join(differ))
    print(f"{len(pages)} pages: all comes back as they say")


main()

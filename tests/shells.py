"""Types command lines in bash and zsh as a user does, presses Tab, and compares the line that stands there then.

  shells.py TOOL FLOW
The line is read back by the shell itself: it is made the words of a printf, which prints each in brackets.
"""
import os, pty, re, select, shutil, signal, sys, tempfile, time

TOOL, FLOW = sys.argv[1:3]
# What is typed, with Tab as \t, and the words that stand there then.
LINES = [
    ("rondix expl\t", ["rondix", "explain"]),
    ("rondix explain no-way\t", ["rondix", "explain", "no-way-out"]),
    ("rondix check tide\t", ["rondix", "check", "tidewick.flow.yaml"]),
    ("rondix check tidewick.flow.yaml --save\t", ["rondix", "check", "tidewick.flow.yaml", "--save-walks"]),
    ("rondix check tidewick.flow.yaml --format sar\t", ["rondix", "check", "tidewick.flow.yaml", "--format", "sarif"]),
    ("rondix check tidewick.flow.yaml --format=sar\t", ["rondix", "check", "tidewick.flow.yaml", "--format=sarif"]),
    ("rondix draw tidewick.flow.yaml --screen lost\t", ["rondix", "draw", "tidewick.flow.yaml", "--screen", "lost-pad"]),
    ("rondix map tidewick.flow.yaml --of har\t", ["rondix", "map", "tidewick.flow.yaml", "--of", "harbour"]),
    ("rondix uses tidewick.flow.yaml scene fo\t", ["rondix", "uses", "tidewick.flow.yaml", "scene", "fog"]),
    ("rondix strip 'a folder/trap.flow.yaml' --finding \t", ["rondix", "strip", "a folder/trap.flow.yaml", "--finding", "1"]),
    ("rondix strip a\\ folder/trap.flow.yaml --finding \t", ["rondix", "strip", "a folder/trap.flow.yaml", "--finding", "1"]),
    ("rondix check a\\ fol\ttr\t", ["rondix", "check", "a folder/trap.flow.yaml"]),
    ("rondix check 'a fol\ttr\t", ["rondix", "check", "a folder/trap.flow.yaml"]),
    ("rondix focus ~/tidewick.flow.yaml cre\t", ["rondix", "focus", "HOME/tidewick.flow.yaml", "crew"]),
    ("rondix walk tidewick.flow.yaml walks/sto\t", ["rondix", "walk", "tidewick.flow.yaml", "walks/storm.walk.yaml"]),
    ("rondix new wal\t", ["rondix", "new", "walks/"]),  # (zsh takes the '/' back once the line goes on)
    ("rondix check $(touch\\ ran) --form\t", None),  # nothing of a line is run
]


class Shell:
    def __init__(self, words, folder, begin):
        self.pid, self.terminal = pty.fork()
        if self.pid == 0:
            os.chdir(folder)
            environment = dict(os.environ, TERM="dumb", HOME=folder, PS1="$ ", HISTFILE="",
                               PATH=os.path.dirname(TOOL) + ":" + os.environ["PATH"])
            os.execvpe(words[0], words, environment)
        self.said = ""
        self.send(begin + "\n")
        self.until(":ready:")

    def send(self, text):
        os.write(self.terminal, text.encode())

    def until(self, what, longest=60):
        end = time.time() + longest
        while what not in self.said:
            if time.time() > end: sys.exit(f"waited for {what!r}; the terminal says:\n{self.said}")
            if select.select([self.terminal], [], [], .1)[0]: self.said += os.read(self.terminal, 65536).decode(errors="replace")
        return self.said

    def complete(self, typed):
        """What is typed while the shell asks the tool waits in the terminal: only then the line is gone on with, at its
        front (Ctrl-A) and its end (Ctrl-E)."""
        self.said = ""
        self.send(typed + "\x01printf '[%s]' :words: \x05 :end:\n")
        self.until("[:end:]")
        return re.findall(r"\[([^]]*)\]", self.said[self.said.rindex("[:words:]"):])[1:-1]

    def forget(self, typed):
        """Typed, and then thrown away (Ctrl-U)."""
        self.said = ""
        self.send(typed + "\x15echo :for''gotten:\n")
        self.until(":forgotten:")

    def end(self):
        os.kill(self.pid, signal.SIGKILL)
        os.waitpid(self.pid, 0)
        os.close(self.terminal)


def main():
    folder = os.path.realpath(tempfile.mkdtemp(prefix="rondix-shells-"))
    shutil.copytree(os.path.dirname(FLOW), folder, dirs_exist_ok=True)
    os.mkdir(os.path.join(folder, "a folder"))
    broken = os.path.join(os.path.dirname(FLOW), "../broken")
    shutil.copy(os.path.join(broken, "backs-in-a-circle.flow.yaml"), os.path.join(folder, "a folder/trap.flow.yaml"))
    shells = {
        "bash": (["bash", "--norc", "--noprofile", "-i"],
                 "bind 'set enable-bracketed-paste off'; source <(rondix completion bash); echo :rea''dy:"),
        "zsh": (["zsh", "-f", "-i"],
                "bindkey -e; unsetopt zle_bracketed_paste prompt_sp; autoload -Uz compinit; compinit -D -u; "
                "source <(rondix completion zsh); echo :rea''dy:"),
        # As a package installs it.
        "zsh, which loads it": (["zsh", "-f", "-i"],
                "bindkey -e; unsetopt zle_bracketed_paste prompt_sp; mkdir functions; rondix completion zsh >functions/_rondix; "
                "fpath=($PWD/functions $fpath); autoload -Uz compinit; compinit -D -u; echo :rea''dy:"),
    }
    failed = 0
    for name, (words, begin) in shells.items():
        if not shutil.which(words[0]): sys.exit(f"{words[0]} is not installed")
        shell = Shell(words, folder, begin)
        for typed, wanted in LINES:
            if wanted is None:
                shell.forget(typed)
                if os.path.exists(os.path.join(folder, "ran")): failed += 1; print(f"{name}: a part of {typed!r} was run")
                continue
            got = shell.complete(typed)
            wanted = [word.replace("HOME", folder) for word in wanted]
            if [word.rstrip("/") for word in got] != [word.rstrip("/") for word in wanted]:
                failed += 1
                print(f"{name}: {typed!r} became {got}, not {wanted}")
        shell.end()
    shutil.rmtree(folder)
    if failed: sys.exit(f"{failed} of {len(shells) * len(LINES)} lines are completed otherwise")
    print(f"{len(LINES)} lines in each: {'; '.join(shells)}")


main()

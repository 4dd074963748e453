"""The menus of Tidewick Ferry from Python: type a line, and see what comes of it.

    rondix pack examples/tidewick/tidewick.flow.yaml -o ferry.rdx
    python3 ferry.py librondix.so.0 ferry.rdx

Lines are keys (up, down, left, right, accept, back, menu), and the steps of walkthroughs, such as
`press cast-off`. With --script, loads are answered by such lines only, and each line is printed with
what the game is told by it.
"""
import ctypes
import sys

from rondix import Error, NONE, Point, Rect, Rondix

KEYS = ["up", "down", "left", "right", "accept"]
MOVES = {"back": "back", "menu": "menu", "any key": "other key", "loaded": "loaded",
         "load fails": "load failed"}
NAMED = {"key": ("key", "key"), "event": ("event", "event"), "done": ("done", "request"),
         "fails": ("failed", "request"), "game raises": ("raise", "flag"),
         "game lowers": ("lower", "flag")}


class Hand:
    """Does what a line says."""

    def __init__(self, menus):
        self.menus = menus
        self.at = Point(-1, -1)

    def control(self, name):
        return self.menus.flow.control(self.menus.state("foremost"), name)

    def point_at(self, name):
        control = ctypes.c_uint32(self.control(name))
        self.menus.call("bring_into_view", None, control)
        place = self.menus.call("seen_of", Rect, control)
        self.at = Point(place.x + place.width / 2, place.y + place.height / 2)
        self.menus.pointer("moves", self.at)

    def press(self, subject):
        name, _, row = subject.partition(" row ")
        return self.menus.replay("press", self.control(name), int(row or 1) - 1)

    def step(self, line):
        """False: the menus do not answer it."""
        menus = self.menus
        if line in KEYS:
            menus.advance(0.15)  # right after a change of screen none would be taken
            return menus.press(line)
        if line in MOVES:
            return menus.replay(MOVES[line])
        if line == "let go":
            return menus.pointer("releases", self.at)
        for words, act in (("press ", self.press), ("point at ", self.point_at),
                           ("slide to ", self.point_at)):
            if line.startswith(words):
                return act(line[len(words):]) is not False
        if line.startswith("hold "):
            menus.advance(0.15)
            self.point_at(line[5:])
            menus.pointer("presses", self.at)
            return True
        if line.startswith("wait "):
            menus.advance(float(line[5:].rstrip("s")))
            return True
        for words, (move, kind) in NAMED.items():
            if line.startswith(words + " "):
                subject = menus.flow.find(kind, line[len(words) + 1:])
                return subject != NONE and menus.replay(move, subject)
        return False


def print_effects(menus):
    for kind, about, one in menus.effects():
        if kind == "setting":
            about += " " + menus.shown_value(one.about)
        if kind in ("begin text", "end text"):
            about = ""
        print(f"    {kind} {about}".rstrip())


def show(menus):
    """The menu in front: what of it can be used."""
    if menus.follows("runs"):
        print("    The ferry is under way.")
    for control in range(menus.flow.count("controls")):
        if menus.follows("usable", ctypes.c_uint32(control)):
            said = menus.spoken(control)
            print("   ", ">" if said.focused else " ", said.name, said.value)


def play(menus):
    hand = Hand(menus)
    voyages = menus.flow.find("screen", "voyages")
    menus.set_rows(menus.flow.control(voyages, "charts"),
                   ["Across the harbour", "Through the fog"])
    menus.start()
    while True:
        for kind, _about, one in menus.effects():
            if kind == "load":
                menus.call("finish_load", ctypes.c_bool, ctypes.c_uint32(one.ticket), 0)
            if kind == "request":
                menus.call("finish_request", ctypes.c_bool, ctypes.c_uint32(one.ticket), 0)
            if kind == "quit":
                return
        show(menus)
        line = sys.stdin.readline()
        if not line:
            return
        if not hand.step(line.strip()):
            print("    (nothing)")
        menus.advance(1.5)


def play_script(menus):
    hand = Hand(menus)
    menus.start()
    print("start")
    print_effects(menus)
    for line in sys.stdin:
        line = line.rstrip("\n")
        print(line if hand.step(line) else line + ": ignored")
        print_effects(menus)


def main(words):
    scripted = "--script" in words
    library, image = [word for word in words if word != "--script"]
    try:
        with open(image, "rb") as file:
            rondix = Rondix(library)
            menus = rondix.menus(rondix.open(file.read()))
    except (Error, OSError) as why:
        sys.exit(f"the flow cannot be used: {why}")
    if scripted:
        play_script(menus)
    else:
        play(menus)


if __name__ == "__main__":
    main(sys.argv[1:])

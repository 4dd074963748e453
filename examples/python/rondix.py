"""Rondix from Python: the part of rondix.h that a game of text needs, through ctypes.

    library = Rondix("librondix.so.0")
    flow = library.open(image)               # what `rondix pack` wrote
    menus = library.menus(flow)
    menus.start()
    menus.press("accept")
    for effect in menus.effects(): ...

It needs nothing but Python. What is not wrapped here is called by its name in rondix.h, by `call`.
"""
import ctypes as c

NONE = 0xFFFFFFFF
SILENCE = 0xFFFFFFFE
INTERFACE = 0  # RONDIX_INTERFACE, which the structs below are those of

BUTTONS = ["up", "down", "left", "right", "accept", "back", "menu", "pages back", "pages on"]
KINDS = ["scenes", "screens", "controls", "flags", "events", "keys", "requests", "pages",
         "settings", "words", "pictures", "cues", "tunes", "fonts", "styles"]
EFFECTS = ["load", "unload", "set aside", "bring back", "pause", "unpause", "show pointer",
           "hide pointer", "cue", "music", "request", "off", "begin text", "end text", "setting",
           "front", "focus", "denied", "pad", "told", "todo", "quit"]
MOVES = ["press", "change", "turn", "back", "menu", "key", "other key", "loaded", "load failed",
         "done", "failed", "moves on", "idle", "load timeout", "request timeout", "due", "event",
         "raise", "lower", "set", "start"]
# What an effect is about, by its kind.
ABOUT = dict.fromkeys(["load", "unload", "set aside", "bring back"], "scenes") | {
    "cue": "cues", "music": "tunes", "request": "requests", "off": "requests",
    "front": "screens", "focus": "controls", "denied": "controls", "begin text": "controls",
    "end text": "controls", "setting": "settings", "told": "words", "todo": "words"}
KEYBOARD, PAD, POINTER, TOUCH = range(4)


class Words(c.Structure):
    _fields_ = [("text", c.c_char * 256)]


class Text(c.Structure):
    _fields_ = [("data", c.POINTER(c.c_char)), ("length", c.c_size_t)]

    def __str__(self):
        return c.string_at(self.data, self.length).decode("utf-8", "replace")


class Point(c.Structure):
    _fields_ = [("x", c.c_float), ("y", c.c_float)]


class Rect(c.Structure):
    _fields_ = [(name, c.c_float) for name in ("x", "y", "width", "height")]


class Effect(c.Structure):
    _fields_ = [(name, c.c_uint32) for name in ("kind", "value", "about", "ticket")]


class Move(c.Structure):
    _fields_ = [("kind", c.c_uint8), ("value", c.c_uint16), ("subject", c.c_uint32)]


class Spoken(c.Structure):
    """rondix_accessible_info"""
    _fields_ = [("role", c.c_uint32), ("name", Text), ("value", Text), ("hint", Text),
                ("row", c.c_uint32), ("rows", c.c_uint32), ("focused", c.c_bool),
                ("disabled", c.c_bool), ("pressed", c.c_bool), ("on", c.c_bool)]


class Row(c.Structure):
    _fields_ = [("text", Text), ("which", c.c_uint32), ("disabled", c.c_bool), ("detail", Text),
                ("value", Text), ("picture", c.c_uint32)]


ROW_CALL = c.CFUNCTYPE(None, c.c_void_p, c.c_uint32, c.POINTER(Row))


class Rows(c.Structure):
    _fields_ = [("count", c.c_uint32), ("context", c.c_void_p), ("row", ROW_CALL)]


class Error(Exception):
    """What was wrong with an image or a saved state, in words."""


class Rondix:
    """The library."""

    def __init__(self, path):
        self._library = c.CDLL(path)
        if self.call("interface", c.c_uint32) != INTERFACE:
            raise Error("this is another version of the library")

    def call(self, name, result=c.c_bool, *arguments):
        """Calls rondix_<name>()."""
        function = getattr(self._library, "rondix_" + name)
        function.restype = result
        return function(*arguments)

    def open(self, image):
        return Flow(self, image)

    def menus(self, flow):
        return Menus(self, flow)


class Flow:
    """A packed flow."""

    def __init__(self, library, image):
        self._library = library
        self._image = c.create_string_buffer(image, len(image))  # it has to stay
        self.handle = c.c_void_p()
        why = Words()
        code = library.call("open_packed", c.c_int, self._image, c.c_size_t(len(image)),
                            c.byref(self.handle), c.byref(why))
        if code != 0:
            raise Error(why.text.decode())

    def __del__(self):
        self._library.call("flow_free", None, self.handle)

    def find(self, kind, name):
        """The id of a name: `find("scene", "harbour")`; NONE where there is none."""
        return self._library.call("flow_" + kind, c.c_uint32, self.handle, name.encode())

    def control(self, screen, name):
        return self._library.call("flow_control", c.c_uint32, self.handle, c.c_uint32(screen),
                                  name.encode())

    def name(self, kind, number):
        return str(self._library.call("flow_name", Text, self.handle, c.c_int(KINDS.index(kind)),
                                      c.c_uint32(number)))

    def count(self, kind):
        return self._library.call("flow_count", c.c_size_t, self.handle,
                                  c.c_int(KINDS.index(kind)))


class Menus:
    """A Runner."""

    def __init__(self, library, flow):
        self._library = library
        self.flow = flow
        self._rows = {}  # callbacks, and the texts that they gave: they have to stay
        self.handle = c.c_void_p(library.call("runner_new", c.c_void_p, flow.handle))
        if not self.handle:
            raise MemoryError

    def __del__(self):
        self._library.call("runner_free", None, self.handle)

    def call(self, name, result=c.c_bool, *arguments):
        """Calls rondix_runner_<name>() with this Runner."""
        return self._library.call("runner_" + name, result, self.handle, *arguments)

    def start(self):
        self.call("start", None)

    def advance(self, seconds):
        self.call("advance", None, c.c_double(seconds))

    def press(self, button):
        """A key, down and up. True: the menus took it."""
        key = [c.c_int(BUTTONS.index(button)), c.c_int(KEYBOARD), c.c_uint32(0)]
        taken = self.call("press", c.c_bool, *key)
        self.call("release", None, *key)
        return taken

    def pointer(self, what, at):
        """`moves`, `presses` or `releases`."""
        return self.call("pointer_" + what, c.c_bool, at, c.c_int(POINTER), c.c_uint32(0))

    def replay(self, kind, subject=0, value=0):
        return self.call("replay", c.c_bool, Move(MOVES.index(kind), value, subject))

    def effects(self):
        """What the game is to do, as (kind, what it is about, the effect)."""
        one = Effect()
        while self.call("take_effect", c.c_bool, c.byref(one)):
            kind = EFFECTS[one.kind]
            about = self.flow.name(ABOUT[kind], one.about) if kind in ABOUT else ""
            if kind == "music" and one.about == SILENCE:
                about = "none"
            yield kind, about, one

    def set_rows(self, control, texts):
        """The rows of a list: a text each, whose number tells which press it makes."""
        kept = [text.encode() for text in texts]
        buffers = [c.create_string_buffer(text) for text in kept]

        def row(_context, number, to):
            to.contents.text = Text(c.cast(buffers[number], c.POINTER(c.c_char)),
                                    len(kept[number]))
            to.contents.which = number

        rows = Rows(len(texts), None, ROW_CALL(row))
        self._rows[control] = (rows, buffers)
        return self.call("set_rows", c.c_bool, c.c_uint32(control), c.byref(rows))

    def state(self, name, result=c.c_uint32, *arguments):
        """Asks rondix_menu_state_<name>() of where the player is."""
        now = c.c_void_p(self.call("menu_state", c.c_void_p))
        return self._library.call("menu_state_" + name, result, now, *arguments)

    def follows(self, name, *arguments):
        """`runs`, `paused`, `in_play`, `usable` ...: what follows from the menu state."""
        now = c.c_void_p(self.call("menu_state", c.c_void_p))
        return self._library.call(name, c.c_bool, self.flow.handle, now, *arguments)

    def spoken(self, control):
        return self.call("accessible_info", Spoken, c.c_uint32(control))

    def shown_value(self, setting):
        return str(self.call("shown_value", Text, c.c_uint32(setting)))

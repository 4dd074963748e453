#!/usr/bin/env python3
"""Makes the cues and tunes of the demo, as WAV files beside this script: a knock on wood, a thud, a small ship's
bell; the ferry's horn; a slow tune for the quay, and the swell of the sea."""

import math
import pathlib
import random
import struct
import wave

here = pathlib.Path(__file__).parent
rate = 11025
random.seed(3)


def write(name, seconds, sound):
    samples = [max(-1.0, min(1.0, sound(i / rate))) for i in range(int(seconds * rate))]
    with wave.open(str(here / name), "wb") as file:
        file.setnchannels(1)
        file.setsampwidth(2)
        file.setframerate(rate)
        file.writeframes(b"".join(struct.pack("<h", int(s * 32767)) for s in samples))


def tone(hertz, t):
    return math.sin(2 * math.pi * hertz * t)


write("knock.wav", 0.09, lambda t: 0.35 * math.exp(-55 * t) * (tone(210, t) + 0.5 * tone(333, t) + 0.3 * (random.random() - 0.5)))
write("bell.wav", 0.5, lambda t: 0.22 * math.exp(-7 * t) * (tone(880, t) + 0.6 * tone(2430, t) * math.exp(-6 * t) + 0.3 * tone(1320, t)))


def quay(t):
    notes = (220.0, 277.2, 329.6, 277.2, 246.9, 293.7, 370.0, 293.7)
    at, part = divmod(t, 0.5)
    hertz = notes[int(at) % len(notes)]
    return 0.16 * math.exp(-3 * part) * min(1, part * 60) * (tone(hertz, t) + 0.4 * tone(2 * hertz, t))


level = 0.0


def swell(t):
    global level
    level += 0.06 * ((random.random() - 0.5) - level)  # noise with its edge taken off
    return 1.1 * level * (0.55 + 0.45 * math.sin(2 * math.pi * t / 4 - math.pi / 2))


write("quay.wav", 4, quay)
write("swell.wav", 4, swell)
write("thud.wav", 0.16, lambda t: 0.4 * math.exp(-28 * t) * (tone(92, t) + 0.4 * tone(131, t)))
write("horn.wav", 1.1, lambda t: 0.3 * min(1, 12 * t) * min(1, 6 * (1.1 - t)) * (tone(116, t) + 0.7 * tone(174, t) + 0.4 * tone(233, t)))

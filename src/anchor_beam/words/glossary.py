"""Keys in a field, marks and words, each in a line, for whoever asks."""

from __future__ import annotations

IN_A_FIELD = (
    ("Enter, Tab", "set it"), ("Up, Down", "one step; with Shift, ten"), ("Escape", "back to what it was"),
    ("F1", "how to measure it, where it is from, how far it may be off"),
    ("F2", "say where it is from, or make it what it was before"),
)  # fmt: skip
WORDS = (
    ("margin", "by how much later the rear runs out of grip than the front, in percent; above zero the car pushes"),
    ("push", "the front gives up first: the car runs wide"),
    ("loose", "the rear gives up first: the tail comes round"),
    ("turn-in", "off the brakes, while the corner still builds up"),
    ("on the brakes", "turning in while the car is still braked"),
    ("lift-off", "throttle lifted in the corner, engine braking on the driven wheels"),
    ("exit", "driven out of the corner"),
    ("roll gradient", "how far the body leans for one g of cornering"),
    ("your window", "the margin and the roll that you want; set on the stage Aim"),
    ("±", "one standard deviation: two times in three the truth lies within it"),
    ("unsure", "the margin is nearer to the edge of your window than its band"),
    ("rung", "a setting that the holes can reach"),
    ("arm, link, hole", "the link hangs in a hole of the bar's arm; hole 1 is at the end, and softest"),
)  # fmt: skip

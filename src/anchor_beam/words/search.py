"""A search in words: why a setting stands where it stands, and what was left out."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.units.kinds import Kind
from anchor_beam.words.remark import Remark, verbatim
from anchor_beam.words.wanted import Wish

EARLY_LIFT = "lift an inside wheel too early"
UNSOLVED = "have no balance"
IMPOSSIBLE = "cannot be made or hung on these links"
OUT_OF_REACH = "holes that the links do not reach"
NO_LINKS = "are fixed without links"
BROKEN = {
    Wish.INSIDE_DOWN: EARLY_LIFT, Wish.LINK_LOAD: "load a link too much", Wish.HARSHNESS: "are too harsh over one bump",
    Wish.TYRE_CLEARS: "let the tyre touch", Wish.BUDGET: "cost too much", Wish.HOURS: "take too long",
}  # fmt: skip


def made_name(od: float, wall: float | None, arm: float) -> str:
    """`to be made, 22.0 x 3.0, arm 250`."""
    section = f"{od * 1e3:.1f}" if wall is None else f"{od * 1e3:.1f} x {wall * 1e3:.1f}"
    return f"to be made, {section}, arm {arm * 1e3:.0f}"


def excluded_words(excluded: tuple[tuple[str, int], ...]) -> str:
    """`Left out: 34 are made for other cars, 5 cost too much.`"""
    return (
        f"Left out: {', '.join(f'{n} {what}' for what, n in excluded if n)}." if any(n for _, n in excluded) else ""
    )


def nothing_left(axle: Axle | None, excluded: tuple[tuple[str, int], ...]) -> str:
    """Why a search found nothing."""
    head = "No setting is left." if axle is None else f"No {axle} bar is left to choose from."
    return f"{head} {excluded_words(excluded)}".strip()


def reasons(
    beside: float, rolled: float, price: float, hours: float, unpriced: int, currency: str
) -> tuple[Remark, ...]:
    """Why a setting stands where it stands: what it misses, then what it costs."""
    found = []
    if beside:
        found.append(
            Remark(f"{{}} {'more push' if beside > 0 else 'looser'} than wanted", ((abs(beside), Kind.PERCENT),))
        )
    if rolled:
        much = ((abs(rolled), Kind.ROLL_GRADIENT),)
        found.append(Remark(f"rolls {{}} {'more' if rolled > 0 else 'less'} than wanted", much))
    if not found:
        found.append(Remark("as wanted"))
    lacks = (
        "" if not unpriced else ", a part without a price" if unpriced == 1 else f", {unpriced} parts without a price"
    )
    cost = f"{price:g} {verbatim(currency)}s, {hours:g} h{lacks}" if price or hours or unpriced else "nothing to buy"
    return (*found, Remark(cost))

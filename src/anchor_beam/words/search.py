"""A search in words: why a setting stands where it stands, and what was left out."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.units.kinds import Kind
from anchor_beam.words.remark import Remark
from anchor_beam.words.wanted import Wish

BEFORE = "Say what is wanted, and press Search. Every bar of the rack that fits is tried in every hole."
EVERY_PLATFORM = "The platform of this car is not entered (under Car), so bars for any car are tried."
FROM_RACK, STAYS, TO_BE_MADE = "from the rack", "stays", "to be made"
EARLY_LIFT = "lift an inside wheel too early"
UNSOLVED = "have no balance"
IMPOSSIBLE = "cannot be made or hung on these links"
OUT_OF_REACH = "holes that the links do not reach"
NO_LINKS = "are fixed to arms that nobody measured"
BROKEN = {
    Wish.INSIDE_DOWN: EARLY_LIFT, Wish.LINK_LOAD: "load a link too much", Wish.HARSHNESS: "are too harsh over one bump",
    Wish.TYRE_CLEARS: "let the tyre touch", Wish.BUDGET: "cost too much", Wish.HOURS: "take too long",
}  # fmt: skip


LEAST = 0.05  # % of margin that is worth a word


def how(currency: str) -> str:
    """What Enter does, and in what order the settings stand."""
    return f"Enter puts a setting on the bench. Of those that miss as much, the cheaper comes first; prices in {currency}s."


def made_name(od: float, wall: float | None, arm: float) -> str:
    """`to be made, 22.0 x 3.0 mm, arm 250 mm`: a name, so it stays as it is in whatever units figures are shown."""
    section = f"{od * 1e3:.1f}" if wall is None else f"{od * 1e3:.1f} x {wall * 1e3:.1f}"
    return f"to be made, {section} mm, arm {arm * 1e3:.0f} mm"


def going_on(done: float, examined: int) -> str:
    """How far a search is."""
    tried = f", {examined} pairs tried, the nearest so far below" if examined else ""
    return f"{done * 100:.0f}\u00a0%{tried}"


def excluded_words(excluded: tuple[tuple[str, int], ...]) -> str:
    """`Left out: 34 are made for other cars, 5 cost too much.`"""
    return (
        f"Left out: {', '.join(f'{n} {what}' for what, n in excluded if n)}." if any(n for _, n in excluded) else ""
    )


def nothing_left(axle: Axle | None, excluded: tuple[tuple[str, int], ...]) -> str:
    """Why a search found nothing."""
    head = "No setting is left." if axle is None else f"No {axle} bar is left to choose from."
    return f"{head} {excluded_words(excluded)}".strip()


def gave_up(looked_at: int) -> str:
    """Why a search stopped without a setting."""
    return f"None of the {looked_at} settings that come nearest has a balance of its own. Ask for less."


def reasons(beside: float, rolled: float) -> tuple[Remark, ...]:
    """Why a setting stands where it stands: what it misses [% of margin, rad/(m/s^2)]. Of those that miss as much the cheaper
    comes first, and then the quicker."""
    found = []
    if abs(beside) >= LEAST:
        found.append(
            Remark(f"{{}} {'more push' if beside > 0 else 'looser'} than wanted", ((abs(beside), Kind.PERCENT),))
        )
    if rolled:
        much = ((abs(rolled), Kind.ROLL_GRADIENT),)
        found.append(Remark(f"rolls {{}} {'more' if rolled > 0 else 'less'} than wanted", much))
    return tuple(found) or (Remark("as wanted"),)


def price_words(price: float, unpriced: int) -> str:
    """What is to be bought; a part without a price is a question."""
    if not unpriced:
        return f"{price:g}"
    return f"{price:g} and ?" if price else "?"

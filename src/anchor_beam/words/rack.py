"""What the rack says of its parts."""

from __future__ import annotations


def how(currency: str) -> str:
    """What the keys do, and what is meant by bold and by a price."""
    return (
        "Enter puts the part on, / goes to the search, a head sorts, Delete forgets an own part. Bold: on the car. "
        f"Prices in {currency}s."
    )


def box_words(revision: str, told_by: str, sold_as: str, missing: str, money: str, hours: str, mass: str) -> str:
    """Revision and how it is told, what is in the box, what it costs and weighs."""
    told = f"{revision}: {told_by}" if revision and told_by else revision or told_by
    box = f"sold as a {sold_as}" if sold_as else ""
    lacks = f"not in the box: {missing}" if missing else ""
    said = (", ".join(filter(None, group)) for group in ((told,), (box, lacks), (money, hours, mass)))
    return "; ".join(filter(None, said))


def hole_words(hole: int, name: str) -> str:
    """`hole 2, middle`."""
    return ", ".join(filter(None, (f"hole {hole + 1}", name)))


NO_PLATFORM = (
    "The platform of this car is not entered (Car, what parts must fit): what is made for one cannot be told to fit."
)


def none_found(words: str, *, fitting: bool, platform: str) -> str:
    """Why the table is empty."""
    if fitting and not platform:
        return NO_PLATFORM
    if words.strip() and fitting:
        return f"Nothing that fits this car has “{words.strip()}” in its name, maker, number or platform."
    if words.strip():
        return f"Nothing has “{words.strip()}” in its name, maker, number or platform."
    if fitting:
        return "Nothing fits this car. Take the tick off to see the rest, each with the reason."
    return "There is nothing of this kind."


def total_words(parts: int, price: float, hours: float, unpriced: int, currency: str) -> str:
    """What all of it costs."""
    if parts == 0:
        return "Nothing to buy: the reference has all of it."
    lacks = (
        ""
        if not unpriced
        else ", one part without a price"
        if unpriced == 1
        else f", {unpriced} parts without a price"
    )
    return f"{'One part' if parts == 1 else f'{parts} parts'}: {price:g} {currency}s, {hours:g} h{lacks}"


def to_buy(parts: int, price: float, hours: float, unpriced: int, currency: str) -> str:
    """The same for the setting on the bench, in short."""
    if parts == 0:
        return "nothing to buy"
    lacks = f", {unpriced} without a price" if unpriced else ""
    return f"to buy: {price:g} {currency}s, {hours:g} h{lacks}"


def in_use(users: tuple[str, ...]) -> str:
    """What becomes of the settings that have a part on, and of job cards that are about it."""
    lines = "\n".join(f"· {name}" for name in users)
    return f"It belongs to:\n{lines}\nThese keep it as it is; only the rack forgets it. Undo brings it back."


NOT_OWN = "Only own parts are forgotten one by one; a list that was brought in is taken out whole, under “Lists…”."


def counted(shown: int, every: int) -> str:
    """How many parts of those that there are."""
    return f"{shown} of {every}"


def brought_in(parts: int) -> str:
    """How many parts a list had."""
    return "one part" if parts == 1 else f"{parts} parts"

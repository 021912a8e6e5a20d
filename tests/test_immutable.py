"""Immutable records against the frozen dataclasses of the standard library, which they stand in for."""

from __future__ import annotations

import pickle
from dataclasses import FrozenInstanceError, dataclass, field, fields, replace
from functools import cached_property

import pytest
from hypothesis import given
from hypothesis import strategies as st

from anchor_beam.immutable import immutable


@immutable
class Ours:
    """Three fields, one of which plays no part in comparing."""

    a: int
    b: str = "b"
    note: float = field(default=0.0, compare=False)

    @cached_property
    def twice(self) -> int:
        return 2 * self.a


@dataclass(frozen=True)
class Theirs:
    """The same."""

    a: int
    b: str = "b"
    note: float = field(default=0.0, compare=False)


@immutable
class Longer(Ours):
    """One more."""

    c: tuple[int, ...] = ()


@immutable
class Lone:
    """One field."""

    only: float


@immutable(eq=False)
class Result:
    """Equal to itself alone."""

    x: float


VALUES = st.tuples(st.integers(-2, 2), st.sampled_from("bc"), st.sampled_from((0.0, 1.0)))


@given(VALUES, VALUES)
def test_they_compare_and_hash_as_frozen_dataclasses_do(
    one: tuple[int, str, float], other: tuple[int, str, float]
) -> None:
    assert (Ours(*one) == Ours(*other)) is (Theirs(*one) == Theirs(*other))
    assert (hash(Ours(*one)) == hash(Ours(*other))) is (hash(Theirs(*one)) == hash(Theirs(*other)))
    assert repr(Ours(*one)) == repr(Theirs(*one)).replace("Theirs", "Ours")


def test_nothing_can_be_set_again_added_or_taken_away() -> None:
    one = Ours(1)
    for change in (lambda: setattr(one, "a", 2), lambda: setattr(one, "other", 2), lambda: delattr(one, "a")):
        with pytest.raises(FrozenInstanceError):
            change()
    assert (one.a, one.twice) == (1, 2)
    with pytest.raises(FrozenInstanceError):
        one.twice = 3


def test_another_class_is_never_equal_and_one_that_goes_on_has_all_fields() -> None:
    assert Ours(1) != Longer(1) and Longer(1, c=(2,)) == Longer(1, c=(2,)) != Longer(1)
    assert [each.name for each in fields(Longer)] == ["a", "b", "note", "c"]
    assert Lone(float("nan")) != Lone(float("nan"))
    assert len({Result(1.0), Result(1.0)}) == 2
    one = replace(Longer(1), a=3)
    assert pickle.loads(pickle.dumps(one)) == one and hash(one) == hash(pickle.loads(pickle.dumps(one)))

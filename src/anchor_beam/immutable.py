"""Immutable records: dataclasses of which only `__init__` is compiled, so that hundreds of them cost a start little.

What a frozen dataclass compiles for each class (comparing, hashing, showing, refusing changes) is the same code with other
names in it. Here it is written once and looks the names up. A start imports some 230 such classes; see decision 0023.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import MISSING, FrozenInstanceError, dataclass, field, fields
from operator import attrgetter
from typing import Any, TypeVar, dataclass_transform, overload

T = TypeVar("T")


@overload
def immutable(cls: type[T]) -> type[T]: ...
@overload
def immutable(*, eq: bool = True) -> Callable[[type[T]], type[T]]: ...
@dataclass_transform(frozen_default=True, field_specifiers=(field,))
def immutable(cls: Any = None, *, eq: bool = True) -> Any:
    """Make a class a dataclass whose fields are set once. eq: two with equal fields are equal, and can be keys; else each is
    equal to itself alone, as results with arrays have to be."""
    return (lambda each: _made(each, eq)) if cls is None else _made(cls, eq)


def _made(cls: type[T], eq: bool) -> type[T]:
    own = vars(cls)
    made = dataclass(eq=False, repr=False)(cls)
    made.__setattr__ = _set_once  # type: ignore[method-assign]
    made.__delattr__ = _refuse_deletion  # type: ignore[method-assign]
    if "__repr__" not in own:
        made.__repr__ = _shown  # type: ignore[method-assign]
    if eq:
        _compare(made, [each.name for each in fields(made) if each.compare])  # type: ignore[arg-type]
    return made


def _compare(cls: type, names: list[str]) -> None:
    """Equality and hash by the fields of these names, unless the class has its own."""
    values = _values_of(names)

    def equal(self: object, other: object) -> Any:
        return values(self) == values(other) if other.__class__ is self.__class__ else NotImplemented

    def hashed(self: object) -> int:
        return hash(values(self))

    own = vars(cls)
    if "__eq__" not in own:
        cls.__eq__ = equal  # type: ignore[method-assign, assignment]
    if own.get("__hash__") is None:
        cls.__hash__ = hashed  # type: ignore[method-assign, assignment]


def _values_of(names: list[str]) -> Callable[[object], tuple[Any, ...]]:
    if len(names) > 1:
        return attrgetter(*names)
    if names:
        name = names[0]
        return lambda each: (getattr(each, name),)
    return lambda _each: ()


def _set_once(self: Any, name: str, value: object) -> None:
    kept = self.__dict__
    if name in kept or name not in self.__dataclass_fields__:
        raise FrozenInstanceError(f"cannot assign to field {name!r}")
    kept[name] = value


def _refuse_deletion(_self: object, name: str) -> None:
    raise FrozenInstanceError(f"cannot delete field {name!r}")


def _shown(self: Any) -> str:
    told = (f"{each.name}={getattr(self, each.name, MISSING)!r}" for each in fields(self) if each.repr)
    return f"{type(self).__qualname__}({', '.join(told)})"

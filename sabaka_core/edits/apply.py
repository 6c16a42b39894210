"""One door for every change of a design: an edit goes in, a valid design comes out."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from pydantic import ValidationError

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.hive import Hive
from sabaka_core.document.load import dump_hive, refusal_of, validate_hive
from sabaka_core.edits.action import Bench, Edit
from sabaka_core.hive.chambers import main_box
from sabaka_core.hive.reach import refuse_beyond


def apply_edit(
    hive: Hive, edit: Edit, box: int | None = None, days: Mapping[str, object] = MappingProxyType({})
) -> Hive:
    """The design after one edit, validated.

    Args:
        hive, edit: the design and what to do to it.
        box: index of the chamber on the bench, which edits of a run and drops of handles speak of; the
            brood chamber when none is given.
        days: days of weather that an edit may name, by their hash.
    Raises:
        ParameterError: names the field that is wrong.
        InfeasibleError: the wish can't be met; says what could.
    """
    box = main_box(hive) if box is None else box
    if not 0 <= box < len(hive.chambers):
        raise ParameterError("chamber", box, "This hive has no such chamber.", "no-such-chamber")
    try:
        changed = edit.apply(hive, Bench(box, days))
    except ValidationError as error:
        # A part was asked to be what it can't.
        raise refusal_of(error) from None
    after = validate_hive(dump_hive(changed))
    if not edit.tried:
        refuse_beyond(after, hive)
    return after

"""Lifting: the keeper's body, each lift by the revised NIOSH equation, a season of them, against the stack."""

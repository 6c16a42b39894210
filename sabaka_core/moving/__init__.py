"""Moving in: from the comb the bees are on to the hive they go to.

:mod:`bees` says what they are on, :mod:`room` what the hive offers, :mod:`gaps` holds the written rules,
and each way of moving is a function that returns a :class:`ways.Way`.
"""

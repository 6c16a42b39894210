"""From the design to the saw: parts as solids, checked together, cut out of boards, written into files."""

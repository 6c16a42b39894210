"""The brief: questions, the ranking by a keeper's answers, and a design begun from them."""

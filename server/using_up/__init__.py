"""Using up the stash: what lies longest, what pages took, lists to print, and a page from what lies."""

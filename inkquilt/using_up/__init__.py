"""Using up what is owned: what lies longest, what is nearly gone, what a year took, and a page from what lies.

``things``    what is owned, since when, what of it is left, and when some of it was used
``lists``     the oldest first, last sheets of liked papers, kits begun, what was never used
``picking``   enough of what lies longest to make a page from
``taken``     what pages took of papers, and what that cost
``shortage``  papers of which pages at work need more than there is
``pieces``    what is cut already and kept, entered as one says it
"""

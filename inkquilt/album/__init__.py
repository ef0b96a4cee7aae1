"""Albums: finished pages in the order of what they tell, as they lie when the album is opened.

``order``     which page comes after which: by event, or where a hand laid it
``openings``  which pages face each other, and which has nobody opposite
``spine``     how thick the leaves are against what the spine takes
``goals``     what is meant to be in an album, and what of it is missing; ``goal_lines`` reads one as people say it
"""

"""How a page looks: what weighs, where the eye goes, and what a second look notices.

``surfaces``     a page as the eye sees it, from the bottom up
``weight``       how much each piece weighs, and where the weight lies
``repeats``      colours and kinds that come again
``links``        what stands together, what floats, what faces out, twins in line
``white_space``  what is empty, how full each part is
``measures``     published measures of a layout
``schools``      what a page is meant to be
``kinds``        what can be noticed
``second_look``  what is noticed, the worst first
"""

"""The page at work: its document, what can be done to it, and how it is kept. The last stage of the core.

``asked``      what fields of a change may hold; ``formats`` the page a person asks for
``document``   one state of a page, as values
``laid``       the fit that lies on it, with what is told of it
``faces``      pieces that can each be of another paper; ``touched`` what a touch on each piece may do
``own_sketch`` the page drawn as it lies, once it is built on
``papers``     papers of the stash on it, and what is asked of its pieces
``lettering``  titles as they were set
``stories``    words as they were written; ``labels`` what of hers they can be written on
``cut_list``   everything that is cut for the page, what its words are written on as well
``wishes``     what the document asks of its pieces, as they are cut; ``advice`` ways to cut less paper for it,
               ``short_paper`` what to do where paper is too short
``papering``   the page as papers see it
``pictures``   photos in their slots; ``showing`` what would show what is hidden of one
``surroundings`` what words are set on; ``layouts`` the page as it is judged and decorated
``assembling`` the page as things to be stuck down; ``stuck`` what lies stuck is fixed;
               ``taking_over`` what lies otherwise on the table
``used``       what it was made with
``digest``     a short word for a value
``stored``     a document as JSON data and back; ``stored_v1`` reads those of old
``changes``    each kind of change as one small value
"""

/** The trade's own words, each in a sentence. Common practice, no source. */
export const TERMS = {
  'acid-free': 'Paper and glue that do not yellow photos over the years; the maker says so on the pack.',
  base: 'The full sheet at the back that everything is stuck on.',
  bleed: 'A paper or photo that runs off the edge of the page.',
  cardstock: 'Plain, stiff paper, often a little lighter on one side.',
  cluster:
    'A small group of embellishments that overlap: something to rest on, a main piece, a sprig, a dot or two.',
  'companion page': 'A second page made to face one that is there, with the same papers and accents.',
  'die cut': 'A shape cut by a machine with a die, or bought ready cut.',
  directional: 'Paper with a right way up: trees, words, upright stripes.',
  'dry fit': 'Laying everything loose on the page before anything is glued.',
  embellishment: 'Anything that decorates: buttons, flowers, labels, stickers, stamps.',
  foam: 'Sticky foam that raises a photo or piece above the page.',
  'fussy cutting': 'Cutting carefully round a printed picture.',
  gutting:
    'Cutting the hidden middle out of a sheet that only shows as a frame, to use the middle elsewhere.',
  journaling: 'The story on the page, written or printed.',
  lip: 'The narrow edge by which a paper reaches under what covers it.',
  mat: 'Paper behind a photo that shows as a narrow edge all round.',
  'offset mat': 'A mat that is shifted, so that it shows on some sides only.',
  protector: 'The clear pocket that a finished page lies in.',
  reveal: 'How far a mat shows beyond what lies on it.',
  salvage: 'What can still be changed when something is stuck down and cannot come up.',
  sketch: 'A small drawing of a page: where papers, photos, title and story go. A start, not an order.',
  spread: 'Two facing pages designed together.',
  stash: 'All the papers and supplies one owns.',
  tuck: 'Slipping the edge of a piece under another one.',
  'visual triangle': 'One colour or kind of thing at three places, so that the eye travels round the page.',
  'white space': 'An empty part of the page where the eye rests.',
} as const

export type Word = keyof typeof TERMS

import { distance } from 'fastest-levenshtein';

/** What a word means to the quick line, whatever the material. */
export type Keyword =
  | 'stud'
  | 'steel'
  | 'furring'
  | 'gap'
  | 'air'
  | 'open'
  | 'still'
  | 'slight'
  | 'empty'
  | 'horizontal'
  | 'vertical'
  | 'flat'
  | 'edge';

const KEYWORDS: Record<string, Keyword> = {
  stud: 'stud',
  studs: 'stud',
  frame: 'stud',
  framed: 'stud',
  framing: 'stud',
  steel: 'steel',
  metal: 'steel',
  furring: 'furring',
  strapping: 'furring',
  batten: 'furring',
  battens: 'furring',
  rips: 'furring',
  gap: 'gap',
  cavity: 'gap',
  airspace: 'gap',
  air: 'air',
  open: 'open',
  vented: 'open',
  ventilated: 'open',
  still: 'still',
  closed: 'still',
  dead: 'still',
  unvented: 'still',
  unventilated: 'still',
  slight: 'slight',
  slightly: 'slight',
  empty: 'empty',
  uninsulated: 'empty',
  unfilled: 'empty',
  horizontal: 'horizontal',
  horizontally: 'horizontal',
  vertical: 'vertical',
  vertically: 'vertical',
  flat: 'flat',
  edge: 'edge',
};

/** Words that carry nothing. */
const FILLERS = new Set(
  `with and filled fill full of the a an on at between insulation layer layers space in to for by is
  my some please put add insert thick thickness deep wide nominal actual standard regular common usual
  new insulated from this that each all behind wall walls sheet sheets rated approx about total overall w`.split(
    /\s+/,
  ),
);

export function isFiller(word: string): boolean {
  return FILLERS.has(word);
}

/** The keyword a word is, one typing error forgiven in words of five letters or more, two from eight on. */
export function keywordOf(word: string): Keyword | null {
  if (Object.hasOwn(KEYWORDS, word)) return KEYWORDS[word]!;
  const allowed = word.length >= 8 ? 2 : word.length >= 5 ? 1 : 0;
  if (allowed === 0) return null;
  for (const [known, keyword] of Object.entries(KEYWORDS))
    if (known.length >= 5 && distance(word, known) <= allowed) return keyword;
  return null;
}

/** Words that say something the line must not pass over: a wall without it is another wall. */
const WEIGHTY = new Set(
  `double triple twin staggered offset perforated reflective not no without remove delete
  copper bronze lead slate bamboo asbestos glass plastic rubber carbon paper foil concrete`.split(
    /\s+/,
  ),
);

export function isWeighty(word: string): boolean {
  return WEIGHTY.has(word);
}

/** Words of a kind of product: what answers to nothing else has not said which material it is. */
const GENERIC = new Set(
  `board boards panel panels sheathing siding cladding insulation membrane barrier foam rigid wrap
  paint coating plaster class type metric exterior interior inner outer outside kind coat coats
  group factory wood and or in on with edge value high range open standard rated treated about
  thin thick strip system base layer three two one whole core skins facers plank planks finish`.split(
    /\s+/,
  ),
);

export function isGeneric(word: string): boolean {
  return GENERIC.has(word);
}

/** Parts of a house that are no layer of a wall. */
const NO_LAYERS = new Set(
  `brace braces bracing plate plates sill sills header headers lintel rim joist joists rafter rafters truss trusses
  footing foundation slab beam beams post posts column purlin ledger blocking nogging noggings dwang dwangs
  cripple cripples king jack trimmer buck bucks
  nail nails screw screws staple staples anchor anchors bolt bolts hanger hangers tie ties clip clips bracket brackets
  cleat cleats washer washers adhesive glue
  tape tapes flashing flashings caulk sealant gasket gaskets window windows door doors trim outlet duct pipe pipes
  wire wiring vent vents mesh screen soffit fascia gutter roof roofing shingled floor flooring carpet ceiling stair stairs
  bead corner`.split(/\s+/),
);

export function isNoLayer(word: string): boolean {
  return NO_LAYERS.has(word);
}

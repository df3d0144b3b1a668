import { distance } from 'fastest-levenshtein';

/** What a word means to the quick line, whatever the material. */
export type Keyword =
  'stud' | 'steel' | 'furring' | 'service' | 'gap' | 'air' | 'open' | 'still' | 'slight';

const KEYWORDS: Record<string, Keyword> = {
  stud: 'stud',
  studs: 'stud',
  frame: 'stud',
  framing: 'stud',
  steel: 'steel',
  metal: 'steel',
  furring: 'furring',
  strapping: 'furring',
  batten: 'furring',
  battens: 'furring',
  service: 'service',
  gap: 'gap',
  air: 'air',
  open: 'open',
  vented: 'open',
  ventilated: 'open',
  still: 'still',
  closed: 'still',
  slight: 'slight',
  slightly: 'slight',
};

/** Words that carry nothing. */
const FILLERS = new Set([
  'with',
  'and',
  'filled',
  'fill',
  'of',
  'the',
  'a',
  'an',
  'on',
  'at',
  'between',
  'insulation',
  'layer',
  'space',
]);

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
const WEIGHTY = new Set([
  'double',
  'triple',
  'twin',
  'staggered',
  'offset',
  'insulated',
  'perforated',
]);

export function isWeighty(word: string): boolean {
  return WEIGHTY.has(word);
}

/** Parts of a house that are no layer of a wall. */
const NO_LAYERS = new Set([
  ...[
    'brace',
    'bracing',
    'plate',
    'sill',
    'header',
    'lintel',
    'rim',
    'joist',
    'rafter',
    'truss',
    'footing',
  ],
  ...[
    'nail',
    'nails',
    'screw',
    'screws',
    'staple',
    'staples',
    'anchor',
    'bolt',
    'hanger',
    'tie',
    'ties',
  ],
  ...[
    'tape',
    'flashing',
    'caulk',
    'sealant',
    'gasket',
    'window',
    'door',
    'trim',
    'outlet',
    'duct',
    'pipe',
  ],
]);

export function isNoLayer(word: string): boolean {
  return NO_LAYERS.has(word);
}

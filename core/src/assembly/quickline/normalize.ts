const COUNTS = [
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];

const COUNT = COUNTS.join('|');

const PARTS: Record<string, number> = { half: 2, quarter: 4, eighth: 8, sixteenth: 16 };

const PART = Object.keys(PARTS).join('|');

function digits(word: string): string {
  const index = COUNTS.indexOf(word);
  return index < 0 ? word : String(index + 1);
}

const fraction = (top: string | undefined, part: string): string =>
  `${top ? digits(top) : 1}/${PARTS[part.replace(/s$/, '')]}`;

const pattern = (source: string): RegExp => new RegExp(source, 'g');

/** One spelling for what is written in several ways, in this order. */
const RULES: [RegExp, string | ((...groups: string[]) => string)][] = [
  [/[“”″]|''/g, '"'],
  [/[×✕]/g, 'x'],
  [/[‐-―−]/g, '-'],
  // ½, ⅜
  [/[\u00bc-\u00be\u2150-\u215e]/g, (sign) => ` ${sign.normalize('NFKC').replace('\u2044', '/')} `],
  // The key that opens the line, typed once more.
  [/^\s*\/+/, ''],
  [/fibre/g, 'fiber'],
  [/vapour/g, 'vapor'],
  [/\b(rock|stone|glass|slag|sheeps?|wood)[\s-]?(wool|fiber)\b/g, '$1 $2'],
  [/\bc-(studs?|channels?)\b/g, 'steel $1'],
  [/\b(?:exterior|interior|outside|outer|inner)\s+(walls?)\b/g, '$1'],
  [/aluminium/g, 'aluminum'],
  [/mould/g, 'mold'],
  [/\bcent(?:er|re)s?\b/g, 'center'],
  // “two by four”, “half an inch”, “inch and a half”, “three-quarter”
  [
    pattern(String.raw`\b(${COUNT}|\d+)[\s-]?by[\s-]?(${COUNT}|\d+)s?\b`),
    (_, thickness, depth) => `${digits(thickness)}x${digits(depth)}`,
  ],
  [/\b(\d)x(\d{1,2})s\b/g, '$1x$2'],
  [
    pattern(String.raw`\b(${COUNT}|\d+|an?)?\s*inch(?:es)?\s+and\s+an?\s+(${PART})\b`),
    (_, whole, part) =>
      `${!whole || /^an?$/.test(whole) ? 1 : digits(whole)} ${fraction(undefined, part)} in`,
  ],
  [
    pattern(
      String.raw`\b(${COUNT}|\d+)\s+and\s+(?:a\s+|(${COUNT})[\s-])?(${PART})s?(?:[\s-]+of)?(?=[\s-]*in)`,
    ),
    (_, whole, top, part) => `${digits(whole)} ${fraction(top, part)}`,
  ],
  [
    pattern(
      String.raw`\b(?:(${COUNT})[\s-])?(${PART})s?(?:[\s-]+an?)?[\s-]+(?=(?:in|inch|lbs?|pounds?)\b)`,
    ),
    (_, top, part) => `${fraction(top, part)} `,
  ],
  [pattern(String.raw`\b(${COUNT})[\s-](${PART})s?\b`), (_, top, part) => fraction(top, part)],
  [
    pattern(
      String.raw`\b(${COUNT})(?=[\s-]+(?:inch|in\b|"|layers?|rows?|sheets?|mils?\b|pounds?|lbs?\b))`,
    ),
    (_, count) => digits(count),
  ],
  // “two 1 in polyiso”
  [pattern(String.raw`\b(${COUNT})\s+(?=\d)`), (_, count) => `${digits(count)} layers `],
  [/(?<=\d)-(?=(?:inch|in\b|mil\b|mm\b|lbs?\b|pound|ply\b|min(?:ute)?s?\b|gauge\b|ga\b))/g, ' '],
  // Words that only together say what they say.
  [/\b(open|closed)[\s-]+cells?\b/g, '$1-cell'],
  [/\btongue[\s-](?:and|&|n)[\s-]groove\b|\bt\s?&\s?g\b|\bt[\s-]and[\s-]g\b/g, 't&g'],
  [/\bboard[\s-](?:and|&|on)[\s-](?:batten|board)s?\b/g, 'board-and-batten'],
  [/\bpeel[\s-](?:and|&|n)[\s-]stick\b/g, 'peel-and-stick'],
  [/\brain[\s-]+screens?\b/g, 'rainscreen'],
  [/\bclass\s+([123])(?=\s+vapor)/g, (_, number) => `class ${'i'.repeat(Number(number))}`],
  [/\b([13])[\s-]+coats?\b/g, (_, number) => `${number === '1' ? 'one' : 'three'} coat`],
  [/\b(?:no|without|w\/o)\s+(?:cavity\s+)?insulation\b/g, 'uninsulated'],
  [/\bflash[\s-](?:and|&)[\s-](?:batt|fill)s?\b/g, 'flash-and-batt'],
  [/\b(?:λ|lambda)\s*0?[.,]?(0\d\d)\b/g, 'class $1'],
];

/**
 * A line in one spelling: small letters, digits for spoken numbers, American words, signs of a keyboard.
 *
 * @param text as typed
 */
export function normalize(text: string): string {
  return RULES.reduce(
    (line, [from, to]) =>
      typeof to === 'string' ? line.replace(from, to) : line.replace(from, to),
    text.toLowerCase(),
  )
    .replace(/\s+/g, ' ')
    .trim();
}

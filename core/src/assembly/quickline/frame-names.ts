/** Frames that builders call by a name. */
export type FrameName =
  | 'two-rows'
  | 'staggered'
  | 'i-stud'
  | 'broken'
  | 'advanced'
  | 'service'
  | 'service-wall'
  | 'cross'
  | 'girt'
  | 'hat'
  | 'resilient'
  | 'rips'
  | 'flash-and-batt';

const WALL = String.raw`(?:[\s-]+walls?)?\b`;
const STUDS = String.raw`(?:[\s-]+stud(?:s|ded)?)?${WALL}`;

/** The names as they are said, most telling first. A line may have several. */
const NAMES: [FrameName, RegExp][] = [
  ['flash-and-batt', /\bflash-and-batt\b/],
  [
    'two-rows',
    new RegExp(
      String.raw`\b(?:offset[\s-]+)?(?:double|twin|2)[\s-]+(?:rows?\b(?:[\s-]+of\b)?(?=\s*(?:\d|stud|lumber|timber))|stud(?:s|ded)?${WALL}|frame[ds]?${WALL}|(?=\d+x\d)|walls?\b)`,
    ),
  ],
  ['staggered', new RegExp(String.raw`\bstagger(?:ed)?${STUDS}`)],
  [
    'i-stud',
    new RegExp(String.raw`\b(?:wood[\s-]+)?i[\s-]?(?:joists?|studs?|beams?|shaped)${STUDS}`),
  ],
  ['broken', new RegExp(String.raw`\bthermal(?:ly)?[\s-]+(?:broken|break)${STUDS}`)],
  [
    'advanced',
    /\b(?:advanced(?:[\s-]+(?:fram(?:e|ed|ing)|wall))?|optimum[\s-]+value(?:[\s-]+engineer(?:ed|ing))?|ove)\b/,
  ],
  ['service-wall', /\b(?:service|utility|installation|wiring)[\s-]+wall\b/],
  [
    'service',
    /\b(?:service|utility|installation|wiring)[\s-]+(?:cavity|void|chase|zone|layer|battens?|furring|strapping)\b/,
  ],
  ['cross', /\b(?:cross(?:ed)?|counter)[\s-]?(?:battens?|strapping|strapped|furring)\b/],
  [
    'girt',
    /\b(?:(?:steel|metal|galvanized)[\s-]+)?(?:(?:z|zee)[\s-]?(?:girts?|furring|purlins?|channels?|bars?|sections?)|girts?)\b/,
  ],
  ['resilient', /\bresilient[\s-]+channels?\b/],
  [
    'hat',
    /\b(?:(?:steel|metal|galvanized|top)[\s-]+)*(?:hats?(?:[\s-]?(?:channels?|tracks?|sections?|bars?|furring))?|furring[\s-]channels?)\b/,
  ],
  [
    'rips',
    /\b(?:plywood|ply)[\s-]+(?:rips?|strips?|ripped|furring|strapping|battens?)\b|\bripped[\s-]+(?:plywood|ply)\b/,
  ],
];

/**
 * Takes the names of frames out of a line.
 *
 * @param text in one spelling
 * @returns the names, and the line without them
 */
export function takeFrameNames(text: string): { names: Set<FrameName>; rest: string } {
  const names = new Set<FrameName>();
  const rest = NAMES.reduce((line, [name, pattern]) => {
    if (!pattern.test(line)) return line;
    names.add(name);
    return line.replace(pattern, ' ');
  }, text);
  return { names, rest };
}

/** Takes the plates that staggered studs stand on out of a line. @returns their size as typed, or null */
export function takePlates(text: string): { plates: string | null; rest: string } {
  const match = /\b(?:on|in|with)?\s*(\d+x\d+)\s+plates?\b/.exec(text);
  return match
    ? { plates: match[1]!, rest: text.replace(match[0], ' ') }
    : { plates: null, rest: text };
}

/** Lumber by its kind: what members are made of. */
const MEMBER_MATERIALS: [string, RegExp][] = [
  ['softwood-douglas-fir-larch', /\b(?:douglas[\s-]+fir|doug[\s-]+fir|df)(?:[\s-]+larch)?\b/],
  ['softwood-southern-pine', /\b(?:southern[\s-]+(?:yellow[\s-]+)?pine|syp)\b/],
  ['softwood-treated', /\b(?:pressure[\s-]+treated|treated|pt)\b/],
  ['lvl', /\b(?:lvl|laminated[\s-]+veneer(?:[\s-]+lumber)?)\b/],
  ['lsl', /\b(?:lsl|laminated[\s-]+strand(?:[\s-]+lumber)?)\b/],
  ['glulam', /\bglulam\b/],
  [
    'softwood',
    /\b(?:spf|spruce|hem[\s-]+fir|softwood|timber|lumber|pine|fir|kd|wood(?:en)?(?!(?:[\s-]+(?:fiber|wool))))\b/,
  ],
];

/**
 * Takes the kind of lumber out of a line that names a frame.
 *
 * @returns the material's id, or null where the line does not say
 */
export function takeMemberMaterial(text: string): { material: string | null; rest: string } {
  for (const [material, pattern] of MEMBER_MATERIALS)
    if (pattern.test(text)) return { material, rest: text.replace(pattern, ' ') };
  return { material: null, rest: text };
}

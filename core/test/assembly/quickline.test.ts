import { expect, test } from '@jest/globals';
import { insertions, parseQuickLine } from '@eldrun/core/quickline';
import { LIBRARY, MaterialSearch } from '@eldrun/core/materials';
import { messageText, type UnitSystem } from '@eldrun/core/units';
import { placeFor, placementProblem } from '@eldrun/core/wall';
import type { Layer } from '@eldrun/core/build-up';
import { coldWall, sheet } from '../walls.ts';

const search = new MaterialSearch(LIBRARY);
const first = (text: string, system: UnitSystem = 'imperial') =>
  parseQuickLine(text, system, search).suggestions[0]?.layers[0];
const find = (id: string) => LIBRARY[id];

test.each<[string, UnitSystem, string, number]>([
  ['gypsum board', 'imperial', 'gypsum-board', 0.0127],
  ['5/8 drywall', 'imperial', 'gypsum-board', 0.015875],
  ['variable vapor retarder', 'imperial', 'variable-membrane-high-range', 0.0003],
  ['OSB', 'metric', 'osb', 0.0111],
  ['vapor-open membrane', 'imperial', 'wrb-monolithic-membrane', 0.0005],
  ['1.5 in. mineral-wool board', 'imperial', 'mineral-wool-board-rigid', 0.0381],
  ['1 1/2 mineral wool board', 'metric', 'mineral-wool-board-rigid', 0.0381],
  ['mineal wol board 2"', 'imperial', 'mineral-wool-board-rigid', 0.0508],
  ['120 wood fiber board', 'metric', 'wood-fiber-board-rigid', 0.12],
  ['fiber-cement lap', 'imperial', 'fiber-cement-lap', 0.0079],
  ['steel siding', 'imperial', 'metal-panel-steel', 0.0006],
  ['house wrap', 'imperial', 'wrap-nonwoven', 0.00017],
])('“%s” (%s) is %s', (text, system, material, thickness) => {
  expect(first(text, system)).toMatchObject({ kind: 'sheet', material });
  expect(first(text, system)!.thickness).toBeCloseTo(thickness, 6);
});

test.each<[string, UnitSystem, object]>([
  [
    '2x6 16 oc cellulose',
    'imperial',
    {
      thickness: 0.1397,
      fill: 'cellulose-dense-pack',
      fraction: 0.25,
      member: { width: 0.0381, spacing: 0.4064 },
    },
  ],
  [
    '2x6 at 24 in. mineral wool 16 %',
    'imperial',
    { thickness: 0.1397, fill: 'mineral-wool-batt', fraction: 0.16, member: { spacing: 0.6096 } },
  ],
  [
    '140 stud 600 hemp',
    'imperial',
    { thickness: 0.14, fill: 'hemp-batt', member: { spacing: 0.6 } },
  ],
  [
    '45x145 stud 600 mm wood fiber',
    'metric',
    { thickness: 0.145, fill: 'wood-fiber-batt', member: { width: 0.045, spacing: 0.6 } },
  ],
  [
    '3-5/8 steel stud 16 oc minral wool',
    'imperial',
    {
      thickness: 0.092075,
      fill: 'mineral-wool-batt',
      member: { section: 'c', web: 0.00109, spacing: 0.4064 },
    },
  ],
  [
    '54 mil steel stud 6 in 24 oc',
    'imperial',
    { thickness: 0.1524, member: { section: 'c', web: 0.0013716, spacing: 0.6096 } },
  ],
  [
    'furing with open gap',
    'imperial',
    { thickness: 0.019, frame: 'furring', fill: { air: { ventilation: 'open' } } },
  ],
  [
    'service battens 45 at 600',
    'metric',
    {
      thickness: 0.045,
      frame: 'service',
      fill: { air: { ventilation: 'still' } },
      member: { direction: 'horizontal', spacing: 0.6 },
    },
  ],
])('“%s” (%s) is a framed layer', (text, system, wanted) => {
  const layer = first(text, system);
  expect(layer).toMatchObject(roundTo(6, layer!, { kind: 'framed', ...wanted }));
});

/** The wanted numbers, as the layer has them where they agree to so many digits. */
function roundTo(digits: number, actual: object, wanted: object): object {
  return Object.fromEntries(
    Object.entries(wanted).map(([key, value]: [string, unknown]) => {
      const found = (actual as Record<string, unknown>)[key];
      if (typeof value === 'number' && typeof found === 'number')
        return [key, Math.abs(found - value) < 10 ** -digits ? found : value];
      return [
        key,
        value && typeof value === 'object' && found ? roundTo(digits, found, value) : value,
      ];
    }),
  );
}

test.each<[string, object]>([
  ['3/4 open gap', { kind: 'air', ventilation: 'open', thickness: expect.closeTo(0.01905, 9) }],
  ['air space 20 mm', { kind: 'air', ventilation: 'still', thickness: 0.02 }],
  ['slightly ventilated gap 2', { kind: 'air', ventilation: 'slight', thickness: 0.0508 }],
])('“%s” is air', (text, wanted) => expect(first(text)).toEqual(wanted));

const reading = (text: string, system: UnitSystem = 'imperial') => {
  const { layers, unused, refused } = parseQuickLine(text, system, search).suggestions[0]!;
  return { layer: layers[0]!, unused, refused: refused && messageText(refused, system) };
};

test.each<[string, string[], RegExp | null]>([
  ['2x6 16 oc cellulose', [], null],
  ['premium plywood', ['premium'], null],
  ['hardboard 1/2 16 oc', ['16 oc'], /“16 oc” is not used here/],
  ['2x6 16 oc 24 oc hemp', ['24', 'oc'], /“24” is not used/],
  ['2 in polyiso r-19', ['r-19'], /“r-19” is not used/],
  ['2 in polyiso r-13', [], null],
  ['2x4 4 in flash and batt', [], /no room for all of that/],
  ['3 2x4 studs', ['3'], /“3” is not used/],
  ['reflective air space', ['reflective'], /“reflective” is not understood/],
  ['triple 2x6 cellulose', ['triple'], /“triple” is not used/],
  ['copper siding', ['copper'], /“copper” is not understood/],
  ['vinyl stucco', ['stucco'], /“stucco” is another material/],
  ['7x13 xps', ['7x13'], /“7x13” is not used/],
  ['/2x4 r-13 fiberglass', [], null],
  ['300 in xps', [], /over three times the thickest it is sold in, 4 in\./],
  ['let-in brace', ['brace'], /“brace” is no layer/],
  ['sill plate', ['plate'], /“sill” is no layer/],
  ['joint tape', ['tape'], /“tape” is no layer/],
])('“%s” leaves %j unused and is refused for %p', (text, unused, refused) => {
  const found = reading(text);
  expect(found.unused).toEqual(unused);
  if (refused) expect(found.refused).toMatch(refused);
  else expect(found.refused).toBeNull();
});

test.each<[string, UnitSystem, string, number]>([
  ['30# felt', 'imperial', 'asphalt-felt-30', 0.0013],
  ['15 lb felt', 'imperial', 'asphalt-felt-15', 0.0007],
  ['asphalt felt no. 30', 'imperial', 'asphalt-felt-30', 0.0013],
  ['r-10 xps', 'imperial', 'xps', 0.0508],
  ['r 6 polyiso', 'imperial', 'polyiso-foil-faced', 0.0254],
  ['r 3.5 wood fiber board', 'metric', 'wood-fiber-board-rigid', 0.16],
  ['board and batten', 'imperial', 'wood-lap-siding', 0.0127],
  ['corrugated steel siding', 'imperial', 'metal-panel-steel', 0.0006],
  ['t&g', 'imperial', 'wood-board-sheathing', 0.019],
  ['green board', 'imperial', 'gypsum-board-mold-resistant', 0.0127],
  ['exterior rated gypsum', 'imperial', 'gypsum-sheathing-glass-mat', 0.0127],
  ['closed cell', 'imperial', 'spray-foam-closed-cell', 0.0254],
])(
  'weights, stated R and the trade’s words: “%s” (%s) is %s',
  (text, system, material, thickness) => {
    const { layer, refused } = reading(text, system);
    expect(layer).toMatchObject({ kind: 'sheet', material });
    expect(layer.thickness).toBeCloseTo(thickness, 3);
    expect(refused).toBeNull();
  },
);

test.each<[string, UnitSystem, string, number]>([
  ['2x4 r-13 fiberglass', 'imperial', 'fiberglass-batt-r13', 0.4064],
  ['2x4 fiberglass', 'imperial', 'fiberglass-batt-r13', 0.4064],
  ['2x6 24oc r-21', 'imperial', 'fiberglass-batt-r21', 0.6096],
  ['2x6 open cell foam', 'imperial', 'spray-foam-open-cell', 0.4064],
  ['2x6 closed cell foam', 'imperial', 'spray-foam-closed-cell', 0.4064],
  ['145 stud c600 mineral wool', 'metric', 'mineral-wool-batt', 0.6],
  ['45x145 cc600 wood fibre', 'metric', 'wood-fiber-batt', 0.6],
  ['140 stud 600 glass wool 032', 'metric', 'glass-wool-batt-032', 0.6],
])('fills that fit, by name and by R: “%s” (%s) has %s', (text, system, fill, spacing) => {
  const { layer, unused, refused } = reading(text, system);
  expect(layer).toMatchObject({ kind: 'framed', fill });
  expect((layer as { member: { spacing: number } }).member.spacing).toBeCloseTo(spacing, 6);
  expect({ unused, refused }).toEqual({ unused: [], refused: null });
});

test('a rain screen by its name is the gap behind the cladding', () => {
  for (const text of ['rain screen', '3/4 rainscreen', '3/4 rain-screen gap'])
    expect(reading(text).layer).toMatchObject({ kind: 'framed', frame: 'furring' });
});

test('a composite keeps the thickness its figures hold for', () => {
  const composite = parseQuickLine(
    '2 insulated structural sheathing r-6',
    'imperial',
    search,
  ).suggestions.find(
    ({ layers: [layer] }) =>
      layer?.kind === 'sheet' && layer.material === 'insulated-structural-sheathing-r6',
  );
  expect(composite!.layers[0]!.thickness).toBe(0.0365);
});

test('what nothing answers to says so', () => {
  expect(parseQuickLine('xyzzy plugh', 'imperial', search)).toMatchObject({
    suggestions: [],
    problem: expect.stringContaining('xyzzy'),
  });
  expect(parseQuickLine('  ', 'imperial', search).problem).not.toBeNull();
});

test('a new layer goes where it belongs', () => {
  const { layers } = coldWall();
  const place = (layer: Layer) => layers[placeFor(layers, layer, find) - 1]?.id ?? 'inside all';
  expect(place(sheet('n', 'latex-paint', 0.0001))).toBe('inside all');
  expect(place(sheet('n', 'polyethylene-6mil', 0.00015))).toBe('gypsum');
  expect(place(sheet('n', 'plywood', 0.0127))).toBe('osb');
  expect(place(sheet('n', 'xps', 0.0254))).toBe('board');
  expect(place(sheet('n', 'exterior-acrylic-paint', 0.0001))).toBe('lap');
});

test('what can never work is refused with its reason', () => {
  const { layers } = coldWall();
  const moved = (id: string, index: number) => {
    const from = layers.findIndex((layer) => layer.id === id);
    return placementProblem(
      layers.toSpliced(from, 1).toSpliced(index, 0, layers[from]!),
      index,
      find,
    );
  };
  expect(moved('board', 3)).toBeNull();
  expect(moved('lap', 2)).toMatch(/rain screen/);
  expect(moved('gap', 2)).toMatch(/cut off/);
  expect(moved('osb', 6)).toMatch(/outside the/);
  expect(moved('gypsum', 6)).toMatch(/outside the/);
});

/** Where the layers of a line would stand in the cold wall: the ids of all layers, those new to it as `+`. */
function placed(text: string, nextTo: string | null = null): string {
  const { layers } = coldWall();
  const { layers: fresh, place } = parseQuickLine(text, 'imperial', search).suggestions[0]!;
  const found = insertions(layers, fresh, place, find, search, nextTo);
  if ('problem' in found) return found.problem;
  const whole = found.commands.reduce<Layer[]>(
    (all, { index, layer }) => all.toSpliced(index, 0, layer),
    [...layers],
  );
  const known = new Set(layers.map(({ id }) => id));
  return whole.map(({ id }) => (known.has(id) ? id : '+')).join(' ');
}

test('a line’s words for a place: over is away from the frame, under is toward it', () => {
  const { layers } = coldWall();
  const ids = layers.map(({ id }) => id);
  const beside = (id: string, after: number): string =>
    ids.toSpliced(ids.indexOf(id) + after, 0, '+').join(' ');
  const frame = layers.find(({ kind }) => kind === 'framed')!.id;
  expect(placed('1 in xps over the osb')).toBe(beside('osb', 1));
  expect(placed('wrap under the osb')).toBe(beside('osb', 0));
  expect(placed('plywood over the drywall')).toBe(beside('gypsum', 0));
  expect(placed('poly behind drywall')).toBe(beside('gypsum', 1));
  expect(placed('plywood inside')).toBe(beside(frame, 0));
  expect(placed('plywood over the studs')).toBe(beside(frame, 1));
  expect(placed('poly outside')).toBe(beside(frame, 1));
  expect(placed('xps over brick')).toBe('No layer of this wall answers to “brick”');
  // The selected layer outranks what the line says.
  expect(placed('1 in xps over the osb', 'gypsum')).toBe(beside('gypsum', 1));
});

test('several layers keep their own order, each where it belongs', () => {
  const { layers } = coldWall();
  const ids = layers.map(({ id }) => id);
  const board = ids.indexOf('board');
  expect(placed('1 in xps, 2 in polyiso')).toBe(ids.toSpliced(board + 1, 0, '+', '+').join(' '));
  expect(
    placed('2 in polyiso, poly')
      .split(' ')
      .filter((id) => id === '+'),
  ).toHaveLength(2);
});

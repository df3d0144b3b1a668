import { describe, expect, test } from '@jest/globals';
import {
  claddingSystem,
  holdsOn,
  JOINING_KINDS,
  joiningPairs,
  kindOfMaterial,
  otherProof,
  PROOF_KINDS,
  proofRegister,
  systemStanding,
  workingTemperatures,
} from '@eldrun/core/cladding-systems';
import { assess } from '@eldrun/core/assessment';
import { LIBRARY } from '@eldrun/core/materials';
import { messageText } from '@eldrun/core/units';
import { resolveWall, type ProofDocument, type WallFile } from '@eldrun/core/build-up';
import { verdictsOf } from '@eldrun/core/verdicts';
import { coldWall, sheet, withLayer, without } from '../walls.ts';

const TODAY = '2026-05-04';

/** A plaster in place of furring and siding, on boards or on the membrane. */
function plastered(
  material: string,
  board: string | null,
  change: Partial<WallFile> = {},
): WallFile {
  const wall = without(coldWall(), 'gap', ...(board ? [] : ['board']));
  const clad = withLayer(wall, 'lap', { material, thickness: 0.0222 });
  return { ...(board ? withLayer(clad, 'board', { material: board }) : clad), ...change };
}
const system = (file: WallFile) => claddingSystem(resolveWall(file));
const text = (message: Parameters<typeof messageText>[0]): string =>
  messageText(message, 'imperial');
const says = (file: WallFile, id: string) =>
  verdictsOf(assess(file)).find((verdict) => verdict.id === id);

describe('plastered claddings are told apart by their layers', () => {
  test.each([
    ['cement-lime-stucco', null, 'cement-stucco'],
    ['acrylic-finish-stucco', null, 'acrylic-over-cement'],
    ['acrylic-finish-stucco', 'eps-type-ii', 'acrylic-over-cement'],
    ['eifs-lamina', 'eps-type-ii', 'insulated-finish'],
    ['mineral-render', 'mineral-wool-board-facade', 'mineral-render'],
  ])('%s on %s is %s', (material, board, kind) => {
    expect(system(plastered(material, board))!.kind).toBe(kind);
  });

  test('a coat of acrylic over cement stucco makes it another', () => {
    const wall = plastered('cement-lime-stucco', null);
    const layers = [...wall.layers, sheet('coat', 'exterior-acrylic-paint', 0.0002)];
    expect(system({ ...wall, layers })!.kind).toBe('acrylic-over-cement');
  });

  test('a material of one’s own is told by its name, whatever the order of its words', () => {
    const wall = plastered('own', null);
    const materials = {
      own: {
        ...LIBRARY['cement-lime-stucco']!,
        name: 'Stucco, finish of acrylic',
        roles: ['cladding' as const],
      },
    };
    expect(system({ ...wall, materials })!.kind).toBe('acrylic-over-cement');
  });

  test('siding is none of them', () => {
    expect(system(coldWall())).toBeNull();
    expect(says(coldWall(), 'cladding-system')).toBeUndefined();
  });

  test('an acrylic finish over cement base without a gap is no tested system, and is told so', () => {
    const wall = plastered('acrylic-finish-stucco', null);
    const of = system(wall)!;
    expect(of.drains).toBe(false);
    expect(systemStanding(resolveWall(wall), of, TODAY).tested).toBe(false);
    expect(of.needs.map(({ id }) => id)).toContain('edge-wraps');
    expect(says(wall, 'cladding-system')).toMatchObject({ status: 'caution' });
    const drained = {
      ...wall,
      layers: wall.layers.toSpliced(-1, 0, sheet('mat', 'drainage-mat-thick', 0.01)),
    };
    expect(says(drained, 'cladding-system')).toBeUndefined();
  });

  test('every system on boards is asked for edge wraps; foam for its fire test', () => {
    for (const [material, board] of [
      ['eifs-lamina', 'eps-type-ii'],
      ['mineral-render', 'mineral-wool-board-facade'],
      ['acrylic-finish-stucco', 'xps'],
    ] as const) {
      const ids = system(plastered(material, board))!.needs.map(({ id }) => id);
      expect(ids).toContain('edge-wraps');
      expect(ids.includes('fire-test')).toBe(LIBRARY[board]!.foamPlastic === true);
    }
    expect(system(plastered('cement-lime-stucco', null))!.needs.map(({ id }) => id)).toContain(
      'edges',
    );
  });

  test('soft finishes name the places where birds peck, and laps go around the house', () => {
    const places = system(plastered('eifs-lamina', 'eps-type-ii'))!.places.map(text);
    expect(places.some((place) => /Birds peck/.test(place) && /mesh/.test(place))).toBe(true);
    expect(places.some((place) => place.startsWith('Laps go around the house'))).toBe(true);
    const hard = system(plastered('cement-lime-stucco', null))!.places.map(text);
    expect(hard.some((place) => /Birds/.test(place))).toBe(false);
  });

  test('parts of several systems: a caution, until somebody answers for them', () => {
    const wall = plastered('acrylic-finish-stucco', 'eps-type-ii');
    expect(says(wall, 'cladding-system')!.status).toBe('caution');
    const recorded = { ...wall, mixedParts: { by: 'General contractor', on: TODAY } };
    expect(says(recorded, 'cladding-system')).toMatchObject({ status: 'info' });
    expect(text(says(recorded, 'cladding-system')!.title)).toMatch(/General contractor answers/);
  });
});

describe('proof', () => {
  const wall = plastered('eifs-lamina', 'eps-type-ii');
  const layers = wall.layers.toSpliced(-2, 0, sheet('mat', 'drainage-mat-thin', 0.003));
  const drained = { ...wall, layers };
  const of = system(drained)!;
  const documents: ProofDocument[] = of.needs.flatMap(({ proof }) =>
    proof ? [{ of: 'system', kind: proof, name: 'Document' }] : [],
  );
  const standing = (proof: ProofDocument[], more: Partial<WallFile> = {}) => {
    const resolved = resolveWall({ ...drained, proof, ...more });
    return systemStanding(resolved, claddingSystem(resolved)!, TODAY);
  };

  test('a system is called tested with all of its documents alone', () => {
    expect(standing(documents).tested).toBe(true);
    for (let i = 0; i < documents.length; i++) {
      const short = standing(documents.toSpliced(i, 1));
      expect([short.tested, short.missing.map(({ kind }) => kind)]).toEqual([
        false,
        [documents[i]!.kind],
      ]);
    }
  });

  test('not with an expired one, not without drainage, not where parts are mixed', () => {
    const expired = documents.with(0, { ...documents[0]!, expires: '2026-05-03' });
    expect(standing(expired)).toMatchObject({ tested: false, missing: [{ state: 'expired' }] });
    expect(standing(documents.with(0, { ...documents[0]!, expires: TODAY })).tested).toBe(true);
    expect(standing(documents, { layers: wall.layers }).tested).toBe(false);
    expect(standing(documents, { mixedParts: { by: 'Builder', on: TODAY } }).tested).toBe(false);
  });

  test('the register asks layer by layer, once for each material, and keeps what is no longer asked', () => {
    const twice = {
      ...drained,
      layers: drained.layers.toSpliced(-1, 0, sheet('more', 'eps-type-ii', 0.0254)),
      proof: [{ of: 'xps', kind: 'fire-test', name: 'Old' }],
    };
    const rows = proofRegister(resolveWall(twice), TODAY);
    expect(rows.filter(({ of: id }) => id === 'eps-type-ii')).toHaveLength(1);
    expect(rows[0]!.of).toBe('system');
    expect(otherProof(resolveWall(twice), rows)).toEqual(twice.proof);
    for (const { asked } of rows) for (const { state } of asked) expect(state).toBe('missing');
  });

  test('structural screws need an evaluation; a board of wool only its instructions', () => {
    const rows = proofRegister(resolveWall(coldWall()), TODAY);
    const kinds = (id: string) => rows.find((row) => row.of === id)?.asked.map(({ kind }) => kind);
    expect(kinds('structural-250')).toEqual(['evaluation']);
    expect(kinds('mineral-wool-board-rigid')).toEqual(['instructions']);
    expect(kinds('gypsum-board')).toBeUndefined();
  });
});

describe('what sticks to what', () => {
  test('the known failures of the trade', () => {
    expect(holdsOn('tape-bitumen', 'vinyl-flange').holds).toBe('no');
    expect(holdsOn('vinyl-flange', 'tape-bitumen').holds).toBe('no');
    expect(holdsOn('sealant-silicone', 'wrap').holds).toBe('no');
    expect(holdsOn('tape-acrylic', 'gypsum-sheathing').holds).toBe('primer');
    expect(holdsOn('tape-acrylic', 'wrap').holds).toBe('yes');
    expect(holdsOn('sealant-acoustic', 'metal-flange').holds).toBe('no');
    expect(holdsOn('gun-foam', 'nothing-known').holds).toBe('ask');
  });

  test('materials of the library are told: membranes, boards, sheathing', () => {
    const kind = (id: string) => kindOfMaterial(id)?.id;
    expect(kind('wrap-nonwoven')).toBe('wrap');
    expect(kind('self-adhered-permeable')).toBe('acrylic-membrane');
    expect(kind('self-adhered-impermeable')).toBe('bitumen-membrane');
    expect(kind('xps')).toBe('xps');
    expect(kind('osb')).toBe('wood-panel');
    expect(kind('mineral-wool-batt')).toBeUndefined();
    for (const id of Object.keys(LIBRARY))
      if (LIBRARY[id]!.category === 'membrane')
        expect([id, kind(id) !== undefined]).toEqual([id, true]);
  });

  test('every pair of a wall once, what fails first, with its peel tests', () => {
    const joints = {
      tape: 'tape-acrylic',
      flashing: 'tape-bitumen',
      sealant: 'sealant-hybrid',
      flange: 'vinyl-flange',
      peelTests: [
        { top: 'tape-acrylic', onto: 'wrap', on: '2026-04-01', by: 'A', held: false },
        { top: 'tape-acrylic', onto: 'wrap', on: '2026-04-20', by: 'B', held: true },
      ],
    };
    const pairs = joiningPairs(resolveWall(coldWall({ joints })));
    expect(pairs[0]).toMatchObject({
      top: { id: 'tape-bitumen' },
      onto: { id: 'vinyl-flange' },
      holds: 'no',
    });
    const keys = pairs.map(({ top, onto }) => [top.id, onto.id].sort().join());
    expect(new Set(keys).size).toBe(keys.length);
    const tested = pairs.find(({ top, onto }) => top.id === 'tape-acrylic' && onto.id === 'wrap')!;
    expect(tested.tests.map(({ by }) => by)).toEqual(['B', 'A']);
    expect(workingTemperatures(pairs)).toEqual([4, 40]);
    expect(workingTemperatures([])).toBeNull();
  });

  test('a self-adhered membrane meets what is behind it without being asked', () => {
    const wall = withLayer(coldWall(), 'wrap', { material: 'self-adhered-permeable' });
    const [pair] = joiningPairs(resolveWall(wall));
    expect([pair!.top.id, pair!.onto.id]).toEqual(['acrylic-membrane', 'wood-panel']);
  });

  test('the tables are whole: ids once, pairs of known kinds', () => {
    const ids = JOINING_KINDS.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const { temperature } of JOINING_KINDS)
      if (temperature) expect(temperature[0]).toBeLessThan(temperature[1]);
    expect(new Set(PROOF_KINDS.map(({ id }) => id)).size).toBe(PROOF_KINDS.length);
  });
});

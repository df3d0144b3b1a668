import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import { attachmentAnswer, parseAttachment } from '@eldrun/core/attachment/file';
import {
  attachmentOf,
  attachmentSteps,
  checkConnection,
  engineerReasons,
  FASTENERS,
  fastenersFor,
  publishedRows,
  spacingTable,
  velocityPressure,
  windSuction,
  worstUse,
  type Connection,
  type ConnectionInput,
  type ConnectionResult,
} from '@eldrun/core/attachment';
import { applyCommands } from '@eldrun/core/wall';
import { assess } from '@eldrun/core/assessment';
import { GOODS } from '@eldrun/core/takeoff';
import { messageText } from '@eldrun/core/units';
import { resolveWall, type Attachment, type WallFile } from '@eldrun/core/build-up';
import { TRADE } from '@eldrun/core/trade';
import { verdictsOf } from '@eldrun/core/verdicts';
import { laidParts, layoutElevation } from '@eldrun/core/layout';
import { FOOT, INCH, POUND, PSF, SQUARE_FOOT } from '@eldrun/core/units';
import { validateWall } from '@eldrun/core/wall/schema';
import { readReference } from '../reference.ts';
import { coldWall, framed, sheet, withLayer, without } from '../walls.ts';

interface Case {
  name: string;
  input: ConnectionInput;
  expected: ConnectionResult;
}

const CASES = readReference<Case[]>('attachment/cases.json');

/** Every number within a relative 1e-6, every word the same. */
function expectLike(actual: unknown, expected: unknown, path: string): void {
  if (typeof expected === 'object' && expected !== null) {
    for (const [key, value] of Object.entries(expected))
      expectLike((actual as Record<string, unknown>)[key], value, `${path}.${key}`);
    return;
  }
  if (typeof expected !== 'number') return expect([path, actual]).toEqual([path, expected]);
  const off = Math.abs((actual as number) - expected) / Math.abs(expected);
  expect([path, off < 1e-6]).toEqual([path, true]);
}

describe('the reference connections', () => {
  test.each(CASES)('$name', ({ input, expected, name }) =>
    expectLike(checkConnection(input), expected, name),
  );
});

describe('connections', () => {
  const one = CASES[0]!.input;
  const anyInput = fc
    .record({
      at: fc.integer({ min: 0, max: CASES.length - 1 }),
      gap: fc.double({ min: 0, max: 0.4, noNaN: true }),
      gravity: fc.double({ min: 0.3, max: 0.7, noNaN: true }),
      along: fc.double({ min: 0.05, max: 1, noNaN: true }),
    })
    .map(({ at, gap, gravity, along }) => {
      const { input } = CASES[at]!;
      return {
        ...input,
        gap,
        side: { ...input.side, specificGravity: gravity },
        spacing: { ...input.spacing, along },
      };
    });

  test('a wider gap never carries more, and the load goes with the spacing', () => {
    fc.assert(
      fc.property(anyInput, (input) => {
        const result = checkConnection(input);
        const wider = checkConnection({ ...input, gap: input.gap + 0.01 });
        expect(wider.lateral).toBeLessThanOrEqual(result.lateral * (1 + 1e-12));
        for (const value of [result.lateral, worstUse(result), result.pullThrough])
          expect(Number.isFinite(value) && value > 0).toBe(true);
        const closer = checkConnection({
          ...input,
          spacing: { ...input.spacing, along: input.spacing.along / 2 },
        });
        expect(worstUse(closer) * 2).toBeCloseTo(worstUse(result), 8);
      }),
      { numRuns: 200 },
    );
  });

  test('nothing pulls, nothing is used', () => {
    const result = checkConnection({ ...one, load: { weight: 0, suction: 0 } });
    expect([result.shearUse, result.suctionUse, result.combinedUse]).toEqual([0, 0, 0]);
  });

  test('a wide head bears only so much of thick wood; steel bears no more for a gust', () => {
    const thick = (thickness: number) =>
      checkConnection({ ...one, side: { ...one.side, thickness } }).pullThrough;
    expect(thick(2.5 * one.fastener.head)).toBeCloseTo(thick(1), 9);
    // 43 mil of 45 ksi steel, No. 12: 0.85 × 0.043 × 0.216 × 45,000 / 3 = 118 lb.
    const steel = checkConnection({
      ...one,
      fastener: { ...one.fastener, kind: 'wood-screw', nominal: 0.216 * INCH },
      main: { penetration: 0.043 * INCH, tensile: 45_000 * 6894.757 },
    });
    expect(steel.withdrawal / 4.4482216).toBeCloseTo(118.4, 1);
    expect(steel.suctionUse).toBeCloseTo(
      steel.suctionDemand / Math.min(steel.withdrawal, 1.6 * steel.pullThrough),
      9,
    );
  });
});

describe('the file', () => {
  const { input } = CASES[0]!;
  const file = (connection: object): string =>
    JSON.stringify({ format: 'eldrun-attachment', version: 1, connections: [connection] });

  test('answers in the order of the file, and says what is no design value', () => {
    const short = { ...input, name: 'short', main: { ...input.main, penetration: 0.01 } };
    const { connections, problems } = attachmentAnswer(parseAttachment(file(short)));
    expect(connections[0]).toMatchObject({ name: 'short', mode: 'IIIm' });
    expect(problems[0]).toMatch(/connections\[0\]\.main\.penetration: 0\.01 m is less than/);
    expect(attachmentAnswer(parseAttachment(file(input))).problems).toEqual([]);
  });

  test('a gap of 400 mm is computed', () => {
    const { connections } = attachmentAnswer(parseAttachment(file({ ...input, gap: 0.4 })));
    expect(connections[0]!.lateral).toBeGreaterThan(0);
  });

  test.each<[string, object, RegExp]>([
    [
      'specific gravity of 2',
      { main: { penetration: 0.03, specificGravity: 2 } },
      /main\.specificGravity/,
    ],
    ['zero spacing', { spacing: { along: 0, across: 0.4 } }, /spacing\.along/],
    ['no penetration', { main: { penetration: 0, specificGravity: 0.42 } }, /main\.penetration/],
    [
      'wood and steel at once',
      { main: { penetration: 0.03, specificGravity: 0.4, tensile: 3e8 } },
      /main/,
    ],
    ['neither wood nor steel', { side: { thickness: 0.02 } }, /side/],
    ['a negative gap', { gap: -0.01 }, /gap/],
    ['an angle of 120°', { angle: 120 }, /angle/],
    [
      'a root thicker than the shank',
      { fastener: { ...input.fastener, diameter: 0.006 } },
      /fastener\.diameter/,
    ],
    [
      'a head smaller than the shank',
      { fastener: { ...input.fastener, head: 0.001 } },
      /fastener\.head/,
    ],
    ['a bolt', { fastener: { ...input.fastener, kind: 'bolt' } }, /fastener\.kind/],
  ])('%s is refused by its field', (_, change, path) => {
    expect(() => parseAttachment(file({ ...input, ...change }))).toThrow(path);
  });
});

test('wind: velocity pressure and suction by ASCE 7-16 worked by hand', () => {
  // q = 0.00256 × 0.70 × 0.85 × 115² = 20.2 psf; zone 5, 10 ft²: 0.6 × q × (1.4 + 0.18).
  const wind = { speed: 115 * 0.44704, exposure: 'B', height: 30 * FOOT, zone: 5 } as const;
  expect(velocityPressure(wind.speed, 'B', wind.height) / PSF).toBeCloseTo(20.2, 1);
  expect(windSuction(wind) / PSF).toBeCloseTo(19.1, 1);
  expect(windSuction({ ...wind, zone: 4 })).toBeLessThan(windSuction(wind));
  expect(windSuction(wind, 500 * SQUARE_FOOT) / windSuction(wind)).toBeCloseTo(0.98 / 1.58, 6);
  expect(windSuction({ ...wind, exposure: 'D' })).toBeGreaterThan(windSuction(wind));
  expect(windSuction({ ...wind, height: 5 })).toBe(windSuction(wind));
  // Never below 16 psf at strength level, 9.6 psf of allowable stress.
  expect(windSuction({ ...wind, speed: 10 }) / PSF).toBeCloseTo(9.6, 9);
  expect(windSuction({ suction: 1234 })).toBe(1234);
});

/** A wall as its cladding is held. */
const held = (attachment: Attachment, file: WallFile = coldWall()) =>
  attachmentOf(resolveWall({ ...file, attachment }))!;
const at = ({ design }: ReturnType<typeof held>, place: Connection['place']): Connection =>
  design.connections.find((one) => one.place === place)!;
const finding = (of: ReturnType<typeof held>, id: string) => {
  const found = of.findings.find((one) => one.id === id);
  return found && { ...found, title: messageText(found.title, 'imperial') };
};

describe('the trade’s mistakes', () => {
  test('a 4 in. screw through 3 3/16 in. of stack bites 13/16; the next sold is 5 in.', () => {
    const wall = withLayer(
      withLayer(withLayer(without(coldWall(), 'wrap'), 'board', { thickness: 2 * INCH }), 'osb', {
        thickness: (7 / 16) * INCH,
      }),
      'gap',
      { thickness: 0.75 * INCH },
    );
    const of = held({ furring: { fastener: 'structural-250', length: 4 * INCH } }, wall);
    const screw = at(of, 'furring');
    expect(screw.stack / INCH).toBeCloseTo(3.1875, 9);
    expect(screw.bite / INCH).toBeCloseTo(13 / 16, 9);
    expect(finding(of, 'bite-furring')).toMatchObject({
      status: 'fail',
      title: 'Too little bite, furring to stud: 13/16 in. of 1 1/4 in.',
    });
    // 3 3/16 + 1 1/4 + 1/4 of tolerance: 4 11/16.
    expect(screw.next! / INCH).toBeCloseTo(5, 6);
    const [change] = finding(of, 'bite-furring')!.changes;
    const after = applyCommands({ ...wall, attachment: {} }, change!.commands);
    expect(finding(attachmentOf(resolveWall(after))!, 'bite-furring')!.status).toBe('pass');
  });

  test('where no screw of the kind is long enough a longer kind is offered, then rails on brackets', () => {
    const deep = (inches: number) => withLayer(coldWall(), 'board', { thickness: inches * INCH });
    const longer = held({ furring: { fastener: 'lag-250' } }, deep(8));
    const [screw] = finding(longer, 'bite-furring')!.changes;
    expect(at(longer, 'furring').next).toBeNull();
    expect(messageText(screw!.label, 'imperial')).toMatch(/structural screw|Structural screw/);
    const then = resolveWall(applyCommands({ ...deep(8), attachment: {} }, screw!.commands));
    expect(finding(attachmentOf(then)!, 'bite-furring')!.status).toBe('pass');

    const wall = deep(20);
    const beyond = held({}, wall);
    const found = finding(beyond, 'bite-furring')!;
    expect(found.status).toBe('fail');
    expect(messageText(found.reason, 'imperial')).toMatch(/strips in two parts/);
    const rails = attachmentOf(resolveWall(applyCommands(wall, found.changes[0]!.commands)))!;
    expect(rails.design.hung.heldBy).toBe('brackets');
    expect(finding(rails, 'other-way')!.status).toBe('info');
    // Two brackets to each 0.5 m²: 1 / (0.4064 · 0.6096).
    expect(rails.design.hung.wall.file.pointBridges![0]!.perArea).toBeCloseTo(4.0365, 4);
    expect(rails.design.hung.wall.counted).toBe(beyond.design.hung.wall.counted);
  });

  test('a 3 in. nail through a thin strip and insulated sheathing misses the stud’s 1 1/4', () => {
    const layers = [
      sheet('gypsum', 'gypsum-board', 0.0127),
      framed('studs', 0.1397, 'mineral-wool-batt', { width: 0.038, spacing: 0.4064 }, 'main'),
      sheet('insulated', 'insulated-structural-sheathing-r6', 1.5 * INCH),
      framed(
        'strip',
        (3 / 8) * INCH,
        { air: { ventilation: 'open' } },
        { width: 0.038, spacing: 0.4064 },
        'furring',
      ),
      sheet('lap', 'fiber-cement-lap', (5 / 16) * INCH),
    ];
    const of = held({ cladding: { fastener: 'nail-131', length: 3 * INCH } }, coldWall({ layers }));
    expect(of.design.connections).toHaveLength(1);
    const nail = at(of, 'cladding');
    expect(nail.into).toBe('stud');
    expect(nail.bite / INCH).toBeCloseTo(3 - 1.5 - 3 / 8 - 5 / 16, 9);
    expect(finding(of, 'bite-cladding')!.status).toBe('fail');
    expect(finding(of, 'spacer')!.title).toBe('Strips of 3/8 in. are spacers');
  });

  test('a hardened deck screw has no rating; a screw that ends in foam holds nothing', () => {
    const of = held({ furring: { fastener: 'deck-screw', length: 2 * INCH } });
    expect(finding(of, 'unfit-furring')!.status).toBe('fail');
    expect(finding(of, 'bite-furring')!.title).toMatch(/ends before the stud/);
    expect(at(of, 'furring')).toMatchObject({ result: null, use: Infinity, widest: null });
    expect(messageText(engineerReasons(of.design)[0]!, 'imperial')).toMatch(/without a rating/);
  });

  test('strips between the studs end in foam; put on the studs they hold', () => {
    const wall = withLayer(coldWall(), 'gap', {
      member: { section: 'solid', material: 'softwood', width: 0.089, spacing: 0.6096 },
    });
    const found = finding(held({}, wall), 'off-stud')!;
    expect(found).toMatchObject({ status: 'fail', title: 'No stud behind some strips' });
    const after = applyCommands(wall, found.changes[0]!.commands);
    expect(finding(held({}, after), 'off-stud')).toBeUndefined();
    // Every other stud is a stud all the same.
    const every = withLayer(coldWall(), 'gap', {
      member: { section: 'solid', material: 'softwood', width: 0.089, spacing: 0.8128 },
    });
    expect(finding(held({}, every), 'off-stud')).toBeUndefined();
  });

  test('without a frame there is no stud behind', () => {
    const layers = [
      sheet('concrete', 'concrete', 0.2),
      sheet('board', 'xps', 0.05),
      sheet('lap', 'fiber-cement-lap', 0.0079),
    ];
    const of = held({}, coldWall({ layers }));
    expect(of.findings[0]).toMatchObject({ id: 'no-stud', status: 'fail' });
    expect(of.design.connections).toEqual([]);
  });

  test('a long tip may meet wires, or come out of the stud', () => {
    const long = held({ furring: { fastener: 'structural-250', length: 6 * INCH } });
    expect(finding(long, 'tip-furring')).toMatchObject({ status: 'caution' });
    expect(messageText(finding(long, 'tip-furring')!.changes[0]!.label, 'imperial')).toBe(
      'Take 5 in.',
    );
    const out = held({ furring: { fastener: 'structural-250', length: 10 * INCH } });
    expect(finding(out, 'tip-furring')!.title).toMatch(/out of the stud/);
  });
});

describe('what a wall asks of its fasteners', () => {
  test('what nobody chose is proposed, and holds', () => {
    const of = held({});
    expect(of.design.connections.map(({ place, into }) => [place, into])).toEqual([
      ['cladding', 'strip'],
      ['furring', 'stud'],
    ]);
    for (const { use } of of.design.connections) expect(use).toBeLessThan(1);
    expect(of.findings.filter(({ status }) => status === 'fail' || status === 'caution')).toEqual(
      [],
    );
    expect(verdictsOf(assess(coldWall())).map(({ id }) => id)).not.toContain('attachment');
  });

  test('boards and strips hang on the furring’s screws, the cladding alone on its own', () => {
    const { loads } = held({}).design;
    expect(loads.cladding).toBe(12.5);
    // 38.1 mm of 130 kg/m³ and strips of 89 × 19 mm at 406 mm.
    expect(loads.hung).toBeCloseTo(12.5 + 0.0381 * 130 + (0.089 / 0.4064) * 0.019 * 450, 6);
    expect(held({ weight: 60 }).design.loads.cladding).toBe(60);
  });

  test('thicker board: the next screw, wider use, and the furring fails while the cladding holds', () => {
    const attachment = { furring: { fastener: 'structural-250' }, weight: 54 };
    const thin = held(attachment);
    expect(at(thin, 'furring').length / INCH).toBeCloseTo(5, 6);
    expect(at(thin, 'furring').use).toBeLessThan(1);
    const thick = held(attachment, withLayer(coldWall(), 'board', { thickness: 4 * INCH }));
    expect(at(thick, 'furring').length / INCH).toBeCloseTo(7, 6);
    expect(at(thick, 'cladding').use).toBeLessThan(1);
    expect(at(thick, 'furring').use).toBeGreaterThan(1);
    const fail = finding(thick, 'strength-furring')!;
    expect(fail.status).toBe('fail');
    expect(messageText(fail.reason, 'imperial')).toMatch(/mode (IIIs|IV)/);
    expect(messageText(fail.changes[0]!.label, 'imperial')).toBe('Every 12 in.');
    expect(at(thick, 'furring').widest! / INCH).toBeCloseTo(12, 6);
  });

  test('the verdict on the wall and its fixes: each does away with what was found', () => {
    const wall = {
      ...withLayer(coldWall(), 'board', { thickness: 4 * INCH }),
      attachment: { furring: { fastener: 'structural-250' }, weight: 54 },
    };
    const verdict = verdictsOf(assess(wall)).find(({ id }) => id === 'attachment')!;
    expect(verdict.status).toBe('fail');
    expect(verdict.fixes.length).toBeGreaterThan(0);
    for (const { commands } of verdict.fixes) {
      const after = verdictsOf(assess(applyCommands(wall, commands)));
      expect(after.find(({ id }) => id === 'attachment')!.status).not.toBe('fail');
    }
  });

  test('light cladding far out is a caution: the equations say too little there', () => {
    const wall = withLayer(coldWall(), 'board', { thickness: 8 * INCH });
    const of = held({ furring: { fastener: 'structural-250', spacing: 24 * INCH } }, wall);
    expect(at(of, 'furring').use).toBeGreaterThan(1);
    expect(finding(of, 'strength-furring')).toMatchObject({ status: 'caution' });
    expect(messageText(finding(of, 'strength-furring')!.reason, 'imperial')).toMatch(/friction/);
  });

  test('an engineer for heavy cladding over thick insulation, and in seismic areas always', () => {
    const thick = withLayer(coldWall(), 'board', { thickness: 3 * INCH });
    expect(finding(held({ weight: 60 }, thick), 'engineer')!.status).toBe('caution');
    const seismic = held({}, coldWall({ loads: { seismic: 'D1' } }));
    expect(messageText(engineerReasons(seismic.design)[0]!, 'imperial')).toMatch(/category D1/);
    expect(engineerReasons(held({}, coldWall({ loads: { seismic: 'B' } })).design)).toEqual([]);
    const sized = held({ weight: 60, engineer: { name: 'Engineer', on: '2026-05-04' } }, thick);
    expect(finding(sized, 'engineer')).toMatchObject({
      status: 'info',
      title: 'Sized by Engineer, 2026-05-04',
    });
  });

  test('steel studs hold by the thickness of their sheet', () => {
    const steel = (web: number) =>
      at(
        held(
          {},
          withLayer(coldWall(), 'studs', {
            member: {
              section: 'c',
              material: 'steel',
              web,
              flange: 0.0413,
              lip: 0.0127,
              spacing: 0.4064,
            },
          }),
        ),
        'furring',
      );
    expect(steel(0.00109).fastener.id).toBe('steel-screw');
    // 54 mil is thicker and of stronger steel.
    expect(steel(0.00137).result!.withdrawal / steel(0.00109).result!.withdrawal).toBeCloseTo(
      (0.00137 * 65) / (0.00109 * 45),
      6,
    );
  });

  test('a fastener that is not made for what it ends in is said, with one that is', () => {
    const steel = withLayer(coldWall(), 'studs', {
      member: {
        section: 'c',
        material: 'steel',
        web: 0.00109,
        flange: 0.0413,
        lip: 0.0127,
        spacing: 0.4064,
      },
    });
    const nailed = finding(held({ furring: { fastener: 'nail-162' } }, steel), 'unfit-furring')!;
    expect(nailed).toMatchObject({
      status: 'fail',
      title: expect.stringMatching(/not made for steel/),
    });
    expect(messageText(nailed.changes[0]!.label, 'imperial')).toMatch(/for steel/);
    const siding = finding(held({ furring: { fastener: 'nail-ring-113' } }), 'unfit-furring')!;
    expect(siding.title).toMatch(/not made for furring/);
    const drilled = finding(held({ furring: { fastener: 'steel-screw' } }), 'unfit-furring')!;
    expect(drilled.title).toMatch(/not made for wood/);
    const choice = fastenersFor(at(held({}, steel), 'furring'));
    expect(choice.map(({ id }) => id)).toEqual(['steel-screw']);
  });

  test('a thin strip over a thick one is a spacer: the thick one holds the nail', () => {
    const layers = coldWall().layers.toSpliced(
      6,
      0,
      framed(
        'thin',
        0.0095,
        { air: { ventilation: 'open' } },
        { width: 0.038, spacing: 0.4064 },
        'thin',
      ),
    );
    const nail = at(held({}, coldWall({ layers })), 'cladding');
    expect(nail.into).toBe('strip');
    expect(nail.stack).toBeCloseTo(0.0079 + 0.0095, 9);
  });

  test('strips across the studs are held where they cross them', () => {
    const wall = withLayer(coldWall(), 'gap', {
      member: {
        section: 'solid',
        material: 'softwood',
        width: 0.089,
        spacing: 0.6096,
        direction: 'horizontal',
      },
    });
    const screw = at(
      held({ furring: { fastener: 'structural-250', spacing: 0.2 } }, wall),
      'furring',
    );
    expect(screw).toMatchObject({ free: false, spacing: { along: 0.4064, across: 0.6096 } });
    expect(screw.input!.angle).toBe(90);
  });

  test('brick stands on its own; an insulated finish is glued; brackets are their maker’s', () => {
    const clad = (material: string, more: Partial<WallFile> = {}) =>
      held({}, { ...withLayer(without(coldWall(), 'gap'), 'lap', { material }), ...more });
    expect(clad('brick-veneer').design).toMatchObject({
      hung: { heldBy: 'ties' },
      connections: [],
    });
    expect(clad('eifs-lamina').design.hung.heldBy).toBe('adhesive');
    const bracketed = clad('fiber-cement-panel', { pointBridges: [{ chi: 0.04, perArea: 2 }] });
    expect(bracketed.findings[0]).toMatchObject({ id: 'other-way', status: 'info' });
  });

  test('the screws that hold it are counted in the heat with one step', () => {
    const wall = coldWall();
    const found = finding(held({}, wall), 'heat-counts')!;
    expect(found.title).toBe('The wall’s R does not count these screws');
    const after = applyCommands(wall, found.changes[0]!.commands);
    expect(after.fasteners).toHaveLength(1);
    expect(after.fasteners![0]).toMatchObject({ from: 'board', to: 'board' });
    expect(finding(held({}, after), 'heat-counts')).toBeUndefined();
  });

  test('two rows of strips say that there is a third connection', () => {
    const layers = coldWall().layers.toSpliced(
      6,
      0,
      framed(
        'second',
        0.019,
        { air: { ventilation: 'open' } },
        { width: 0.038, spacing: 0.6096 },
        'cross',
      ),
    );
    expect(finding(held({}, coldWall({ layers })), 'double-strips')!.status).toBe('caution');
  });

  test('the order of work names what this wall has', () => {
    const steps = attachmentSteps(held({}).design).map((one) => messageText(one, 'imperial'));
    expect(steps.some((step) => step.startsWith('Pre-fix: drill the strips'))).toBe(true);
    expect(steps.some((step) => /Corner blocks: 2 screws/.test(step))).toBe(true);
  });
});

test('the order takes the screws that were chosen, by their length and spacing', () => {
  const screws = (attachment?: Attachment) =>
    layoutElevation(
      { id: 'e', assembly: 'A', length: 4.8768, height: 2.467 },
      laidParts(resolveWall({ ...coldWall(), ...(attachment ? { attachment } : {}) })),
    ).fasteners.find(({ what }) => what.startsWith('furring'))!;
  const usual = screws();
  expect(usual.goods).toBe('furring-screw');
  const chosen = screws({
    furring: { fastener: 'structural-250', length: 5 * INCH, spacing: 8 * INCH },
  });
  expect(chosen).toMatchObject({ goods: 'structural-250-127', what: 'furring: screws, 127 mm' });
  expect(chosen.count / usual.count).toBeCloseTo(13.3 / 7.2, 0);
  const price = (goods: string): number => GOODS[goods]!.usd / GOODS[goods]!.holds;
  expect(price('structural-250-127')).toBeCloseTo(0.7, 6);
  expect(price('structural-250-203')).toBeGreaterThan(price('structural-250-127'));
});

describe('tables', () => {
  test('spacing: wider never with more insulation or more weight; the cell of this wall is its own answer', () => {
    const of = held({ weight: (11 * POUND) / SQUARE_FOOT });
    const screw = at(of, 'furring');
    const rows = spacingTable(of.design, screw);
    const spacing = (row: number, column: number): number => rows[row]!.cells[column]!.spacing ?? 0;
    rows.forEach((row, r) =>
      row.cells.forEach((_, c) => {
        if (r > 0) expect(spacing(r, c)).toBeLessThanOrEqual(spacing(r - 1, c));
        if (c > 0) expect(spacing(r, c)).toBeLessThanOrEqual(spacing(r, c - 1));
      }),
    );
    // By another way: the wall built with that board and that bite, its weight as the column's.
    const four = withLayer(coldWall(), 'board', { thickness: 4 * INCH });
    const built = at(
      held(
        {
          furring: { fastener: screw.fastener.id, length: screw.stack + 2.5 * INCH + 1.25 * INCH },
          weight: (11 * POUND) / SQUARE_FOOT,
        },
        four,
      ),
      'furring',
    );
    expect(built.bite / INCH).toBeCloseTo(1.25, 9);
    expect(rows[4]!.cells[2]!.spacing).toBe(built.widest);
    const here = rows.find(({ thickness }) => Math.abs(thickness - 0.0381) < 1e-6)!;
    expect(here.length).toBe(screw.length);
    expect(here.cells[2]!.spacing).toBeLessThanOrEqual(screw.widest!);
  });

  test('published rows: no larger fastener, no closer spacing, no lighter cladding than the row’s', () => {
    const rows = (fastener: string, spacing: number, psf: number) => {
      const weight = (psf * POUND) / SQUARE_FOOT;
      const of = held({ furring: { fastener, spacing: spacing * INCH }, weight });
      return publishedRows(at(of, 'furring'), weight).map(({ edition, most }) => [
        edition,
        most && Number((most / INCH).toFixed(2)),
      ]);
    };
    expect(rows('screw-10', 16, 11)).toEqual([
      ['2015', 1.5],
      ['2018', 1.65],
      ['2021', 1.65],
    ]);
    expect(rows('screw-10', 16, 26)).toEqual([
      ['2015', null],
      ['2018', null],
      ['2021', null],
    ]);
    // A larger screw has at least the row of the smaller; a closer spacing that of the next wider.
    expect(rows('structural-250', 14, 11)[1]![1]).toBe(1.65);
  });

  test('every fastener and figure of the trade is whole', () => {
    for (const { lengths, diameter, nominal, head, holds } of FASTENERS) {
      expect(diameter).toBeLessThanOrEqual(nominal);
      expect(head).toBeGreaterThan(nominal);
      expect(lengths).toEqual(lengths.toSorted((a, b) => a - b));
      expect(holds.length).toBeGreaterThan(0);
    }
    for (const { value, range } of TRADE.filter(({ group }) => group === 'attachment')) {
      expect(value).toBeGreaterThanOrEqual(range[0]);
      expect(value).toBeLessThanOrEqual(range[1]);
    }
  });
});

describe('point bridges', () => {
  const brackets = (chi: number, perArea = 2): WallFile =>
    coldWall({ pointBridges: [{ name: 'Aluminum bracket', chi, perArea }] });

  test('enter U as Σ χ·n, beside fasteners and voids', () => {
    const { thermal } = assess(brackets(0.04));
    const without = assess(coldWall()).thermal;
    expect(thermal.corrections.pointBridges).toBeCloseTo(0.08, 12);
    expect(thermal.effective.u).toBeCloseTo(without.effective.u + 0.08, 9);
  });

  test('brackets that halve the R are found, and better ones offered', () => {
    const u = assess(coldWall()).thermal.effective.u;
    const wall = brackets(u / 2);
    const verdict = verdictsOf(assess(wall)).find(({ id }) => id === 'point-bridges')!;
    expect(verdict.status).toBe('fail');
    expect(messageText(verdict.title, 'imperial')).toMatch(/take 50 % of the R-value/);
    const [fix] = verdict.fixes;
    const after = applyCommands(wall, fix!.commands);
    expect(assess(after).thermal.effective.r).toBeCloseTo(fix!.effect.effectiveR, 6);
    expect(verdictsOf(assess(after)).find(({ id }) => id === 'point-bridges')!.status).toBe('pass');
  });

  test('a few that carry little are no matter', () => {
    const verdicts = verdictsOf(assess(brackets(0.008, 1)));
    expect(verdicts.find(({ id }) => id === 'point-bridges')!.status).toBe('pass');
  });
});

test.each<[object, RegExp]>([
  [{ pointBridges: [{ chi: -1, perArea: 2 }] }, /pointBridges\[0\]\.chi/],
  [{ pointBridges: [{ chi: 0.1 }] }, /pointBridges\[0\]\.perArea/],
  [{ attachment: { furring: { fastener: 'glue' } } }, /attachment\.furring\.fastener/],
  [
    { attachment: { furring: { fastener: 'screw-10', spacing: 0 } } },
    /attachment\.furring\.spacing/,
  ],
  [{ attachment: { gravity: { stud: 2 } } }, /attachment\.gravity\.stud/],
  [{ attachment: { engineer: { name: 'E', on: '2026-13-40' } } }, /attachment\.engineer\.on/],
  [{ loads: { wind: { suction: -5 } } }, /loads\.wind\.suction/],
  [{ loads: { wind: { speed: 50, exposure: 'B', height: 40, zone: 5 } } }, /loads\.wind\.height/],
  [{ loads: { wind: { speed: 50, exposure: 'A', height: 9, zone: 5 } } }, /loads\.wind\.exposure/],
  [{ loads: { seismic: 'F' } }, /loads\.seismic/],
  [{ joints: { tape: 'duct' } }, /joints\.tape/],
  [
    { proof: [{ of: 'xps', kind: 'evaluation', name: 'R', expires: 'soon' }] },
    /proof\[0\]\.expires/,
  ],
  [{ mixedParts: { by: '', on: '2026-05-04' } }, /mixedParts\.by/],
])('a wall file with %j is refused by its field', (change, path) => {
  expect(() => validateWall({ ...coldWall(), ...change })).toThrow(path);
});

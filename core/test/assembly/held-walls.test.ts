import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import {
  attachmentOf,
  attachmentSteps,
  engineerReasons,
  FASTENERS,
  fastenersFor,
  publishedRows,
  spacingTable,
  type AttachmentOf,
} from '@eldrun/core/attachment';
import { claddingSystem, joiningPairs, proofRegister } from '@eldrun/core/cladding-systems';
import { clearFieldU } from '@eldrun/core/edges';
import { applyCommands } from '@eldrun/core/wall';
import { assess } from '@eldrun/core/assessment';
import { explainEffectiveR } from '@eldrun/core/explain';
import { LIBRARY, rolesOf } from '@eldrun/core/materials';
import { messageText, type Message } from '@eldrun/core/units';
import { resolveWall, type WallFile } from '@eldrun/core/build-up';
import { INCH } from '@eldrun/core/units';
import { validateWall } from '@eldrun/core/wall/schema';
import { coldWall, sheet, withLayer, without } from '../walls.ts';

const CLADDINGS = Object.keys(LIBRARY).filter(
  (id) => rolesOf(id, LIBRARY[id]!)[0] === 'cladding' && LIBRARY[id]!.category !== 'coating',
);

const STEEL = {
  member: {
    section: 'c',
    material: 'steel',
    web: 0.00109,
    flange: 0.0413,
    lip: 0.0127,
    spacing: 0.4064,
  },
};

/** Sentences hold words and numbers, whatever the units. */
function expectSaid(message: Message): void {
  for (const units of ['imperial', 'metric'] as const) {
    const text = messageText(message, units);
    expect(text).not.toMatch(/NaN|undefined|null|Infinity|–/);
    expect(text.trim()).not.toBe('');
  }
}

/** All that is computed of how a wall is held is a number, and all that is said of it is a sentence. */
function expectWhole({ design, findings }: AttachmentOf): void {
  const { loads, connections } = design;
  for (const load of [loads.cladding, loads.hung, loads.suction])
    expect(Number.isFinite(load) && load >= 0).toBe(true);
  expect(loads.hung).toBeGreaterThanOrEqual(loads.cladding);
  expectSaid(loads.basis);
  for (const connection of connections) {
    const { stack, bite, length, perArea, cost, result, spacing, input, use } = connection;
    for (const figure of [stack, length, perArea, cost, spacing.along, spacing.across])
      expect(Number.isFinite(figure) && figure > 0).toBe(true);
    expect(bite).toBeCloseTo(length - stack, 9);
    expect(result === null).toBe(input === null);
    if (result)
      for (const figure of [result.lateral, result.withdrawal, result.pullThrough, use])
        expect(Number.isFinite(figure) && figure >= 0).toBe(true);
    for (const row of spacingTable(design, connection))
      for (const { spacing: apart } of row.cells)
        expect(apart === null || Number.isFinite(apart)).toBe(true);
    publishedRows(connection, loads.cladding);
  }
  for (const { title, reason, changes } of findings) {
    expectSaid(title);
    expectSaid(reason);
    for (const { label, commands } of changes) {
      expectSaid(label);
      validateWall(applyCommands(design.hung.wall.file, commands));
    }
  }
  for (const message of [...attachmentSteps(design), ...engineerReasons(design)])
    expectSaid(message);
}

describe('every cladding of the library', () => {
  const furred = (material: string): WallFile => {
    const { thicknesses } = LIBRARY[material]!;
    return withLayer(coldWall(), 'lap', { material, thickness: thicknesses?.[0] ?? 0.0127 });
  };

  test.each(CLADDINGS)('%s: on strips, on boards, on the sheathing, on steel', (material) => {
    const onStrips = furred(material);
    const onBoards = without(onStrips, 'gap');
    for (const wall of [
      onStrips,
      onBoards,
      without(onBoards, 'board'),
      withLayer(onStrips, 'studs', STEEL),
      withLayer(onBoards, 'studs', STEEL),
    ]) {
      expectWhole(attachmentOf(resolveWall(wall))!);
      const resolved = resolveWall(wall);
      const system = claddingSystem(resolved);
      for (const message of [
        ...(system?.risks ?? []),
        ...(system?.places ?? []),
        ...(system?.needs ?? []).flatMap(({ text, why }) => [text, why]),
        ...(system ? [system.signs] : []),
      ])
        expectSaid(message);
      expect(proofRegister(resolved, '2026-05-04').length).toBeGreaterThan(0);
      joiningPairs(resolved);
    }
  });

  test('plasters alone are systems of plaster', () => {
    const systems = CLADDINGS.filter((id) => claddingSystem(resolveWall(furred(id))));
    expect(systems.sort()).toEqual(
      [
        'acrylic-finish-stucco',
        'cement-lime-stucco',
        'eifs-lamina',
        'mineral-render',
        'one-coat-stucco',
      ].sort(),
    );
  });
});

test('any choice of fastener, length and spacing is answered in numbers and sentences', () => {
  fc.assert(
    fc.property(
      fc.record({
        furring: fc.constantFrom(...FASTENERS),
        cladding: fc.constantFrom(...FASTENERS),
        length: fc.double({ min: 0.005, max: 0.5, noNaN: true }),
        spacing: fc.double({ min: 0.03, max: 2, noNaN: true }),
        board: fc.double({ min: 0.01, max: 0.4, noNaN: true }),
        strip: fc.double({ min: 0.002, max: 0.08, noNaN: true }),
        weight: fc.double({ min: 0.5, max: 300, noNaN: true }),
        suction: fc.double({ min: 0, max: 8000, noNaN: true }),
        steel: fc.boolean(),
      }),
      ({ furring, cladding, length, spacing, board, strip, weight, suction, steel }) => {
        const thick = withLayer(coldWall(), 'board', { thickness: board });
        const wall = withLayer(
          withLayer(thick, 'gap', { thickness: strip }),
          'studs',
          steel ? STEEL : {},
        );
        const file = validateWall({
          ...wall,
          loads: { wind: { suction } },
          attachment: {
            furring: { fastener: furring.id, length, spacing },
            cladding: { fastener: cladding.id },
            weight,
          },
        });
        expectWhole(attachmentOf(resolveWall(file))!);
      },
    ),
    { numRuns: 150 },
  );
});

test('a change that is offered mends what it is offered for, or goes on mending it', () => {
  const rank = ['fail', 'caution', 'info', 'pass'];
  const walls: WallFile[] = [
    coldWall({ attachment: { furring: { fastener: 'structural-250', length: 3 * INCH } } }),
    coldWall({ attachment: { furring: { fastener: 'deck-screw' } } }),
    coldWall({ attachment: { furring: { fastener: 'steel-screw' } } }),
    coldWall({ attachment: { furring: { fastener: 'screw-10', spacing: 24 * INCH }, weight: 40 } }),
    coldWall({ attachment: { cladding: { fastener: 'nail-ring-113', spacing: 24 * INCH } } }),
  ];
  for (const wall of walls) {
    const { findings } = attachmentOf(resolveWall(wall))!;
    const wrong = findings.filter(({ status }) => status === 'fail');
    expect(wrong.length).toBeGreaterThan(0);
    for (const { id, changes } of wrong) {
      expect([id, changes.length > 0]).toEqual([id, true]);
      const after = applyCommands(wall, changes[0]!.commands);
      const again = attachmentOf(resolveWall(after))!.findings.find((one) => one.id === id);
      expect([id, rank.indexOf(again?.status ?? 'pass')]).not.toEqual([id, 0]);
    }
  }
});

test('what can be chosen is what fits: by place and by what it ends in', () => {
  const of = attachmentOf(resolveWall(coldWall()))!;
  for (const connection of of.design.connections) {
    const fits = fastenersFor(connection);
    expect(fits).toContain(connection.fastener);
    expect(fits.map(({ id }) => id)).not.toContain('steel-screw');
    for (const { holds } of fits) expect(holds).toContain(connection.place);
  }
});

describe('point bridges go wherever the wall’s U goes', () => {
  const bridged = coldWall({ pointBridges: [{ chi: 0.03, perArea: 2 }] });

  test('into the clear field of the house’s balance', () => {
    const added = clearFieldU(resolveWall(bridged)) - clearFieldU(resolveWall(coldWall()));
    expect(added).toBeCloseTo(0.06, 9);
  });

  test('into what is opened behind the effective R', () => {
    const opened = explainEffectiveR(assess(bridged));
    expect(opened.inputs).toContainEqual({
      label: 'ΔU of point bridges, Σ χ·n',
      value: { quantity: 'transmittance', value: 0.06 },
    });
  });

  test('and nowhere else: the section and the paths stay as they are', () => {
    const [one, other] = [assess(bridged).thermal, assess(coldWall()).thermal];
    expect(one.section.u).toBe(other.section.u);
    expect(one.cavityPath).toEqual(other.cavityPath);
    expect(one.corrections.fasteners).toBe(other.corrections.fasteners);
  });
});

test('a coat of paint outside the siding is no cladding', () => {
  const layers = [...coldWall().layers, sheet('coat', 'exterior-acrylic-paint', 0.0002)];
  const { design } = attachmentOf(resolveWall(coldWall({ layers })))!;
  expect(design.hung.cladding.fillId).toBe('fiber-cement-lap');
  const usual = attachmentOf(resolveWall(coldWall()))!.design;
  expect(design.connections.map(({ stack }) => stack)).toEqual(
    usual.connections.map(({ stack }) => stack),
  );
});

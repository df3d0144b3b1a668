import { createRequire } from 'node:module';
import { describe, expect, test } from '@jest/globals';
import { formatText, type UnitSystem } from '@eldrun/core/units';
import { InputError } from '@eldrun/core/errors';
import type { Decision } from '@eldrun/core/decision';
import { fontFiles } from '../src/fonts.ts';
import { drawingsOf, sheetOf, type PaperOf, type PaperSetting, type Sheet } from '../src/index.ts';
import { lookAt } from '../src/looked-at.ts';
import { plain } from '../src/pdf.ts';
import { Derived, type Look, type Project } from '@eldrun/project';
import { ALL_WALLS, HOUSE, projectOfWalls, wallNamed, WALLS } from './demo.ts';

const setting = (units: UnitSystem = 'imperial'): PaperSetting => ({
  project: 'Mill Race house',
  revision: '7',
  date: '2026-03-12',
  size: 'letter',
  units,
});

const look = new Map<Project, Look>();

/** What follows from a project, derived once for all tests. */
function lookOf(project: Project): Look {
  const known = look.get(project) ?? new Derived(project).look;
  look.set(project, known);
  return known;
}

const of = (paper: PaperOf, units?: UnitSystem, project = projectOf(paper)): Sheet =>
  sheetOf(lookOf(project), paper, setting(units));

/** Walls are asked for alone, the rest of the house. */
const projectOf = ({ sheet }: PaperOf): Project =>
  ['wall', 'submittal', 'crew', 'comparison'].includes(sheet) ? ALL_WALLS : HOUSE;

/** Every text on a sheet, those of its drawings too. */
function textsOf({ title, subject, blocks }: Sheet): string[] {
  return [
    title,
    subject,
    ...blocks.flatMap((block): string[] => {
      switch (block.kind) {
        case 'heading':
        case 'text':
          return [block.text];
        case 'list':
          return [...block.items];
        case 'findings':
          return block.items.flatMap(({ title: of, reason, fix }) => [of, reason, fix ?? '']);
        case 'facts':
          return block.items.flatMap(({ label, value, about }) => [label, value, about ?? '']);
        case 'table':
          return [
            ...block.columns.map(({ label }) => label),
            ...block.rows.flat().map((cell) => (typeof cell === 'string' ? cell : cell.text)),
          ];
        case 'drawing':
          return [
            block.caption,
            ...block.drawn.scene.parts.flatMap(({ marks }) =>
              marks.flatMap((mark) => (mark.shape === 'text' ? [mark.text] : [])),
            ),
          ];
        case 'pictures':
          return block.items.map(({ caption }) => caption);
        case 'blanks':
          return [...block.labels];
        case 'page':
          return [];
      }
    }),
  ];
}

const textOf = (sheet: Sheet): string => textsOf(sheet).join('\n');

const OPTION_B = wallNamed('North gable, option B');
const B = OPTION_B.name;
const OPTIONS = ['North gable, option A', B];

const ALL: [string, PaperOf][] = [
  ...WALLS.flatMap(([name]): [string, PaperOf][] =>
    (['wall', 'submittal', 'crew'] as const).map((sheet) => [
      `${sheet}, ${name}`,
      { sheet, wall: name, hourly: false },
    ]),
  ),
  ['comparison', { sheet: 'comparison', name: 'North gable', walls: OPTIONS, decided: null }],
  ['elevation', { sheet: 'elevation', only: [] }],
  ['plates', { sheet: 'plates', only: [] }],
  ['edges', { sheet: 'edges', only: ['head', 'sill', 'base', 'corner'] }],
  ['order', { sheet: 'order' }],
  ['site', { sheet: 'site' }],
];

interface Font {
  hasGlyphForCodePoint(code: number): boolean;
}
const font = (
  createRequire(import.meta.url)('fontkit') as { openSync(path: string): Font }
).openSync(fontFiles().normal);

describe.each(['imperial', 'metric'] as const)('in %s units', (units) => {
  test.each(ALL)('every sign on it is in the font, and nothing is undefined: %s', (_, paper) => {
    const text = plain(textOf(of(paper, units)));
    const missing = [...new Set(text)].filter(
      (sign) => sign !== '\n' && !font.hasGlyphForCodePoint(sign.codePointAt(0)!),
    );
    expect(missing).toEqual([]);
    expect(text).not.toMatch(/undefined|NaN|\[object|in\.\./);
    // Units of the other system do not slip in, but where a standard is written in them.
    if (units === 'metric') expect(text).not.toMatch(/°F|h·ft²|\d perms/);
    else expect(text).not.toMatch(/ W\/\(m|°C(?! mean)(?!,)(?! )/);
  });
});

describe('the wall sheet', () => {
  test('has the figures of the assessment, and what is wrong with its smallest change', () => {
    const { assessment, findings } = lookAt(lookOf(ALL_WALLS), B, false, 'imperial');
    const text = textOf(of({ sheet: 'wall', wall: B, hourly: false }));
    expect(text).toContain(formatText('resistance', assessment.thermal.effective.r, 'imperial'));
    expect(text).toContain(formatText('length', assessment.quantities.thickness, 'imperial'));
    const fails = findings.find(({ status }) => status === 'fail')!;
    expect(text).toContain(fails.title);
    expect(fails.fix).toMatch(/board/i);
    expect(text).toContain(fails.fix);
    expect(text).toContain('An estimate by monthly means');
  });

  test('simulated where that is asked for', () => {
    const text = textOf(of({ sheet: 'wall', wall: B, hourly: true }));
    expect(text).toContain('Simulated hour by hour');
    expect(text).toContain('ASHRAE 160');
  });

  test('has a page for the attachment once the wall says one', () => {
    const held = 'North gable, all outside';
    expect(textOf(of({ sheet: 'wall', wall: held, hourly: false }))).toContain(
      'Preliminary sizing for a licensed engineer',
    );
    expect(textOf(of({ sheet: 'wall', wall: B, hourly: false }))).not.toContain(
      'How the cladding is held',
    );
  });
});

describe('the submittal', () => {
  const text = textOf(of({ sheet: 'submittal', wall: B, hourly: false }));

  test('every layer with its formula and source', () => {
    const { wall } = lookAt(lookOf(ALL_WALLS), B, false, 'imperial').assessment;
    expect(text).toContain('d/λ = R 23.3');
    for (const { fill } of wall.layers) if (fill?.source) expect(text).toContain(fill.source);
    expect(text).toContain('R_eff = 1/U_eff');
    expect(text).toContain('EN ISO 10211:2017');
  });

  test('says of the years only where they were simulated', () => {
    expect(text).not.toContain('EN 15026');
    expect(textOf(of({ sheet: 'submittal', wall: B, hourly: true }))).toContain('EN 15026');
  });

  test('the code rows, the rule that decides, twelve months, and what is left out', () => {
    expect(text).toContain('IECC 2018');
    expect(text).toMatch(/Rule “[a-z-]+” decides/);
    for (const month of ['January', 'July', 'December']) expect(text).toContain(month);
    expect(text).toContain('What this calculation leaves out');
    expect(text).toContain('Reviewed by');
  });
});

describe('the crew sheet', () => {
  const lists = of({ sheet: 'crew', wall: B, hourly: false }).blocks.filter(
    (block) => block.kind === 'list',
  );

  test('from the frame outward, then inside; laps, gaps and nailing in the crew’s units', () => {
    const [outside, inside] = lists.map(({ items }) => items);
    const at = (word: RegExp): number => outside!.findIndex((item) => word.test(item));
    expect(at(/^2×6/)).toBe(0);
    expect(at(/strand board/)).toBeLessThan(at(/monolithic membrane/));
    expect(at(/monolithic membrane/)).toBeLessThan(at(/Mineral wool board/));
    expect(at(/Mineral wool board/)).toBeLessThan(at(/^Fiber-cement/));
    expect(outside!.join(' ')).toMatch(/6 in\. at edges, 12 in\. in the field/);
    expect(outside!.join(' ')).toMatch(/Laps: 6 in\. both ways/);
    expect(inside![0]).toMatch(/Variable-permeance membrane/);
    expect(inside!.at(-1)).toMatch(/Gypsum/);
  });

  test('pictures of the wall as it grows: each has what the one before has, the last all of it', () => {
    const pictures = of({ sheet: 'crew', wall: B, hourly: false }).blocks.find(
      (block) => block.kind === 'pictures',
    )!;
    const parts = pictures.items.map(({ drawn }) => drawn.scene.parts.map(({ id }) => id));
    expect(parts[0]).toEqual(['L3']);
    parts.slice(1).forEach((ids, i) => expect(ids).toEqual(expect.arrayContaining(parts[i]!)));
    expect(parts.at(-1)).toHaveLength(OPTION_B.layers.length);
    // Cavities are filled from inside.
    const fills = pictures.items.map(({ drawn }) => {
      const mark = drawn.scene.parts.find(({ id }) => id === 'L3')!.marks[0]!;
      return mark.shape === 'rect' ? mark.hatch : '';
    });
    expect(new Set(fills.slice(0, -1))).toEqual(new Set(['air']));
    expect(fills.at(-1)).toBe('wool');
    // A membrane is up with the sheet that carries it.
    expect(pictures.items[1]!.caption).toMatch(/^2 {2}Oriented strand board, Vapor-open/);
  });

  test('paint is painted: no laps, no seams', () => {
    const items = of({ sheet: 'crew', wall: 'Garage link, paint only', hourly: false })
      .blocks.flatMap((block) => (block.kind === 'list' ? block.items : []))
      .filter((item) => /paint/i.test(item));
    expect(items.length).toBeGreaterThan(0);
    for (const item of items) expect(item).toMatch(/as many coats as its maker says/);
  });

  test('says what a wall without a frame or a membrane needs as well', () => {
    for (const [wall] of WALLS) {
      const text = textOf(of({ sheet: 'crew', wall, hourly: false }));
      expect(text).toContain('In this order, from the frame outward');
      expect(text).toContain('silica');
    }
  });
});

describe('the comparison', () => {
  const decision: Decision = {
    format: 'eldrun-decision',
    version: 1,
    name: 'North gable',
    chosen: OPTIONS[1]!,
    why: 'It keeps the sheathing warm',
    decidedBy: 'the builder',
    decidedOn: '2026-03-01',
    options: OPTIONS.map((id) => ({
      wall: id,
      revision: 1,
      name: id,
      measures: { r: 4, margin: 1, thickness: 0.2, cost: null, carbon: null } as never,
      judgment: { moisture: 'pass', basis: 'static' },
      rejected: 'colder',
    })),
    brief: OPTION_B,
  };

  test('has each wall drawn, the rows, and the record of the decision with what changed', () => {
    const sheet = of({
      sheet: 'comparison',
      name: 'North gable',
      walls: OPTIONS,
      decided: { decision, changes: [{ what: 'gone', wall: OPTIONS[0]! }] },
    });
    expect(sheet.blocks.filter(({ kind }) => kind === 'drawing')).toHaveLength(2);
    const text = textOf(sheet);
    expect(text).toContain('Effective R');
    expect(text).toContain('Decided: North gable, option B');
    expect(text).toContain('It keeps the sheathing warm. By the builder, March 1, 2026.');
    expect(text).toContain('Since then: “North gable, option A” is in the bin or deleted.');
    expect(text).toContain('not known');
  });

  test('one wall is none', () => {
    expect(() =>
      of({ sheet: 'comparison', name: '', walls: OPTIONS.slice(0, 1), decided: null }),
    ).toThrow(InputError);
  });
});

test('a wall without a layer is refused by its name', () => {
  const bare = projectOfWalls({ ...OPTION_B, layers: [] }, wallNamed(OPTIONS[0]!));
  for (const sheet of ['wall', 'submittal', 'crew'] as const)
    expect(() => of({ sheet, wall: B, hourly: true }, 'imperial', bare)).toThrow(
      /“North gable, option B”: has no layer/,
    );
  expect(() =>
    of({ sheet: 'comparison', name: '', walls: OPTIONS, decided: null }, 'imperial', bare),
  ).toThrow(/has no layer/);
  expect(() => drawingsOf(lookOf(bare), { what: 'section', wall: B }, 'metric')).toThrow(
    /has no layer/,
  );
});

describe('the sheets of a house', () => {
  test('elevations: each layer that there is, the openings in a table', () => {
    const sheet = of({ sheet: 'elevation', only: ['north'] });
    const captions = sheet.blocks.flatMap((block) =>
      block.kind === 'drawing' ? [block.caption] : [],
    );
    expect(captions[0]).toContain('framing');
    expect(captions.at(-1)).toMatch(/cladding|services/);
    expect(textOf(sheet)).toContain('W1, window');
    expect(sheet.landscape).toBe(true);
  });

  test('plates: every mark in reading order', () => {
    const sheet = of({ sheet: 'plates', only: ['north'] });
    const marks = sheet.blocks.find((block) => block.kind === 'table')!;
    expect(marks.rows.length).toBeGreaterThan(20);
    expect(marks.rows[0]![0]).toBe('0');
  });

  test('edges: ψ, the order of work, and the lines by name', () => {
    const text = textOf(of({ sheet: 'edges', only: ['sill'] }));
    expect(text).toContain('ψ');
    expect(text).toContain('Built in this order');
    expect(text).toContain('dotted: air line');
  });

  test('order: lines by role with their sum, cuts, and a request for quotation without prices', () => {
    const sheet = of({ sheet: 'order' });
    const text = textOf(sheet);
    expect(text).toContain('Together');
    expect(text).toContain('How the lengths are cut');
    const tables = sheet.blocks.filter((block) => block.kind === 'table');
    const asked = tables.at(-1)!;
    expect(asked.columns.map(({ label }) => label)).toContain('Each, USD');
    expect(JSON.stringify(asked.rows)).not.toContain('$');
  });

  test('site: the order of work, what is covered by when, checks with their limits, cautions', () => {
    const text = textOf(of({ sheet: 'site' }));
    expect(text).toContain('From Mon, Apr 20 to Fri, May 29');
    expect(text).toContain('sun on the membrane');
    expect(text).toContain('6 in. ± 1/4 in.');
    expect(text).toContain('passed on Wed, Apr 29, Lead');
    expect(text).toContain('Power off and locked');
    expect(text).toMatch(/flap over each head.*before windows/);
    expect(() => of({ sheet: 'site' }, 'imperial', ALL_WALLS)).toThrow(/nothing of it is entered/);
  });

  test('nothing of it: said, not an empty page', () => {
    for (const sheet of ['elevation', 'plates', 'edges'] as const)
      expect(() => of({ sheet, only: ['nowhere'] })).toThrow(/nothing of it to show/);
  });
});

import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import readXlsx from 'read-excel-file/node';
import { csvOf, type WrittenTable } from '@eldrun/core/csv';
import {
  drawingFile,
  drawingsOf,
  makePaper,
  projectTables,
  workbookOf,
  type PaperOf,
  type PaperSetting,
} from '../src/index.ts';
import { TABLE_NAMES } from '../src/types.ts';
import { Derived, type Project } from '@eldrun/project';
import { ALL_WALLS, HOUSE, projectOfWalls, wallNamed, WALLS } from './demo.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'eldrun-papers-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const SETTING: PaperSetting = {
  project: 'Mill Race house',
  revision: '7',
  date: '2026-03-12',
  size: 'letter',
  units: 'imperial',
};
const WALL = wallNamed('North gable, option B');

/** Walls are asked for alone, the rest of the house. */
const projectOf = ({ sheet }: PaperOf): Project =>
  ['wall', 'submittal', 'crew', 'comparison'].includes(sheet) ? ALL_WALLS : HOUSE;

/** What poppler's programs say of a PDF. */
async function looked(of: PaperOf, setting: Partial<PaperSetting> = {}, project = projectOf(of)) {
  const file = join(folder, 'paper.pdf');
  writeFileSync(file, await makePaper({ project, of, setting: { ...SETTING, ...setting } }));
  const run = (program: string, ...args: string[]): string =>
    execFileSync(program, args, { encoding: 'utf8', maxBuffer: 64 * 1024 * 1024 });
  const pages = run('pdftotext', '-layout', file, '-').split('\f').slice(0, -1);
  return {
    info: run('pdfinfo', file),
    fonts: run('pdffonts', file)
      .trimEnd()
      .split('\n')
      .slice(2)
      .map((line) => ({
        name: line.split(/\s+/)[0]!,
        embedded: / yes yes yes /.test(line),
      })),
    images: run('pdfimages', '-list', file).trimEnd().split('\n').length - 2,
    /** Lines and areas of its first page. */
    paths: run('pdftocairo', '-svg', '-f', '1', '-l', '1', file, '-').match(/<path /g)!.length,
    pages,
  };
}

describe('a PDF, by an independent reader', () => {
  const PAPERS: [string, PaperOf][] = [
    ['wall', { sheet: 'wall', wall: WALL.name, hourly: false }],
    ['submittal', { sheet: 'submittal', wall: WALL.name, hourly: false }],
    ['crew', { sheet: 'crew', wall: WALL.name, hourly: false }],
    [
      'comparison',
      {
        sheet: 'comparison',
        name: 'Gables',
        walls: WALLS.slice(0, 3).map(([id]) => id),
        decided: null,
      },
    ],
    ['elevation', { sheet: 'elevation', only: ['north'] }],
    ['plates', { sheet: 'plates', only: ['north'] }],
    ['edges', { sheet: 'edges', only: ['head', 'corner'] }],
    ['order', { sheet: 'order' }],
    ['site', { sheet: 'site' }],
  ];

  test.each(PAPERS)('%s: fonts in it, no picture, and on every page what it is', async (_, of) => {
    const { info, fonts, images, paths, pages } = await looked(of);
    expect(fonts.length).toBeGreaterThan(0);
    for (const font of fonts) expect(font).toMatchObject({ embedded: true });
    expect(images).toBe(0);
    expect(paths).toBeGreaterThan(20);
    expect(info).toMatch(/Title: +\S/);
    const count = Number(/Pages: +(\d+)/.exec(info)![1]);
    expect(pages).toHaveLength(count);
    pages.forEach((page, i) => {
      const text = page.replace(/\s+/g, ' ');
      expect(text).toContain('Mill Race house');
      expect(text).toContain('revision 7');
      expect(text).toContain('2026-03-12');
      expect(text).toContain(`page ${i + 1} of ${count}`);
      expect(text).toContain('The adopted local code governs');
      expect(text).toContain('licensed professionals');
      // A page says more than what stands on every one.
      expect(text.length).toBeGreaterThan(500);
    });
  });

  test('A4 or letter, and lying where it is wide', async () => {
    const [, wall] = PAPERS[0]!;
    expect((await looked(wall)).info).toMatch(/612 x 792/);
    expect((await looked(wall, { size: 'a4' })).info).toMatch(/595\.28 x 841\.89/);
    expect((await looked(PAPERS[4]![1])).info).toMatch(/792 x 612/);
  });

  test('the signs of heat and moisture are read back as they are', async () => {
    const { pages } = await looked(PAPERS[1]![1], { units: 'metric' });
    const text = pages.join(' ');
    for (const sign of ['λ', 'θ', 'Δ', 'W/(m²K)', '°C', '²']) expect(text).toContain(sign);
  });

  test('the same paper of the same day is the same file', async () => {
    const make = () => makePaper({ project: ALL_WALLS, of: PAPERS[0]![1], setting: SETTING });
    expect(Buffer.from(await make()).equals(Buffer.from(await make()))).toBe(true);
  });

  test('words that look like something else stay words', async () => {
    const file = { ...WALL, name: '<svg/onload=1> & “{{x}}” ½ → °' };
    const { pages } = await looked(
      { sheet: 'wall', wall: file.name, hourly: false },
      {},
      projectOfWalls(file),
    );
    expect(pages[0]).toContain('<svg/onload=1> & “{{x}}” ½ – °');
  });
});

describe('drawings', () => {
  test('a PNG is as large as its paper at 200 dots an inch, and not blank', () => {
    const { drawn } = drawingsOf(
      new Derived(ALL_WALLS).look,
      { what: 'section', wall: WALL.name },
      'metric',
    )[0]!;
    const png = Buffer.from(drawingFile(drawn, 'png', 'metric', true));
    expect(png.subarray(1, 4).toString()).toBe('PNG');
    const wide = png.readUInt32BE(16);
    const mm = drawn.scene.width * drawn.scale.ratio * 1000 + 2;
    expect(wide).toBeCloseTo((mm / 25.4) * 200, -1);
    expect(png.length).toBeGreaterThan(20_000);
  });

  test.each(['elevation', 'plates', 'edges'] as const)('of a house: %s', (what) => {
    const { look } = new Derived(HOUSE);
    const all = drawingsOf(look, { what, only: [] }, 'imperial');
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
    expect(() => drawingsOf(look, { what, only: ['nowhere'] }, 'imperial')).toThrow(
      /nothing of it to draw/,
    );
  });
});

describe('tables', () => {
  const made = (units: 'imperial' | 'metric'): WrittenTable[] =>
    projectTables(new Derived(HOUSE).look, units);
  const imperial = made('imperial');
  const metric = made('metric');

  test('stand in the order of the list, each row as wide as its header', () => {
    const names = imperial.map(({ name }) => name);
    expect(TABLE_NAMES.filter((name) => names.includes(name))).toEqual(names);
    expect(names.length).toBeGreaterThanOrEqual(TABLE_NAMES.length - 1);
    for (const { header, rows } of imperial)
      for (const row of rows) expect(row).toHaveLength(header.length);
  });

  test('are the same in either system, converted and unrounded', () => {
    const column = (tables: WrittenTable[], name: string, label: string): number[] => {
      const { header, rows } = tables.find((one) => one.name === name)!;
      const at = header.findIndex((cell) => cell.startsWith(label));
      return rows.map((row) => row[at] as number).filter((value) => value !== null);
    };
    const inches = column(imperial, 'Layers', 'Thickness');
    column(metric, 'Layers', 'Thickness').forEach((mm, i) =>
      expect(mm / 25.4).toBeCloseTo(inches[i]!, 12),
    );
    const rImperial = column(imperial, 'Walls', 'Effective R');
    column(metric, 'Walls', 'Effective R').forEach((si, i) =>
      expect(si / 0.1761101838).toBeCloseTo(rImperial[i]!, 6),
    );
    expect(imperial[0]!.header).toContain('Effective R (h·ft²·°F/Btu)');
    expect(metric[0]!.header).toContain('Cost (USD per m²)');
  });

  test('a workbook read back: every cell as it was, numbers as numbers, the header frozen', async () => {
    const bytes = await workbookOf(imperial);
    const sheets = await readXlsx(Buffer.from(bytes));
    expect(sheets.map(({ sheet }) => sheet)).toEqual(imperial.map(({ name }) => name));
    sheets.forEach(({ data }, i) => {
      const { header, rows } = imperial[i]!;
      expect(data[0]).toEqual(header);
      rows.forEach((row, n) =>
        row.forEach((cell, c) => {
          const read = data[n + 1]?.[c] ?? null;
          if (typeof cell === 'number') expect(read as number).toBeCloseTo(cell, 9);
          else expect(String(read ?? '').trim()).toBe(String(cell ?? '').trim());
        }),
      );
    });
    const { unzipSync, strFromU8 } = await import('fflate');
    const sheet = strFromU8(unzipSync(bytes)['xl/worksheets/sheet1.xml']!);
    expect(sheet).toMatch(/<pane [^>]*ySplit="1"[^>]*state="frozen"/);
  });

  test('names of sheets are ones that a workbook takes', async () => {
    const table = (name: string): WrittenTable => ({ name, header: ['a'], rows: [[1]] });
    const bytes = await workbookOf([table('a/b:c [d]'), table('A B C  D '), table('x'.repeat(60))]);
    const names = (await readXlsx(Buffer.from(bytes))).map(({ sheet }) => sheet);
    expect(new Set(names.map((name) => name.toLowerCase())).size).toBe(3);
    for (const name of names) expect(name.length).toBeLessThanOrEqual(31);
  });

  test('as CSV a text that a spreadsheet would run is one that it shows', () => {
    expect(csvOf({ name: 'x', header: ['a', 'b'], rows: [['=1+1', null]] })).toBe("a,b\n'=1+1,\n");
  });
});

import { execFileSync } from 'node:child_process';
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import readXlsx from 'read-excel-file/node';
import { evaluate } from '@eldrun/core/evaluation';
import type { WallFile } from '@eldrun/core/build-up';
import { parseWallFile } from '@eldrun/core/wall/schema';
import { eldrun } from './eldrun.ts';

const EXAMPLES = join(import.meta.dirname, '../../examples');
const WALL = join(EXAMPLES, 'mill-race-house-north-gable-option-b.json');
const OTHER = join(EXAMPLES, 'mill-race-house-north-gable-option-a.json');
const HOUSE = join(EXAMPLES, 'houses/mill-race-house.json');

let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'eldrun-papers-'));
});
afterAll(() => rm(folder, { recursive: true }));

const out = (name: string): string => join(folder, name);
const begin = async (name: string): Promise<string> =>
  (await readFile(out(name))).subarray(0, 8).toString('latin1');

describe('print', () => {
  test.each([
    ['wall', [WALL]],
    ['submittal', [WALL]],
    ['crew', [WALL]],
    ['comparison', [WALL, OTHER]],
    ['elevation', [HOUSE]],
    ['plates', [HOUSE]],
    ['edges', [HOUSE]],
    ['order', [HOUSE]],
  ])('%s', async (sheet, files) => {
    const name = `${sheet}.pdf`;
    const only = sheet === 'edges' ? ['--only', 'head'] : [];
    const { code, stdout, stderr } = await eldrun(
      ...['print', ...files, '--sheet', sheet, '-o', out(name), ...only],
      ...['--project', 'Mill Race', '--date', '2026-03-12', '--paper', 'a4'],
    );
    expect([code, stderr]).toEqual([0, '']);
    expect(stdout).toBe(`${out(name)}\n`);
    expect(await begin(name)).toMatch(/^%PDF-/);
  });

  test('bad input is named, and nothing is written', async () => {
    const cases: [string[], RegExp][] = [
      [[WALL], /say --sheet\. Allowed: wall, submittal/],
      [[WALL, '--sheet', 'poem'], /--sheet poem is not known/],
      [[WALL, '--sheet', 'wall', '--paper', 'a3'], /--paper a3 is not known\. Allowed: letter, a4/],
      [[WALL, '--sheet', 'wall', '--date', '2026-02-30'], /2026-02-30 is no day/],
      [[WALL, OTHER, '--sheet', 'wall'], /say which wall: --only/],
      [[WALL, '--sheet', 'comparison'], /at least two walls/],
      [[WALL, '--sheet', 'plates'], /house: the project has no elevation yet/],
      [[HOUSE, '--sheet', 'crew', '--only', 'nothing'], /say which wall: --only, one of/],
      [[HOUSE, '--sheet', 'edges', '--only', 'nowhere'], /only: there is nothing of it to show/],
      [[out('none.json'), '--sheet', 'wall'], /none\.json: there is no such file/],
      [[WALL, '--sheet', 'wall', '--units', 'cubits'], /--units cubits is not known/],
    ];
    for (const [argv, message] of cases) {
      const { code, stderr } = await eldrun('print', ...argv, '-o', out('bad.pdf'));
      expect([argv, code]).toEqual([argv, 2]);
      expect(stderr).toMatch(message);
    }
    expect((await eldrun('print', WALL, '--sheet', 'wall')).stderr).toMatch(/say where to write/);
    expect(await readdir(folder)).not.toContain('bad.pdf');
    const nowhere = await eldrun('print', WALL, '--sheet', 'wall', '-o', out('no/such/x.pdf'));
    expect([nowhere.code, nowhere.stderr]).toEqual([2, 'eldrun: there is no such file\n']);
  });
});

test('a wall of a house file is printed with what its house chose, from a folder of files too', async () => {
  const house = JSON.parse(await readFile(HOUSE, 'utf8')) as Record<string, unknown> & {
    elevations: { assembly: string }[];
  };
  const chosen = {
    ...house,
    nailing: 'staple-16',
    rolls: { membrane: { width: 2.7432, horizontalLap: 0.3048, verticalLap: 0.3048 } },
  };
  const project = await mkdtemp(join(folder, 'project-'));
  await writeFile(join(project, 'house.json'), JSON.stringify(chosen));
  const { assembly } = house.elevations[0]!;
  for (const from of [join(project, 'house.json'), project]) {
    const { code, stderr } = await eldrun(
      ...['print', from, '--sheet', 'crew', '--only', assembly, '-o', out('crew-of-house.pdf')],
      ...['--units', 'imperial'],
    );
    expect([code, stderr]).toEqual([0, '']);
    const text = execFileSync('pdftotext', [out('crew-of-house.pdf'), '-'], {
      encoding: 'utf8',
    }).replace(/\s+/g, ' ');
    expect(text).toContain('16 ga staples: 3 in. at edges, 6 in. in the field');
    expect(text).toContain('Laps: 12 in. both ways');
    expect(text).not.toMatch(/8d common|Laps: 6 in\./);
    expect(text).not.toContain('No house is built with this wall yet');
  }
  await eldrun('print', WALL, '--sheet', 'crew', '-o', out('alone.pdf'));
  expect(execFileSync('pdftotext', [out('alone.pdf'), '-'], { encoding: 'utf8' })).toContain(
    'No house is built with this wall yet',
  );
});

describe('draw', () => {
  test('a wall in each format; a house as a file for each drawing', async () => {
    for (const [format, start] of [
      ['svg', '<svg xml'],
      ['dxf', '0\nSECTIO'],
      ['png', '\u0089PNG'],
    ] as const) {
      const { code } = await eldrun('draw', WALL, '--to', format, '-o', out(`wall.${format}`));
      expect(code).toBe(0);
      expect(await begin(`wall.${format}`)).toContain(start);
    }
    const { stdout } = await eldrun(
      ...['draw', HOUSE, '--to', 'svg', '--what', 'plates', '-o', out('p.svg')],
      ...['--units', 'imperial'],
    );
    expect(stdout.trim().split('\n').length).toBeGreaterThan(3);
    expect(stdout).toMatch(/p-north\.svg {2}\S.* = 1 ft/);
    expect(await readdir(folder)).toContain('p-north.svg');
  });

  test('a wall of 400 ft is drawn in its true size, and what is wrong with it is said', async () => {
    const house = JSON.parse(await readFile(HOUSE, 'utf8')) as {
      elevations: { id: string; length: number; openings?: unknown[] }[];
    };
    const far = { ...house.elevations[0]!, id: 'far', length: 121.92, openings: [] };
    await writeFile(out('far.json'), JSON.stringify({ ...house, elevations: [far] }));
    const { code, stderr } = await eldrun(
      ...['draw', out('far.json'), '--to', 'dxf', '--what', 'plates', '-o', out('far.dxf')],
    );
    expect(code).toBe(0);
    expect(stderr).toMatch(/far, .*is longer than any that is built in one/);
    expect(await readFile(out('far.dxf'), 'utf8')).toContain('121920');
  });

  test('bad input is named', async () => {
    expect((await eldrun('draw', WALL, '--to', 'poem', '-o', out('x'))).stderr).toMatch(
      /--to poem is not known\. Allowed: svg, dxf, png/,
    );
    expect(
      (await eldrun('draw', WALL, '--to', 'svg', '--what', 'poem', '-o', out('x'))).stderr,
    ).toMatch(/--what poem is not known/);
    expect((await eldrun('draw', WALL, OTHER, '--to', 'svg', '-o', out('x'))).stderr).toMatch(
      /say which wall: --only/,
    );
  });
});

describe('table', () => {
  test('a workbook of walls and a house, and one table as CSV', async () => {
    const { code } = await eldrun(
      ...['table', WALL, OTHER, HOUSE, '--to', 'xlsx', '-o', out('all.xlsx')],
    );
    expect(code).toBe(0);
    const sheets = await readXlsx(await readFile(out('all.xlsx')));
    expect(sheets.map(({ sheet }) => sheet)).toEqual(
      expect.arrayContaining(['Walls', 'Layers', 'Members', 'Order']),
    );
    expect(sheets.find(({ sheet }) => sheet === 'Walls')!.data).toHaveLength(3);
    await eldrun('table', WALL, '--to', 'csv', '--table', 'Layers', '-o', out('layers.csv'));
    expect(await readFile(out('layers.csv'), 'utf8')).toContain('Thickness (mm)');
  });

  test('bad input is named', async () => {
    expect((await eldrun('table', WALL, '--to', 'csv', '-o', out('x'))).stderr).toMatch(
      /say which: --table/,
    );
    expect(
      (await eldrun('table', WALL, '--to', 'csv', '--table', 'Order', '-o', out('x'))).stderr,
    ).toMatch(/no table “Order” of these files\. There are: Walls, Layers/);
    expect((await eldrun('table', HOUSE, HOUSE, '--to', 'xlsx', '-o', out('x'))).stderr).toMatch(
      /there is already a house/,
    );
  });
});

describe('model', () => {
  test('IFC out and in: the same effective U', async () => {
    await eldrun('model', WALL, OTHER, '--to', 'ifc', '-o', out('two.ifc'));
    const { code, stdout } = await eldrun(
      ...['model', out('two.ifc'), '--to', 'wall', '-o', out('back.json')],
    );
    expect(code).toBe(0);
    const paths = stdout.trim().split('\n');
    expect(paths).toHaveLength(2);
    const u = (file: WallFile): number => evaluate(file).thermal.effective.u;
    const read = async (path: string) => parseWallFile(await readFile(path, 'utf8'));
    expect(Math.abs(u(await read(paths[0]!)) - u(await read(WALL)))).toBeLessThan(1e-9);
  });

  test('gbXML needs a brief to come in, and says what is lost both ways', async () => {
    const written = await eldrun('model', WALL, '--to', 'gbxml', '-o', out('one.xml'));
    expect(written.stderr).toMatch(/not carried: .*gbXML has no frames/);
    const without = await eldrun('model', out('one.xml'), '--to', 'wall', '-o', out('x.json'));
    expect(without.code).toBe(2);
    expect(without.stderr).toMatch(/neither climate nor indoor air/);
    expect(await readdir(folder)).not.toContain('x.json');
    const taken = await eldrun(
      ...['model', out('one.xml'), '--to', 'wall', '-o', out('taken.json'), '--like', OTHER],
    );
    expect(taken.code).toBe(0);
    expect(taken.stderr).toMatch(/has no frame/);
    const { stderr } = await eldrun('model', WALL, '--to', 'wall', '-o', out('x.json'));
    expect(stderr).toMatch(/neither IFC nor gbXML/);
  });
});

describe('bundle and restore', () => {
  let server: Server;
  let asked: string[];
  let status = 200;
  const address = (): string => `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  beforeAll(async () => {
    server = createServer((request, response) => {
      asked.push(`${request.method} ${request.url} ${request.headers.cookie ?? ''}`.trim());
      request.resume();
      request.on('end', () => {
        if (request.url === '/enter') {
          response.writeHead(303, { 'set-cookie': 'eldrun-session=key; HttpOnly' }).end();
        } else if (request.url!.endsWith('/bundle'))
          response.end(
            [
              '{"step":"packing","share":0.5}',
              '{"file":"Mill.zip","size":7,"leftOut":[{"what":"wall “W”","why":"no layers"}]}',
              'the zip',
            ].join('\n'),
          );
        else if (request.url === '/api/bundles')
          response
            .writeHead(status)
            .end(
              JSON.stringify(
                status === 200
                  ? { project: { id: '7', name: 'Mill' } }
                  : { error: { message: 'project.json: its checksum differs' } },
              ) + '\n',
            );
        else
          response.end(
            JSON.stringify({
              projects: request.url!.includes('archived=true') ? [] : [{ id: '7', name: 'Mill' }],
            }),
          );
      });
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  });
  afterAll(() => new Promise((resolve) => server.close(resolve)));

  test('ask the running Eldrun, by name, with its password', async () => {
    asked = [];
    process.env['ELDRUN_PASSWORD'] = 'a long password';
    const { code, stderr } = await eldrun(
      ...['bundle', 'Mill', '-o', out('mill.zip'), '--server', address()],
    );
    delete process.env['ELDRUN_PASSWORD'];
    expect(code).toBe(0);
    expect(stderr).toBe('eldrun: wall “W” lies in left-out/ and is not restored: no layers\n');
    expect(await readFile(out('mill.zip'), 'utf8')).toBe('the zip');
    expect(asked).toContain('GET /api/projects/7/bundle eldrun-session=key');
    const back = await eldrun('restore', out('mill.zip'), '--server', `${address()}/`);
    expect(back.stdout).toBe(`Mill: ${address()}/projects/7\n`);
  });

  test('what goes wrong is said, and no half file is left', async () => {
    asked = [];
    const none = await eldrun('bundle', 'Dale', '-o', out('dale.zip'), '--server', address());
    expect([none.code, none.stderr]).toEqual([
      2,
      'eldrun: no project “Dale”. There are: Mill (7).\n',
    ]);
    status = 422;
    const refused = await eldrun('restore', out('mill.zip'), '--server', address());
    expect([refused.code, refused.stderr]).toEqual([
      2,
      'eldrun: project.json: its checksum differs\n',
    ]);
    const away = await eldrun('restore', out('mill.zip'), '--server', 'http://127.0.0.1:9');
    expect(away.stderr).toMatch(/no Eldrun answers at http:\/\/127\.0\.0\.1:9/);
    expect((await eldrun('bundle', 'Mill')).stderr).toMatch(/say where to write it/);
    await writeFile(out('taken'), '');
    const lost = await eldrun('bundle', 'Mill', '-o', out('taken/x.zip'), '--server', address());
    expect(lost.code).toBe(2);
    expect((await readdir(folder)).filter((name) => name.endsWith('.part'))).toEqual([]);
  });
});

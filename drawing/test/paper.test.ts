import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { assemblyParts, layoutHouse } from '@eldrun/core/layout';
import { houseEdges, sectionOf } from '@eldrun/core/edges';
import { layerTitle } from '@eldrun/core/explain';
import { LIBRARY } from '@eldrun/core/materials';
import { resolveWall, withBrief, type ResolvedLayer, type WallFile } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { dxfFile } from '../src/dxf.ts';
import {
  drawnEdge,
  drawnElevation,
  drawnPlate,
  drawnWall,
  fittingScale,
  paperSize,
  svgFile,
  type Drawn,
  type Scene,
  type TextMark,
} from '../src/index.ts';

const { brief, walls, house, details } = DEMO_PROJECTS[0]!;
const wall = resolveWall(withBrief(walls[1]!, brief));
const named = ({ source }: ResolvedLayer): string =>
  layerTitle(source, (id) => LIBRARY[id], 'imperial');
const assemblies = Object.fromEntries(
  Object.entries(house!.assemblies).map(([name, n]): [string, WallFile] => [
    name,
    withBrief(walls[n]!, brief),
  ]),
);
const { elevations } = layoutHouse(house!, assemblyParts(assemblies));
const north = elevations.find(({ elevation }) => elevation.id === 'north')!;
const edges = houseEdges(house!, elevations, details ?? {}).edges;

const textsOf = ({ parts }: Scene): TextMark[] =>
  parts.flatMap(({ marks }) => marks.filter((mark): mark is TextMark => mark.shape === 'text'));

describe('scales', () => {
  const room = { width: 0.16, height: 0.12 };

  test('the largest of the ruler at which it fits', () => {
    const of = (width: number, units: 'imperial' | 'metric') =>
      fittingScale({ width, height: 1 }, room, units).text;
    expect(of(0.9, 'metric')).toBe('1:10');
    expect(of(8, 'metric')).toBe('1:50');
    expect(of(8, 'imperial')).toBe('3/16 in. = 1 ft');
    expect(of(0.3, 'imperial')).toBe('1 in. = 1 ft');
  });

  test('no larger than asked, and a wall of 400 ft still has one', () => {
    expect(fittingScale({ width: 0.01, height: 0.01 }, room, 'metric', 1 / 2).text).toBe('1:2');
    const far = fittingScale({ width: 121.92, height: 3 }, room, 'imperial');
    expect(121.92 * far.ratio).toBeLessThanOrEqual(room.width);
    expect(fittingScale({ width: 1e6, height: 3 }, room, 'metric').text).toBe('1:5000');
  });
});

describe('notes', () => {
  test('every layer by number, name and thickness, which side is outdoors, and the whole thickness', () => {
    const texts = textsOf(drawnWall(wall, 'imperial', named).scene).map(({ text }) => text);
    wall.layers.forEach((layer, i) =>
      expect(texts.some((text) => text.startsWith(`${i + 1}  ${named(layer)}`))).toBe(true),
    );
    expect(texts).toContain('OUTDOORS');
    expect(texts).toContain('INDOORS');
    expect(texts).toContain('9.03 in.');
  });

  test('notes in a column do not lie on each other, however thin the layers are', () => {
    for (const one of walls) {
      const resolved = resolveWall(withBrief(one, brief));
      const { scene, scale } = drawnWall(resolved, 'metric', named);
      const ys = textsOf(scene)
        .filter(({ text }) => /^\d+ {2}/.test(text))
        .map(({ y }) => (y * scale.ratio * 72) / 0.0254)
        .sort((a, b) => a - b);
      ys.slice(1).forEach((y, i) => expect(y - ys[i]!).toBeGreaterThan(9));
    }
  });

  const all: [string, Drawn][] = [
    ['wall', drawnWall(wall, 'metric', named)],
    ['elevation', drawnElevation(north, 'imperial', new Set(['frame']))],
    ['plate', drawnPlate(north, 'imperial')],
    ...edges.map((edge): [string, Drawn] => [edge.id, drawnEdge(sectionOf(edge), 'metric')]),
  ];
  test.each(all)('everything of a drawing lies within it, and on a sheet: %s', (_, drawn) => {
    const { scene, scale } = drawn;
    const inside = ([x, y]: readonly [number, number]): boolean =>
      x >= scene.x - 1e-9 &&
      x <= scene.x + scene.width + 1e-9 &&
      y >= scene.y - 1e-9 &&
      y <= scene.y + scene.height + 1e-9;
    // A line that goes on through an edge may leave its frame.
    for (const { id, marks } of scene.parts)
      for (const mark of marks)
        if (mark.shape === 'path' && !id.startsWith('line-'))
          expect(mark.pieces.flat().every(inside)).toBe(true);
        else if (mark.shape === 'text') expect(inside([mark.x, mark.y])).toBe(true);
    const [width, height] = paperSize(scene, scale.ratio);
    // The shorter paper of the two, in mm, less its margins.
    expect(width).toBeLessThan(215.9 - 20);
    expect(height).toBeLessThan(279.4 - 42);
  });

  test('openings carry their name, and their size where there is room', () => {
    const texts = textsOf(drawnElevation(north, 'imperial', new Set(['frame'])).scene).map(
      ({ text }) => text,
    );
    expect(texts).toEqual(expect.arrayContaining(['W1', '3′ × 4′', '29′']));
  });
});

describe('SVG for paper', () => {
  const { scene, scale } = drawnWall(wall, 'metric', named);
  const svg = svgFile(scene, scale.ratio);

  test('in mm, without a transform or a stroke that programs would scale', () => {
    const [width, height] = paperSize(scene, scale.ratio);
    expect(svg).toContain(`viewBox="0 0 ${Math.round(width * 1e5) / 1e5} `);
    expect(height).toBeGreaterThan(10);
    expect(svg).not.toContain('vector-effect');
    expect(svg.replace(/<defs>.*<\/defs>/, '')).not.toContain('transform=');
  });

  test('a tint under the strokes of its hatch: none of a pattern that has no strokes', () => {
    expect(svg).toContain('fill="#fcf5e3"');
    expect(svg).toContain('url(#eldrun-wool)');
    expect(svg).not.toContain('url(#eldrun-air)');
  });
});

describe('DXF, by an independent reader', () => {
  interface Read {
    version: string;
    units: number;
    errors: string[];
    layers: string[];
    texts: [string, number][];
    kinds: Record<string, number>;
    box: [number, number, number, number];
    hatches: string[];
  }

  /** What ezdxf reads of a file. */
  function read(text: string): Read {
    const folder = mkdtempSync(join(tmpdir(), 'eldrun-dxf-'));
    try {
      writeFileSync(join(folder, 'a.dxf'), text);
      const script = `
import ezdxf, json, sys
from collections import Counter
doc = ezdxf.readfile(sys.argv[1]); audit = doc.audit(); space = doc.modelspace()
lines = [e for e in space if e.dxftype() == 'LWPOLYLINE' and e.dxf.layer == sys.argv[2]]
points = [p for e in lines for p in e.get_points('xy')]
print(json.dumps(dict(version=doc.dxfversion, units=doc.units, errors=[str(e.message) for e in audit.errors],
  layers=[l.dxf.name for l in doc.layers], texts=[(e.dxf.text, e.dxf.height) for e in space.query('TEXT')],
  kinds=Counter(e.dxftype() for e in space), hatches=sorted({e.dxf.pattern_name for e in space.query('HATCH')}),
  box=[min(x for x, y in points), min(y for x, y in points), max(x for x, y in points), max(y for x, y in points)])))`;
      const layer = /framing/i.test(text) ? 'Framing' : 'Oriented strand board';
      return JSON.parse(
        execFileSync('/usr/bin/python3', ['-c', script, join(folder, 'a.dxf'), layer], {
          encoding: 'utf8',
        }),
      ) as Read;
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  }

  test('a section in inches: true size, a layer for each part, text as text, hatches', () => {
    const { scene, scale } = drawnWall(wall, 'imperial', named);
    const found = read(dxfFile(scene, scale.ratio, 'imperial'));
    expect(found.errors).toEqual([]);
    // R2000 is AC1015.
    expect(found.version >= 'AC1015').toBe(true);
    expect(found.units).toBe(1);
    expect(found.layers).toEqual(
      expect.arrayContaining(['Oriented strand board', 'Mineral wool board', 'Notes', 'Hatches']),
    );
    const [x0, y0, x1, y1] = found.box;
    expect(x1 - x0).toBeCloseTo(0.6 / 0.0254, 6);
    expect(y1 - y0).toBeCloseTo(wall.layers.find(({ id }) => id === 'L4')!.thickness / 0.0254, 6);
    const texts = found.texts.map(([text]) => text);
    expect(texts).toContain('3  2×6 at 16 in., mineral wool batt, 5 1/2 in.');
    // Capital letters of 7 points on the paper of that scale.
    const height = (0.7 * 7) / 72 / scale.ratio;
    for (const [, tall] of found.texts) expect(tall).toBeCloseTo(height, 6);
    expect(found.hatches).toEqual(expect.arrayContaining(['ANSI31', 'INSUL']));
  });

  test('an elevation in mm: the frame as long and as high as it is, not hatched', () => {
    const { scene, scale } = drawnElevation(north, 'metric', new Set(['frame']));
    const found = read(dxfFile(scene, scale.ratio, 'metric', false));
    expect(found.errors).toEqual([]);
    expect(found.units).toBe(4);
    const [x0, y0, x1, y1] = found.box;
    expect(x1 - x0).toBeCloseTo(north.elevation.length * 1000, 6);
    expect(y1 - y0).toBeCloseTo(Math.max(...north.framing.outline.top.map(([, z]) => z)) * 1000, 6);
    expect(found.kinds['HATCH']).toBeUndefined();
  });

  test('a wall of 400 ft is drawn in its true size', () => {
    const far = layoutHouse(
      {
        ...house!,
        elevations: [{ id: 'far', assembly: 'A', length: 121.92, height: 2.467 }],
      },
      assemblyParts(assemblies),
    ).elevations[0]!;
    const { scene, scale } = drawnElevation(far, 'imperial', new Set(['frame']));
    const { box, errors } = read(dxfFile(scene, scale.ratio, 'imperial', false));
    expect(errors).toEqual([]);
    expect(box[2] - box[0]).toBeCloseTo(4800, 6);
    // That it is longer than walls are is said beside it.
    expect(far.conflicts.length).toBeGreaterThan(0);
  });

  test('names that the format does not take are made ones that it does', () => {
    const scene: Scene = {
      x: 0,
      y: 0,
      width: 1,
      height: 1,
      title: '',
      parts: ['Framing', 'a <b>; "c" | d?', 'Framing'].map((name, i) => ({
        id: String(i),
        name,
        faint: false,
        marks: [{ shape: 'rect', x: 0, y: 0, width: 1, height: 1, hatch: 'air', pen: 'outline' }],
      })),
    };
    const { layers, errors } = read(dxfFile(scene, 1, 'metric'));
    expect(errors).toEqual([]);
    expect(layers).toContain('a b c d');
    expect(layers.filter((name) => name === 'Framing')).toHaveLength(1);
  });
});

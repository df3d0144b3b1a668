import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import Joi from 'joi';
import { InputError } from '@eldrun/core/errors';
import type { WallFile } from '@eldrun/core/build-up';
import {
  check,
  parseWallFile,
  validateMaterial,
  validateProjectWall,
  validateWall,
} from '@eldrun/core/wall/schema';
import { coldWall, framed, sheet, withLayer } from '../walls.ts';

function pathOf(work: () => unknown): string {
  try {
    work();
  } catch (error) {
    if (error instanceof InputError) {
      expect(error.allowed.length).toBeGreaterThan(0);
      return error.path;
    }
    throw error;
  }
  return 'accepted';
}

const stud = (change: object) => ({
  section: 'solid',
  material: 'softwood',
  width: 0.038,
  spacing: 0.4,
  ...change,
});
const many = (count: number) =>
  Array.from({ length: count }, (_, i) => sheet(`L${i}`, 'osb', 0.01));

describe('bad input is named by its field', () => {
  test.each<[string, (wall: WallFile) => unknown, string]>([
    ['another format', (w) => ({ ...w, format: 'other' }), 'format'],
    ['a later version', (w) => ({ ...w, version: 2 }), 'version'],
    ['no convention', ({ convention: _, ...w }) => w, 'convention'],
    ['a name of 10,000 characters', (w) => ({ ...w, name: 'x'.repeat(10_000) }), 'name'],
    ['an empty name', (w) => ({ ...w, name: ' ' }), 'name'],
    ['no layers', (w) => ({ ...w, layers: [] }), 'layers'],
    ['500 layers', (w) => ({ ...w, layers: many(500) }), 'layers'],
    ['layers that are no list', (w) => ({ ...w, layers: {} }), 'layers'],
    ['zero thickness', (w) => withLayer(w, 'osb', { thickness: 0 }), 'layers[2].thickness'],
    ['negative thickness', (w) => withLayer(w, 'osb', { thickness: -0.01 }), 'layers[2].thickness'],
    ['NaN', (w) => withLayer(w, 'osb', { thickness: NaN }), 'layers[2].thickness'],
    ['1e308', (w) => withLayer(w, 'osb', { thickness: 1e308 }), 'layers[2].thickness'],
    ['infinity', (w) => withLayer(w, 'osb', { thickness: Infinity }), 'layers[2].thickness'],
    ['text for a number', (w) => withLayer(w, 'osb', { thickness: '0.01' }), 'layers[2].thickness'],
    ['an unknown kind', (w) => withLayer(w, 'osb', { kind: 'cloth' }), 'layers[2].kind'],
    [
      'an unknown material',
      (w) => withLayer(w, 'osb', { material: 'adamant' }),
      'layers[2].material',
    ],
    [
      'a material that is a method of objects',
      (w) => withLayer(w, 'osb', { material: 'constructor' }),
      'layers[2].material',
    ],
    ['an unknown fill', (w) => withLayer(w, 'studs', { fill: 'down' }), 'layers[1].fill'],
    ['a fill that is neither', (w) => withLayer(w, 'studs', { fill: 3 }), 'layers[1].fill'],
    ['an id twice', (w) => withLayer(w, 'osb', { id: 'gypsum' }), 'layers[2].id'],
    [
      'a member wider than its spacing',
      (w) => withLayer(w, 'studs', { member: stud({ width: 0.5 }) }),
      'layers[1].member.spacing',
    ],
    [
      'no spacing',
      (w) => withLayer(w, 'studs', { member: stud({ spacing: undefined }) }),
      'layers[1].member.spacing',
    ],
    [
      'an unknown member',
      (w) => withLayer(w, 'studs', { member: stud({ material: 'ghost' }) }),
      'layers[1].member.material',
    ],
    [
      'an unknown section',
      (w) => withLayer(w, 'studs', { member: stud({ section: 'z' }) }),
      'layers[1].member.section',
    ],
    ['a fraction above 1', (w) => withLayer(w, 'studs', { fraction: 1.2 }), 'layers[1].fraction'],
    [
      'a web thicker than the flange',
      (w) =>
        withLayer(w, 'studs', {
          member: {
            section: 'c',
            material: 'steel',
            web: 0.05,
            flange: 0.04,
            lip: 0.01,
            spacing: 0.4,
          },
        }),
      'layers[1].member.web',
    ],
    [
      'lips too long',
      (w) =>
        withLayer(w, 'studs', {
          member: {
            section: 'c',
            material: 'steel',
            web: 0.001,
            flange: 0.04,
            lip: 0.1,
            spacing: 0.4,
          },
        }),
      'layers[1].member.lip',
    ],
    [
      'humidity 0',
      (w) => ({
        ...w,
        indoor: { temperature: 20, humidity: { kind: 'fixed', relativeHumidity: 0 } },
      }),
      'indoor.humidity.relativeHumidity',
    ],
    [
      'eleven months',
      (w) => ({
        ...w,
        indoor: { temperature: Array(11).fill(20), humidity: { kind: 'class', class: 3 } },
      }),
      'indoor.temperature',
    ],
    [
      'class 6',
      (w) => ({ ...w, indoor: { temperature: 20, humidity: { kind: 'class', class: 6 } } }),
      'indoor.humidity.class',
    ],
    ['an unknown climate', (w) => ({ ...w, outdoor: { climate: 'moon' } }), 'outdoor.climate'],
    [
      'no design temperature',
      (w) => ({
        ...w,
        outdoor: {
          monthly: { temperature: Array(12).fill(0), relativeHumidity: Array(12).fill(0.8) },
        },
      }),
      'outdoor.designTemperature',
    ],
    [
      'a fastener to nowhere',
      (w) => ({
        ...w,
        fasteners: [{ conductivity: 50, diameter: 0.006, perArea: 5, from: 'board', to: 'x' }],
      }),
      'fasteners[0].to',
    ],
    [
      'a fastener backwards',
      (w) => ({
        ...w,
        fasteners: [{ conductivity: 50, diameter: 0.006, perArea: 5, from: 'board', to: 'osb' }],
      }),
      'fasteners[0].to',
    ],
    ['a void level 3', (w) => ({ ...w, installation: { voidLevel: 3 } }), 'installation.voidLevel'],
    [
      'a material with two vapor values',
      (w) => ({
        ...w,
        materials: { x: { name: 'x', conductivity: 1, vapor: { mu: 1, permeance: 1e-9 } } },
      }),
      'materials.x.vapor',
    ],
    [
      'a material without conductivity',
      (w) => ({ ...w, materials: { x: { name: 'x', vapor: { mu: 1 } } } }),
      'materials.x',
    ],
    [
      'a falling table',
      (w) => ({
        ...w,
        materials: {
          x: {
            name: 'x',
            conductivityTable: [
              [10, 1],
              [0, 1],
            ],
            vapor: { mu: 1 },
          },
        },
      }),
      'materials.x.conductivityTable',
    ],
    [
      'more paths than can be summed',
      (w) => ({
        ...w,
        layers: Array.from({ length: 14 }, (_, i) =>
          framed(`F${i}`, 0.01, 'osb', { width: 0.03, spacing: 0.4 }),
        ),
      }),
      'layers',
    ],
  ])('%s', (_, change, path) => {
    const bad = change(coldWall());
    expect(pathOf(() => validateWall(bad))).toBe(path);
  });

  test('nothing at all', () => {
    for (const nothing of [null, undefined, 3, 'wall', []])
      expect(() => validateWall(nothing)).toThrow(InputError);
  });
});

test('a good wall passes as it is, extra fields kept', () => {
  const wall = { ...coldWall(), later: { field: [1] } };
  expect(validateWall(wall)).toEqual(wall);
});

test('a project’s wall may be empty and leave its situation to the brief', () => {
  const { convention: _c, indoor: _i, outdoor: _o, ...rest } = coldWall();
  expect(validateProjectWall({ ...rest, layers: [] }).layers).toEqual([]);
});

test('a material of the project may be named', () => {
  const reed = validateMaterial({ name: 'Reed', conductivity: 0.055, vapor: { mu: 2 } });
  const wall = withLayer(coldWall(), 'board', { material: 'reed' });
  expect(pathOf(() => validateWall(wall))).toBe('layers[4].material');
  expect(pathOf(() => validateWall(wall, { reed }))).toBe('accepted');
});

test('text that is no wall file says where', () => {
  expect(() => parseWallFile('{"format":\n "eldrun-wall", x')).toThrow(/line 2, column 17/);
  expect(() => parseWallFile('{')).toThrow(/not JSON/);
  expect(() => parseWallFile(`"${'x'.repeat(1024 * 1024)}"`)).toThrow(/at most 1 MiB/);
});

test('random documents never get through and never throw anything else', () => {
  fc.assert(
    fc.property(fc.anything(), (value) => {
      expect(() => validateWall(value)).toThrow(InputError);
    }),
    { numRuns: 500 },
  );
});

test('a good wall with one random value put anywhere is taken or refused, nothing else', () => {
  const paths = leaves(coldWall());
  fc.assert(
    fc.property(fc.constantFrom(...paths), fc.anything(), (path, value) => {
      const wall = structuredClone(coldWall()) as unknown as Record<string, unknown>;
      let parent = wall;
      for (const step of path.slice(0, -1)) parent = parent[step] as Record<string, unknown>;
      parent[path.at(-1)!] = value;
      try {
        validateWall(wall);
      } catch (error) {
        expect(error).toBeInstanceOf(InputError);
      }
    }),
    { numRuns: 500 },
  );
});

function leaves(value: object, path: string[] = []): string[][] {
  return Object.entries(value).flatMap(([key, child]) =>
    child !== null && typeof child === 'object'
      ? [[...path, key], ...leaves(child as object, [...path, key])]
      : [[...path, key]],
  );
}

test('what is nested beyond any document or cannot be stored is refused before any schema is asked', () => {
  const deep = (levels: number): unknown => (levels === 0 ? [] : [deep(levels - 1)]);
  const any = Joi.any();
  expect(() => check(any, deep(62))).not.toThrow();
  expect(() => check(any, { layers: [{ note: deep(2000) }] })).toThrow(
    /^layers\[0\]\.note.*: is nested too deep. Allowed: at most 64 levels/,
  );
  for (const text of ['a\0b', '\ud800', 'x\udc00y'])
    for (const value of [{ note: text }, { [text]: 1 }])
      expect(() => check(any, value)).toThrow(/cannot be stored/);
  expect(() => check(any, { note: '💥 ü' })).not.toThrow();
  // Bytes are no documents: their numbers are not walked through.
  expect(check(Joi.binary(), Buffer.alloc(24 * 1024 * 1024))).toHaveLength(24 * 1024 * 1024);
});

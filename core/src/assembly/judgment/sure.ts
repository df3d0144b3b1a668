import type { Material } from '../../physics/materials/index.ts';
import type { ResolvedWall, Sampled } from '../../physics/build-up/index.ts';

/** Shares of failing samples below which a wall holds, and above which it fails; between them nothing is decided. */
const DECIDED = [0.1, 0.9] as const;

/** What a share of failing samples comes to. */
export type SureVerdict = 'holds' | 'not decided' | 'fails';

export function sureVerdict(failing: number): SureVerdict {
  if (failing < DECIDED[0]) return 'holds';
  return failing > DECIDED[1] ? 'fails' : 'not decided';
}

/** A value with the keys of its objects in order, so that the same wall is always the same text. */
function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, one]) => one !== undefined)
      .toSorted(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, one]) => [key, ordered(one)]),
  );
}

const { imul } = Math;

/** A short name of a text: two runs of FNV-1a (Fowler, Noll and Vo) with different offsets, 16 hex digits. */
function shortName(text: string): string {
  let [a, b] = [0x811c9dc5, 0x9747b28c];
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    a = imul(a ^ code, 0x01000193);
    b = imul(b ^ code, 0x01000193);
  }
  return [a, b].map((half) => (half >>> 0).toString(16).padStart(8, '0')).join('');
}

/** What of a material a simulation reads, and how it is told what it is. */
const READ = [
  'category',
  'composition',
  'conductivity',
  'conductivityTable',
  'conductivityPerWater',
  'density',
  'specificHeat',
  'vapor',
  'sorption',
  'liquid',
  'waterAbsorption',
  'airPermeance',
  'solarAbsorptance',
  'moldClass',
  'roles',
] as const satisfies readonly (keyof Material)[];

const physical = (material: Material | null): unknown =>
  material && READ.map((field) => material[field] ?? null);

/** A short name of all that samples of a wall depend on: its layers, what they are of, and its situation. */
export function sampledName({ file, layers }: ResolvedWall): string {
  const { indoor, outdoor, airtightness, pressure, exposure } = file;
  const materials = layers.map(({ fill, member }) => [
    physical(fill),
    physical(member?.material ?? null),
  ]);
  return shortName(
    JSON.stringify(
      ordered([file.layers, materials, indoor, outdoor, airtightness, pressure, exposure]),
    ),
  );
}

/** What samples said of a wall as it stands; null where none were run, or where it was changed since. */
export function sampledOf(wall: ResolvedWall): Sampled | null {
  const { sampled } = wall.file;
  return sampled && sampled.of === sampledName(wall) ? sampled : null;
}

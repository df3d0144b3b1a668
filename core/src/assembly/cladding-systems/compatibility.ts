import data from '../../../data/compatibility.json' with { type: 'json' };
import {
  frameEnd,
  type Joints,
  type PeelTest,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';

export type JoiningGroup =
  'membrane' | 'tape' | 'sealant' | 'foam' | 'board' | 'substrate' | 'flange';

/** A kind of thing that is stuck, sealed or lapped. Temperatures °C, of air and surface while it is put on. */
export interface JoiningKind {
  id: string;
  name: string;
  group: JoiningGroup;
  match?: string;
  temperature?: [number, number];
  note?: string;
}

/** Whether one holds on the other; `ask` where makers differ or nothing is known. */
export type Holds = 'yes' | 'primer' | 'no' | 'ask';

export interface JoiningPair {
  top: JoiningKind;
  onto: JoiningKind;
  holds: Holds;
  note: string;
  /** Peel tests of this pair, the last first. */
  tests: PeelTest[];
}

export const JOINING_KINDS = data.kinds as JoiningKind[];

const BY_ID = new Map(JOINING_KINDS.map((kind) => [kind.id, kind]));

export const joiningKind = (id: string): JoiningKind | undefined => BY_ID.get(id);

const PAIRS = new Map(
  data.pairs.flatMap(([a, b, holds, note = '']) => {
    const answer = { holds: holds as Holds, note };
    return [
      [`${a} ${b}`, answer],
      [`${b} ${a}`, answer],
    ] as const;
  }),
);

/** What is known of one kind on another: the makers of both decide. */
export const holdsOn = (top: string, onto: string): { holds: Holds; note: string } =>
  PAIRS.get(`${top} ${onto}`) ?? { holds: 'ask', note: '' };

/** The kind that a material is of, by its id; null where none is told. */
export const kindOfMaterial = (id: string): JoiningKind | null =>
  JOINING_KINDS.find(({ match }) => match !== undefined && new RegExp(match).test(id)) ?? null;

/** What can be chosen for each part of the joints. */
export const JOINT_PARTS = {
  tape: { name: 'Tape of seams', group: 'tape' },
  flashing: { name: 'Tape or membrane at openings', group: 'tape' },
  sealant: { name: 'Sealant', group: 'sealant' },
  foam: { name: 'Foam around frames', group: 'foam' },
  flange: { name: 'Window flanges', group: 'flange' },
} as const satisfies Record<string, { name: string; group: JoiningGroup }>;
export type JointPart = keyof typeof JOINT_PARTS;

/** Membranes that stick by themselves to what is behind them. */
const STICKS = new Set([
  'acrylic-membrane',
  'bitumen-membrane',
  'butyl-membrane',
  'liquid-membrane',
]);

/**
 * Every pair that meets in a wall: what is stuck to its membranes, boards and sheathing, its flanges, and membranes that
 * stick to what is behind them. Pairs that fail first.
 *
 * @param wall a resolved wall, with what its joints are made with
 */
export function joiningPairs(wall: ResolvedWall): JoiningPair[] {
  const { joints = {} } = wall.file;
  const kinds = wall.layers
    .map(({ fillId, index }) => ({ index, kind: fillId === null ? null : kindOfMaterial(fillId) }))
    .filter((one): one is { index: number; kind: JoiningKind } => one.kind !== null);
  const outside = kinds.filter(({ index }) => index > frameEnd(wall)).map(({ kind }) => kind);
  const membranes = kinds.map(({ kind }) => kind).filter(({ group }) => group === 'membrane');
  const boards = outside.filter(({ group }) => group === 'board');
  const substrates = outside.filter(({ group }) => group === 'substrate');
  const part = (name: JointPart): JoiningKind[] => {
    const kind = joiningKind(joints[name] ?? '');
    return kind ? [kind] : [];
  };
  const flange = part('flange');
  const found = new Map<string, JoiningPair>();
  const meet = (tops: readonly JoiningKind[], onto: readonly JoiningKind[]): void => {
    for (const top of tops)
      for (const below of onto) {
        const key = [top.id, below.id].sort().join(' ');
        if (top.id === below.id || found.has(key)) continue;
        found.set(key, {
          top,
          onto: below,
          ...holdsOn(top.id, below.id),
          tests: testsOf(joints, top.id, below.id),
        });
      }
  };
  // Where no membrane lies outside, the seams of boards and sheathing are taped instead.
  const wrapped = outside.some(({ group }) => group === 'membrane');
  meet(part('tape'), [...membranes, ...(wrapped ? [] : [...boards, ...substrates])]);
  meet(part('flashing'), [...membranes, ...flange, ...substrates]);
  meet(part('sealant'), [...flange, ...part('flashing'), ...membranes, ...substrates]);
  meet(part('foam'), [...flange, ...substrates]);
  kinds.forEach(({ kind, index }) => {
    const behind = kinds.find((one) => one.index === index - 1);
    if (STICKS.has(kind.id) && behind) meet([kind], [behind.kind]);
  });
  return [...found.values()].sort((a, b) => RANK[a.holds] - RANK[b.holds]);
}

const RANK: Record<Holds, number> = { no: 0, ask: 1, primer: 2, yes: 3 };

const testsOf = ({ peelTests = [] }: Joints, a: string, b: string): PeelTest[] =>
  peelTests
    .filter(({ top, onto }) => (top === a && onto === b) || (top === b && onto === a))
    .toSorted((x, y) => (x.on < y.on ? 1 : -1));

/** Temperatures at which everything that is stuck may be put on together, °C; null where nothing is. */
export function workingTemperatures(pairs: readonly JoiningPair[]): [number, number] | null {
  const ranges = pairs
    .flatMap(({ top, onto }) => [top, onto])
    .flatMap(({ temperature }) => (temperature ? [temperature] : []));
  return ranges.length === 0
    ? null
    : [Math.max(...ranges.map(([least]) => least)), Math.min(...ranges.map(([, most]) => most))];
}

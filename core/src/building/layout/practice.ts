import { sameSpacing } from '../../assembly/framing/index.ts';
import { tradeOf } from '../../assembly/trade/index.ts';
import type { Elevation, Practice } from '../house/index.ts';
import type { Material } from '../../physics/materials/index.ts';
import type { AssemblyParts } from './assembly.ts';
import type { CountedHeat, countedHeat } from './counted.ts';
import { cutList } from './cut-list.ts';
import { frameElevation, jacksOf, shareOf } from './framing.ts';
import type { HouseRules } from './types.ts';

/** What a way of framing changes against the usual one: fewer pieces, less lumber, money, more R where positive. */
interface Saving {
  pieces: number;
  /** m */
  lumber: number;
  /** USD; null without a price. */
  cost: number | null;
  /** m²K/W */
  r: number;
}

export type SwitchId = 'spacing' | 'corners' | 'topPlate' | 'headers' | 'jacks' | 'stacked';

/** A switch of advanced framing, what it saves on one wall, and whether it is on. */
export interface PracticeSwitch {
  id: SwitchId;
  on: boolean;
  /** Null where it changes nothing that is counted. */
  saves: Saving | null;
}

/** Studs of advanced framing stand so far apart, m. */
const WIDE = 0.6096;

/** An elevation that leaves to the house what a switch decides: what it stated itself would win. */
export function unstated(elevation: Elevation, id: SwitchId): Elevation {
  switch (id) {
    case 'corners': {
      const { left = {}, right = {} } = elevation.ends ?? {};
      const { corner: _, ...leftEnd } = left;
      const { corner: __, ...rightEnd } = right;
      return { ...elevation, ends: { left: leftEnd, right: rightEnd } };
    }
    case 'topPlate': {
      const { top: _, ...plates } = elevation.plates ?? {};
      return { ...elevation, plates };
    }
    case 'jacks':
      return {
        ...elevation,
        openings: (elevation.openings ?? []).map(({ jacks: _, ...opening }) => opening),
      };
    default:
      return elevation;
  }
}

/**
 * The switches of advanced framing on one wall, each on against off with all else as it is.
 *
 * @param heatOf what `countedHeat` gives
 * @param lumber its price is taken of; null without one
 */
export function practiceSwitches(
  elevation: Elevation,
  parts: AssemblyParts,
  rules: HouseRules,
  heatOf: ReturnType<typeof countedHeat>,
  lumber: Material | null,
): PracticeSwitch[] {
  const { frame } = parts;
  if (!frame) return [];
  const practice = rules.practice ?? {};
  const trade = tradeOf(rules);
  const measure = (
    one: Elevation,
    how: Practice,
    spacing = frame.spacing,
  ): { pieces: number; lumber: number; volume: number; heat: CountedHeat | null } => {
    const framing = frameElevation(one, { ...frame, spacing }, how, trade);
    const cuts = cutList(frame, framing);
    const sum = (of: (cut: (typeof cuts)[number]) => number): number =>
      cuts.reduce((all, cut) => all + cut.member.plies * of(cut), 0);
    return {
      pieces: sum(() => 1),
      lumber: sum(({ length }) => length),
      volume: sum(({ length, across, deep }) => length * across * deep),
      heat: heatOf(parts, framing, shareOf(framing)),
    };
  };
  const saving = (on: ReturnType<typeof measure>, off: ReturnType<typeof measure>): Saving => {
    const price = lumber?.cost?.per === 'm3' ? lumber.cost.usd : null;
    return {
      pieces: off.pieces - on.pieces,
      lumber: off.lumber - on.lumber,
      cost: price === null ? null : (off.volume - on.volume) * price,
      r: (on.heat?.counted.r ?? 0) - (off.heat?.counted.r ?? 0),
    };
  };
  const withPractice = (id: SwitchId, on: Practice, off: Practice): Saving => {
    const open = unstated(elevation, id);
    return saving(measure(open, { ...practice, ...on }), measure(open, { ...practice, ...off }));
  };
  const openings = elevation.openings ?? [];
  const corners = (['left', 'right'] as const).map(
    (side) => elevation.ends?.[side]?.corner ?? practice.corners,
  );
  const bare = { ...elevation, openings: openings.map((one) => ({ ...one, header: null })) };

  const wide = frame.spacing > WIDE || sameSpacing(frame.spacing, WIDE);

  return [
    {
      id: 'spacing',
      on: wide,
      saves: wide ? null : saving(measure(elevation, practice, WIDE), measure(elevation, practice)),
    },
    {
      id: 'corners',
      on: corners.every((corner) => corner === 'two-stud'),
      saves: withPractice('corners', { corners: 'two-stud' }, { corners: 'three-stud' }),
    },
    {
      id: 'topPlate',
      on: (elevation.plates?.top ?? practice.topPlate) === 1,
      saves: withPractice('topPlate', { topPlate: 1 }, { topPlate: 2 }),
    },
    {
      id: 'headers',
      on: openings.length > 0 && openings.every(({ header }) => !header),
      saves: openings.some(({ header }) => header)
        ? saving(measure(bare, practice), measure(elevation, practice))
        : null,
    },
    {
      id: 'jacks',
      on: openings.length > 0 && openings.every((one) => jacksOf(one, practice) === 0),
      saves: withPractice('jacks', { jacksAt: 'none' }, { jacksAt: 'all' }),
    },
    { id: 'stacked', on: practice.stacked === true, saves: null },
  ];
}

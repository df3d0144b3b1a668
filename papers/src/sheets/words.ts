import { CLIMATES, type Outdoor } from '@eldrun/core/climate';
import { dryCupText, layerTitle } from '@eldrun/core/explain';
import { formatText, messageText, type Measured, type UnitSystem } from '@eldrun/core/units';
import type { Judgment } from '@eldrun/core/judgment';
import { asSaid, type ResolvedLayer } from '@eldrun/core/build-up';
import { placingRows } from '@eldrun/project';
import type { LookedAt } from '../looked-at.ts';
import type { Block, Column } from '../types.ts';

/** The cautions that stand on every sheet that somebody builds by. */
export const CAUTIONS: readonly string[] = [
  'Scaffolds, ladders and heavy boards: fall protection, and two people where a board catches wind.',
  'Saw dust of fiber cement and masonry holds silica: cut wet or with a vacuum, with a respirator.',
  'Spray foam and solvents: the maker’s mask, gloves and waiting time before anybody breathes the air.',
  'Power off before work at wires; call before digging at the base.',
  'Keep what is wet from being closed in: wood at 19 % moisture or less, insulation dry.',
  'A tight house needs ventilation and safe combustion.',
];

/** The word for a judgment of moisture. */
export const MOISTURE_WORDS = {
  pass: 'Pass',
  caution: 'Caution',
  unknown: 'Unknown',
  fail: 'Fail',
} as const;

/** On what a judgment stands. */
export const basisText = ({ basis }: Pick<Judgment, 'basis'>): string =>
  basis === 'hourly'
    ? 'Simulated hour by hour through two years in the standard exposure'
    : 'An estimate by monthly means; not simulated';

/** Where a wall stands. */
export const climateText = (outdoor: Outdoor): string =>
  'climate' in outdoor
    ? (CLIMATES[outdoor.climate]?.name ?? outdoor.climate)
    : (outdoor.name ?? 'own climate figures');

/** What a person calls a layer of a wall. */
export const titleOf =
  ({ find }: Pick<LookedAt, 'find'>, units: UnitSystem) =>
  ({ source }: ResolvedLayer): string =>
    layerTitle(source, find, units);

/** A measured number or a word. */
export const valueText = (value: Measured | string, units: UnitSystem): string =>
  typeof value === 'string' ? value : formatText(value.quantity, value.value, units);

export const right = (label: string): Column => ({ label, align: 'right' });

/** The layers of a wall in a table, indoors first: what each is, how thick, what it is worth. */
export function layerTable(looked: LookedAt, units: UnitSystem): Block {
  const { assessment } = looked;
  const { wall, paths } = assessment;
  const r = (value: number): string => formatText('resistance', value, units);
  const title = titleOf(looked, units);
  return {
    kind: 'table',
    whole: true,
    columns: [
      { label: '' },
      { label: 'Layer, indoors first', width: '*' },
      right('Thick'),
      right('R through the fill'),
      right('Vapor, dry cup'),
    ],
    rows: [
      ['', 'Inner surface film', '', r(wall.innerFilm), ''],
      ...wall.layers.map((layer, i) => [
        String(i + 1),
        title(layer),
        formatText('length', layer.thickness, units),
        i < wall.counted ? r(paths.layers[i]!.resistance) : 'not counted',
        layer.fill ? dryCupText(asSaid(layer)!, layer.thickness, units) : '',
      ]),
      ['', 'Outer surface film', '', r(wall.outerFilm), ''],
      [
        '',
        'Through the cavity',
        formatText('length', assessment.quantities.thickness, units),
        r(paths.cavityPath.r),
        '',
      ],
    ],
    sums: 1,
  };
}

/** The judgment in its words: a finding, and what it stands on. */
export function judgedBlocks({ judgment }: LookedAt, units: UnitSystem): Block[] {
  const { moisture, decides, relies, code } = judgment;
  const text = (message: Parameters<typeof messageText>[0]): string => messageText(message, units);
  const relied = relies.length > 0 ? ` Relies on ${relies.map(text).join('; ')}.` : '';
  return [
    {
      kind: 'findings',
      items: [
        {
          status: moisture,
          title: text(decides.text),
          reason: `${basisText(judgment)}.${relied} Code: ${text(code.row).replace(/\.?$/, '.')}`,
        },
      ],
    },
  ];
}

/** How the layers are put together, as the crew is told: what somebody chose, and what is usual. */
export function placedBlocks({ facts }: LookedAt, units: UnitSystem): Block[] {
  const rows = placingRows(facts, units).map(({ label, how, standing }) => [label, how, standing]);
  return rows.length === 0
    ? []
    : [
        { kind: 'heading', text: 'How it is put together' },
        {
          kind: 'table',
          columns: [{ label: 'What' }, { label: 'How', width: '*' }, { label: '' }],
          rows,
        },
      ];
}

/** Sources of the layers, each with the layers that it is of. */
export function sourcesOf(looked: LookedAt, units: UnitSystem): string[] {
  const title = titleOf(looked, units);
  const bySource = new Map<string, string[]>();
  for (const layer of looked.assessment.wall.layers) {
    const { fill } = layer;
    const source = fill ? (fill.source ?? 'entered by hand') : 'ISO 6946, air spaces';
    const key = fill?.confidence ? `${source} (${fill.confidence})` : source;
    bySource.set(key, [...(bySource.get(key) ?? []), title(layer)]);
  }
  return [...bySource].map(([source, names]) => `${[...new Set(names)].join(', ')}: ${source}`);
}

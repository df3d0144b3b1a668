import { changeText, dayText, type Decision, type DecisionChange } from '@eldrun/core/decision';
import { compareRows, optionFacts } from '@eldrun/core/options';
import { formatText, type UnitSystem } from '@eldrun/core/units';
import { layerTitle } from '@eldrun/core/explain';
import { LIBRARY } from '@eldrun/core/materials';
import { resolveWall } from '@eldrun/core/build-up';
import { drawnWall } from '@eldrun/drawing';
import { materialsAtPrices, wallFile, wholeProject, withLayers, type Look } from '@eldrun/project';
import type { Block, Cell, Sheet } from '../types.ts';
import { climateText, MOISTURE_WORDS, right } from './words.ts';

/** What was decided, and what changed since. */
export interface Decided {
  decision: Decision;
  changes: readonly DecisionChange[];
}

/** Room for the section of one of several walls, m. */
const ROOM = { width: 0.08, height: 0.055 };

/** Length of wall over which thickness is told as floor, m. */
const LENGTH = { imperial: 9.144, metric: 10 };

/**
 * Walls side by side for a client, and what was decided between them.
 *
 * @param ids of walls, the first is the baseline
 */
export function comparisonSheet(
  look: Look,
  name: string,
  ids: readonly string[],
  decided: Decided | null,
  units: UnitSystem,
): Sheet {
  const materials = look(materialsAtPrices);
  const { judged: simulated } = look(wholeProject);
  const walls = ids.map((id) => ({
    id,
    file: withLayers(look(wallFile, id)),
    judged: simulated[id],
  }));
  const options = walls.map(({ id, file, judged }) => {
    const facts = optionFacts(file, materials);
    return {
      id,
      facts,
      judged: judged ?? {
        moisture: facts.judgment.moisture,
        basis: 'static' as const,
        title: facts.judgment.decides.text,
      },
    };
  });
  const length = LENGTH[units];
  const { groups, equal } = compareRows({
    walls: options,
    against: walls[0]!.id,
    units,
    length,
    sure: new Map(),
  });
  const letter = (i: number): string => String.fromCharCode(65 + i);
  const nameOf = (id: string): string => walls.find((one) => one.id === id)?.file.name ?? id;
  const rows = groups.flatMap(({ label, rows: of }): Cell[][] => [
    [{ text: label, strong: true }, ...walls.map(() => '')],
    ...of
      .filter(({ id }) => id !== 'sure')
      .map(({ label: row, cells }): Cell[] => [
        row,
        ...cells.map(({ text, unit, less, about, mark }) => ({
          text: `${[text, unit].filter(Boolean).join(' ')}${less ? ` (${less})` : ''}${about ? `, ${about}` : ''}${mark === 'best' ? ' · best' : ''}`,
          strong: mark === 'best',
        })),
      ]),
  ]);
  const equals = equal.map(({ label, cells }) =>
    `${label.toLowerCase()} ${cells[0]!.text} ${cells[0]!.unit}`.trim(),
  );
  return {
    title: 'Comparison',
    subject: name,
    landscape: walls.length > 3,
    blocks: [
      {
        kind: 'text',
        text: `${walls.length} walls in ${climateText(walls[0]!.file.outdoor)}. What is in brackets is against A. Floor that thickness takes is counted over ${formatText('elevation', length, units)} of wall.`,
      },
      ...walls.flatMap(({ file }, i): Block[] => [
        {
          kind: 'drawing',
          drawn: drawnWall(
            resolveWall(file, materials),
            units,
            ({ source }) =>
              layerTitle(
                source,
                (id) => file.materials?.[id] ?? materials[id] ?? LIBRARY[id],
                units,
              ),
            ROOM,
          ),
          caption: `${letter(i)}  ${file.name}`,
        },
      ]),
      { kind: 'heading', text: 'Side by side' },
      {
        kind: 'table',
        columns: [
          { label: '', width: 92 },
          ...walls.map(({ file }, i) => ({
            label: `${letter(i)}  ${file.name}`,
            width: '*' as const,
          })),
        ],
        rows,
      },
      ...(equals.length > 0
        ? ([{ kind: 'text', text: `The same in all: ${equals.join('; ')}.` }] satisfies Block[])
        : []),
      ...(decided ? decisionBlocks(decided, nameOf, units) : []),
      { kind: 'heading', text: 'What these figures are' },
      {
        kind: 'text',
        text: 'Effective R counts the framing by the two-dimensional section. Moisture is judged by the rules of Eldrun; where it says “an estimate” no year was simulated. Costs and carbon are of materials by the prices of the project or generic figures: for comparing, not for a contract. Times are rough.',
      },
      { kind: 'blanks', labels: ['Chosen', 'For the client', 'Date', 'For the builder'] },
    ],
  };
}

/** The record of a decision: what was chosen, why, what it was chosen against, what changed since. */
function decisionBlocks(
  { decision, changes }: Decided,
  nameOf: (id: string) => string,
  units: UnitSystem,
): Block[] {
  const { chosen, why, decidedBy, decidedOn, options } = decision;
  const named = (wall: string): string =>
    options.find((one) => one.wall === wall)?.name ?? nameOf(wall);
  return [
    { kind: 'heading', text: `Decided: ${named(chosen)}` },
    {
      kind: 'text',
      text: `${why ? `${why.replace(/\.?$/, '.')} ` : ''}By ${decidedBy || 'nobody named'}, ${dayText(decidedOn)}.`,
    },
    {
      kind: 'table',
      columns: [
        { label: 'Option, as it was decided on', width: '*' },
        right('Effective R'),
        right('Thickness'),
        right('Cost'),
        { label: 'Moisture' },
        { label: 'Why not', width: '*' },
      ],
      rows: options.map(({ wall, name, measures, judgment, rejected }) => [
        { text: name, strong: wall === chosen },
        measures.r === null ? 'not known' : formatText('resistance', measures.r, units),
        formatText('length', measures.thickness, units),
        measures.cost === null ? 'not known' : formatText('costPerArea', measures.cost, units),
        `${MOISTURE_WORDS[judgment.moisture]}${judgment.basis === 'hourly' ? ', simulated' : ', an estimate'}`,
        wall === chosen ? 'chosen' : (rejected ?? ''),
      ]),
    },
    ...(changes.length > 0
      ? ([
          {
            kind: 'list',
            items: changes.map((change) => `Since then: ${changeText(change, named)}`),
          },
        ] satisfies Block[])
      : ([{ kind: 'text', text: 'Nothing of it changed since.' }] satisfies Block[])),
  ];
}

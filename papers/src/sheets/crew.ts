import { attachmentOf, attachmentSteps } from '@eldrun/core/attachment';
import { claddingLayer, type ResolvedLayer } from '@eldrun/core/build-up';
import { formatText, messageText, type UnitSystem } from '@eldrun/core/units';
import { joiningPairs, workingTemperatures } from '@eldrun/core/cladding-systems';
import { MEMBRANE, rolesOf } from '@eldrun/core/materials';
import type { Trade } from '@eldrun/core/trade';
import { NO_HOUSE_YET, type FactId } from '@eldrun/project';
import { cautionsOf, wallSteps } from '@eldrun/core/site';
import { drawnStage, drawnWall, type Drawn } from '@eldrun/drawing';
import type { LookedAt } from '../looked-at.ts';
import type { Block, Sheet } from '../types.ts';
import { CAUTIONS, titleOf } from './words.ts';

/** Wood sheathing on studs at up to this spacing has the lesser least thickness, m. */
const CLOSE = 0.4572;

/** What is said of some facts of a wall, those that it has. */
function saidOf({ facts }: LookedAt, units: UnitSystem, ...ids: FactId[]): string[] {
  return ids.flatMap((id) => {
    const fact = facts[id];
    return fact ? [messageText(fact.text, units)] : [];
  });
}

/** What is said of a layer when it is placed: laps, gaps, nailing, in the crew's units. */
function placing(
  layer: ResolvedLayer,
  looked: LookedAt,
  trade: Trade,
  units: UnitSystem,
  outside: boolean,
): string[] {
  const { fill, fillId, source } = layer;
  const length = (value: number): string => formatText('length', value, units);
  if (source.kind === 'framed')
    return fill
      ? ['The fill goes in once the outside sheds water and what runs in the cavities was seen.']
      : [];
  if (!fill || !fillId) return [];
  const roles = rolesOf(fillId, fill);
  if (roles.includes('cladding')) return [];
  // A coating that is a water barrier is a membrane put on wet; any other is paint.
  if (fill.category === 'coating' && !roles.includes('wrb'))
    return ['On what is dry and clean, as many coats as its maker says.'];
  if (fill.category === 'membrane' || fill.category === 'coating')
    return outside
      ? [
          ...saidOf(looked, units, 'laps', 'caps'),
          'Shingle it: nothing above laps behind what is below. Photograph each opening before it is covered.',
        ]
      : [
          'Seams taped on something solid, edges glued to plates, floor and windows; boxes sealed before the board covers them.',
        ];
  if (outside && (roles.includes('sheathing') || fill.category === 'wood-panel')) {
    const stud = looked.assessment.wall.layers.find(({ member }) => member)?.member;
    const least = trade(stud && stud.shape.spacing > CLOSE ? 'sheathing-24' : 'sheathing-16');
    return [
      ...saidOf(looked, units, 'nailing', 'sheet-gap'),
      ...(layer.thickness + 1e-4 < least
        ? [`Thinner than the ${length(least)} that wood sheathing takes on these studs: ask.`]
        : []),
    ];
  }
  if (outside && roles.includes('continuous-insulation')) {
    const wool = fill.category === 'mineral-board' || fill.category === 'wood-fiber';
    return [
      ...saidOf(looked, units, 'board-joints'),
      ...(wool ? [`Wool cut ${length(trade('wool-over'))} over size.`] : []),
    ];
  }
  // A board inside that holds the frame is nailed as one outside.
  if (!outside && looked.facts.racking && fill.category === 'wood-panel')
    return saidOf(looked, units, 'nailing', 'sheet-gap');
  if (fill.category === 'gypsum' && !outside)
    return ['Bottom edge clear of the floor; screws snug, paper whole.'];
  return [];
}

/** Strips before the cladding, and the cladding. */
function rainscreenSteps(looked: LookedAt, units: UnitSystem): string[] {
  const { wall } = looked.assessment;
  const held = attachmentOf(wall);
  const cladding = claddingLayer(wall);
  const steps = held ? attachmentSteps(held.design).map((one) => messageText(one, units)) : [];
  const furring = wall.layers.some(({ ventilation }) => ventilation === 'open');
  return [
    ...(furring ? [saidOf(looked, units, 'strips', 'inlet').join(' ')] : []),
    ...steps,
    ...(cladding
      ? [[`${titleOf(looked, units)(cladding)}.`, ...saidOf(looked, units, 'base')].join(' ')]
      : []),
  ];
}

/** What the last picture shows. */
const INSIDE = 'the fill, then inside';

/**
 * The wall as it stands after each layer, from the frame outward, then inside: a membrane is up with what carries it.
 *
 * @param outward layers in the order in which they go up
 */
function stages(
  looked: LookedAt,
  outward: readonly ResolvedLayer[],
  inward: readonly ResolvedLayer[],
  units: UnitSystem,
): { drawn: Drawn; caption: string }[] {
  const { wall } = looked.assessment;
  const title = titleOf(looked, units);
  const up = new Set<string>();
  const pictures: { up: string[]; names: string[] }[] = [];
  for (const layer of outward) {
    up.add(layer.id);
    // A space is there with what closes it.
    if (!layer.fill && !layer.member) continue;
    const last = pictures.at(-1);
    if (last && layer.thickness < MEMBRANE) {
      last.up.push(layer.id);
      last.names.push(title(layer));
    } else pictures.push({ up: [...up], names: [title(layer)] });
  }
  if (inward.length > 0 || outward.some(({ fill, member }) => fill && member))
    pictures.push({ up: wall.layers.map(({ id }) => id), names: [INSIDE] });
  const framed = new Set(wall.layers.filter(({ member }) => member).map(({ id }) => id));
  return pictures.map(({ up: ids, names }, i) => ({
    // What is between studs goes in from inside, once the outside sheds water.
    drawn: drawnStage(wall, units, new Set(ids), names[0] === INSIDE ? new Set<string>() : framed),
    caption: `${i + 1}  ${names.join(', ')}`,
  }));
}

/** What can hurt somebody at the steps that a wall takes. */
function cautionsOfWall({ assessment: { wall }, facts }: LookedAt): string[] {
  const { framing, racking, outside, fill, airBarrier, finish } = wallSteps(
    wall,
    facts.racking ? 'inside' : 'outside',
  );
  return [framing, racking, ...outside, fill, airBarrier, finish].flatMap((step) =>
    step ? cautionsOf(step.family, step.layers) : [],
  );
}

/** A wall for the crew that builds it: pictures, order, laps, gaps, nailing, cautions. */
export function crewSheet(looked: LookedAt, trade: Trade, units: UnitSystem): Sheet {
  const { assessment, findings } = looked;
  const { wall } = assessment;
  const title = titleOf(looked, units);
  const frame = wall.layers.findIndex(({ member }) => member?.frame === wall.mainFrame);
  const step = (layer: ResolvedLayer, outside: boolean): string =>
    [
      `${title(layer)}, ${formatText('length', layer.thickness, units)}.`,
      ...placing(layer, looked, trade, units, outside),
    ].join(' ');
  const outward = frame < 0 ? wall.layers : wall.layers.slice(frame);
  const inward = frame < 0 ? [] : wall.layers.slice(0, frame).toReversed();
  const cladding = claddingLayer(wall);
  const open = findings.filter(({ status }) => status === 'fail' || status === 'caution');
  const before = saidOf(looked, units, 'racking', 'windows', 'window-carrier');
  const kept = saidOf(looked, units, 'air-barrier', 'air-test');
  const temperatures = workingTemperatures(joiningPairs(wall));
  const blocks: Block[] = [
    {
      kind: 'drawing',
      drawn: drawnWall(wall, units, title),
      caption: 'Plan section, outdoors above',
    },
    { kind: 'pictures', items: stages(looked, outward, inward, units) },
    { kind: 'heading', text: 'In this order, from the frame outward' },
    {
      kind: 'list',
      numbered: true,
      items: [
        ...outward
          .filter(
            (layer) =>
              layer !== cladding &&
              (layer.fill !== null || layer.member !== null) &&
              layer.ventilation !== 'open',
          )
          .map((layer) => step(layer, true)),
        ...rainscreenSteps(looked, units),
      ],
    },
    ...(inward.length > 0
      ? ([
          {
            kind: 'heading',
            text: 'Then inside, once the outside sheds water',
          },
          { kind: 'list', numbered: true, items: inward.map((layer) => step(layer, false)) },
        ] satisfies Block[])
      : []),
    { kind: 'list', items: [...before, ...kept] },
    ...(looked.alone ? ([{ kind: 'text', text: NO_HOUSE_YET }] satisfies Block[]) : []),
    ...(temperatures
      ? ([
          {
            kind: 'text',
            text: `Whatever is stuck here: air and surface from ${formatText('temperature', temperatures[0], units)} to ${formatText('temperature', temperatures[1], units)}, dry and free of dust.`,
          },
        ] satisfies Block[])
      : []),
    { kind: 'heading', text: 'Stop and ask before building' },
    open.length > 0
      ? { kind: 'findings', items: open }
      : { kind: 'text', text: 'Nothing fails and nothing asks for caution.' },
    { kind: 'heading', text: 'Cautions' },
    { kind: 'list', items: [...new Set([...CAUTIONS, ...cautionsOfWall(looked)])] },
    { kind: 'blanks', labels: ['Built by', 'Date', 'Looked at by', 'Date'] },
  ];
  return { title: 'Crew sheet', subject: wall.file.name, blocks };
}

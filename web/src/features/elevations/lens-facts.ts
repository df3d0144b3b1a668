import { checkServices, type ServiceChecks } from '@eldrun/core/services';
import { fixed, formatText, SQUARE_FOOT, type UnitSystem, wallLength } from '@eldrun/core/units';
import {
  furringBothWays,
  takeoffOf,
  type TakeoffChoices,
  type TakeoffLine,
  whatText,
  GOODS,
  amountText,
} from '@eldrun/core/takeoff';
import {
  isComposite,
  nailingOf,
  SHEET,
  stripWidth,
  type ElevationLayout,
  type MemberKind,
} from '@eldrun/core/layout';
import { tradeOf, type Trade } from '@eldrun/core/trade';
import type { Material } from '@eldrun/core/materials';
import { placingRows, type FactId, type PlacingFacts } from '@eldrun/project';
import type { ProjectHouse } from '@eldrun/core/house';
import type { ElevationLayer } from '@eldrun/drawing';
import { lengthText, totalText } from '../../components/lengths.ts';

/** A line beside the drawing: what, how much, and what it stands on. */
export interface Fact {
  label: string;
  value: string;
  more: string;
}

type Rules = Omit<ProjectHouse, 'assemblies' | 'elevations' | 'format' | 'version' | 'name'>;

/** What the facts of a wall are read from. */
export interface LensSubject {
  layout: ElevationLayout;
  /** Of the house. */
  rules: Rules;
  /** What is said of how its layers are placed: the same on every sheet. */
  placed: PlacingFacts;
  /** By what it is taken off: as the order does. */
  choices: TakeoffChoices;
  /** Looks a material up. */
  find: (id: string) => Material | undefined;
  units: UnitSystem;
}

/** What a wall takes of the layer that is looked at, and how it is fastened. */
export function lensFacts(
  lens: ElevationLayer,
  { layout, rules, placed, choices, find, units }: LensSubject,
): Fact[] {
  const { lines } = takeoffOf([layout], rules, { ...choices, planned: false });
  const own = lines.filter(({ elevation }) => elevation !== null);
  const trade = tradeOf(rules);
  const length = (value: number): string => lengthText(value, units);
  const ordered = (role: string): Fact[] =>
    own
      .filter((line) => line.role === role)
      .map((line) => ({
        label: find(line.material)?.name ?? GOODS[line.material]?.name ?? capital(line.material),
        value: amountText(line.order, line.orderUnit, units),
        more: netText(line, units),
      }));
  const fasteners = (start: string): (Fact & { apart: number | null })[] =>
    layout.fasteners
      .filter(({ what }) => what.startsWith(start))
      .map(({ what, count, apart }) => ({
        label: capital(what.slice(start.length + 2)),
        value: String(count),
        more: '',
        apart,
      }));
  const apart = (value: number | null): string => (value === null ? '' : `${length(value)} apart`);

  const said = (...ids: FactId[]): Fact[] =>
    placingRows(placed, units, ids).map(({ label, how, standing }) => ({
      label,
      value: standing,
      more: how,
    }));

  switch (lens) {
    case 'services':
      return serviceFacts(checkServices(layout, trade), trade, length);
    case 'frame':
      return frameFacts(layout, own, units);
    case 'sheathing': {
      if (!layout.parts.sheathing) return nothing('sheathing');
      const { fastener } = nailingOf(rules);
      return [
        ...ordered('sheathing'),
        ...fasteners('sheathing').map((fact) => ({
          ...fact,
          more: `${length(fastener.length ?? layout.parts.sheathing!.thickness + trade('frame-penetration'))} long`,
        })),
        ...said('nailing', 'sheet-gap'),
        {
          label: 'Thickness',
          value: length(layout.parts.sheathing.thickness),
          more: `least for wood panels: ${length(trade('sheathing-16'))} at ${length(0.4064)}, ${length(trade('sheathing-24'))} at ${length(0.6096)}`,
        },
        {
          label: 'The stamp says',
          value: 'span rating',
          more: 'for this spacing, exposure 1 or exterior, sized for spacing, the mill and the standard',
        },
      ];
    }
    case 'membrane': {
      const { membrane } = layout.parts;
      if (!membrane) return nothing('membrane');
      return [
        ...ordered('membrane').map((fact) => ({
          ...fact,
          more:
            membrane.kind === 'liquid'
              ? `${fact.more}; check the wet film as it goes on`
              : fact.more,
        })),
        ...ordered('tape'),
        ...ordered('primer'),
        ...ordered('joint treatment').map((fact) => ({ ...fact, label: 'Joint treatment' })),
        ...fasteners('membrane').map((fact) => ({
          ...fact,
          more: apart(fact.apart),
        })),
        ...said('laps', 'caps'),
        {
          label: 'Courses',
          value: String(layout.membrane.length),
          more:
            membrane.kind === 'liquid'
              ? 'one film over all'
              : 'begun at a corner, from the bottom up',
        },
      ];
    }
    case 'boards': {
      if (layout.boards.length === 0) return nothing('board outside the frame');
      const wool = layout.parts.boards.some(({ fill }) => fill?.category === 'mineral-board');
      return [
        ...ordered('insulation'),
        ...fasteners('boards').map((fact) => ({
          ...fact,
          more: `${fixed(trade('board-temporary'), 0)} a board, until the furring holds them`,
        })),
        ...said('board-joints'),
        ...(wool
          ? [
              {
                label: 'Wool is cut',
                value: `+${length(trade('wool-over'))}`,
                more: 'over its place, so that it closes',
              },
            ]
          : []),
      ];
    }
    case 'furring': {
      const { furring } = layout.parts;
      const mat = ordered('drainage').map((fact) => ({ ...fact, more: 'fabric out' }));
      if (!furring || layout.strips.length === 0) return mat.length > 0 ? mat : nothing('furring');
      const total = layout.strips.reduce(
        (sum, strip) => sum + Math.max(strip.width, strip.height),
        0,
      );
      const width = stripWidth(rules, layout.parts);
      const both = furringBothWays(total, width, trade);
      const price = furring.member?.material.cost;
      const boards =
        price?.per === 'm3'
          ? total * width * furring.thickness * price.usd
          : price
            ? total * width * price.usd
            : null;
      const sheet = find('plywood')?.cost;
      const ripped =
        sheet?.per === 'm2' && sheet.thickness
          ? both.sheets *
            SHEET.width *
            SHEET.length *
            sheet.usd *
            (furring.thickness / sheet.thickness)
          : null;
      return [
        ...ordered('furring'),
        ...mat,
        {
          label: 'As boards',
          value: totalText(total, units),
          more: boards === null ? 'no price' : `about $${fixed(boards, 0)}`,
        },
        {
          label: 'Ripped from sheets',
          value: `${both.sheets} sheets`,
          more: `${both.stripsASheet} strips of ${length(width)} from one${ripped === null ? '' : `, about $${fixed(ripped, 0)} of plywood`}`,
        },
        ...fasteners('furring').map((fact) => ({
          ...fact,
          more: `${apart(fact.apart)}; load and screw decide`,
        })),
        ...said('strips', 'inlet'),
      ];
    }
    case 'cladding': {
      const { cladding } = layout.parts;
      if (!cladding) return nothing('cladding');
      const { needs, kind } = cladding;
      const { courses, joint } = layout.cladding;
      const edges = isComposite(cladding)
        ? [
            `${length(trade('composite-edge'))} from edges`,
            `${length(trade('composite-end'))} from ends`,
          ]
        : Object.entries(needs?.edgeDistance ?? {}).map(
            ([edge, far]) => `${length(far)} from ${edge === 'end' ? 'ends' : `its ${edge}`}`,
          );
      const joints = rules.cladding?.joints ?? 'open';
      return [
        ...ordered('cladding'),
        ...(courses.length > 0
          ? [
              {
                label: 'Courses',
                value: String(courses.length),
                more: `${length(courses[0]!.exposure)} each from a level first one, the last ${length(courses.at(-1)!.exposure)}`,
              },
            ]
          : []),
        ...(kind === 'stucco'
          ? [
              {
                label: 'Control joints',
                value: String(layout.cladding.control.length),
                more: `panels up to ${fixed(trade('stucco-area') / SQUARE_FOOT, 0)} ft², ${length(trade('stucco-length'))} long, ${trade('stucco-ratio')} to 1; at openings’ corners`,
              },
            ]
          : []),
        ...(joint === null
          ? []
          : [
              {
                label: JOINTS[joints],
                value: length(joint),
                more: `going up at ${formatText('temperature', rules.cladding?.installedAt ?? 15, units)}; ${needs?.expansion?.rule ?? ''}`,
              },
            ]),
        ...fasteners('cladding').map((fact) => ({
          ...fact,
          more: [needs?.fastening?.kind, ...edges].filter(Boolean).join('; '),
        })),
        ...said('base'),
      ];
    }
  }
}

/** What is left at a joint, by how it is made. */
const JOINTS = {
  open: 'Open joints',
  butted: 'Butted, at the most',
  trimmed: 'Under the trim',
} as const;

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const nothing = (what: string): Fact[] => [
  { label: 'Nothing', value: '', more: `This assembly has no ${what}.` },
];

/** What a person calls members, and how many pieces they are. */
const MEMBERS: readonly { label: string; kinds: MemberKind[] }[] = [
  { label: 'Studs', kinds: ['stud'] },
  { label: 'Kings and jacks', kinds: ['king', 'jack'] },
  { label: 'Headers', kinds: ['header'] },
  { label: 'Sills', kinds: ['sill'] },
  { label: 'Cripples', kinds: ['cripple'] },
  { label: 'Corners and backing', kinds: ['corner', 'backing'] },
  { label: 'Blocking', kinds: ['blocking'] },
];

/** What boxes and runs come to. */
function serviceFacts(
  { crossings, plates, straps, sealed }: ServiceChecks,
  trade: Trade,
  length: (value: number) => string,
): Fact[] {
  const notches = crossings.filter(({ notched }) => notched).length;
  return [
    {
      label: 'Holes bored',
      value: String(crossings.length - notches),
      more: `${length(trade('run-clearance'))} larger than what runs through`,
    },
    { label: 'Notches', value: String(notches), more: '' },
    {
      label: 'Steel plates',
      value: String(plates),
      more: `where a hole lies under ${length(trade('plate-cover'))} from a face; in the order`,
    },
    {
      label: 'Straps',
      value: String(straps),
      more: 'over top plates that are cut by more than half; in the order',
    },
    {
      label: 'Sealed one by one',
      value: String(sealed),
      more: 'boxes and runs in the insulation pierce its air barrier',
    },
  ];
}

function frameFacts(
  { framing: { members } }: ElevationLayout,
  lines: readonly TakeoffLine[],
  units: UnitSystem,
): Fact[] {
  const pieces = MEMBERS.flatMap(({ label, kinds }) => {
    const own = members.filter(({ kind }) => kinds.includes(kind));
    if (own.length === 0) return [];
    const plies = own.reduce((sum, one) => sum + one.plies, 0);
    const pieces = plies > own.length ? `${plies} plies, ` : '';
    const lengths = own.map(({ height, width, kind }) =>
      kind === 'header' || kind === 'sill' || kind === 'blocking' ? width : height,
    );
    const longest = Math.max(...lengths);
    return [
      { label, value: String(own.length), more: `${pieces}up to ${lengthText(longest, units)}` },
    ];
  });
  const plates = members
    .filter(({ kind }) => kind === 'bottomPlate' || kind === 'topPlate')
    .reduce((sum, { width }) => sum + width, 0);
  return [
    ...pieces,
    { label: 'Plates', value: totalText(plates, units), more: 'all plies' },
    ...lines
      .filter(({ role }) => role === 'framing')
      .map((line) => ({
        label: `Lumber ${whatText(line.what, units)}`,
        value: amountText(line.order, line.orderUnit, units),
        more: (line.stock ?? [])
          .map(({ length, count }) => `${count} of ${wallLength(length, units)}`)
          .join(', '),
      })),
  ];
}

const netText = ({ net, unit, what }: TakeoffLine, units: UnitSystem): string =>
  [
    unit === 'm²' || unit === 'm' ? `${amountText(net, unit, units)} net` : '',
    whatText(what, units),
  ]
    .filter(Boolean)
    .join(', ');

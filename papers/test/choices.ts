import { demoProject } from '@eldrun/demo/as-project';
import type { Document } from '@eldrun/core/document';
import type { Details } from '@eldrun/core/edges';
import type { ProjectHouse } from '@eldrun/core/house';
import { lineKey, type OrderBook } from '@eldrun/core/order';
import type { PriceBook } from '@eldrun/core/prices';
import type { ProjectSite } from '@eldrun/core/site';
import type { ProjectWall } from '@eldrun/core/build-up';
import {
  Derived,
  edge,
  edges,
  onlyDocument,
  orderedHouse,
  withDocuments,
  type Project,
} from '@eldrun/project';
import { sheetOf, projectTables, type PaperOf, type PaperSetting } from '../src/index.ts';

/** The places that a stored choice can be read in. */
export const PLACES = [
  'wall',
  'submittal',
  'crew',
  'elevation',
  'plates',
  'edges',
  'order',
  'site',
  'tables',
] as const;
export type Place = (typeof PLACES)[number];

/** How layers are put together is said on these. */
const PLACED: readonly Place[] = ['wall', 'submittal', 'crew'];

/** Something that a person stores, another value of it, and the places that have to say so. */
export interface StoredChoice {
  /** As documents have it. */
  name: string;
  change: (project: Project) => Project;
  /** What has to be there before it can be chosen. */
  given?: (project: Project) => Project;
  said: readonly Place[];
}

/** A demo house with one of its sides: what is said of one is said of all. */
export function oneSided(): Project {
  const project = demoProject();
  const { id, document } = onlyDocument<ProjectHouse>(project, 'house')!;
  const elevations = document.elevations.filter((one) => one.id === 'north');
  return withDocuments(project, [
    { id, kind: 'house', revision: 2, document: { ...document, elevations } as Document },
  ]);
}

/** The wall of the house that is looked at. */
const WALL = 'wall-1';

const SETTING: PaperSetting = {
  project: 'Choices',
  revision: '1',
  date: '2026-03-12',
  size: 'letter',
  units: 'imperial',
};

const ASKED: Record<Exclude<Place, 'tables'>, PaperOf> = {
  wall: { sheet: 'wall', wall: WALL, hourly: false },
  submittal: { sheet: 'submittal', wall: WALL, hourly: false },
  crew: { sheet: 'crew', wall: WALL, hourly: false },
  elevation: { sheet: 'elevation', only: ['north'] },
  plates: { sheet: 'plates', only: ['north'] },
  edges: { sheet: 'edges', only: ['head', 'sill', 'base', 'corner-outside', 'eave'] },
  order: { sheet: 'order' },
  site: { sheet: 'site' },
};

/** What each place says, as text; what it says instead where it cannot. */
export function saidIn(derived: Derived): Record<Place, string> {
  const { look } = derived;
  const texts = (place: Place): string => {
    try {
      return JSON.stringify(
        place === 'tables'
          ? projectTables(look, 'imperial')
          : sheetOf(look, ASKED[place], SETTING).blocks,
      );
    } catch (error) {
      return (error as Error).message;
    }
  };
  return Object.fromEntries(PLACES.map((place) => [place, texts(place)])) as Record<Place, string>;
}

/** Another value of a field of the only document of a kind; the document is made where there is none. */
const set =
  <D>(kind: string, blank: object, change: (document: D) => Partial<D>) =>
  (project: Project): Project => {
    const saved = onlyDocument(project, kind);
    const before = (saved?.document ?? { version: 1, name: kind, ...blank }) as D;
    const document = { ...before, ...change(before) } as never;
    return withDocuments(project, [
      { id: saved?.id ?? kind, kind, revision: (saved?.revision ?? 0) + 1, document },
    ]);
  };

const house = (fields: Partial<ProjectHouse>) => set<ProjectHouse>('house', {}, () => fields);
const trade = (id: string, value: number) =>
  set<ProjectHouse>('house', {}, ({ trade: own = {} }) => ({ trade: { ...own, [id]: value } }));
const details = (fields: Partial<Details>) =>
  set<Details>('details', { format: 'eldrun-details' }, () => fields);
const grouped = (group: string, fields: object) =>
  set<Details>('details', { format: 'eldrun-details' }, ({ groups = {} }) => ({
    groups: { ...groups, [group]: { ...groups[group as 'base'], ...fields } },
  }));
const site = (fields: Partial<ProjectSite>) => set<ProjectSite>('site', {}, () => fields);
const order = (fields: Partial<OrderBook>) =>
  set<OrderBook>('order', { format: 'eldrun-order' }, () => fields);
const prices = (fields: Partial<PriceBook>) =>
  set<PriceBook>('prices', { format: 'eldrun-prices', prices: {} }, () => fields);
const wall =
  (change: (wall: ProjectWall) => Partial<ProjectWall>) =>
  (project: Project): Project => {
    const saved = project.documents.find(({ id }) => id === WALL)!;
    const document = saved.document as ProjectWall;
    return withDocuments(project, [
      {
        ...saved,
        revision: saved.revision + 1,
        document: { ...document, ...change(document) },
      },
    ]);
  };

type Table<D, Left extends keyof D> = Record<Exclude<keyof D, Left>, StoredChoice[]>;
type Head = 'format' | 'version' | 'name';

const one = (
  name: string,
  change: StoredChoice['change'],
  ...said: readonly Place[]
): StoredChoice => ({ name, change, said });

/** Every field of a house: one that is added has to say here who reads it. */
const HOUSE: Table<ProjectHouse, Head | 'assemblies' | 'elevations' | 'shell'> = {
  practice: [
    one('practice.topPlate', house({ practice: { topPlate: 1 } }), 'elevation', 'order'),
    one('practice.corners', house({ practice: { corners: 'two-stud' } }), 'elevation', 'plates'),
    one('practice.jacksAt', house({ practice: { jacksAt: 'none' } }), 'elevation', 'plates'),
    one('practice.stacked', house({ practice: { stacked: true } }), 'plates'),
    one('practice.seismic', house({ practice: { seismic: true } }), 'elevation'),
  ],
  sheets: [
    one(
      'sheets.sheathing.lying',
      house({ sheets: { sheathing: { width: 1.2192, length: 2.4384, lying: true } } }),
      'elevation',
      'order',
    ),
    one(
      'sheets.sheathing.gap',
      house({ sheets: { sheathing: { width: 1.2192, length: 2.4384, gap: 0.00635 } } }),
      ...PLACED,
      'site',
    ),
    one(
      'sheets.outside.stagger',
      house({ sheets: { outside: [{ width: 1.2192, length: 2.4384, stagger: 0.4572 }] } }),
      ...PLACED,
      'site',
    ),
  ],
  nailing: [one('nailing', house({ nailing: 'staple-16' }), ...PLACED, 'site', 'order')],
  rolls: [
    one(
      'rolls.membrane.horizontalLap',
      house({ rolls: { membrane: { width: 2.7432, horizontalLap: 0.3048 } } }),
      ...PLACED,
      'site',
    ),
    one(
      'rolls.membrane.verticalLap',
      house({ rolls: { membrane: { width: 2.7432, verticalLap: 0.3048 } } }),
      ...PLACED,
    ),
  ],
  furring: [one('furring.width', house({ furring: { width: 0.0635 } }), 'elevation', 'order')],
  cladding: [
    one('cladding.exposure', house({ cladding: { exposure: 0.1524 } }), 'elevation', 'order'),
  ],
  waste: [one('waste', house({ waste: { cladding: 0.9, membrane: 0.9 } }), 'order')],
  trade: [
    one('trade.nail-8d-edge', trade('nail-8d-edge', 0.0762), ...PLACED, 'site', 'order'),
    one('trade.nail-8d-field', trade('nail-8d-field', 0.1524), ...PLACED, 'site', 'order'),
    one('trade.sheathing-edge', trade('sheathing-edge', 0.0127), ...PLACED),
    one('trade.wrap-lap', trade('wrap-lap', 0.2032), ...PLACED, 'site'),
    one('trade.wrap-corner', trade('wrap-corner', 0.4064), ...PLACED, 'site'),
    one('trade.wrap-cap', trade('wrap-cap', 0.3048), ...PLACED, 'order'),
    one('trade.board-stagger', trade('board-stagger', 0.4064), ...PLACED, 'site'),
    one('trade.furring-short', trade('furring-short', 0.0254), ...PLACED),
    one('trade.clear-siding', trade('clear-siding', 0.2032), ...PLACED),
  ],
  openingU: [one('openingU', house({ openingU: 1.9 }), 'elevation')],
};

const DETAILS: Table<Details, Head | 'edges' | 'openings'> = {
  groups: [
    one(
      'groups.base.vent',
      grouped('base', { vent: 'strip' }),
      ...PLACED,
      'site',
      'edges',
      'order',
    ),
    one(
      'groups.opening.carrier',
      grouped('opening', { carrier: 'buck' }),
      ...PLACED,
      'edges',
      'order',
    ),
    one('groups.opening.position', grouped('opening', { position: 'cladding' }), 'edges'),
  ],
  seals: [
    one(
      'seals',
      (project) => {
        // Whatever is sealed first on any edge, left open.
        const { look } = new Derived(project);
        const [found] = look(edges).edges.flatMap(({ id, kind }) =>
          look(edge, id).section.lines.flatMap(({ joints }) =>
            joints.filter(({ sealed }) => sealed).map((joint) => ({ kind, joint: joint.id })),
          ),
        );
        return details({ seals: { [found!.kind]: { [found!.joint]: false } } })(project);
      },
      'edges',
    ),
  ],
  penetrations: [
    one(
      'penetrations',
      details({ penetrations: [{ id: 'P9', kind: 'pipe', elevation: 'north', size: 0.05 }] }),
      'tables',
    ),
  ],
  controls: [
    one('controls.air', details({ controls: { A: { air: 'L5' }, B: { air: 'L5' } } }), ...PLACED),
  ],
};

const SITE: Table<
  ProjectSite,
  Head | 'log' | 'airTests' | 'today' | 'readings' | 'progress' | 'checks' | 'moves'
> = {
  start: [one('start', site({ start: '2026-05-04' }), 'site')],
  calendar: [one('calendar', site({ calendar: { workdays: [1, 2, 3], hours: 6 } }), 'site')],
  crews: [one('crews', site({ crews: { framing: 1 } }), 'site')],
  choices: [
    {
      ...one('choices.racking', site({ choices: { racking: 'inside' } }), ...PLACED, 'site'),
      // A board inside of the studs that can hold the frame.
      given: wall(({ layers: [finish, ...others] }) => ({
        layers: [
          finish!,
          { id: 'inner', kind: 'sheet', material: 'osb', thickness: 0.0111 },
          ...others,
        ],
      })),
    },
    one('choices.windows', site({ choices: { windows: 'after-insulation' } }), ...PLACED, 'site'),
    one(
      'choices.airtightness',
      site({ choices: { airtightness: 'not-tested' } }),
      ...PLACED,
      'site',
    ),
  ],
  leadTimes: [
    one(
      'leadTimes',
      site({ progress: [], leadTimes: [{ item: 'windows', ordered: '2026-04-01', days: 200 }] }),
      'site',
    ),
  ],
  elevations: [one('elevations', site({ progress: [], elevations: ['west'] }), 'site')],
  closedForNow: [one('closedForNow', site({ progress: [], closedForNow: true }), 'site')],
  existing: [one('existing', site({ existing: 'frame' }), 'site')],
};

const ORDER: Table<OrderBook, Head | 'quotations'> = {
  packs: [one('packs', order({ packs: { 'nail-8d': 100 } }), 'order')],
  prices: [
    one(
      'order.prices',
      (project) =>
        order({
          prices: Object.fromEntries(
            new Derived(project)
              .look(orderedHouse)
              .lines.map((line) => [lineKey(line), { usd: 7, unit: line.orderUnit }]),
          ),
        })(project),
      'order',
    ),
  ],
  deliveries: [
    one(
      'deliveries',
      (project) => {
        const [line] = new Derived(project).look(orderedHouse).lines;
        const came = { id: 'd1', key: lineKey(line!), on: '2026-04-20', count: 1 };
        return order({ deliveries: [came] })(project);
      },
      'tables',
    ),
  ],
};

const PRICES: Table<PriceBook, Head> = {
  prices: [
    one(
      'prices.prices',
      prices({ prices: { 'osb-sheathing': { usd: 99, per: 'm2' } as never } }),
      'order',
      'wall',
    ),
  ],
  laborRate: [one('prices.laborRate', prices({ laborRate: 75 }), 'wall', 'order')],
};

const WALLS: StoredChoice[] = [
  one(
    'wall.airtightness',
    wall(() => ({ airtightness: { flow: 9e-3, pressure: 50 } })),
  ),
  one(
    'wall.pressure',
    wall(() => ({ pressure: -20 })),
  ),
  one(
    'wall.attachment.furring',
    wall(() => ({ attachment: { furring: { fastener: 'structural-screw', spacing: 0.3048 } } })),
    'wall',
    'submittal',
  ),
  one(
    'wall.targets',
    wall(() => ({ targets: { r: 9, thickness: 0.1 } })),
    'wall',
    'submittal',
  ),
];

const tables: Record<string, Record<string, StoredChoice[]>> = {
  house: HOUSE,
  details: DETAILS,
  site: SITE,
  order: ORDER,
  prices: PRICES,
  wall: { all: WALLS },
};

/** All stored choices, each with another value and the places that have to say it. */
export const CHOICES: StoredChoice[] = Object.values(tables).flatMap((table) =>
  Object.values(table).flat(),
);

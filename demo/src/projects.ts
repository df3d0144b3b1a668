import { INCH, R_VALUE, type UnitSystem } from '@eldrun/core/units';
import type { BoxService, Elevation, House, Opening } from '@eldrun/core/house';
import { DETAILS_FORMAT, type Details } from '@eldrun/core/edges';
import type { Brief, FramedLayer, Layer, Member, ProjectWall } from '@eldrun/core/build-up';
import type { Prices } from '@eldrun/core/materials';
import type { ProjectSite } from '@eldrun/core/site';
import { MILL_RACE_SITE } from './site.ts';

/** A made-up project in the made-up valley town of Harrow Fell. */
export interface DemoProject {
  name: string;
  units: UnitSystem;
  brief: Brief;
  walls: ProjectWall[];
  prices?: Prices;
  /** Its house; an assembly is the number of one of its walls. */
  house?: House<number>;
  /** How the edges of its house are made. */
  details?: Details;
  /** How its walls are built. */
  site?: ProjectSite;
  /** Which of its walls was chosen, by number, and why the others were not. */
  decision?: {
    name: string;
    chosen: number;
    why: string;
    decidedBy: string;
    decidedOn: string;
    rejected: Record<number, string>;
  };
}

const QUOTED = 'Merchant in Harrow Fell, February 2026 (invented)';

type Unnumbered = Layer extends infer L ? (L extends Layer ? Omit<L, 'id'> : never) : never;

function wall(name: string, layers: Unnumbered[], more: Partial<ProjectWall> = {}): ProjectWall {
  return {
    format: 'eldrun-wall',
    version: 1,
    name,
    layers: layers.map((layer, i) => ({ id: `L${i + 1}`, ...layer })),
    ...more,
  };
}

function sheet(material: string, thickness: number): Unnumbered {
  return { kind: 'sheet', material, thickness };
}

function stud(width: number, spacing: number, offset = 0): Member {
  return { section: 'solid', material: 'softwood', width, spacing, direction: 'vertical', offset };
}

function framed(
  thickness: number,
  fill: FramedLayer['fill'],
  member: Member,
  fraction?: number,
  frame = 'main',
): Unnumbered {
  return {
    kind: 'framed',
    thickness,
    fill,
    frame,
    member,
    ...(fraction === undefined ? {} : { fraction }),
  };
}

function furring(thickness: number, spacing: number): Unnumbered {
  return {
    kind: 'framed',
    thickness,
    fill: { air: { ventilation: 'open' } },
    frame: 'furring',
    member: { ...stud(0.0889, spacing), material: 'furring-1x4' },
  };
}

/** An opening of a house, its rough sizes in inches. */
function opening(
  id: string,
  x: number,
  sill: number,
  width: number,
  height: number,
  header: number | null,
): Opening {
  return {
    id,
    kind: id.startsWith('D') ? 'door' : 'window',
    x: x * INCH,
    sill: sill * INCH,
    width: width * INCH,
    height: height * INCH,
    header: header === null ? null : { depth: header * INCH, plies: 2 },
  };
}

/** A wall of a house, its length in inches. */
function side(
  id: string,
  length: number,
  openings: Opening[],
  more: Partial<Elevation>,
): Elevation {
  return {
    id,
    name: id[0]!.toUpperCase() + id.slice(1),
    assembly: 'A',
    length: length * INCH,
    cover: { below: 0.04, above: 0 },
    layout: { from: 'left', zero: 0 },
    openings,
    ...more,
  };
}

/** A box or a cabinet, in. */
const box = (
  id: string,
  kind: BoxService['kind'],
  x: number,
  z: number,
  width: number,
  height: number,
  depth: number,
): BoxService => ({
  id,
  kind,
  x: x * INCH,
  z: z * INCH,
  width: width * INCH,
  height: height * INCH,
  depth: depth * INCH,
});

/** Points of a run, in. */
const path = (...points: [x: number, z: number][]): [x: number, z: number][] =>
  points.map(([x, z]) => [x * INCH, z * INCH]);

/** Height of the walls of a house with studs of 92 5/8 in., m. */
const STORY = 97.125 * INCH;

const MILL_RACE: House<number> = {
  format: 'eldrun-house',
  version: 1,
  name: 'House',
  assemblies: { A: 1 },
  elevations: [
    side(
      'north',
      348,
      [
        opening('W1', 62, 36, 36, 48, 7.25),
        opening('W2', 186, 24, 72, 60, 9.25),
        opening('D1', 294, 0, 38, 82.5, 7.25),
      ],
      {
        name: 'North gable',
        facing: 0,
        height: STORY,
        ends: {
          left: { meets: 'east', runs: 'through' },
          right: { meets: 'west', runs: 'through' },
        },
        intersections: [{ x: 140 * INCH, width: 4.5 * INCH, kind: 'ladder' }],
        anchors: [8, 70, 138, 202, 264, 283, 338.5, 342].map((x) => ({
          x: x * INCH,
          kind: 'bolt',
          washer: 3 * INCH,
        })),
        risers: [{ x: 104 * INCH, width: 3 * INCH, kind: 'pipe' }],
      },
    ),
    side('east', 264, [opening('W3', 116, 42, 32, 42, 7.25)], {
      facing: 90,
      top: [
        [0, STORY],
        [132 * INCH, STORY + 66 * INCH],
        [264 * INCH, STORY],
      ],
      ends: {
        left: { meets: 'south', runs: 'butts' },
        right: { meets: 'north', runs: 'butts' },
      },
    }),
    side(
      'south',
      348,
      [
        opening('W4', 40, 24, 60, 60, 9.25),
        opening('D2', 138, 0, 74, 84, 9.25),
        opening('W5', 250, 24, 60, 60, 9.25),
      ],
      {
        facing: 180,
        height: STORY,
        ends: {
          left: { meets: 'west', runs: 'through' },
          right: { meets: 'east', runs: 'through' },
        },
      },
    ),
    side('west', 264, [opening('W6', 60, 36, 36, 48, 7.25), opening('W7', 150, 36, 36, 48, 7.25)], {
      facing: 270,
      height: STORY,
      ends: {
        left: { meets: 'north', runs: 'butts' },
        right: { meets: 'south', runs: 'butts' },
      },
      // The kitchen: a sink under W7, with its pipe far out in the cavity.
      services: [
        box('B1', 'box', 32.75, 12, 2.25, 3.75, 2.5),
        box('R1', 'cabinet', 208.75, 48, 14, 24, 3.5),
        { id: 'C1', kind: 'cable', path: path([34, 18], [110, 18]), diameter: 0.5 * INCH },
        {
          id: 'P1',
          kind: 'pipe',
          path: path([152, 20], [200, 20]),
          diameter: 0.875 * INCH,
          from: 4.25 * INCH,
        },
      ],
    }),
  ],
  practice: { corners: 'three-stud' },
  cladding: { exposure: 7 * INCH, boardLength: 144 * INCH, jointStagger: 24 * INCH },
};

const MILL_RACE_EDGES: Details = {
  format: DETAILS_FORMAT,
  version: 1,
  name: 'Edges',
  groups: {
    opening: { position: 'insulation', carrier: 'box', order: 'after', frameDepth: 0.0762 },
  },
  // D2 is a sliding door to the deck.
  openings: { 'south/D2': { swing: 'sliding' } },
  edges: [
    { id: 'E1', kind: 'ledger', name: 'Deck at the kitchen', assembly: 'A', length: 168 * INCH },
    { id: 'E2', kind: 'porch', name: 'Porch over D1', assembly: 'A', length: 72 * INCH },
  ],
  penetrations: [
    {
      id: 'P1',
      kind: 'vent',
      elevation: 'west',
      x: 48 * INCH,
      z: 84 * INCH,
      size: 6 * INCH,
      layer: 'L4',
      how: 'gasket, taped to the panel',
      who: 'Crew',
      sealedOn: '2026-05-06',
      air: 'exhaust',
    },
    {
      id: 'P2',
      kind: 'vent',
      elevation: 'west',
      x: 228 * INCH,
      z: 84 * INCH,
      size: 6 * INCH,
      layer: 'L4',
      how: 'gasket, taped to the panel',
      who: 'Crew',
      sealedOn: '2026-05-06',
      air: 'intake',
    },
    {
      id: 'P3',
      kind: 'cable',
      elevation: 'north',
      x: 30 * INCH,
      z: 60 * INCH,
      size: INCH,
      count: 2,
    },
    {
      id: 'P4',
      kind: 'fastener',
      elevation: 'south',
      x: 100 * INCH,
      z: 40 * INCH,
      size: 0.25 * INCH,
    },
  ],
};

const STEEL: Member = {
  section: 'c',
  material: 'steel',
  web: 0.00109,
  flange: 0.0413,
  lip: 0.0127,
  spacing: 0.4064,
  direction: 'vertical',
  offset: 0,
};

/** How the wall with all its insulation outside is held, joined and proved. */
const HELD_OUTSIDE: Partial<ProjectWall> = {
  attachment: {
    furring: { fastener: 'structural-250', length: 0.254, spacing: 0.4064 },
    cladding: { fastener: 'nail-ring-113', length: 0.0381, spacing: 0.178 },
  },
  joints: {
    tape: 'tape-acrylic',
    flashing: 'butyl-membrane',
    sealant: 'sealant-hybrid',
    foam: 'gun-foam',
    flange: 'vinyl-flange',
    peelTests: [
      {
        top: 'acrylic-membrane',
        onto: 'wood-panel',
        on: '2026-04-08',
        by: 'Site lead',
        held: true,
        temperature: 9,
      },
    ],
  },
  proof: [
    {
      of: 'self-adhered-permeable',
      kind: 'evaluation',
      name: 'Evaluation report',
      version: '2025',
      expires: '2028-06-30',
    },
    {
      of: 'self-adhered-permeable',
      kind: 'instructions',
      name: 'Installation guide',
      version: '3.1',
    },
    {
      of: 'structural-250',
      kind: 'evaluation',
      name: 'Evaluation report',
      version: '2023',
      expires: '2026-03-31',
    },
  ],
};

const fixed = (relativeHumidity: number) => ({ kind: 'fixed' as const, relativeHumidity });

export const DEMO_PROJECTS: readonly DemoProject[] = [
  {
    name: 'Mill Race house',
    units: 'imperial',
    brief: {
      convention: 'ashrae',
      indoor: { temperature: 21, humidity: fixed(0.35) },
      outdoor: { climate: 'cold-humid' },
      targets: { r: 24 * R_VALUE, thickness: 0.3048 },
      loads: {
        wind: { speed: 51.4096, exposure: 'B', height: 9.144, zone: 5 },
        seismic: 'B',
      },
    },
    walls: [
      wall('North gable, option A', [
        sheet('gypsum-board', 0.0127),
        sheet('variable-membrane-high-range', 0.0003),
        framed(0.1397, 'mineral-wool-batt', stud(0.0381, 0.4064), 0.23),
        sheet('osb', 0.0111),
        sheet('wrb-monolithic-membrane', 0.0005),
        furring(0.019, 0.4064),
        sheet('fiber-cement-lap', 0.0079),
      ]),
      wall(
        'North gable, option B',
        [
          sheet('gypsum-board', 0.0127),
          sheet('variable-membrane-high-range', 0.0003),
          framed(0.1397, 'mineral-wool-batt', stud(0.0381, 0.4064), 0.23),
          sheet('osb', 0.0111),
          sheet('wrb-monolithic-membrane', 0.0005),
          sheet('mineral-wool-board-rigid', 0.0381),
          furring(0.019, 0.4064),
          sheet('fiber-cement-lap', 0.0079),
        ],
        {
          fasteners: [{ conductivity: 50, diameter: 0.006, perArea: 5, from: 'L6', to: 'L6' }],
        },
      ),
      wall(
        'North gable, all outside',
        [
          sheet('gypsum-board', 0.0127),
          framed(0.0889, { air: { ventilation: 'still' } }, stud(0.0381, 0.4064), 0.23),
          sheet('osb', 0.0111),
          sheet('self-adhered-permeable', 0.0006),
          sheet('mineral-wool-board-rigid', 0.0762),
          sheet('mineral-wool-board-rigid', 0.0762),
          furring(0.019, 0.4064),
          sheet('fiber-cement-lap', 0.0079),
        ],
        HELD_OUTSIDE,
      ),
      wall('Garage link, paint only', [
        sheet('latex-paint', 0.0001),
        sheet('gypsum-board', 0.0127),
        framed(0.1397, 'fiberglass-batt-r21', stud(0.0381, 0.4064), 0.25),
        sheet('osb', 0.0111),
        sheet('wrap-nonwoven', 0.00017),
        sheet('vinyl-siding', 0.0011),
      ]),
    ],
    prices: {
      laborRate: 62,
      prices: {
        'gypsum-board': {
          usd: 5.6,
          per: 'm2',
          thickness: 0.0127,
          waste: 0.1,
          minutes: 11,
          source: QUOTED,
        },
        'mineral-wool-batt': {
          usd: 12.9,
          per: 'm2',
          thickness: 0.0889,
          waste: 0.04,
          minutes: 7,
          source: QUOTED,
        },
        osb: { usd: 8.1, per: 'm2', thickness: 0.0111, waste: 0.08, minutes: 8, source: QUOTED },
        'wrb-monolithic-membrane': { usd: 4.4, per: 'm2', waste: 0.12, minutes: 6, source: QUOTED },
        'mineral-wool-board-rigid': {
          usd: 318,
          per: 'm3',
          waste: 0.07,
          minutes: 12,
          source: QUOTED,
        },
        'fiber-cement-lap': { usd: 25, per: 'm2', waste: 0.1, minutes: 34, source: QUOTED },
      },
    },
    house: MILL_RACE,
    details: MILL_RACE_EDGES,
    site: MILL_RACE_SITE,
    decision: {
      name: 'Outside walls',
      chosen: 1,
      why: 'Board outside keeps the sheathing warmer at little cost, still fits the window depth, and lets the wall dry outward.',
      decidedBy: 'Builder, with the client',
      decidedOn: '2026-03-12',
      rejected: {
        0: 'Misses the R that the brief asks for; the sheathing stays cold.',
        2: 'Two layers of board and long screws for a gain that the room cannot take.',
      },
    },
  },
  {
    name: 'Tarn Bank cottage',
    units: 'metric',
    brief: {
      convention: 'iso',
      indoor: { temperature: 20, humidity: { kind: 'class', class: 3 } },
      outdoor: { climate: 'maritime-temperate-island' },
      targets: { r: 5, thickness: 0.34 },
    },
    walls: [
      wall('Wood-fiber wall with service cavity', [
        sheet('gypsum-board-metric', 0.0125),
        {
          kind: 'framed',
          thickness: 0.045,
          fill: { air: { ventilation: 'still' } },
          frame: 'service',
          member: { ...stud(0.045, 0.6), direction: 'horizontal' },
        },
        sheet('osb', 0.0127),
        framed(0.145, 'wood-fiber-batt', stud(0.045, 0.6), 0.14),
        sheet('wood-fiber-weather-board', 0.06),
        furring(0.025, 0.6),
        sheet('wood-lap-siding', 0.019),
      ]),
      wall('Brick veneer on timber frame', [
        sheet('gypsum-board-metric', 0.0125),
        sheet('variable-membrane-high-range', 0.0003),
        framed(0.14, 'glass-wool-batt-metric', stud(0.038, 0.6), 0.15),
        sheet('osb', 0.0111),
        sheet('wrap-nonwoven', 0.00017),
        { kind: 'air', thickness: 0.05, ventilation: 'slight', openingArea: 1500 },
        sheet('brick-veneer', 0.1025),
      ]),
    ],
  },
  {
    name: 'Quarry Row infill',
    units: 'imperial',
    brief: {
      convention: 'ashrae',
      indoor: { temperature: 21, humidity: fixed(0.4) },
      outdoor: { climate: 'mixed-humid' },
      targets: { r: 18 * R_VALUE },
    },
    walls: [
      wall('Steel studs, cavity fill only', [
        sheet('gypsum-board', 0.0159),
        framed(0.1524, 'fiberglass-batt-r19', STEEL, 0.0043),
        sheet('gypsum-sheathing-glass-mat', 0.0127),
        sheet('liquid-applied-permeable', 0.0005),
        furring(0.019, 0.4064),
        sheet('fiber-cement-panel', 0.008),
      ]),
    ],
  },
  {
    name: 'Lower Ford house',
    units: 'imperial',
    brief: {
      convention: 'ashrae',
      indoor: { temperature: 24, humidity: fixed(0.45) },
      outdoor: { climate: 'hot-humid' },
      targets: { r: 13 * R_VALUE },
    },
    walls: [
      wall('Inner vapor barrier, foam outside', [
        sheet('gypsum-board', 0.0127),
        sheet('polyethylene-6mil', 0.00015),
        framed(0.0889, 'fiberglass-batt-r13', stud(0.0381, 0.4064), 0.25),
        sheet('osb', 0.0111),
        sheet('polyiso-foil-faced', INCH),
        sheet('wrap-drainable', 0.001),
        sheet('vinyl-siding', 0.0011),
      ]),
      wall('Dries both ways', [
        sheet('gypsum-board', 0.0127),
        framed(0.0889, 'mineral-wool-batt', stud(0.0381, 0.6096), 0.16),
        sheet('plywood', 0.0127),
        sheet('wrap-drainable', 0.001),
        furring(0.019, 0.6096),
        sheet('fiber-cement-lap', 0.0079),
      ]),
    ],
  },
  {
    name: 'High Intake farm',
    units: 'imperial',
    brief: {
      convention: 'ashrae',
      indoor: { temperature: 21, humidity: fixed(0.3) },
      outdoor: { climate: 'very-cold' },
      targets: { r: 36 * R_VALUE, thickness: 0.35 },
    },
    walls: [
      wall('Two rows of studs, no foam', [
        sheet('gypsum-board', 0.0127),
        framed(0.0889, 'cellulose-dense-pack', stud(0.0381, 0.6096, 0.3048), 0.18, 'inner'),
        sheet('cellulose-dense-pack', 0.0889),
        framed(0.0889, 'cellulose-dense-pack', stud(0.0381, 0.6096), 0.18),
        sheet('plywood', 0.0127),
        sheet('wrb-monolithic-membrane', 0.0005),
        furring(0.019, 0.6096),
        sheet('thermally-modified-wood', 0.019),
      ]),
    ],
  },
];

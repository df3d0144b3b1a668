import { INCH } from '../../common/units/index.ts';
import type { Quantity } from '../../common/units/index.ts';
import type { EdgeGroup, EdgeKind, Settings, SettingValue } from './types.ts';

/** One setting of a group of edges: what it is, what is allowed, and what is usual. */
export interface SettingField {
  id: string;
  name: string;
  usual: SettingValue;
  /** Of a number. */
  quantity?: Quantity;
  least?: number;
  most?: number;
  /** Of a choice: its values and what they are called. */
  choices?: readonly (readonly [value: string, name: string])[];
  source: string;
}

const length = (
  id: string,
  name: string,
  usual: number,
  least: number,
  most: number,
  source = 'typical; the maker’s sizes decide',
): SettingField => ({ id, name, usual, quantity: 'length', least, most, source });

const number = (
  id: string,
  name: string,
  usual: number,
  quantity: Quantity,
  least: number,
  most: number,
  source: string,
): SettingField => ({ id, name, usual, quantity, least, most, source });

const flag = (
  id: string,
  name: string,
  usual: boolean,
  source = 'trade practice',
): SettingField => ({
  id,
  name,
  usual,
  source,
});

const choice = (
  id: string,
  name: string,
  usual: string,
  choices: SettingField['choices'] & object,
  source = 'trade practice',
): SettingField => ({ id, name, usual, choices, source });

/** What can be said of the edges of each group. m, W/(m·K), m²K/W */
export const EDGE_FIELDS: Readonly<Record<EdgeGroup, readonly SettingField[]>> = {
  opening: [
    choice('position', 'Window position', 'sheathing', [
      ['sheathing', 'At the sheathing'],
      ['insulation', 'In the insulation'],
      ['cladding', 'At the cladding'],
    ]),
    choice('carrier', 'Carried by', 'box', [
      ['none', 'The frame alone'],
      ['box', 'A plywood box'],
      ['buck', 'A lumber buck'],
    ]),
    choice('order', 'Windows go in', 'before', [
      ['before', 'Before the outside boards'],
      ['after', 'After the outside boards'],
    ]),
    length('boxThickness', 'Box or jamb extension, thickness', 0.01905, 0, 0.06),
    length(
      'play',
      'Shim space',
      0.0127,
      0,
      0.05,
      'trade practice: 1/2 in. a side, less after shimming',
    ),
    length('frameDepth', 'Window frame, depth', 0.0762, 0.02, 0.4),
    length('frameWidth', 'Window frame, seen width', 0.0635, 0.02, 0.25),
    length('flangeSetback', 'Flange to frame’s outer face', INCH, 0, 0.2),
    length('glazingThickness', 'Glazing', INCH, 0.004, 0.1),
    number(
      'frameConductivity',
      'Frame, as one material',
      0.13,
      'conductivity',
      0.01,
      10,
      'EN ISO 10077-2 frames of wood; vinyl lies near it',
    ),
    number(
      'glazingConductivity',
      'Glazing, as one material',
      0.035,
      'conductivity',
      0.001,
      10,
      'double glazing with a coating, U about 1.2',
    ),
    length('overlap', 'Outside insulation over the frame', 0, 0, 0.1),
    number(
      'sillSlope',
      'Sill slope, degrees',
      6,
      'number',
      0,
      30,
      '5 to 10° customary; at least 1/4 in. per ft',
    ),
    length('upstand', 'Upstands and end dams of the pan', 0.0508, 0, 0.2, 'trade practice: 2 in.'),
    flag('twoStage', 'Two-stage sill', false),
    choice('swing', 'Sash', 'outward', [
      ['outward', 'Opens outward'],
      ['inward', 'Opens inward'],
      ['sliding', 'Slides'],
      ['fixed', 'Fixed'],
    ]),
  ],
  corner: [
    length('furring', 'Furring at the corner', 0.0889, 0.02, 0.3),
    choice('backing', 'Cladding’s edge is nailed to', 'blocks', [
      ['blocks', 'Blocks between, tied back to the frame'],
      ['furring', 'Furring that laps at the corner'],
      ['metal', 'A metal corner profile'],
    ]),
    length('trimThickness', 'Corner board, thickness', 0.01905, 0.001, 0.1),
  ],
  partition: [],
  base: [
    length('slab', 'Floor slab', 0.1016, 0.05, 0.5),
    number(
      'slabInsulation',
      'Under the slab, R',
      1.76,
      'resistance',
      0,
      20,
      'model codes: R 10 for slab edges in cold climates',
    ),
    number(
      'edgeInsulation',
      'At the slab’s edge, R',
      1.76,
      'resistance',
      0,
      20,
      'model codes: R 10 for slab edges in cold climates',
    ),
    length('edgeDepth', 'Edge insulation reaches down', 0.6096, 0, 3),
    length('wallBelow', 'Stem wall, thickness', 0.2032, 0.1, 0.6),
    length(
      'soil',
      'Plate above grade',
      0.2032,
      0,
      3,
      'model codes: 6 in. to wood, more where it splashes',
    ),
    flag('paved', 'Paved at the wall', false),
    choice('plateSeal', 'Gasket under the plate', 'air', [
      ['air', 'Air seal'],
      ['moisture', 'Moisture stop only'],
      ['none', 'None'],
    ]),
    choice(
      'vent',
      'Inlet of the gap',
      'mesh',
      [
        ['none', 'Open'],
        ['mesh', 'Insect mesh'],
        ['strip', 'Corrugated strip'],
      ],
      'schools differ: screened against insects, or open',
    ),
    flag('inspection', 'Inspection strip for insects', true, 'where termites are: local code'),
    length('boardsDown', 'Outside boards reach below the plate', 0.04, -1, 3),
  ],
  rim: [
    length('joist', 'Floor joists, depth', 0.2413, 0.1, 0.6),
    length('rimBoard', 'Rim board', 0.03175, 0.01, 0.15),
    number(
      'rimInsulation',
      'Insulation at the rim, inside, R',
      3.5,
      'resistance',
      0,
      20,
      'typical',
    ),
    length(
      'gap',
      'Gap for settling in the boards',
      0.0127,
      0,
      0.1,
      'trade practice: 1/2 in. a floor of lumber that dries',
    ),
  ],
  top: [
    number('ceilingR', 'Ceiling insulation, R', 8.6, 'resistance', 0.1, 30, 'model codes: R 49'),
    length('ceilingDepth', 'Ceiling insulation, depth', 0.3556, 0.02, 1.5),
    length(
      'heel',
      'Depth over the wall',
      0.1524,
      0,
      1.5,
      'typical; a raised heel keeps the whole depth',
    ),
    number('pitch', 'Roof, rise over run', 0.4167, 'number', 0, 3, 'typical: 5 in 12'),
    length('overhang', 'Finished overhang', 0.3048, 0, 3),
    length('play', 'Play for the overhang', 0.0127, 0, 0.1),
    length('outlet', 'Outlet of the gap at the soffit', 0.01905, 0, 0.1),
    flag('applied', 'Overhang applied after the boards', false),
    flag('baffle', 'Baffle keeps wind out of the insulation', true),
  ],
  attached: [
    choice('held', 'How it is held', 'direct', [
      ['direct', 'Ledger on the sheathing'],
      ['standoff', 'Standoffs through the boards'],
      ['free', 'On its own posts'],
    ]),
    length('ledgerHeight', 'Ledger, height', 0.2413, 0.05, 0.6),
    length('ledgerThickness', 'Ledger, thickness', 0.0381, 0.01, 0.2),
    flag('kickout', 'Kick-out flashing', true),
    length('upturn', 'Flashing turns up', 0.1016, 0, 0.6, 'typical: 4 in. and more'),
  ],
  joint: [
    length('width', 'Joint', 0.009525, 0, 0.1),
    choice('made', 'How it is made', 'open', [
      ['open', 'Open, drained'],
      ['sealed', 'Sealed with a backer rod'],
      ['profile', 'A metal profile'],
    ]),
  ],
};

/** Which settings each kind of edge has. */
export const GROUP_OF: Readonly<Record<EdgeKind, EdgeGroup>> = {
  head: 'opening',
  jamb: 'opening',
  sill: 'opening',
  'corner-outside': 'corner',
  'corner-inside': 'corner',
  partition: 'partition',
  base: 'base',
  rim: 'rim',
  eave: 'top',
  rake: 'top',
  roof: 'attached',
  ledger: 'attached',
  porch: 'attached',
  change: 'joint',
  'control-joint': 'joint',
  'panel-reveal': 'joint',
};

export const EDGE_NAMES: Readonly<Record<EdgeKind, string>> = {
  head: 'Head',
  jamb: 'Jamb',
  sill: 'Sill',
  'corner-outside': 'Outside corner',
  'corner-inside': 'Inside corner',
  partition: 'Inner wall',
  base: 'Base',
  rim: 'Floor line',
  eave: 'Eave',
  rake: 'Rake',
  roof: 'Roof against the wall',
  ledger: 'Deck ledger',
  porch: 'Porch roof',
  change: 'Change of cladding',
  'control-joint': 'Control joint',
  'panel-reveal': 'Panel reveal',
};

/** Settings of a group with everything said: what is usual where nothing else is. */
export class Said {
  private readonly values: Settings;

  constructor(group: EdgeGroup, ...said: (Settings | undefined)[]) {
    const usual = Object.fromEntries(EDGE_FIELDS[group].map(({ id, usual: value }) => [id, value]));
    this.values = Object.assign(usual, ...said) as Settings;
  }

  /** What counts of any of its settings. */
  value(id: string): SettingValue {
    return this.values[id]!;
  }

  number(id: string): number {
    return this.values[id] as number;
  }

  text(id: string): string {
    return this.values[id] as string;
  }

  flag(id: string): boolean {
    return this.values[id] as boolean;
  }

  /** The same settings give the same key. */
  get key(): string {
    return JSON.stringify(this.values);
  }
}

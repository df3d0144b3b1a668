import type { TakeoffLine } from '../takeoff/index.ts';

/** What a person calls the roles of lines, in the order that they are bought. */
const ROLES: Record<string, string> = {
  framing: 'Framing',
  structure: 'Structure',
  blocking: 'Blocking',
  sheathing: 'Sheathing',
  membrane: 'Membrane',
  tape: 'Tape',
  primer: 'Primer',
  'joint treatment': 'Joint treatment',
  insulation: 'Outside insulation',
  drainage: 'Drainage',
  furring: 'Furring',
  'vent-strip': 'Insect screen',
  cladding: 'Cladding',
  'starter-strip': 'Starter',
  'trim-board': 'Trim',
  cavity: 'Cavity',
  'vapor control': 'Vapor control',
  battens: 'Battens',
  finish: 'Finish',
  'sill-gasket': 'Sill gasket',
  'flashing-tape': 'Flashing',
  'sill-pan': 'Pans',
  'head-flashing': 'Head flashing',
  'opening-box': 'Window boxes',
  'opening-buck': 'Bucks',
  'opening-extension': 'Jamb extensions',
  'opening-return': 'Return boards',
  sealant: 'Sealant',
  'protection-plate': 'Steel plates',
  'flute-block': 'Blocks',
  'plate-strap': 'Straps',
  fasteners: 'Fasteners',
};

export const roleLabel = (role: string): string => ROLES[role] ?? role;

const ORDER = Object.keys(ROLES);

/** By role, in the order of the work. */
export const inOrder = <L extends Pick<TakeoffLine, 'role'>>(lines: readonly L[]): L[] =>
  [...lines].sort((a, b) => ORDER.indexOf(a.role) - ORDER.indexOf(b.role));

export const money = (usd: number): string =>
  `$${usd.toLocaleString('en-US', { maximumFractionDigits: usd < 100 ? 2 : 0, minimumFractionDigits: usd < 100 ? 2 : 0 })}`;

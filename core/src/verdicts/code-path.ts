import { conductivityAt, LIBRARY, rolesOf } from '../materials/index.ts';
import { codeRows, type CodeAnswer, type CodePath } from '../prescriptive/index.ts';
import { INCH, R_VALUE } from '../units/index.ts';
import {
  frameEnd,
  outsideBoards,
  type Convention,
  type ResolvedLayer,
  type ResolvedWall,
} from '../wall/index.ts';

/** The code that is compared with where a brief names none: for houses in ashrae's convention one well-known edition. */
export function usualCode(convention: Convention): CodePath {
  return { edition: convention === 'ashrae' ? '2018' : 'none' };
}

/** Frames up to this depth count as 2×4, m. */
const SHALLOW = 0.1;

/** Mean temperature at which insulation is rated, °C (16 CFR 460). */
const RATED_AT = 24;

/** What the code asks of a wall, or why that is not known. */
export type CodeSituation =
  | { kind: 'none' }
  | { kind: 'no-zone'; edition: string }
  | { kind: 'rows'; answer: CodeAnswer; chosen: boolean };

/** The code rows for a wall where it stands. */
export function codeSituation({ file, site }: ResolvedWall): CodeSituation {
  const path = file.code ?? usualCode(file.convention);
  if (path.edition === 'none') return { kind: 'none' };
  const zone = path.zone ?? site.zone;
  if (!zone) return { kind: 'no-zone', edition: path.edition };
  return { kind: 'rows', answer: codeRows(path, zone)!, chosen: file.code !== undefined };
}

/** What stands behind every verdict on a code. */
export function governs({ edition, zone, unsure }: CodeAnswer, code: 'IRC' | 'IECC'): string {
  const compare = unsure ? ' Compare the row with the published table.' : '';
  return `${code} ${edition}, zone ${zone}.${compare} The adopted local code governs, with its amendments.`;
}

/** Whether the main frame counts as 2×4, or as deeper. */
export function isShallow({ layers, mainFrame }: ResolvedWall): boolean {
  const depth = layers
    .filter(({ member }) => member && member.frame === mainFrame)
    .reduce((sum, { thickness }) => sum + thickness, 0);
  return depth <= SHALLOW;
}

function ratedR({ fill, fillId, thickness }: ResolvedLayer): number {
  if (!fill) return 0;
  const label =
    fill.labeledRPerInch ?? (Object.hasOwn(LIBRARY, fillId!) && LIBRARY[fillId!]!.labeledRPerInch);
  return label ? (thickness / INCH) * label * R_VALUE : thickness / conductivityAt(fill, RATED_AT);
}

/** Rated R of the insulation that is continuous outside the frame, m²K/W. */
export function continuousR(wall: ResolvedWall): number {
  return outsideBoards(wall).reduce((sum, layer) => sum + ratedR(layer), 0);
}

/** Rated R of the insulation in the cavities, m²K/W. */
export function cavityR(wall: ResolvedWall): number {
  return wall.layers
    .slice(0, wall.counted)
    .filter(({ fill, fillId }) => fill && rolesOf(fillId!, fill)[0] === 'cavity-insulation')
    .reduce((sum, layer) => sum + ratedR(layer), 0);
}

/** How the code tables call the sheathing. */
const SHEATHINGS: Record<string, string> = {
  'wood-panel': 'wood structural panel',
  'wood-fiber': 'fiberboard',
  gypsum: 'gypsum',
};

/** Whether the cladding is vented over one of the sheathings of a row. */
export function ventedOver(wall: ResolvedWall, sheathings: readonly string[]): boolean {
  const sheathing = wall.layers[frameEnd(wall) + 1];
  const kind = sheathing?.fill && SHEATHINGS[sheathing.fill.category ?? ''];
  const vented =
    wall.counted < wall.layers.length ||
    wall.layers.some(({ fillId }) => /^(vinyl|polypropylene)/.test(fillId ?? ''));
  return vented && kind !== undefined && sheathings.includes(kind as string);
}

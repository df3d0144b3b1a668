import {
  conductivityAt,
  dryPermeance,
  isInsulation,
  LIBRARY,
  rolesOf,
} from '../../physics/materials/index.ts';
import {
  codeRows,
  type CodeAnswer,
  type CodePath,
  type CodeRows,
} from '../../common/prescriptive/index.ts';
import { INCH, R_VALUE } from '../../common/units/index.ts';
import {
  frameEnd,
  type Convention,
  type ResolvedLayer,
  type ResolvedWall,
  faceDepths,
  mainFrameLayers,
} from '../../physics/build-up/index.ts';

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
  { kind: 'none' } | { kind: 'no-zone'; edition: string } | { kind: 'rows'; answer: CodeAnswer };

/**
 * The code rows for a wall where it stands.
 *
 * @param path the code to compare with, by default the wall's own
 */
export function codeSituation(
  { file, site }: ResolvedWall,
  path: CodePath = file.code ?? usualCode(file.convention),
): CodeSituation {
  if (path.edition === 'none') return { kind: 'none' };
  const zone = path.zone ?? site.zone;
  if (!zone) return { kind: 'no-zone', edition: path.edition };
  return { kind: 'rows', answer: codeRows(path, zone)! };
}

/** What stands behind every verdict on a code. */
export function governs({ edition, zone, unsure }: CodeAnswer, code: 'IRC' | 'IECC'): string {
  const compare = unsure ? ' Compare the row with the published table.' : '';
  return `${code} ${edition}, zone ${zone}.${compare} The adopted local code governs, with its amendments.`;
}

/** Whether the main frame counts as 2×4, or as deeper. */
export function isShallow(wall: ResolvedWall): boolean {
  return faceDepths(mainFrameLayers(wall)).at(-1)! <= SHALLOW;
}

/** R of a layer as it is rated: by its label, else at 24 °C mean, m²K/W. */
function ratedR({ fill, fillId, thickness }: ResolvedLayer): number {
  if (!fill) return 0;
  const label =
    fill.labeledRPerInch ?? (Object.hasOwn(LIBRARY, fillId!) && LIBRARY[fillId!]!.labeledRPerInch);
  return label ? (thickness / INCH) * label * R_VALUE : thickness / conductivityAt(fill, RATED_AT);
}

/** R of insulation between battens with the battens counted, beside each other by area, m²K/W. */
function betweenBattens(layer: ResolvedLayer): number {
  const { share, material } = layer.member!;
  const wood = layer.thickness / conductivityAt(material, RATED_AT);
  return 1 / ((1 - share) / ratedR(layer) + share / wood);
}

/**
 * Rated R of all that insulates outside the frame: boards, insulated sheathing, insulating weather boards at their label,
 * and what stands between outer battens at its value with the battens, m²K/W.
 */
export function continuousR(wall: ResolvedWall): number {
  return wall.layers.slice(frameEnd(wall) + 1, wall.counted).reduce((sum, layer) => {
    const { source, fill, fillId, member } = layer;
    if (!fill) return sum;
    if (member) return isInsulation(fillId!, fill) ? sum + betweenBattens(layer) : sum;
    return source.kind === 'sheet' && rolesOf(fillId!, fill).includes('continuous-insulation')
      ? sum + ratedR(layer)
      : sum;
  }, 0);
}

/**
 * Rated R that the rows for class II and III count as outside: `continuousR`, and spray foam on the inner side of the
 * sheathing where the code says so, m²K/W.
 *
 * @param sprayFoam which spray foam counts; undefined where the code does not know it
 */
export function outsideRForRows(wall: ResolvedWall, sprayFoam: CodeRows['sprayFoam']): number {
  const end = wall.layers[frameEnd(wall)];
  const counts =
    sprayFoam !== undefined &&
    end?.fill?.category === 'spray-foam' &&
    (end.fill.density ?? 0) >= (sprayFoam.density ?? 0) &&
    dryPermeance(end.fill, end.thickness) <= (sprayFoam.permeance ?? Infinity) * (1 + 1e-9);
  return continuousR(wall) + (counts ? ratedR(end) : 0);
}

/** Rated R of the insulation in the cavities, m²K/W. */
export function cavityR(wall: ResolvedWall): number {
  return wall.layers
    .slice(0, wall.mainFrame === null ? wall.counted : frameEnd(wall) + 1)
    .filter(({ fill, fillId }) => fill && rolesOf(fillId!, fill)[0] === 'cavity-insulation')
    .reduce((sum, layer) => sum + ratedR(layer), 0);
}

/** How the code tables call the sheathing, by category; insulated sheathing is a panel with its foam. */
const SHEATHINGS: Record<string, string> = {
  'wood-panel': 'wood structural panel',
  composite: 'wood structural panel',
  'wood-fiber': 'fiberboard',
  gypsum: 'gypsum',
};

/** A gap counts as vented from this depth on, behind masonry from that, m (IRC R702.7, vented cladding). */
const VENTED_GAP = 0.0047;
const MASONRY_GAP = 0.025;

/** Claddings whose hollow laps vent by themselves. */
const SELF_VENTING = /^(vinyl|polypropylene)/;

/** Whether the cladding is vented: over an open gap, self-venting, or masonry over a clear air space. */
function ventedCladding({ layers, counted }: ResolvedWall): boolean {
  return (
    (counted < layers.length && layers[counted]!.thickness >= VENTED_GAP) ||
    layers.some(({ fillId }) => SELF_VENTING.test(fillId ?? '')) ||
    layers.some(
      ({ ventilation, thickness }) => ventilation === 'slight' && thickness >= MASONRY_GAP,
    )
  );
}

/** Whether the cladding is vented over one of the sheathings of a row. */
export function ventedOver(wall: ResolvedWall, sheathings: readonly string[]): boolean {
  const sheathing = wall.layers[frameEnd(wall) + 1];
  if (!sheathing?.fill || !ventedCladding(wall)) return false;
  const kind = /fiberboard/.test(sheathing.fillId!)
    ? 'fiberboard'
    : SHEATHINGS[sheathing.fill.category ?? ''];
  return kind !== undefined && sheathings.includes(kind);
}

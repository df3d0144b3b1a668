import {
  atLeastAsSold,
  claddingNeeds,
  isInsulation,
  isMasonryVeneer,
  LIBRARY,
  rolesOf,
  type CladdingNeeds,
  type DirectlyOnWall,
  type Material,
} from '../../physics/materials/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { freeLayerId, type Fix } from '../wall/index.ts';
import {
  claddingLayer,
  directlyOnWall,
  drainageOf,
  type Layer,
  type ResolvedLayer,
} from '../../physics/build-up/index.ts';
import type { DrivingRain } from '../../physics/climate/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import type { FixContext, LayerRule, Status } from './types.ts';
import { layerName, lower } from './words.ts';

/** Furring for a gap where a wall has none: strips of this width and spacing, m. */
const STRIP = { width: 0.0889, spacing: 0.4064 };

/** Strips as they are sold, the thinnest first, m: of plywood, 1-by and 2-by. */
const STRIPS = [
  { material: 'furring-plywood-strip', thickness: 0.0095 },
  { material: 'furring-plywood-strip', thickness: 0.0127 },
  { material: 'furring-1x4', thickness: 0.019 },
  { material: 'softwood', thickness: 0.0381 },
];

/** What is laid behind plaster and mortar in place of strips. */
const MAT = 'drainage-mat-thin';

interface Gap {
  cladding: ResolvedLayer;
  direct: DirectlyOnWall;
  /** Null for a cladding that the library does not know. */
  needs: CladdingNeeds | null;
  /** Index of what drains there, or would: right behind the cladding, or behind the insulation that it stands on. */
  place: number;
  /** Thickness of air and drainage layers there, m. */
  actual: number;
  /** Layer ids of them, from outside. */
  layers: string[];
  /** A texture or thin mat there, which drains though it is no gap. */
  texture: ResolvedLayer | null;
  required: number;
  wet: boolean;
}

/** Finishes that stand on their insulation: what drains lies behind that. */
const ON_INSULATION = /eifs|render/;

/** A texture or mat drains as well as a gap up to this depth; more is asked for to vent, m. */
const DRAINS_LIKE = 0.011;

function gapOf({ wall }: LayerAssessment): Gap | null {
  const cladding = claddingLayer(wall);
  if (!cladding) return null;
  const needs = claddingNeeds(cladding.fillId!) ?? null;
  const insulating = ({ fill, fillId }: ResolvedLayer): boolean =>
    fill !== null && isInsulation(fillId!, fill) && !drainage(fill, fillId!);
  let i = cladding.index - 1;
  if (ON_INSULATION.test(needs?.id ?? '')) while (i >= 0 && insulating(wall.layers[i]!)) i--;
  const place = i + 1;
  let actual = 0;
  const layers: string[] = [];
  let texture: ResolvedLayer | null = null;
  for (; i >= 0; i--) {
    const layer = wall.layers[i]!;
    if (layer.fill && !drainage(layer.fill, layer.fillId!)) break;
    if (layer.fill && rolesOf(layer.fillId!, layer.fill)[0] !== 'drainage') {
      texture = layer;
      break;
    }
    if (layer.fill && layer.thickness < DRAINS_LIKE) texture = layer;
    actual += layer.thickness;
    layers.push(layer.id);
  }
  const rain = wall.site.drivingRain;
  const wet = rain === 'moderate' || rain === 'severe';
  return {
    cladding,
    direct: directlyOnWall(wall, cladding),
    needs,
    place,
    actual,
    layers,
    texture,
    wet,
    required: needs ? Math.max(needs.gap.min, wet ? needs.gap.wetClimateMin : 0) : 0,
  };
}

const drainage = (fill: Material, fillId: string): boolean =>
  rolesOf(fillId, fill).includes('drainage');

/**
 * What a cladding without drainage on a framed wall comes to, by how it stands there and by driving rain. A code asks for
 * a drained space behind plaster in moist and marine zones (IRC 2021 R703.7.3.2), for one behind all claddings but hollow
 * ones on wet coasts (NBC of Canada 2015, 9.27.2.2), and for drainage behind insulated finishes on every framed wall (IRC
 * 2021 R703.9.2).
 */
const UNDRAINED: Record<DirectlyOnWall, Record<DrivingRain, Status>> = {
  hollow: { 'very-low': 'pass', low: 'pass', moderate: 'pass', severe: 'pass' },
  render: { 'very-low': 'pass', low: 'pass', moderate: 'pass', severe: 'caution' },
  laps: { 'very-low': 'pass', low: 'pass', moderate: 'pass', severe: 'fail' },
  plaster: { 'very-low': 'pass', low: 'pass', moderate: 'caution', severe: 'fail' },
  flat: { 'very-low': 'pass', low: 'pass', moderate: 'caution', severe: 'fail' },
  bonded: { 'very-low': 'caution', low: 'caution', moderate: 'fail', severe: 'fail' },
};

/**
 * What driving rain does to a framed wall whose cladding has nothing behind it in which water runs down; laps touch only
 * at their laps, and drain slowly.
 *
 * @returns null where something drains, without a frame or a cladding, or where nobody knows the rain
 */
export function undrained({ wall }: LayerAssessment): Status | null {
  const cladding = claddingLayer(wall);
  const rain = wall.site.drivingRain;
  if (!cladding || wall.mainFrame === null || rain === null) return null;
  const drainage = drainageOf(wall);
  if (drainage && drainage.by !== 'laps') return null;
  const direct = directlyOnWall(wall, cladding);
  // A panel that is made to stand off the wall is as ill placed on it as mortar.
  const needsGap = direct === 'flat' && (claddingNeeds(cladding.fillId!)?.gap.min ?? 0) > 0;
  const status = UNDRAINED[needsGap ? 'bonded' : direct][rain];
  return status === 'pass' ? null : status;
}

const enough = ({ actual, required, texture }: Gap): boolean =>
  atLeastAsSold(actual, required) || (texture !== null && required <= DRAINS_LIKE);

const satisfied = (assessment: LayerAssessment): boolean =>
  claddingGap.judge(assessment)?.status === 'pass';

/** Whether the cladding has the drainage gap it needs. */
export const claddingGap: LayerRule = {
  id: 'cladding-gap',
  reads: 'layers',

  judge(assessment) {
    const gap = gapOf(assessment);
    if (!gap) return null;
    const { cladding, needs, actual, required, texture, wet, direct } = gap;
    const name = layerName(assessment, cladding);
    const note = needs?.gap.note
      ? ` ${needs.gap.note.charAt(0).toUpperCase()}${needs.gap.note.slice(1)}.`
      : '';
    const rain = undrained(assessment);
    if (rain !== null)
      return {
        status: rain,
        title: say`Rain that gets behind ${lower(name)} ${direct === 'laps' ? 'drains too slowly here' : 'has no way down'}`,
        reason: say`${direct === 'laps' ? 'Laps that lie on the wall drain slowly' : 'Nothing behind it drains'}, and driving rain is ${assessment.wall.site.drivingRain!.replace('-', ' ')} here${required > 0 ? say`: a gap of ${measured('length', required)} or a mat is asked for` : ''}. IRC 2021 R703.7.3.2 and R703.9.2; on wet coasts a drained gap behind all but hollow claddings.${note}`,
      };
    if (!needs) return null;
    const usual = wet ? ' where driving rain is common' : '';
    const massive = assessment.wall.mainFrame === null && MASONRY_BEARS.has(direct);
    if (enough(gap) || massive)
      return {
        status: 'pass',
        title:
          texture && !atLeastAsSold(actual, required)
            ? say`${name} drains over ${lower(layerName(assessment, texture))}`
            : actual > 0
              ? say`${name} has a gap of ${measured('length', actual)}`
              : massive && required > 0
                ? say`${name} may stand on masonry without a gap`
                : say`${name} may stand without a gap here`,
        reason: say`${required > 0 ? say`At least ${measured('length', required)} is usual${usual}${massive ? ' on a frame' : ''}` : 'None is asked for'}; ${measured('length', needs.gap.recommended)} is recommended.${note}`,
      };
    return {
      status: 'caution',
      title:
        actual > 0
          ? say`The gap behind ${lower(name)} is too thin`
          : say`No gap behind ${lower(name)}`,
      reason: say`It needs ${measured('length', required)} to drain and dry${usual}; ${measured('length', needs.gap.recommended)} is recommended.${note}`,
    };
  },

  fixes: (context) => [...widen(context), ...addMat(context), ...addGap(context)].slice(0, 1),
};

/** Claddings that masonry bears as it is. */
const MASONRY_BEARS = new Set<DirectlyOnWall>(['plaster', 'bonded', 'render']);

/** The least of what is sold that gives a depth. */
function stripFor(depth: number): { material: string; thickness: number } | null {
  return STRIPS.find(({ thickness }) => atLeastAsSold(thickness, depth)) ?? null;
}

/** The depth that is asked for, or what drains at all. */
const asked = ({ needs, required }: Gap): number =>
  Math.max(required, needs?.gap.wetClimateMin ?? 0);

/** A gap that is there, made as deep as it has to be. */
function widen({ assessment, attempt }: FixContext): Fix[] {
  const gap = gapOf(assessment)!;
  const layer = gap.layers[0];
  if (layer === undefined) return [];
  const needed = asked(gap);
  const framed = assessment.wall.layers.some(({ id, member }) => id === layer && member);
  const thickness = framed ? (stripFor(needed)?.thickness ?? needed) : needed;
  const fix = attempt(
    say`Gap of ${measured('length', thickness)} behind ${lower(layerName(assessment, gap.cladding))}`,
    [{ type: 'setThickness', id: layer, thickness }],
    { layers: satisfied },
  );
  return fix ? [fix] : [];
}

/** A mat behind plaster, mortar and finishes on insulation: strips do not carry them. */
function addMat({ assessment, attempt }: FixContext): Fix[] {
  const { direct, place, layers, needs, cladding } = gapOf(assessment)!;
  if (layers.length > 0 || (needs && isMasonryVeneer(needs))) return [];
  if (direct !== 'plaster' && direct !== 'bonded' && direct !== 'render') return [];
  const thickness = LIBRARY[MAT]!.thicknesses![0]!;
  const id = freeLayerId(assessment.wall.file.layers);
  const behind = place < cladding.index ? 'the insulation' : lower(layerName(assessment, cladding));
  const fix = attempt(
    say`Drainage mat of ${measured('length', thickness)} behind ${behind}`,
    [{ type: 'insertLayer', index: place, layer: { id, kind: 'sheet', material: MAT, thickness } }],
    { layers: satisfied },
  );
  return fix ? [fix] : [];
}

/** A gap where there is none: the least that is asked for, by strips as sold. */
function addGap({ assessment, attempt }: FixContext): Fix[] {
  const gap = gapOf(assessment)!;
  const { cladding, needs, layers } = gap;
  // A second gap behind a finish that stands on its insulation is no wall that is built.
  if (layers.length > 0 || ON_INSULATION.test(needs?.id ?? '')) return [];
  const layer = gapLayer(freeLayerId(assessment.wall.file.layers), asked(gap), needs);
  const fix = attempt(
    say`Gap of ${measured('length', layer.thickness)}, open at top and bottom`,
    [{ type: 'insertLayer', index: cladding.index, layer }],
    { layers: satisfied },
  );
  return fix ? [fix] : [];
}

/**
 * An open gap of at least a depth: masonry stands free of the wall, everything else hangs on the thinnest strips that do.
 *
 * @param depth m
 * @param needs of the cladding
 */
export function gapLayer(id: string, depth: number, needs: CladdingNeeds | null): Layer {
  if (needs && isMasonryVeneer(needs))
    return { id, kind: 'air', thickness: depth, ventilation: 'open' };
  const { material, thickness } = stripFor(depth) ?? STRIPS.at(-1)!;
  return {
    id,
    kind: 'framed',
    thickness,
    fill: { air: { ventilation: 'open' } },
    frame: 'furring',
    member: {
      section: 'solid',
      material,
      ...STRIP,
      direction: 'vertical',
      offset: 0,
    },
  };
}

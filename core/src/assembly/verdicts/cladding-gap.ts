import {
  claddingNeeds,
  isInsulation,
  rolesOf,
  type CladdingNeeds,
} from '../../physics/materials/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { freeLayerId, type Command } from '../wall/index.ts';
import type { Layer, ResolvedLayer } from '../../physics/build-up/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import type { LayerRule } from './types.ts';
import { layerName, lower } from './words.ts';

/** Furring for a gap where a wall has none: strips of this width and spacing, m. */
const STRIP = { width: 0.0889, spacing: 0.4064, thickness: 0.019 };

interface Gap {
  cladding: ResolvedLayer;
  needs: CladdingNeeds;
  /** Thickness of air and drainage layers right behind the cladding, or behind the insulation that it stands on, m. */
  actual: number;
  /** Layer ids of them. */
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

const drainage = ({ fill, fillId }: ResolvedLayer): boolean =>
  fill !== null && rolesOf(fillId!, fill).includes('drainage');

function gapOf({ wall }: LayerAssessment): Gap | null {
  const cladding = wall.layers.findLast((layer) => layer.fillId && claddingNeeds(layer.fillId));
  if (!cladding) return null;
  const needs = claddingNeeds(cladding.fillId!)!;
  let i = cladding.index - 1;
  if (ON_INSULATION.test(needs.id))
    while (
      i >= 0 &&
      wall.layers[i]!.fill &&
      isInsulation(wall.layers[i]!.fillId!, wall.layers[i]!.fill!)
    )
      i--;
  let actual = 0;
  const layers: string[] = [];
  let texture: ResolvedLayer | null = null;
  for (; i >= 0; i--) {
    const layer = wall.layers[i]!;
    if (layer.fill && !drainage(layer)) break;
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
    needs,
    actual,
    layers,
    texture,
    wet,
    required: Math.max(needs.gap.min, wet ? needs.gap.wetClimateMin : 0),
  };
}

const enough = ({ actual, required, texture }: Gap): boolean =>
  actual >= required - 1e-6 || (texture !== null && required <= DRAINS_LIKE);

const drains = (assessment: LayerAssessment): boolean => {
  const gap = gapOf(assessment);
  return gap !== null && enough(gap);
};

/** Whether the cladding has the drainage gap it needs. */
export const claddingGap: LayerRule = {
  id: 'cladding-gap',
  reads: 'layers',

  judge(assessment) {
    const gap = gapOf(assessment);
    if (!gap) return null;
    const { cladding, needs, actual, required, texture, wet } = gap;
    const name = layerName(assessment, cladding);
    const rain = wet ? ' where driving rain is common' : '';
    const note = needs.gap.note
      ? ` ${needs.gap.note.charAt(0).toUpperCase()}${needs.gap.note.slice(1)}.`
      : '';
    if (enough(gap))
      return {
        status: 'pass',
        title:
          texture && actual < required - 1e-6
            ? say`${name} drains over ${lower(layerName(assessment, texture))}`
            : actual > 0
              ? say`${name} has a gap of ${measured('length', actual)}`
              : say`${name} may stand without a gap here`,
        reason: say`${required > 0 ? say`At least ${measured('length', required)} is usual${rain}` : 'None is asked for'}; ${measured('length', needs.gap.recommended)} is recommended.${note}`,
      };
    return {
      // A thin gap or a texture still drains; a cladding that needs a gap and has none does not.
      status: actual === 0 && !texture && needs.gap.min > 0 ? 'fail' : 'caution',
      title:
        actual > 0
          ? say`The gap behind ${lower(name)} is too thin`
          : say`No gap behind ${lower(name)}`,
      reason: say`It needs ${measured('length', required)} to drain and dry${rain}; ${measured('length', needs.gap.recommended)} is recommended.${note}`,
    };
  },

  fixes({ assessment, attempt }) {
    const gap = gapOf(assessment)!;
    const { needs, cladding } = gap;
    // A second gap behind a finish that stands on its insulation is no wall that is built.
    if (ON_INSULATION.test(needs.id)) return [];
    const thickness = Math.max(STRIP.thickness, needs.gap.recommended, gap.required);
    const change: Command[] =
      gap.layers.length > 0
        ? [{ type: 'setThickness', id: gap.layers[0]!, thickness }]
        : [
            {
              type: 'insertLayer',
              index: cladding.index,
              layer: gapLayer(freeLayerId(assessment.wall.file.layers), thickness, needs.id),
            },
          ];
    const fix = attempt(
      say`Gap of ${measured('length', thickness)}, open at top and bottom`,
      change,
      { layers: drains },
    );
    return fix ? [fix] : [];
  },
};

/** An open gap: masonry stands free of the wall, everything else hangs on furring. @param cladding id of its needs */
export function gapLayer(id: string, thickness: number, cladding: string): Layer {
  if (/brick|natural-stone/.test(cladding))
    return { id, kind: 'air', thickness, ventilation: 'open' };
  return {
    id,
    kind: 'framed',
    thickness,
    fill: { air: { ventilation: 'open' } },
    frame: 'furring',
    member: {
      section: 'solid',
      material: 'furring-1x4',
      width: STRIP.width,
      spacing: STRIP.spacing,
      direction: 'vertical',
      offset: 0,
    },
  };
}

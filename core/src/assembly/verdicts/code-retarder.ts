import type { LayerAssessment } from '../assessment/index.ts';
import {
  vaporClass,
  wetPermeance,
  type VaporClass,
  STANDARD,
} from '../../physics/materials/index.ts';

import type { CodeRows } from '../../common/prescriptive/index.ts';
import { measured, PERM, R_VALUE, say, type Message } from '../../common/units/index.ts';
import { frameStart, type ResolvedLayer } from '../../physics/build-up/index.ts';
import { addSheet } from './add-sheet.ts';
import {
  codeSituation,
  governs,
  isShallow,
  outsideRForRows,
  ventedOver,
  type CodeSituation,
} from './code-path.ts';
import { smallestOutsideInsulation } from './outside-insulation.ts';
import type { LayerRule } from './types.ts';
import { layerName } from './words.ts';

/** Class III by dry cup. */
const PAINT = 'latex-paint';

/** Labels are rounded: a rated R may lie so far below a row, m²K/W. */
const ROUNDING = 1e-3;

/** The least that any zone lists for class III (Marine 4, 2018), m²K/W: taken where a zone lists none. */
const MILDEST = { shallow: 2.5 * R_VALUE, deep: 3.75 * R_VALUE };

/** Permeance by wet cup from which a class I or II retarder is allowed in all zones, kg/(s·m²·Pa). */
const WET_CUP = 1 * PERM;

const ORDER: readonly VaporClass[] = ['I', 'II', 'III', 'open'];

/** The tightest layer inside the frame by its dry-cup class. */
export function innerRetarder({ wall }: LayerAssessment): {
  class: VaporClass;
  layer: ResolvedLayer | null;
} {
  let best: { class: VaporClass; layer: ResolvedLayer | null } = { class: 'open', layer: null };
  for (const layer of wall.layers.slice(0, frameStart(wall))) {
    if (!layer.fill) continue;
    const found = vaporClass(layer.fill, layer.thickness);
    if (ORDER.indexOf(found) < ORDER.indexOf(best.class)) best = { class: found, layer };
  }
  return best;
}

/** What the rows for retarders say of a wall. */
export interface RetarderRow {
  status: 'meets' | 'misses' | 'unknown';
  title: Message;
  reason: Message;
  /** Of the tightest layer inside the frame, by dry cup. */
  class: VaporClass;
  /** Whether enough insulation stands outside for a class III retarder: the zone's least, or that of the mildest zone that lists one. */
  enoughOutside: boolean;
}

/**
 * Compares the retarder inside and the insulation outside with the rows of a code.
 *
 * @param situation the code and the zone, by default the wall's own
 * @returns null where there is no frame or no code to compare with
 */
export function retarderRow(
  assessment: LayerAssessment,
  situation: CodeSituation = codeSituation(assessment.wall),
): RetarderRow | null {
  const { wall } = assessment;
  if (wall.mainFrame === null || situation.kind === 'none') return null;
  const found = innerRetarder(assessment);
  if (situation.kind === 'no-zone')
    return {
      status: 'unknown',
      title: say`No climate zone is known for the code’s rows`,
      reason: say`State the zone in the brief, by the map of the code adopted where the house stands.`,
      class: found.class,
      enoughOutside: true,
    };
  const { answer } = situation;
  const { rows } = answer;
  const depth = isShallow(wall) ? 'shallow' : 'deep';
  const outside = outsideRForRows(wall, rows.sprayFoam);
  const at = measured('resistance', outside);
  const least = rows.classThree?.[depth];
  const name = found.layer ? layerName(assessment, found.layer) : 'nothing';
  const isClass = say`Inside the frame: ${name}, ${found.class === 'open' ? 'no retarder' : `class ${found.class}`} by dry cup.`;
  const row = (status: RetarderRow['status'], title: Message, reason: Message): RetarderRow => ({
    status,
    title,
    reason: say`${reason} ${governs(answer, 'IRC')}`,
    class: found.class,
    enoughOutside: outside >= (least || MILDEST[depth]) - ROUNDING,
  });

  if (rows.retarderRequired === undefined)
    return row(
      'unknown',
      say`The retarder rows of ${answer.edition} are not known here`,
      say`${isClass} Enter them in the brief.`,
    );
  if (found.class !== 'open' && rows.notPermitted?.includes(found.class) && !opensWet(found, rows))
    return row(
      'misses',
      say`A class ${found.class} retarder inside is not permitted in zone ${answer.zone}`,
      isClass,
    );
  if (!rows.retarderRequired)
    return row(
      'meets',
      say`The code asks for no vapor retarder inside in zone ${answer.zone}`,
      isClass,
    );
  if (found.class === 'I')
    return row('meets', say`Class I inside is what zone ${answer.zone} allows`, isClass);
  if (found.class === 'II') {
    const leastTwo = foamOutside(assessment) ? rows.classTwo?.[depth] : undefined;
    if (leastTwo !== undefined && outside < leastTwo - ROUNDING)
      return row(
        'misses',
        say`Foam outside a class II retarder is below the code row: ${at} of ${measured('resistance', leastTwo)}`,
        isClass,
      );
    return row('meets', say`Class II inside is what zone ${answer.zone} asks for`, isClass);
  }
  if (found.class === 'open')
    return row(
      'misses',
      say`Zone ${answer.zone} asks for a vapor retarder inside, and there is none`,
      say`Class I or II, or class III under conditions. ${isClass}`,
    );
  if (least !== undefined && outside >= least - ROUNDING)
    return row(
      'meets',
      least === 0
        ? say`Class III inside is allowed in zone ${answer.zone}`
        : say`Class III inside is allowed: ${at} outside, ${measured('resistance', least)} asked for`,
      isClass,
    );
  if (rows.classThreeVented && ventedOver(wall, rows.classThreeVented))
    return row('meets', say`Class III inside is allowed under this vented cladding`, isClass);
  return row(
    rows.classThreeVented ? 'misses' : 'unknown',
    least === undefined
      ? say`Class III inside is not allowed in zone ${answer.zone} as far as known here`
      : say`Outside insulation is below the code row for class III: ${at} of ${measured('resistance', least)}`,
    say`${isClass}${rows.classThreeVented ? '' : ' Whether a vented cladding would do instead is not known here for this edition.'}`,
  );
}

/** Foam outside, boards or insulated sheathing, which the row for class II speaks of. */
function foamOutside({ wall }: LayerAssessment): boolean {
  return wall.layers
    .slice(frameStart(wall), wall.counted)
    .some(
      ({ fill, source }) =>
        source.kind === 'sheet' &&
        (fill?.category === 'rigid-foam' || fill?.category === 'composite'),
    );
}

/** Whether the retarder passes more than 1 perm by wet cup and the code lets such a one stand anywhere. */
function opensWet({ layer }: { layer: ResolvedLayer | null }, rows: CodeRows): boolean {
  return (
    rows.wetCupAllowed === true &&
    layer?.fill != null &&
    wetPermeance(layer.fill, layer.thickness) > WET_CUP
  );
}

/** Whether the code's rows for retarders are met; null where they are not known. */
export function meetsRetarderRow(assessment: LayerAssessment): boolean | null {
  const row = retarderRow(assessment);
  return row === null || row.status === 'unknown' ? null : row.status === 'meets';
}

/** The retarder inside and the insulation outside against the code of the zone. A badge of its own: at most a caution. */
export const codeRetarder: LayerRule = {
  id: 'code-retarder',
  reads: 'layers',

  judge(assessment) {
    const row = retarderRow(assessment);
    return (
      row && {
        status: ({ meets: 'pass', misses: 'caution', unknown: 'info' } as const)[row.status],
        title: row.title,
        reason: row.reason,
      }
    );
  },

  fixes(context) {
    const met = { layers: (after: LayerAssessment) => meetsRetarderRow(after) !== false };
    const inner = innerRetarder(context.assessment);
    const take =
      inner.layer && inner.class === 'I' && inner.layer.thickness < 0.003
        ? context.attempt(
            say`Take out ${layerName(context.assessment, inner.layer).toLowerCase()}`,
            [{ type: 'removeLayer', id: inner.layer.id }],
            met,
          )
        : null;
    return [
      ...(take ? [take] : []),
      ...(inner.class === 'open'
        ? addSheet(context, PAINT, say`Paint the inner finish, primer and two coats`, met)
        : []),
      ...(inner.class === 'III' || inner.class === 'open'
        ? addSheet(
            context,
            STANDARD.variableRetarder,
            say`Add a variable vapor retarder inside the frame`,
            met,
          )
        : []),
      ...(inner.class === 'open' ? [] : smallestOutsideInsulation(context, met)),
    ];
  },
};

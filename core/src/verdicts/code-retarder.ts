import type { LayerAssessment } from '../assess.ts';
import { vaporClass, type VaporClass } from '../materials/index.ts';
import { frameStart } from '../moisture/index.ts';
import { measured, say, type Message } from '../units/index.ts';
import type { ResolvedLayer } from '../wall/index.ts';
import { addSheet } from './add-sheet.ts';
import { codeSituation, continuousR, governs, isShallow, ventedOver } from './code-path.ts';
import { smallestOutsideInsulation } from './outside-insulation.ts';
import type { LayerRule } from './types.ts';
import { VARIABLE_RETARDER } from './vapor-trap.ts';
import { layerName } from './words.ts';

/** Class III by dry cup. */
const PAINT = 'latex-paint';

const ORDER: readonly VaporClass[] = ['I', 'II', 'III', 'open'];

/** The tightest layer inside the frame by its dry-cup class. */
function innerRetarder({ wall }: LayerAssessment): {
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

type Answer = { ok: boolean; title: Message; reason: Message };

/** What the code says to the retarder of a wall; null where it says nothing. */
function compare(assessment: LayerAssessment): (Answer & { chosen: boolean }) | 'no-zone' | null {
  const { wall } = assessment;
  if (wall.mainFrame === null) return null;
  const situation = codeSituation(wall);
  if (situation.kind === 'none') return null;
  if (situation.kind === 'no-zone') return 'no-zone';
  const { answer, chosen } = situation;
  const { rows } = answer;
  if (rows.retarderRequired === undefined) return null;
  const source = governs(answer, 'IRC');
  const found = innerRetarder(assessment);
  const name = found.layer ? layerName(assessment, found.layer) : 'nothing';
  const depth = isShallow(wall) ? 'shallow' : 'deep';
  const outside = continuousR(wall);
  const at = measured('resistance', outside);
  const say2 = (ok: boolean, title: Message, reason: Message) => ({
    ok,
    title,
    reason: say`${reason} ${source}`,
    chosen,
  });
  const isClass = say`Inside the frame: ${name}, ${found.class === 'open' ? 'no retarder' : `class ${found.class}`} by dry cup.`;

  if (found.class !== 'open' && rows.notPermitted?.includes(found.class))
    return say2(
      false,
      say`A class ${found.class} retarder inside is not permitted in zone ${answer.zone}`,
      isClass,
    );
  if (!rows.retarderRequired)
    return say2(
      true,
      say`The code asks for no vapor retarder inside in zone ${answer.zone}`,
      isClass,
    );
  if (found.class === 'I')
    return say2(true, say`Class I inside is what zone ${answer.zone} allows`, isClass);
  if (found.class === 'II') {
    const least = foamOutside(assessment) ? rows.classTwo?.[depth] : undefined;
    if (least !== undefined && outside < least - 1e-3)
      return say2(
        false,
        say`Foam outside a class II retarder is below the code row: ${at} of ${measured('resistance', least)}`,
        isClass,
      );
    return say2(true, say`Class II inside is what zone ${answer.zone} asks for`, isClass);
  }
  if (found.class === 'open')
    return say2(
      false,
      say`Zone ${answer.zone} asks for a vapor retarder inside, and there is none`,
      say`Class I or II, or class III under conditions. ${isClass}`,
    );
  const least = rows.classThree?.[depth];
  if (least !== undefined && outside >= least - 1e-3)
    return say2(
      true,
      say`Class III inside is allowed: ${at} outside, ${measured('resistance', least)} asked for`,
      isClass,
    );
  if (rows.classThreeVented && ventedOver(wall, rows.classThreeVented))
    return say2(true, say`Class III inside is allowed under this vented cladding`, isClass);
  return say2(
    false,
    least === undefined
      ? say`Class III inside is not allowed in zone ${answer.zone} as far as known here`
      : say`Outside insulation is below the code row for class III: ${at} of ${measured('resistance', least)}`,
    say`${isClass}${rows.classThreeVented ? '' : ' Whether a vented cladding would do instead is not known here for this edition.'}`,
  );
}

/** Foam boards outside, which the row for class II speaks of. */
function foamOutside({ wall }: LayerAssessment): boolean {
  return wall.layers
    .slice(frameStart(wall), wall.counted)
    .some(({ fill, source }) => source.kind === 'sheet' && fill?.category === 'rigid-foam');
}

/** Whether the code's rows for retarders are met, as far as they are known. */
export const meetsRetarderRow = (assessment: LayerAssessment): boolean | null => {
  const found = compare(assessment);
  return found === null || found === 'no-zone' ? null : found.ok;
};

/** The retarder inside and the insulation outside against the code of the zone. */
export const codeRetarder: LayerRule = {
  id: 'code-retarder',
  reads: 'layers',

  judge(assessment) {
    const found = compare(assessment);
    if (found === null) return null;
    if (found === 'no-zone')
      return {
        status: 'info',
        title: say`No climate zone is known for the code’s rows`,
        reason: say`State the zone in the brief, by the map of the code adopted where the house stands.`,
      };
    const { ok, title, reason, chosen } = found;
    // An edition that nobody chose is only compared with.
    return { status: ok ? 'pass' : chosen ? 'fail' : 'caution', title, reason };
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
            VARIABLE_RETARDER,
            say`Add a variable vapor retarder inside the frame`,
            met,
          )
        : []),
      ...(inner.class === 'open' ? [] : smallestOutsideInsulation(context, met)),
    ];
  },
};

import { presetsAt, widerSpacing } from '../framing/index.ts';
import { measured, say } from '../units/index.ts';
import { frameOf, memberShare, type Command, type FramedLayer, type Layer } from '../wall/index.ts';
import type { Rule } from './types.ts';

/** Above this share of the cavity path's R the loss deserves a look: a usual lean wood frame without outside insulation. */
const NOTABLE = 0.1;

/** What the frame takes of the insulation's R. */
export const framingLoss: Rule = {
  id: 'framing-loss',

  judge({ framingLoss: loss, thermal, wall }) {
    if (wall.mainFrame === null) return null;
    const r = thermal[thermal.effective.method].r;
    const factor = memberShare(mainLayers(wall.file.layers, wall.mainFrame)[0]!);
    return {
      status: loss > NOTABLE ? 'caution' : 'pass',
      title: say`Framing takes ${measured('share', loss)} of the R-value`,
      reason: say`${measured('resistance', thermal.cavityPath.r)} through the cavity, ${measured('resistance', r)} with a framing factor of ${measured('share', factor)}.`,
    };
  },

  fixes({ assessment, attempt }) {
    const { wall } = assessment;
    const framed = mainLayers(wall.file.layers, wall.mainFrame);
    const spacing = framed[0] && widerSpacing(framed[0].member.spacing);
    if (!spacing) return [];
    const commands = framed.flatMap((layer): Command[] => {
      const wider: Command[] = [
        { type: 'setMember', id: layer.id, member: { ...layer.member, spacing } },
      ];
      const preset = presetsAt(layer.member.section, spacing)[0];
      if (layer.fraction !== undefined && preset)
        wider.push({ type: 'setFraction', id: layer.id, fraction: preset.fraction });
      return wider;
    });
    const fix = attempt(
      say`Studs to ${measured('length', spacing)} on center, where structure allows`,
      commands,
      (after) => after.thermal.effective.r > assessment.thermal.effective.r,
    );
    return fix ? [fix] : [];
  },
};

function mainLayers(layers: readonly Layer[], main: string | null): FramedLayer[] {
  return layers.filter(
    (layer): layer is FramedLayer => layer.kind === 'framed' && frameOf(layer) === main,
  );
}

import { fractionAtSpacing, widerSpacing } from '../framing/index.ts';
import { measured, say } from '../units/index.ts';
import { frameOf, type Command, type FramedLayer, type Layer, type Fix } from '../wall/index.ts';
import type { FixContext } from './types.ts';

/** The framed layers of the main frame. */
export function mainLayers(layers: readonly Layer[], main: string | null): FramedLayer[] {
  return layers.filter(
    (layer): layer is FramedLayer => layer.kind === 'framed' && frameOf(layer) === main,
  );
}

/** The main frame at the next wider usual spacing, with the framing factor that is usual there. */
export function widerStuds({ assessment, attempt }: FixContext): Fix[] {
  const { wall } = assessment;
  const framed = mainLayers(wall.file.layers, wall.mainFrame);
  const spacing = framed[0] && widerSpacing(framed[0].member.spacing);
  if (!spacing) return [];
  const commands = framed.flatMap((layer): Command[] => {
    const wider: Command[] = [
      { type: 'setMember', id: layer.id, member: { ...layer.member, spacing } },
    ];
    const fraction = fractionAtSpacing(layer, spacing);
    if (fraction !== null) wider.push({ type: 'setFraction', id: layer.id, fraction });
    return wider;
  });
  const fix = attempt(
    say`Studs to ${measured('length', spacing)} on center, where structure allows`,
    commands,
    { whole: (after) => after.thermal.effective.r > assessment.thermal.effective.r },
  );
  return fix ? [fix] : [];
}

import { fractionAtSpacing, widerSpacing } from '../framing/index.ts';
import { measured, say } from '../../common/units/index.ts';
import {
  frameOf,
  type FramedLayer,
  type Layer,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';
import type { Change, Command, Fix } from '../wall/index.ts';
import type { FixContext } from './types.ts';

/** The framed layers of the main frame. */
export function mainLayers(layers: readonly Layer[], main: string | null): FramedLayer[] {
  return layers.filter(
    (layer): layer is FramedLayer => layer.kind === 'framed' && frameOf(layer) === main,
  );
}

/** The main frame at the next wider usual spacing, with the framing factor that is usual there; null without one. */
export function widerStudsOf(wall: ResolvedWall): Change | null {
  const framed = mainLayers(wall.file.layers, wall.mainFrame);
  const spacing = framed[0] && widerSpacing(framed[0].member.spacing);
  if (!spacing) return null;
  const commands = framed.flatMap((layer): Command[] => {
    const wider: Command[] = [
      { type: 'setMember', id: layer.id, member: { ...layer.member, spacing } },
    ];
    const fraction = fractionAtSpacing(layer, spacing);
    if (fraction !== null) wider.push({ type: 'setFraction', id: layer.id, fraction });
    return wider;
  });
  return {
    label: say`Studs to ${measured('length', spacing)} on center, where structure allows`,
    commands,
  };
}

/** Wider studs, where they gain R. */
export function widerStuds({ assessment, attempt }: FixContext): Fix[] {
  const change = widerStudsOf(assessment.wall);
  const fix =
    change &&
    attempt(change.label, change.commands, {
      whole: (after) => after.thermal.effective.r > assessment.thermal.effective.r,
    });
  return fix ? [fix] : [];
}

import {
  formatText,
  LUMBER,
  MONTHS,
  nameOf,
  type FramedLayer,
  type Layer,
  type Material,
  type Member,
  type UnitSystem,
} from '@eldrun/core';

type FindMaterial = (id: string) => Material | undefined;

/** How far two sizes may lie apart and still be the same lumber, m. */
const SAME_SIZE = 0.0006;

/** What a framer calls a member: `2×6`, `45×145`, or its size. */
export function memberName(member: Member, depth: number, units: UnitSystem): string {
  if (member.section === 'c') return `Steel ${formatText('length', depth, units)} C-stud`;
  const lumber = LUMBER.find(
    ({ actual: [width, height] }) =>
      Math.abs(width - member.width) < SAME_SIZE && Math.abs(height - depth) < SAME_SIZE,
  );
  if (lumber) return lumber.nominal.replace('x', '×');
  return `${formatText('length', member.width, units)} × ${formatText('length', depth, units)}`;
}

/** The main line of a callout. */
export function layerTitle(layer: Layer, find: FindMaterial, units: UnitSystem): string {
  if (layer.kind !== 'framed') return nameOf(layer, find);
  const member = frameName(layer, units);
  const fill = typeof layer.fill === 'string' ? find(layer.fill)?.name : nameOf(layer, find);
  return typeof layer.fill === 'string' ? `${member}, ${fill ?? layer.fill}` : `${fill}`;
}

/** `2×6 at 16 in.` */
export function frameName(layer: FramedLayer, units: UnitSystem): string {
  return `${memberName(layer.member, layer.thickness, units)} at ${formatText('length', layer.member.spacing, units)}`;
}

/** A month, or the design day. */
export type Moment = number | 'design';

export function momentName(moment: Moment): string {
  return moment === 'design' ? 'Design day' : MONTHS[moment]!;
}

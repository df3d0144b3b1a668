import type { WallSection } from '@eldrun/core/steady-heat';
import { FIRST_MEMBER } from '@eldrun/drawing';
import type { DepthAxis } from './axis.ts';

/** Air temperatures on both sides, °C. */
export interface Air {
  indoor: number;
  outdoor: number;
}

/** The real temperature of a scaled one, °C. */
export function realTemperature({ indoor, outdoor }: Air, scaled: number): number {
  return outdoor + (indoor - outdoor) * scaled;
}

/** Where a place of the drawing lies in the section's model, m: the members stand on its center line. */
export function modelX(section: WallSection, axis: DepthAxis, x: number): number {
  const along = x / axis.scale - section.width * (FIRST_MEMBER - 0.5);
  return along - Math.floor(along / section.width) * section.width;
}

/** The depth of the section, m. */
export function sectionDepth({ field }: WallSection): number {
  return field.y.at(-1)!;
}

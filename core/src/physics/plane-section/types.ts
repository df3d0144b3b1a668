import type { SideName } from '../conduction/index.ts';

export const SECTION_FORMAT = 'eldrun-plane-section';

/** x from and to, y from and to, m. */
export type Box = readonly [x0: number, x1: number, y0: number, y1: number];

/** Air behind a surface resistance: °C, m²K/W. */
interface Air {
  temperature: number;
  resistance: number;
}

/** Any plane section as a file; a later rectangle lies over an earlier one, boxes of air over all. */
export interface SectionFile {
  format: typeof SECTION_FORMAT;
  version: 1;
  name?: string;
  rectangles: { box: Box; conductivity: number }[];
  environments?: (Air & { box: Box })[];
  sides?: Partial<Record<SideName, Air>>;
  probes?: { name: string; x: number; y: number }[];
}

/** What is found in a section. */
export interface SectionAnswer {
  format: 'eldrun-plane-solution';
  version: 1;
  /** °C by name. */
  probes: Record<string, number>;
  /** W/m into the section, by side and as `environments[i]`; null where it has no end. */
  flows: Record<string, number | null>;
  /** Between each pair, W/(m·K), all others at the temperature of one of the two. */
  couplings: { from: string; to: string; l2d: number | null }[];
  /** Largest relative change of a coupling by the last refinement, and why refinement ended. */
  change: number;
  ended: 'tolerance' | 'budget';
  cells: number;
  problems: string[];
}

import type { LayerAssessment, Material, UnitSystem } from '@eldrun/core';
import type { DepthAxis } from '../../drawing/axis.ts';
import type { Pointer } from '../../pointer.ts';

/** What all drawings of the open wall share: the wall, its place on the page, and where a person points. */
export interface WallFrame {
  assessment: LayerAssessment;
  axis: DepthAxis;
  /** Of the section, px. */
  width: number;
  units: UnitSystem;
  material: (id: string) => Material | undefined;
  pointer: Pointer;
}

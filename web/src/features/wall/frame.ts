import type { LayerAssessment } from '@eldrun/core/assessment';
import type { Material } from '@eldrun/core/materials';
import type { UnitSystem } from '@eldrun/core/units';
import type { DepthAxis } from '../../charts/axis.ts';
import type { Pointer } from '../../components/pointer.ts';

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

export { edgeParts, edgeScene, type EdgePart } from './edge-section.ts';
export { ELEVATION_LAYERS, elevationScene, plateScene, type ElevationLayer } from './elevation.ts';
export {
  categoryHatch,
  hatchOf,
  HATCHES,
  INK,
  memberHatch,
  type Hatch,
  type HatchPattern,
} from './hatches.ts';
export type * from './scene.ts';
export { svgFile, svgMarks, svgPatterns } from './svg.ts';
export { FIRST_MEMBER, frameMarks, layerBands, wallSection } from './wall-section.ts';

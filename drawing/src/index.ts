export { edgeParts, edgeScene, type EdgePart } from './edge-section.ts';
export { edgeNumbers, spread, type EdgeNumber } from './edge-numbers.ts';
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
export { paperSize, svgFile, svgMarks, svgPatterns } from './svg.ts';
export { FIRST_MEMBER, frameMarks, layerBands, wallSection } from './wall-section.ts';
export { notedEdge, notedElevation, notedPlate, notedSection } from './notes.ts';
export {
  drawnEdge,
  drawnElevation,
  drawnPlate,
  drawnStage,
  drawnWall,
  type Drawn,
  type Room,
} from './drawn.ts';
export { fittingScale, type PaperScale } from './scales.ts';

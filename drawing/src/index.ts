export { edgeParts, edgeScene, type EdgePart } from './edge-section.ts';
export { edgeNumbers, spread } from './edge-numbers.ts';
export { ELEVATION_LAYERS, elevationScene, plateScene, type ElevationLayer } from './elevation.ts';
export { HATCHES } from './hatches.ts';
export type * from './scene.ts';
export { paperSize, svgFile, svgMarks, svgPatterns } from './svg.ts';
export { FIRST_MEMBER, frameMarks, layerBands, wallSection } from './wall-section.ts';
export {
  drawnEdge,
  drawnElevation,
  drawnPlate,
  drawnStage,
  drawnWall,
  type Drawn,
} from './drawn.ts';
export { fittingScale } from './scales.ts';

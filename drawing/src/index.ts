export { ELEVATION_LAYERS, elevationScene, plateScene, type ElevationLayer } from './elevation.ts';
export { hatchOf, HATCHES, INK, memberHatch, type Hatch, type HatchPattern } from './hatches.ts';
export type * from './scene.ts';
export { svgFile, svgMarks, svgPatterns } from './svg.ts';
export { FIRST_MEMBER, frameMarks, layerBands, wallSection } from './wall-section.ts';

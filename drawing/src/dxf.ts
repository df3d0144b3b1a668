import {
  DxfWriter,
  HatchBoundaryPaths,
  HatchPolylineBoundary,
  HatchPredefinedPatterns as Pattern,
  LWPolylineFlags,
  pattern,
  point3d,
  TextHorizontalAlignment,
  Units,
  vertex,
} from '@tarikjabiri/dxf';
import { MM_PER_INCH, INCH, type UnitSystem } from '@eldrun/core/units';
import type { Hatch } from './hatches.ts';
import type { Mark, Pen, Scene } from './scene.ts';

/** The pattern of each hatch that drawing programs have, and how wide its lines lie on paper, mm; none where outlines say enough. */
const PATTERNS: Partial<Record<Hatch, readonly [name: Pattern, apart: number]>> = {
  wool: [Pattern.INSUL, 0.5],
  loose: [Pattern.AR_SAND, 0.05],
  foam: [Pattern.ANSI37, 0.5],
  'mineral-board': [Pattern.ANSI31, 0.5],
  'wood-fiber': [Pattern.DASH, 0.4],
  panel: [Pattern.LINE, 0.25],
  gypsum: [Pattern.DOTS, 0.5],
  membrane: [Pattern.SOLID, 1],
  masonry: [Pattern.ANSI32, 0.3],
  metal: [Pattern.SOLID, 1],
  concrete: [Pattern.AR_CONC, 0.05],
  soil: [Pattern.EARTH, 0.4],
};

/** Colors of lines, by the index of colors that all drawing programs share; 7 is black on white paper. */
const BLACK = 7;
const COLORS: Partial<Record<Pen, number>> = { water: 5, insulation: 30, air: 3 };

/** Line types by pen; those not here are drawn through. */
const DASHED: Partial<Record<Pen, string>> = {
  hidden: 'DASHED',
  air: 'DOTTED',
  water: 'DASHED',
  insulation: 'DASHDOT',
};

const HATCH_LAYER = 'Hatches';

/** A layer's name as the format takes it: no signs that stand for something else in it. */
const layerName = (name: string): string =>
  name
    .replace(/[<>/\\":;?*|=`,]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 250) || 'Part';

/**
 * A scene as a DXF file (version AC1021, in UTF-8) in its true size, y up: a layer for each part, hatches on one of their
 * own, text as text.
 *
 * @param ratio of the paper that it is to be plotted on: letters and hatches are so large that they are right there
 * @param units of its lengths: inches or millimeters
 * @param hatched whether areas are hatched; an elevation of thousands of boards is not
 * @returns the file's text
 */
export function dxfFile(scene: Scene, ratio: number, units: UnitSystem, hatched = true): string {
  const dxf = new DxfWriter();
  const unit = units === 'imperial' ? INCH : 0.001;
  const at = (value: number): number => value / unit;
  dxf.setUnits(units === 'imperial' ? Units.Inches : Units.Millimeters);
  dxf.setVariable('$MEASUREMENT', { 70: units === 'imperial' ? 0 : 1 });
  // A mm of the paper in units of the drawing.
  const mm = at(0.001 / ratio);
  dxf.setVariable('$LTSCALE', { 40: mm });
  dxf.addLType('DASHED', '__ __ __', [4, -2]);
  dxf.addLType('DOTTED', '. . . .', [0.3, -1.5]);
  dxf.addLType('DASHDOT', '__ . __', [5, -1.5, 0.5, -1.5]);

  const layers = new Map<string, string>();
  const layerOf = (name: string): string => {
    const wanted = layerName(name);
    // Names are the same whatever their letters' case.
    const key = wanted.toLowerCase();
    if (!layers.has(key)) {
      dxf.addLayer(wanted, BLACK, 'Continuous');
      layers.set(key, wanted);
    }
    return layers.get(key)!;
  };

  const line = (
    corners: readonly (readonly [number, number])[],
    closed: boolean,
    pen: Pen,
    layer: string,
  ): void => {
    if (pen === 'none') return;
    dxf.addLWPolyline(
      corners.map(([x, y]) => ({ point: { x: at(x), y: at(-y) } })),
      {
        layerName: layer,
        flags: closed ? LWPolylineFlags.Closed : LWPolylineFlags.None,
        ...(COLORS[pen] ? { colorNumber: COLORS[pen] } : {}),
        ...(DASHED[pen] ? { lineType: DASHED[pen] } : {}),
      },
    );
  };

  const area = (
    corners: readonly (readonly [number, number])[],
    hatch: Hatch,
    pen: Pen,
    layer: string,
  ): void => {
    line(corners, true, pen, layer);
    const filled = hatched ? PATTERNS[hatch] : undefined;
    if (!filled) return;
    const boundary = new HatchPolylineBoundary();
    for (const [x, y] of corners) boundary.add(vertex(at(x), at(-y)));
    const paths = new HatchBoundaryPaths();
    paths.addPolylineBoundary(boundary);
    dxf.addHatch(paths, pattern({ name: filled[0], scale: filled[1] * mm }), {
      layerName: layerOf(HATCH_LAYER),
      colorNumber: 8,
    });
  };

  const draw = (mark: Mark, layer: string): void => {
    switch (mark.shape) {
      case 'rect': {
        const { x, y, width, height } = mark;
        const corners = [
          [x, y],
          [x + width, y],
          [x + width, y + height],
          [x, y + height],
        ] as const;
        return area(corners, mark.hatch, mark.pen, layer);
      }
      case 'polygon':
        return area(mark.corners, mark.hatch, mark.pen, layer);
      case 'path':
        for (const piece of mark.pieces) line(piece, false, mark.pen, layer);
        return;
      case 'text': {
        const place = point3d(at(mark.x), at(-mark.y));
        const anchor = {
          start: TextHorizontalAlignment.Left,
          middle: TextHorizontalAlignment.Center,
          end: TextHorizontalAlignment.Right,
        }[mark.anchor];
        // A point is as high as its capital letters, 0.7 of it.
        dxf.addText(place, 0.7 * mark.size * (MM_PER_INCH / 72) * mm, mark.text, {
          layerName: layer,
          horizontalAlignment: anchor,
          ...(mark.anchor === 'start' ? {} : { secondAlignmentPoint: place }),
        });
      }
    }
  };
  for (const { name, marks } of scene.parts) {
    const layer = layerOf(name);
    for (const mark of marks) draw(mark, layer);
  }
  dxf.setVariable('$EXTMIN', { 10: at(scene.x), 20: at(-scene.y - scene.height), 30: 0 });
  dxf.setVariable('$EXTMAX', { 10: at(scene.x + scene.width), 20: at(-scene.y), 30: 0 });
  return dxf.stringify();
}

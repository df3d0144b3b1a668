import { MM_PER_INCH } from '@eldrun/core/units';
import { HATCHES, INK, type Hatch } from './hatches.ts';
import type { Mark, Pen, Scene } from './scene.ts';

/** Line weights of the pens, px; ink where they say no color. */
const PENS: Readonly<
  Record<Pen, { weight: number; dash?: string; color?: string; round?: boolean }>
> = {
  outline: { weight: 1 },
  fine: { weight: 0.8 },
  hidden: { weight: 0.8, dash: '8 5' },
  sheet: { weight: 3 },
  metal: { weight: 0.6, color: HATCHES.metal.tint },
  none: { weight: 0 },
  air: { weight: 3, dash: '0.1 6', round: true },
  water: { weight: 2.4, dash: '9 5', color: '#1f5f8b' },
  insulation: { weight: 1.6, dash: '14 4 3 4', color: '#7d5a25' },
};

const escaped = (text: string): string =>
  text.replace(/[&<>"']/g, (letter) => `&#${letter.charCodeAt(0)};`);

/** A length with what of it can be seen: a hundredth of a millimetre. */
const length = (value: number): string => String(Math.round(value * 1e5) / 1e5);

/** Where a drawing lies on its paper: paper units a metre, and where its origin is; none where a transform says it. */
interface Placed {
  scale: number;
  x: number;
  y: number;
}

/** Not placed: in metres, under a transform of the page. */
const IN_METRES: Placed = { scale: 1, x: 0, y: 0 };

/** Paper units (mm) in a px of a pen's weight, and in a point of a text. */
const MM_PER_PX = MM_PER_INCH / 96;
const MM_PER_POINT = MM_PER_INCH / 72;

function penOf(pen: Pen, placed: Placed): string {
  if (pen === 'none') return '';
  const { weight, dash, color = INK, round } = PENS[pen];
  const onPaper = placed !== IN_METRES;
  const k = onPaper ? MM_PER_PX : 1;
  const dashes = dash
    ?.split(' ')
    .map((one) => length(Number(one) * k))
    .join(' ');
  // A line keeps its weight at every scale.
  return ` stroke="${color}" stroke-width="${length(weight * k)}"${dashes ? ` stroke-dasharray="${dashes}"` : ''}${round ? ' stroke-linecap="round"' : ''}${onPaper ? '' : ' vector-effect="non-scaling-stroke"'}`;
}

/** Whether a hatch has anything but its tint. */
const hasStrokes = (hatch: Hatch): boolean =>
  HATCHES[hatch].strokes !== undefined || HATCHES[hatch].dots !== undefined;

/** An area with its hatch. On paper the tint lies under the strokes, so that no seam of their tiles is seen. */
function filled(
  shape: string,
  { hatch, pen }: { hatch: Hatch; pen: Pen },
  uid: string,
  placed: Placed,
): string {
  const line = penOf(pen, placed);
  const pattern = `${shape} fill="url(#${uid}-${hatch})"${line}/>`;
  if (placed === IN_METRES) return pattern;
  const tint = `${shape} fill="${HATCHES[hatch].tint}"`;
  return hasStrokes(hatch) ? `${tint}/>${pattern}` : `${tint}${line}/>`;
}

function markOf(mark: Mark, uid: string, placed: Placed): string {
  const { scale } = placed;
  const x = (value: number): string => length(placed.x + value * scale);
  const y = (value: number): string => length(placed.y + value * scale);
  switch (mark.shape) {
    case 'rect':
      return filled(
        `<rect x="${x(mark.x)}" y="${y(mark.y)}" width="${length(mark.width * scale)}" height="${length(mark.height * scale)}"`,
        mark,
        uid,
        placed,
      );
    case 'polygon':
      return filled(
        `<polygon points="${mark.corners.map((corner) => `${x(corner[0])},${y(corner[1])}`).join(' ')}"`,
        mark,
        uid,
        placed,
      );
    case 'path': {
      const d = mark.pieces
        .map((piece) => piece.map((corner, i) => `${i ? 'L' : 'M'}${x(corner[0])} ${y(corner[1])}`))
        .flat()
        .join('');
      return `<path d="${d}" fill="none"${penOf(mark.pen, placed)}/>`;
    }
    case 'text':
      return `<text x="${x(mark.x)}" y="${y(mark.y)}" font-size="${length(placed === IN_METRES ? mark.size : mark.size * MM_PER_POINT)}" text-anchor="${mark.anchor}" fill="${INK}">${escaped(mark.text)}</text>`;
  }
}

const marksOf = ({ parts }: Scene, uid: string, placed: Placed): string =>
  parts
    .map(
      ({ id, name, faint, seeThrough, marks }) =>
        `<g data-part="${escaped(id)}" data-name="${escaped(name)}"${faint ? ' opacity="0.75"' : ''}${seeThrough ? ' fill-opacity="0.45"' : ''}>${marks.map((mark) => markOf(mark, uid, placed)).join('')}</g>`,
    )
    .join('');

/**
 * The marks of a scene as SVG elements in metres, one group a part, to be put under a transform.
 *
 * @param uid of the drawing in its page: its patterns are called after it
 */
export const svgMarks = (scene: Scene, uid: string): string => marksOf(scene, uid, IN_METRES);

/** The hatches with strokes that a scene uses, in the order of their first use. */
function hatchesIn({ parts }: Scene): Hatch[] {
  const used = new Set<Hatch>();
  for (const { marks } of parts)
    for (const mark of marks)
      if ((mark.shape === 'rect' || mark.shape === 'polygon') && hasStrokes(mark.hatch))
        used.add(mark.hatch);
  return [...used];
}

/** A pattern, px of its tile scaled. @param tinted whether its tint is in it */
function patternOf(uid: string, hatch: Hatch, scale: number, tinted: boolean): string {
  const { width, height, tint, strokes, color = INK, weight = 1, dots } = HATCHES[hatch];
  const inside = strokes
    ? `<path d="${strokes}" fill="none" stroke="${color}" stroke-width="${weight}"/>`
    : (dots ?? [])
        .map(([x, y]) => `<circle cx="${x}" cy="${y}" r="0.8" fill="${color}"/>`)
        .join('');
  const under = tinted ? `<rect width="${width}" height="${height}" fill="${tint}"/>` : '';
  return `<pattern id="${uid}-${hatch}" width="${width}" height="${height}" patternUnits="userSpaceOnUse" patternTransform="scale(${scale})">${under}${inside}</pattern>`;
}

/**
 * The patterns as SVG elements.
 *
 * @param uid of the drawing in its page
 * @param scale px a metre that the marks are shown at: the patterns stay as they are
 */
export const svgPatterns = (uid: string, scale: number): string =>
  (Object.keys(HATCHES) as Hatch[]).map((hatch) => patternOf(uid, hatch, 1 / scale, true)).join('');

/** Room around a drawing that stands alone, mm: its outer lines are not cut. */
const MARGIN = 1;

/** Its size on paper, mm. */
export const paperSize = ({ width, height }: Scene, ratio: number): [number, number] => [
  width * ratio * 1000 + 2 * MARGIN,
  height * ratio * 1000 + 2 * MARGIN,
];

/**
 * A scene as an SVG file that stands alone, in mm on paper, every line where it is: no program has to scale it.
 *
 * @param ratio of the paper to what is drawn, such as 1 / 10
 */
export function svgFile(scene: Scene, ratio: number): string {
  const scale = ratio * 1000;
  const [width, height] = paperSize(scene, ratio).map(length);
  const placed = { scale, x: MARGIN - scene.x * scale, y: MARGIN - scene.y * scale };
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}" font-family="Roboto, sans-serif"><title>${escaped(scene.title)}</title><defs>${hatchesIn(
    scene,
  )
    .map((hatch) => patternOf('eldrun', hatch, MM_PER_PX, false))
    .join(
      '',
    )}<clipPath id="eldrun-paper"><rect x="0" y="0" width="${width}" height="${height}"/></clipPath></defs><rect width="${width}" height="${height}" fill="#ffffff"/><g clip-path="url(#eldrun-paper)">${marksOf(scene, 'eldrun', placed)}</g></svg>\n`;
}

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

function penOf(pen: Pen): string {
  if (pen === 'none') return '';
  const { weight, dash, color = INK, round } = PENS[pen];
  // A line keeps its weight at every scale.
  return ` stroke="${color}" stroke-width="${weight}"${dash ? ` stroke-dasharray="${dash}"` : ''}${round ? ' stroke-linecap="round"' : ''} vector-effect="non-scaling-stroke"`;
}

function markOf(mark: Mark, uid: string): string {
  switch (mark.shape) {
    case 'rect':
      return `<rect x="${length(mark.x)}" y="${length(mark.y)}" width="${length(mark.width)}" height="${length(mark.height)}" fill="url(#${uid}-${mark.hatch})"${penOf(mark.pen)}/>`;
    case 'polygon':
      return `<polygon points="${mark.corners.map(([x, y]) => `${length(x)},${length(y)}`).join(' ')}" fill="url(#${uid}-${mark.hatch})"${penOf(mark.pen)}/>`;
    case 'path': {
      const d = mark.pieces
        .map((piece) => piece.map(([x, y], i) => `${i ? 'L' : 'M'}${length(x)} ${length(y)}`))
        .flat()
        .join('');
      return `<path d="${d}" fill="none"${penOf(mark.pen)}/>`;
    }
    case 'text':
      return `<text x="${length(mark.x)}" y="${length(mark.y)}" font-size="${mark.size}" text-anchor="${mark.anchor}" fill="${INK}">${escaped(mark.text)}</text>`;
  }
}

/**
 * The marks of a scene as SVG elements in metres, one group a part, to be put under a transform.
 *
 * @param uid of the drawing in its page: its patterns are called after it
 */
export function svgMarks({ parts }: Scene, uid: string): string {
  return parts
    .map(
      ({ id, name, faint, seeThrough, marks }) =>
        `<g data-part="${escaped(id)}" data-name="${escaped(name)}"${faint ? ' opacity="0.75"' : ''}${seeThrough ? ' fill-opacity="0.45"' : ''}>${marks.map((mark) => markOf(mark, uid)).join('')}</g>`,
    )
    .join('');
}

/** The hatches that a scene uses, in the order of their first use. */
function hatchesIn({ parts }: Scene): Hatch[] {
  const used = new Set<Hatch>();
  for (const { marks } of parts)
    for (const mark of marks)
      if (mark.shape === 'rect' || mark.shape === 'polygon') used.add(mark.hatch);
  return [...used];
}

/**
 * The patterns as SVG elements.
 *
 * @param uid of the drawing in its page
 * @param scale px a metre that the marks are shown at: the patterns stay as they are
 */
export function svgPatterns(
  uid: string,
  scale: number,
  hatches: readonly Hatch[] = Object.keys(HATCHES) as Hatch[],
): string {
  return hatches
    .map((hatch) => {
      const { width, height, tint, strokes, color = INK, weight = 1, dots } = HATCHES[hatch];
      const inside = strokes
        ? `<path d="${strokes}" fill="none" stroke="${color}" stroke-width="${weight}"/>`
        : (dots ?? [])
            .map(([x, y]) => `<circle cx="${x}" cy="${y}" r="0.8" fill="${color}"/>`)
            .join('');
      return `<pattern id="${uid}-${hatch}" width="${width}" height="${height}" patternUnits="userSpaceOnUse" patternTransform="scale(${1 / scale})"><rect width="${width}" height="${height}" fill="${tint}"/>${inside}</pattern>`;
    })
    .join('');
}

/** Room around a drawing that stands alone, px. */
const MARGIN = 12;

/**
 * A scene as an SVG file that stands alone.
 *
 * @param scale px a metre; 3780 draws it in its true size on paper (96 px an inch)
 */
export function svgFile(scene: Scene, scale: number): string {
  const width = Math.ceil(scene.width * scale + 2 * MARGIN);
  const height = Math.ceil(scene.height * scale + 2 * MARGIN);
  const place = `translate(${length(MARGIN - scene.x * scale)} ${length(MARGIN - scene.y * scale)}) scale(${scale})`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="sans-serif"><title>${escaped(scene.title)}</title><defs>${svgPatterns('eldrun', scale, hatchesIn(scene))}<clipPath id="eldrun-stretch"><rect x="${MARGIN - 1}" y="0" width="${width - 2 * MARGIN + 2}" height="${height}"/></clipPath></defs><rect width="${width}" height="${height}" fill="#ffffff"/><g clip-path="url(#eldrun-stretch)"><g transform="${place}">${svgMarks(scene, 'eldrun')}</g></g></svg>\n`;
}

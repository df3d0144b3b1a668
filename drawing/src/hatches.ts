import type { ResolvedLayer } from '@eldrun/core/build-up';

/** The drafting patterns of the section, told apart by their drawing, not by color alone. */
export type Hatch =
  | 'wool'
  | 'loose'
  | 'foam'
  | 'mineral-board'
  | 'wood-fiber'
  | 'panel'
  | 'wood'
  | 'gypsum'
  | 'membrane'
  | 'cladding'
  | 'masonry'
  | 'metal'
  | 'frame'
  | 'glass'
  | 'concrete'
  | 'soil'
  | 'air'
  | 'cavity'
  | 'plain';

const BY_CATEGORY: Record<string, Hatch> = {
  batt: 'wool',
  fibrous: 'wool',
  'loose-fill': 'loose',
  'spray-foam': 'foam',
  'rigid-foam': 'foam',
  'special-insulation': 'foam',
  'mineral-board': 'mineral-board',
  'board-insulation': 'mineral-board',
  'wood-fiber': 'wood-fiber',
  'wood-panel': 'panel',
  board: 'panel',
  composite: 'panel',
  lumber: 'wood',
  wood: 'wood',
  furring: 'wood',
  'engineered-lumber': 'wood',
  'interior-wood': 'wood',
  gypsum: 'gypsum',
  plaster: 'gypsum',
  'cement-panel': 'gypsum',
  coating: 'membrane',
  membrane: 'membrane',
  cladding: 'cladding',
  masonry: 'masonry',
  metal: 'metal',
  drainage: 'loose',
  frame: 'frame',
  glass: 'glass',
  concrete: 'concrete',
  soil: 'soil',
};

/** The pattern of a layer's fill. */
export function hatchOf(layer: ResolvedLayer): Hatch {
  if (!layer.fill) return 'air';
  if (/brick|stone|stucco/.test(layer.fillId ?? '')) return 'masonry';
  return BY_CATEGORY[layer.fill.category ?? ''] ?? 'plain';
}

/** The pattern of a material by its category; of nothing, air. */
export function categoryHatch(category: string | null): Hatch {
  return category === null ? 'air' : (BY_CATEGORY[category] ?? 'plain');
}

/** The pattern of a member's material. */
export function memberHatch(category: string | undefined): Hatch {
  return BY_CATEGORY[category ?? ''] ?? 'plain';
}

/** How a pattern is drawn, in its own units (px on the screen): strokes on a tint, in a tile that repeats. */
export interface HatchPattern {
  width: number;
  height: number;
  tint: string;
  /** SVG path data of its strokes. */
  strokes?: string;
  color?: string;
  weight?: number;
  /** Centers of dots in place of strokes. */
  dots?: readonly (readonly [x: number, y: number])[];
}

/** The ink of all lines. */
export const INK = '#16211e';

/** Eldrun's own drafting patterns. Each is told by its strokes; the tint only helps. */
export const HATCHES: Readonly<Record<Hatch, HatchPattern>> = {
  wool: {
    width: 36,
    height: 22,
    tint: '#fcf5e3',
    strokes: 'M0 16C6 16 6 5 12 5s6 11 12 11 6-11 12-11',
    color: '#b59b52',
  },
  loose: {
    width: 20,
    height: 20,
    tint: '#f1efe6',
    strokes: 'M2 4l5 2M12 2l3 4M8 11l5-2M3 15l3 3M14 14l4 2M17 8l2-3',
    color: '#8d8a75',
  },
  foam: {
    width: 12,
    height: 12,
    tint: '#e6eff4',
    strokes: 'M0 0l12 12M12 0L0 12',
    color: '#7f9db0',
    weight: 0.8,
  },
  'mineral-board': {
    width: 9,
    height: 9,
    tint: '#f2ecb8',
    strokes: 'M-1 10L10 -1',
    color: '#a89c4d',
    weight: 0.9,
  },
  'wood-fiber': {
    width: 14,
    height: 8,
    tint: '#ead9bd',
    strokes: 'M0 2h6M8 6h6M10 2h2M2 6h2',
    color: '#92713e',
    weight: 0.9,
  },
  panel: {
    width: 16,
    height: 6,
    tint: '#dcb982',
    strokes: 'M0 1.5h7M9 4.5h6',
    color: '#7d5a25',
    weight: 1.2,
  },
  wood: {
    width: 24,
    height: 9,
    tint: '#eccb9c',
    strokes: 'M0 3c6-3 12 3 24 0M0 7c8 2 14-2 24 0',
    color: '#b98d4f',
    weight: 0.8,
  },
  gypsum: {
    width: 10,
    height: 10,
    tint: '#f4f4f1',
    color: '#8a8f8c',
    dots: [
      [2, 3],
      [7, 7],
    ],
  },
  membrane: { width: 10, height: 10, tint: INK },
  cladding: {
    width: 30,
    height: 4,
    tint: '#b9c3bf',
    strokes: 'M0 2h30',
    color: '#5b6a65',
    weight: 0.8,
  },
  masonry: {
    width: 14,
    height: 14,
    tint: '#e3cabd',
    strokes: 'M0 14L14 0M-4 6l8-8M10 16l8-8M4 14L14 4',
    color: '#95604a',
    weight: 0.9,
  },
  metal: { width: 6, height: 6, tint: '#33413d' },
  frame: {
    width: 12,
    height: 12,
    tint: '#d3dad7',
    strokes: 'M3 3h6v6H3z',
    color: '#8b9894',
    weight: 0.8,
  },
  glass: {
    width: 8,
    height: 8,
    tint: '#e2edf2',
    strokes: 'M0 8L8 0',
    color: '#9fb8c4',
    weight: 0.7,
  },
  concrete: {
    width: 22,
    height: 18,
    tint: '#dfe1de',
    strokes: 'M3 5l4-2-1 4zM14 12l3 3-4 1z',
    color: '#7c8682',
    weight: 0.8,
  },
  soil: {
    width: 18,
    height: 10,
    tint: '#e6ddd2',
    strokes: 'M1 8l5-6M6 8l5-6M11 8l5-6M0 9.5h18',
    color: '#8a7459',
    weight: 0.7,
  },
  air: { width: 10, height: 10, tint: '#ffffff' },
  cavity: { width: 10, height: 10, tint: '#fbf8ea' },
  plain: { width: 10, height: 10, tint: '#e8ecea' },
};

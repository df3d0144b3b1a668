import type { ResolvedLayer } from '@eldrun/core';

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
  | 'air'
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
};

/** The pattern of a layer's fill. */
export function hatchOf(layer: ResolvedLayer): Hatch {
  if (!layer.fill) return 'air';
  if (/brick|stone|stucco/.test(layer.fillId ?? '')) return 'masonry';
  return BY_CATEGORY[layer.fill.category ?? ''] ?? 'plain';
}

/** The pattern of a member's material. */
export function memberHatch(category: string | undefined): Hatch {
  return BY_CATEGORY[category ?? ''] ?? 'plain';
}

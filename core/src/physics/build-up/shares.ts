import type { FramedLayer, Layer, Member } from './types.ts';

/** Width of the member that crosses a layer from face to face: of a C-stud, its web. m */
export function memberWidth(member: Member): number {
  return member.section === 'c' ? member.web : member.width;
}

/** Area share of the members in the clear field: width / spacing, for a C-stud web / spacing (wall-file rule 4). */
export function clearFieldShare(member: Member): number {
  return memberWidth(member) / member.spacing;
}

/** Area share of the members that the one-dimensional methods use: `fraction`, else the clear field's. */
export function memberShare(layer: FramedLayer): number {
  return layer.fraction ?? clearFieldShare(layer.member);
}

/** Layers of the same frame share their members; a framed layer without `frame` stands alone. */
export function frameOf(layer: FramedLayer): string {
  return layer.frame ?? `layer ${layer.id}`;
}

/**
 * The main frame: the one named `main`, else that of the thickest framed layer (the innermost of equals).
 *
 * @returns its key as `frameOf` gives it, or null without framed layers
 */
export function mainFrameOf(layers: readonly Layer[]): string | null {
  let thickest: FramedLayer | null = null;
  for (const layer of layers) {
    if (layer.kind !== 'framed') continue;
    if (layer.frame === 'main') return 'main';
    if (!thickest || layer.thickness > thickest.thickness) thickest = layer;
  }
  return thickest && frameOf(thickest);
}

import { reactive } from 'vue';

interface Place {
  /** Depth from the inner surface, m. */
  depth: number | null;
  /** Id of the layer. */
  layer: string | null;
}

/**
 * Where a person points on the bench, by hand or keyboard. Drawings get it as it is and only their overlays read it: what
 * lies beneath is not drawn again when the pointer moves.
 */
export interface Pointer extends Readonly<Place> {
  /** Points elsewhere; what is not said stays. */
  to(place: Partial<Place>): void;
}

/** A pointer that points at nothing yet. */
export function newPointer(): Pointer {
  const pointer = reactive({
    depth: null as number | null,
    layer: null as string | null,
    to: (place: Partial<Place>) => void Object.assign(pointer, place),
  });
  return pointer;
}

import { BRIEF } from './brief/place.ts';
import { EDGES } from './edges/place.ts';
import { ELEVATIONS } from './elevations/place.ts';
import { MATERIALS } from './materials/place.ts';
import { OPTIONS } from './options/place.ts';
import { ORDER } from './order/place.ts';
import type { Place } from './place.ts';
import { PAPERS } from './papers/place.ts';
import { SITE } from './site/place.ts';
import { WALLS } from './wall/place.ts';

/** The places in the order of the rail. A new place is a folder of its own and one line here. */
export const PLACES: readonly Place[] = [
  BRIEF,
  WALLS,
  OPTIONS,
  ELEVATIONS,
  EDGES,
  ORDER,
  SITE,
  PAPERS,
  MATERIALS,
];

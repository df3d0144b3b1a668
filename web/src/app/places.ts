import { BRIEF } from '../features/brief/place.ts';
import { EDGES } from '../features/edges/place.ts';
import { ELEVATIONS } from '../features/elevations/place.ts';
import { MATERIALS } from '../features/materials/place.ts';
import { OPTIONS } from './options-place.ts';
import { ORDER } from '../features/order/place.ts';
import type { Place } from '../components/place.ts';
import { PAPERS } from '../features/papers/place.ts';
import { SITE } from '../features/site/place.ts';
import { WALLS } from '../features/wall/place.ts';

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

import type { RouteRecordRaw } from 'vue-router';
import { BRIEF } from './brief/place.ts';
import { MATERIALS } from './materials/place.ts';
import { WALLS } from './wall/place.ts';

/** A place of a project: its entry in the rail, and its addresses. */
export interface Place {
  /** Name of the address that the rail leads to. */
  name: string;
  label: string;
  routes: RouteRecordRaw[];
}

/** The places in the order of the rail. A new place is a folder of its own and one line here. */
export const PLACES: readonly Place[] = [BRIEF, WALLS, MATERIALS];

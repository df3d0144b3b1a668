import type { RouteRecordRaw } from 'vue-router';

/** A place of a project: its entry in the rail, and its addresses. */
export interface Place {
  /** Name of the address that the rail leads to. */
  name: string;
  label: string;
  routes: RouteRecordRaw[];
}

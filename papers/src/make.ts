import { InputError } from '@eldrun/core/errors';
import { tradeOf } from '@eldrun/core/trade';
import { Derived, houseRules, type Look, type Project } from '@eldrun/project';
import { lookAt } from './looked-at.ts';
import { pdfOf } from './pdf.ts';
import { comparisonSheet, type Decided } from './sheets/comparison.ts';
import { crewSheet } from './sheets/crew.ts';
import { edgesSheet } from './sheets/edges.ts';
import { elevationSheet, platesSheet } from './sheets/elevations.ts';
import { orderSheet } from './sheets/order.ts';
import { siteSheet } from './sheets/site.ts';
import { submittalSheet } from './sheets/submittal.ts';
import { wallSheet } from './sheets/wall.ts';
import type { PaperSetting, Sheet } from './types.ts';

/** Which sheet of a project is asked for. */
export type PaperOf =
  /** @property hourly whether the standard years of the wall are run */
  | { sheet: 'wall' | 'submittal' | 'crew'; wall: string; hourly: boolean }
  | { sheet: 'comparison'; name: string; walls: readonly string[]; decided: Decided | null }
  | { sheet: 'elevation' | 'plates' | 'edges'; only: readonly string[] }
  | { sheet: 'order' | 'site' };

/** A paper that is asked for. */
export interface PaperRequest {
  project: Project;
  of: PaperOf;
  setting: PaperSetting;
}

/**
 * A sheet of a project as data.
 *
 * @param look reads what follows from the project
 * @throws InputError where a number cannot be computed, or there is nothing to show
 */
export function sheetOf(look: Look, of: PaperOf, { units, date }: PaperSetting): Sheet {
  switch (of.sheet) {
    case 'wall':
    case 'submittal':
    case 'crew': {
      const looked = lookAt(look, of.wall, of.hourly, units);
      if (of.sheet === 'crew') return crewSheet(looked, tradeOf(look(houseRules)), units);
      return of.sheet === 'wall'
        ? wallSheet(looked, units, date)
        : submittalSheet(looked, units, date);
    }
    case 'comparison':
      if (of.walls.length < 2)
        throw new InputError('walls', 'a comparison needs at least two walls', '2 to 6 walls');
      return comparisonSheet(look, of.name, of.walls, of.decided, units);
    case 'site':
      return something(siteSheet(look, units, date), 'elevations');
    case 'order':
      return something(orderSheet(look, units), 'elevations');
    default: {
      const make = { elevation: elevationSheet, plates: platesSheet, edges: edgesSheet }[of.sheet];
      return something(make(look, units, of.only), 'only');
    }
  }
}

/** A sheet that has something on it. @throws InputError */
function something(sheet: Sheet, path: string): Sheet {
  if (sheet.blocks.length > 0) return sheet;
  throw new InputError(path, 'there is nothing of it to show', 'ids of what the house has');
}

/** A paper as a PDF. @param derived of its project, where something was derived before @throws InputError */
export const makePaper = (
  { project, of, setting }: PaperRequest,
  derived = new Derived(project),
): Promise<Uint8Array> => pdfOf(sheetOf(derived.look, of, setting), setting);

import { InputError } from '@eldrun/core/errors';
import type { DetailedHouse } from '@eldrun/core/edges';
import type { Materials } from '@eldrun/core/materials';
import type { OrderBook } from '@eldrun/core/order';
import type { PriceBook } from '@eldrun/core/prices';
import type { WallFile } from '@eldrun/core/build-up';
import type { WeatherYear } from '@eldrun/core/climate';
import type { SiteFile } from '@eldrun/core/site';
import { lookAt } from './looked-at.ts';
import { pdfOf } from './pdf.ts';
import { comparisonSheet, type ComparedFile, type Decided } from './sheets/comparison.ts';
import { crewSheet } from './sheets/crew.ts';
import { edgesSheet } from './sheets/edges.ts';
import { elevationSheet, platesSheet } from './sheets/elevations.ts';
import { orderSheet } from './sheets/order.ts';
import { siteSheet } from './sheets/site.ts';
import { submittalSheet } from './sheets/submittal.ts';
import { wallSheet } from './sheets/wall.ts';
import type { PaperSetting, Sheet } from './types.ts';

/** What a sheet is made of. */
export type PaperOf =
  | {
      sheet: 'wall' | 'submittal' | 'crew';
      /** A validated wall file that stands alone. */
      file: WallFile;
      /** Whether its standard years are run. */
      hourly: boolean;
      weather?: WeatherYear | null;
    }
  | { sheet: 'comparison'; name: string; walls: readonly ComparedFile[]; decided: Decided | null }
  | { sheet: 'elevation' | 'plates' | 'edges'; house: DetailedHouse; only: readonly string[] }
  | { sheet: 'order'; house: DetailedHouse; prices: PriceBook | null; order: OrderBook | null }
  | { sheet: 'site'; site: SiteFile };

/** A paper that is asked for. */
export interface PaperRequest {
  of: PaperOf;
  setting: PaperSetting;
  /** Materials beyond the library and what files bring along: a project's, at the prices of its book. */
  materials?: Materials;
}

/**
 * A sheet as data.
 *
 * @throws InputError where a number cannot be computed, or there is nothing to show
 */
export function sheetOf({ of, setting, materials = {} }: PaperRequest): Sheet {
  const { units, date } = setting;
  switch (of.sheet) {
    case 'wall':
    case 'submittal':
    case 'crew': {
      const looked = lookAt(of.file, {
        materials,
        hourly: of.hourly,
        weather: of.weather ?? null,
        units,
      });
      if (of.sheet === 'crew') return crewSheet(looked, units);
      return of.sheet === 'wall'
        ? wallSheet(looked, units, date)
        : submittalSheet(looked, units, date);
    }
    case 'comparison':
      if (of.walls.length < 2)
        throw new InputError('walls', 'a comparison needs at least two walls', '2 to 6 walls');
      return comparisonSheet(of.name, of.walls, of.decided, materials, units);
    case 'site':
      // What was not entered by the day on the paper has not begun.
      return something(siteSheet({ today: date, ...of.site }, materials, units), 'elevations');
    case 'order':
      return something(orderSheet({ ...of, materials }, units), 'elevations');
    default: {
      const make = { elevation: elevationSheet, plates: platesSheet, edges: edgesSheet }[of.sheet];
      return something(make(of.house, materials, units, of.only), 'only');
    }
  }
}

/** A sheet that has something on it. @throws InputError */
function something(sheet: Sheet, path: string): Sheet {
  if (sheet.blocks.length > 0) return sheet;
  throw new InputError(path, 'there is nothing of it to show', 'ids of what the house has');
}

/** A paper as a PDF. @throws InputError */
export const makePaper = (request: PaperRequest): Promise<Uint8Array> =>
  pdfOf(sheetOf(request), request.setting);

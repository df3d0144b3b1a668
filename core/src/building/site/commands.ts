import type { ProjectSite, SiteCommand } from './types.ts';

/** Applies one command. The site given is left as it is. */
export function applySite(site: ProjectSite, command: SiteCommand): ProjectSite {
  switch (command.type) {
    case 'setSite': {
      const merged = { ...site, ...command.fields };
      return Object.fromEntries(
        Object.entries(merged).filter(([, value]) => value !== undefined),
      ) as unknown as ProjectSite;
    }
    case 'setProgress':
      return {
        ...site,
        progress: withItem(site.progress, command.progress, ({ step }) => step),
      };
    case 'removeProgress':
      return {
        ...site,
        progress: (site.progress ?? []).filter(({ step }) => step !== command.step),
      };
    case 'addCheck':
      return { ...site, checks: [...(site.checks ?? []), command.entry] };
    case 'addReading':
      return { ...site, readings: [...(site.readings ?? []), command.reading] };
    case 'setMoves':
      return { ...site, moves: command.moves };
    case 'setLog':
      return { ...site, log: withItem(site.log, command.entry, ({ id }) => id) };
    case 'removeLog':
      return { ...site, log: (site.log ?? []).filter(({ id }) => id !== command.id) };
    case 'setAirTest':
      return { ...site, airTests: withItem(site.airTests, command.test, ({ id }) => id) };
    case 'removeAirTest':
      return { ...site, airTests: (site.airTests ?? []).filter(({ id }) => id !== command.id) };
  }
}

/** In the place of the one of that key; else at the end. */
function withItem<T>(all: readonly T[] = [], item: T, key: (item: T) => string): T[] {
  return all.some((one) => key(one) === key(item))
    ? all.map((one) => (key(one) === key(item) ? item : one))
    : [...all, item];
}

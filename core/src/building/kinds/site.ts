import type { DocumentKind } from './kind.ts';
import { applySite, latestChecks, type ProjectSite, type SiteCommand } from '../site/index.ts';
import { validateProjectSite } from '../site/files.ts';
import { say } from '../../common/units/index.ts';
import type { Brief } from '../../physics/build-up/index.ts';

/** How the walls of a house are built: calendar, crews, choices, what was done, checked, measured and written down. */
export const SITE: DocumentKind<ProjectSite, SiteCommand, Brief> = {
  kind: 'site',
  label: 'site',
  version: 1,
  validate: (value) => validateProjectSite(value),
  apply: applySite,
  references: () => ({ documents: [], materials: [], weather: [] }),
  summarize({ progress = [], checks = [], log = [] }) {
    const failed = [...latestChecks(checks).values()].filter(({ result }) => result === 'fail');
    const figures = {
      done: progress.filter(({ finished }) => finished).length,
      checks: checks.length,
      failed: failed.length,
      log: log.length,
    };
    return {
      judgment: null,
      basis: null,
      title: say`${figures.done} steps done, ${figures.checks} checks, ${figures.failed} of them failed, ${figures.log} entries`,
      worst: null,
      figures,
      more: false,
    };
  },
  // The house is in another document: the page writes the file, with the house in it.
  fileOf: (site) => site,
};

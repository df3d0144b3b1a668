import type { Status } from '@eldrun/core/verdicts';
import type { ListedDocument, ListedWall } from './types.ts';

/** A wall in the words of lists: its judgment, else why there is none. */
export function asListedWall(listed: ListedDocument): ListedWall {
  const { summary } = listed;
  const worst = summary && {
    status: (summary.judgment ?? summary.worst?.status ?? 'fail') as Status,
    title: summary.title,
  };
  return { ...listed, worst };
}

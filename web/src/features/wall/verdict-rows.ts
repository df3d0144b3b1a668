import { computed } from 'vue';
import { besideJudgment } from '@eldrun/core/judgment';
import { messageText } from '@eldrun/core/units';
import type { Status } from '@eldrun/core/verdicts';
import { useJudgment } from '../../project/judgment.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';
import { fixLines, type FixLine } from './fix-lines.ts';

/** A verdict in words. */
export interface VerdictLine {
  id: string;
  status: Status;
  title: string;
  reason: string;
  fixes: FixLine[];
}

/** The verdicts on the open wall in words, worst first; what the simulation outranks is a note. */
export function useVerdictLines() {
  const project = useProject();
  const wall = useWall();
  const judging = useJudgment();
  return computed<VerdictLine[]>(() => {
    const { units } = project;
    const { verdicts, judged } = wall;
    const shown = judging.judgment
      ? besideJudgment(verdicts, judging.judgment, judging.fixes)
      : verdicts;
    return shown.map(({ id, status, title, reason, fixes }) => ({
      id,
      status,
      title: messageText(title, units),
      reason: messageText(reason, units),
      fixes: judged ? fixLines(fixes, judged, units) : [],
    }));
  });
}

import type { Asked, JobName, Told } from './jobs.ts';
import type { Turn } from './turn.ts';

/** A job as a thread does it. */
type Answering = (question: never, turn: Turn<unknown>) => Promise<object | null>;

/** The worker, as far as it is needed. */
export interface Port {
  onmessage: ((event: MessageEvent<Asked>) => void) | null;
  postMessage: (told: Told) => void;
}

/** A job under way. */
interface Doing {
  urgency: number;
  stale: boolean;
  stopped: boolean;
}

/**
 * The worker's side: does what it is asked in steps. Between two steps a more urgent job goes first; what is dropped ends at
 * its next step.
 *
 * @param jobs brings the code of each job
 * @param port where questions come in and answers go out: the worker itself
 */
export function serve(
  jobs: Partial<Record<JobName, () => Promise<{ answer: Answering }>>>,
  port: Port,
): void {
  const doing = new Map<number, Doing>();
  let waiting: (() => void)[] = [];
  const { port1, port2 } = new MessageChannel();
  let turns: (() => void)[] = [];
  port2.onmessage = () => {
    const now = turns;
    turns = [];
    for (const go of now) go();
  };
  /** A turn of the event loop, in which messages come in. */
  const turn = (): Promise<void> =>
    new Promise((resolve) => {
      turns.push(resolve);
      if (turns.length === 1) port1.postMessage(null);
    });
  const tell = (told: Told): void => port.postMessage(told);

  async function pause(mine: Doing): Promise<void> {
    await turn();
    while (!mine.stale && [...doing.values()].some(({ urgency }) => urgency > mine.urgency))
      await new Promise<void>((resolve) => waiting.push(resolve));
  }

  /** Lets those go on that waited for a more urgent job, or were dropped meanwhile. */
  function wake(): void {
    const now = waiting;
    waiting = [];
    for (const go of now) go();
  }

  async function work({ id, job, urgency, question }: Extract<Asked, { job: JobName }>) {
    const mine: Doing = { urgency, stale: false, stopped: false };
    doing.set(id, mine);
    try {
      const { answer } = await jobs[job]!();
      // A burst of edits: what was overtaken is dropped by the next turn.
      await pause(mine);
      const found = mine.stale
        ? null
        : await answer(question as never, {
            pause: () => pause(mine),
            isStale: () => mine.stale,
            isStopped: () => mine.stopped,
            tell: (part) => {
              if (!mine.stale) tell({ id, part });
            },
          });
      tell({ id, answer: mine.stale ? null : found });
    } catch (error) {
      tell({ id, failed: (error as Error).message });
    } finally {
      doing.delete(id);
      wake();
    }
  }

  port.onmessage = ({ data }: MessageEvent<Asked>) => {
    if ('job' in data) return void work(data);
    if ('load' in data) return void jobs[data.load]!();
    const mine = doing.get(data.id);
    if (!mine) return;
    if ('drop' in data) mine.stale = true;
    else mine.stopped = true;
    wake();
  };
}

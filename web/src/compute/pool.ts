import address from 'virtual:compute-worker';
import {
  URGENCY,
  type AnswerOf,
  type Asked,
  type JobName,
  type PartOf,
  type QuestionOf,
  type Told,
  type Urgency,
} from './jobs.ts';

/** A question that waits for a thread, or is being answered. */
interface Task {
  id: number;
  job: JobName;
  urgency: number;
  question: unknown;
  stopped: boolean;
  onPart: (part: never) => void;
  resolve: (answer: never) => void;
  reject: (error: Error) => void;
}

interface Thread {
  worker: Worker;
  /** At most one of each urgency: a more urgent one goes first, the other waits. */
  tasks: Map<number, Task>;
}

/** What was asked of the threads. */
export interface Running<J extends JobName> {
  /** The answer; null where it was dropped. Rejects where the worker fails. */
  answer: Promise<AnswerOf<J> | null>;
  /** Nobody waits for it any more. */
  drop: () => void;
  /** It should end early with what it has. */
  stop: () => void;
}

/** As many threads as cores; a browser that does not say has two. */
export const threadCount = (): number => Math.max(1, navigator.hardwareConcurrency || 2);

const threads: Thread[] = [];
let waiting: Task[] = [];
let last = 0;

/**
 * Asks the threads for something. What is more urgent goes first; what is asked later waits for what is as urgent.
 *
 * @param onPart what there is so far
 */
export function compute<J extends JobName>(
  job: J,
  question: QuestionOf<J>,
  urgency: Urgency,
  onPart: (part: PartOf<J>) => void = () => undefined,
): Running<J> {
  const id = ++last;
  let task: Task;
  const answer = new Promise<AnswerOf<J> | null>((resolve, reject) => {
    task = {
      id,
      job,
      urgency: URGENCY[urgency],
      question,
      stopped: false,
      onPart,
      resolve,
      reject,
    };
    waiting.push(task);
  });
  dispatch();
  return {
    answer,
    drop: () => drop(task),
    stop: () => {
      task.stopped = true;
      post(threadOf(task), { id, stop: true });
    },
  };
}

/** Starts a thread and brings the code of a job: the first question finds it there. */
export function warmUp(job: JobName): void {
  if (threads.length === 0) post(started(), { load: job });
}

const threadOf = ({ id }: Task): Thread | undefined => threads.find(({ tasks }) => tasks.has(id));

function post(thread: Thread | undefined, asked: Asked): void {
  thread?.worker.postMessage(asked);
}

function drop(task: Task): void {
  task.resolve(null as never);
  task.onPart = () => undefined;
  waiting = waiting.filter((one) => one !== task);
  // The thread is free once it says so: it ends at its next step.
  post(threadOf(task), { id: task.id, drop: true });
}

/** Hands what waits to threads that have nothing as urgent, the most urgent and oldest first. */
function dispatch(): void {
  for (const task of waiting.toSorted((a, b) => b.urgency - a.urgency || a.id - b.id)) {
    const thread = freeFor(task);
    if (!thread) continue;
    waiting = waiting.filter((one) => one !== task);
    thread.tasks.set(task.id, task);
    const { id, job, urgency, question, stopped } = task;
    try {
      post(thread, { id, job, urgency, question });
    } catch (error) {
      // What cannot be sent is no fault of the thread.
      thread.tasks.delete(id);
      task.reject(error as Error);
      continue;
    }
    if (stopped) post(thread, { id, stop: true });
  }
}

function freeFor({ urgency }: Task): Thread | null {
  const free = threads
    .filter(({ tasks }) => [...tasks.values()].every((one) => one.urgency < urgency))
    .sort((a, b) => a.tasks.size - b.tasks.size)[0];
  if (free && free.tasks.size === 0) return free;
  if (threads.length < threadCount()) return started();
  return free ?? null;
}

function started(): Thread {
  const worker = new Worker(address, { type: 'module' });
  const thread: Thread = { worker, tasks: new Map() };
  worker.onmessage = ({ data }: MessageEvent<Told>) => {
    const task = thread.tasks.get(data.id);
    if (!task) return;
    if ('part' in data) return task.onPart(data.part as never);
    thread.tasks.delete(data.id);
    if ('failed' in data) task.reject(new Error(data.failed));
    else task.resolve(data.answer as never);
    dispatch();
  };
  worker.onerror = (event) => {
    // What waits goes to another thread; the next question starts a new one.
    worker.terminate();
    threads.splice(threads.indexOf(thread), 1);
    const error = new Error(event.message || 'the worker could not be started');
    for (const task of thread.tasks.values()) task.reject(error);
    thread.tasks.clear();
    dispatch();
  };
  threads.push(thread);
  return thread;
}

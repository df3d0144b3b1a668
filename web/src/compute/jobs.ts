/**
 * What a worker can be asked for, each by its name. All threads have the same code; that of a job comes with its first
 * question.
 */
export const JOBS = {
  edges: () => import('./jobs/edges.ts'),
  explore: () => import('./jobs/explore.ts'),
  facts: () => import('./jobs/facts.ts'),
  heat: () => import('./jobs/heat.ts'),
  house: () => import('./jobs/house.ts'),
  judgment: () => import('./jobs/judgment.ts'),
  site: () => import('./jobs/site.ts'),
  wetting: () => import('./jobs/wetting.ts'),
  years: () => import('./jobs/years.ts'),
};

export type JobName = keyof typeof JOBS;

type Answering<J extends JobName> = Awaited<ReturnType<(typeof JOBS)[J]>>['answer'];

export type QuestionOf<J extends JobName> = Parameters<Answering<J>>[0];
export type AnswerOf<J extends JobName> = NonNullable<Awaited<ReturnType<Answering<J>>>>;
export type PartOf<J extends JobName> = Parameters<Answering<J>>[1] extends {
  tell: (part: infer P) => void;
}
  ? P
  : never;

/** How urgent a job is: what a person waits for after an edit, what a place shows, what goes on in the background. */
export const URGENCY = { edit: 2, shown: 1, background: 0 } as const;

export type Urgency = keyof typeof URGENCY;

/** What a thread is sent. */
export type Asked =
  | { id: number; job: JobName; urgency: number; question: unknown }
  | { id: number; drop: true }
  | { id: number; stop: true }
  /** Its code is brought before it is asked. */
  | { load: JobName };

/** What a thread tells: a part, the answer (null where it was dropped), or that the job failed. */
export type Told =
  { id: number; part: unknown } | { id: number; answer: unknown } | { id: number; failed: string };

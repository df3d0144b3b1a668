import type { Assessment, LayerAssessment } from '../assessment/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import type { Message } from '../../common/units/index.ts';
import type { Command, Fix } from '../wall/index.ts';

export type Status = 'fail' | 'unknown' | 'caution' | 'info' | 'pass';

/** Worst first. */
export const STATUS_ORDER: readonly Status[] = ['fail', 'unknown', 'caution', 'info', 'pass'];

export interface Finding {
  status: Status;
  title: Message;
  reason: Message;
}

export interface Verdict extends Finding {
  id: string;
  fixes: Fix[];
}

/** What must hold after a fix. What the layers alone decide is asked first: it costs next to nothing. */
export interface Satisfied {
  layers?: (after: LayerAssessment) => boolean;
  whole?: (after: Assessment) => boolean;
}

/** What a rule may ask while it looks for a fix. */
export interface FixContext {
  assessment: Assessment;
  materials: Materials;
  /** The wall after commands, or null where they do not make one. */
  assessAfter: (commands: Command[]) => Assessment | null;
  /**
   * Tries commands on the wall.
   *
   * @returns the fix when it satisfies the rule and makes no other verdict worse, else null
   */
  attempt: (label: Message, commands: Command[], satisfied: Satisfied) => Fix | null;
}

interface RuleOf<What> {
  id: string;
  /** What it finds, or null where the question does not arise. */
  judge(assessment: What): Finding | null;
  /** Its fixes, smallest first. Asked only where the finding is a fail or a caution. */
  fixes?(context: FixContext): Fix[];
}

/** One thing Eldrun judges about a wall, from its layers or from its solved section. */
export type LayerRule = RuleOf<LayerAssessment> & { reads: 'layers' };
export type SectionRule = RuleOf<Assessment> & { reads: 'section' };
export type Rule = LayerRule | SectionRule;

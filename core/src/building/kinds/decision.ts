import {
  applyDecision,
  type Decision,
  type DecisionCommand,
} from '../../assembly/decision/index.ts';
import { validateDecision } from '../../assembly/decision/schema.ts';
import type { DocumentKind } from './kind.ts';
import { say } from '../../common/units/index.ts';
import type { Brief } from '../../physics/build-up/index.ts';

/** Which of several walls is built, and why. The states of the walls that it was made on are kept. */
export const DECISION: DocumentKind<Decision, DecisionCommand, Brief> = {
  kind: 'decision',
  label: 'decision',
  version: 1,
  validate: (value) => validateDecision(value),
  apply: applyDecision,
  references: ({ options }) => ({
    documents: options.map(({ wall, revision }) => ({ id: wall, revision })),
    materials: [],
    weather: [],
  }),
  summarize({ options, chosen }) {
    const option = options.find(({ wall }) => wall === chosen)!;
    return {
      judgment: option.judgment.moisture,
      basis: option.judgment.basis,
      title: say`${option.name}, of ${options.length}`,
      worst: null,
      figures: {},
      more: false,
    };
  },
  fileOf: (decision) => decision,
};

// What the hours of the years are asked for: findings of a run, and changes that mend them.

export * from './find-run-fixes.ts';
export * from './run-fixes.ts';
export * from './run-verdicts.ts';

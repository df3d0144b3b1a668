export * from './check.ts';
export * from './fields.ts';

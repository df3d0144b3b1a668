export * from './parse.ts';

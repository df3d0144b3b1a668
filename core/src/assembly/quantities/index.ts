export * from './quantities.ts';

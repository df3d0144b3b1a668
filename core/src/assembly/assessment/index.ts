export * from './assess.ts';

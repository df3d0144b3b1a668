export * from './models/index.ts';

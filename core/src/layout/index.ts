export * from './courses.ts';
export * from './framing.ts';
export * from './furring.ts';
export * from './membrane.ts';
export * from './sheets.ts';
export * from './types.ts';

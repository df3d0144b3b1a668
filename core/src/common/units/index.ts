export * from './day.ts';
export * from './factors.ts';
export * from './format.ts';
export * from './length.ts';
export * from './message.ts';
export * from './parse.ts';
export * from './system.ts';
export * from './tape.ts';

export * from './commands.ts';
export * from './facade-year.ts';
export * from './foil.ts';
export * from './fuels.ts';
export * from './types.ts';
export * from './usual-house.ts';
export * from './words.ts';
export * from './worth.ts';

export * from './library.ts';
export * from './properties.ts';
export * from './search.ts';
export * from './sold.ts';
export * from './types.ts';
export * from './vapor-class.ts';
export * from './basis.ts';
export * from './cladding.ts';

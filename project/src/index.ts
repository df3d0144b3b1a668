// A project as one thing: what is there (`documents`), what follows from it (`walls`, `house`, `site`), what is said of it (`facts`).

export * from './derive.ts';
export * from './documents.ts';
export * from './facts/index.ts';
export * from './house.ts';
export * from './site.ts';
export * from './walls.ts';

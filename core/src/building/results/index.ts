// What the command answers to a house file, as files.

export * from './details-file.ts';
export * from './layout-file.ts';

export * from './condensing-plane.ts';
export * from './profile.ts';

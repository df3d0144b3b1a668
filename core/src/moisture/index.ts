export * from './condensing-plane.ts';
export * from './profile.ts';
export * from './surface.ts';

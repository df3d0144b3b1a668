export * from './condensing-plane.ts';
export * from './profile.ts';
export * from './surface.ts';
export * from './monthly.ts';
export * from './parts.ts';
export * from './outside-share.ts';

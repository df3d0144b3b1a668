export { frameCommands, unframedCommands } from './frame-commands.ts';
export * from './presets.ts';
export { FRAME_SYSTEMS, type FrameSystem } from './systems.ts';

export { frameCommands, unframedCommands } from './frame-commands.ts';
export * from './presets.ts';
export {
  FRAME_SYSTEMS,
  frameLayers,
  usualBetween,
  type Fill,
  type FrameRow,
  type FrameSystem,
} from './systems.ts';

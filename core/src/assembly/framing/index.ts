export { frameCommands, unframedCommands, withoutMembers } from './frame-commands.ts';
export * from './presets.ts';
export {
  FRAME_SYSTEM_ROWS,
  FRAME_SYSTEMS,
  frameLayers,
  usualBetween,
  type Fill,
  type FrameRow,
  type FrameSystem,
  type Unnumbered,
} from './systems.ts';

/** What a save may say of how its document came about: steps, their length in characters, commands. */
export const MAX_SAVED_STEPS = 1000;
export const MAX_STEP_LENGTH = 300;
export const MAX_SAVED_COMMANDS = 10_000;

/** The most combinations of an exploration of which each is simulated. */
export const MOST_HOURLY = 20_000;

/** The largest photo that is kept, bytes. */
export const MAX_PHOTO_SIZE = 12 * 1024 * 1024;

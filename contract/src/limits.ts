/** What a save may say of how its document came about: steps, their length in characters, commands. */
export const MAX_SAVED_STEPS = 1000;
export const MAX_STEP_LENGTH = 300;
export const MAX_SAVED_COMMANDS = 10_000;

/** Tries so often before it gives up: on a busy machine that is minutes. */
const MAX_TRIES = 20_000;

/** Waits until something holds. @throws Error where it never does */
export async function until(holds: () => boolean): Promise<void> {
  for (let tries = 0; !holds(); tries++) {
    if (tries >= MAX_TRIES) throw new Error(`never: ${holds.toString()}`);
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
}

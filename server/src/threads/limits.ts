/** A job took longer, or more memory, than it may. */
export class TooMuchWork extends Error {}

/** A job took longer than it may. */
export class TooLong extends TooMuchWork {}

/** So many jobs wait already that one more is not taken. */
export class TooBusy extends Error {}

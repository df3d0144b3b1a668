/** The two systems a person can read and type in. The core itself knows only SI. */
export type UnitSystem = 'imperial' | 'metric';

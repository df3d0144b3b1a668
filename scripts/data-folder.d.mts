/** A data folder that is gone after use. */
export declare function throwAwayFolder(): string;

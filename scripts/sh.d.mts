/** A port of this machine at which nothing listens. */
export declare function freePort(): Promise<number>;

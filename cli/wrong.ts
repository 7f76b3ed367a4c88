/** Wrong input: one clear line, exit code 1. */
export class Wrong extends Error {}

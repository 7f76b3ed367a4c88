/**
 * For programs that run for seconds, and most of what they run, a few times: less is compiled for speed beside them,
 * and what they make, which lives briefly, has room.
 */
export const SHORT_RUN = ['--interrupt-budget=600000', '--max-semi-space-size=64'];

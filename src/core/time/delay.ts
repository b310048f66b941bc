/** The longest delay of a timer, in milliseconds; a longer one comes at once (HTML, "timers", a signed number of 32 bits). */
const LONGEST = 2 ** 31 - 1

/** A delay that a timer can take, for one in milliseconds. */
export const timerDelay = (milliseconds: number): number => Math.min(milliseconds, LONGEST)

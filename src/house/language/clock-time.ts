/** Times of the day as they are typed and kept: "08:30". */

export const CLOCK_TIME = /^([01]\d|2[0-3]):[0-5]\d$/;

/** Minute of the day, 0-1439. */
export const minutesOf = (clock: string): number =>
  Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3, 5));

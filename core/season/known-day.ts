/** A day known no better than a month either way says nothing of a season. */
const MOST_WITHIN_DAYS = 16

/**
 * Whether a day is known well enough to tell a season by.
 *
 * @param withinDays by how many days either way it may be off
 */
export const tellsSeason = (withinDays: number): boolean => withinDays <= MOST_WITHIN_DAYS

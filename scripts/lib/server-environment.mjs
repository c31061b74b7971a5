/**
 * What every built server is started with, by a command or by a test.
 *
 * Threads come and go with what is asked; the C library gives each an arena of its own, up to eight
 * times the processors, and does not give back what lies scattered in them. Two are enough, and hold
 * a quarter less after a burst of requests (sharp's documentation advises the same).
 */
export const SERVER_ENVIRONMENT = { NODE_ENV: 'production', MALLOC_ARENA_MAX: '2' }

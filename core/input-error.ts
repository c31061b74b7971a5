/**
 * Raised by every core function that is given something it cannot compute with.
 *
 * It names the thing, the rule with its unit and the value received, so that a screen and a
 * web service can both show it as it stands. `pointer` is a JSON pointer to the offending
 * field of the caller's input (`''` for the input as a whole).
 */
export class InputError extends Error {
  constructor(
    message: string,
    readonly pointer: string = '',
    options?: ErrorOptions,
  ) {
    super(message, options)
    this.name = 'InputError'
  }
}

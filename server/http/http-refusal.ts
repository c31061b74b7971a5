/** A request refused before it means anything: its form, size or origin is wrong. */
export class HttpRefusal extends Error {
  constructor(
    readonly status: 400 | 403 | 404 | 405 | 413 | 415 | 428 | 503,
    readonly title: string,
    detail: string,
  ) {
    super(detail)
    this.name = 'HttpRefusal'
  }
}

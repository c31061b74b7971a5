import type { FieldProblem } from '../../../shared/problem'

/** Something a service refuses, and how the web would put it. */
export class Refusal extends Error {
  constructor(
    readonly status: 404 | 409 | 422 | 428,
    readonly title: string,
    detail: string,
    readonly extra: { errors?: FieldProblem[]; current?: unknown } = {},
  ) {
    super(detail)
    this.name = 'Refusal'
  }
}

export const notFound = (what: string, id: string) =>
  new Refusal(404, 'Not found', `There is no ${what} with the id ${id}.`)

/** A field that is well formed but cannot be: an unknown id, more than is left. */
export const unacceptable = (pointer: string, detail: string) =>
  new Refusal(422, 'Cannot be saved', detail, { errors: [{ pointer, detail }] })

export const stale = (what: string, seen: number, current: { rev: number }) =>
  new Refusal(
    409,
    'Changed meanwhile',
    `This ${what} was changed elsewhere since you opened it (you saw version ${seen}, it is at ${current.rev}); nothing was overwritten.`,
    { current },
  )

export const idTaken = (what: string, id: string) =>
  new Refusal(
    409,
    'Id already used',
    `The id ${id} already belongs to another ${what}; nothing was saved.`,
  )

export const stillNeeded = (detail: string) => new Refusal(409, 'Still in use', detail)

/** Runs a write of one thing among several: complaints name where in the whole body it stands. */
export async function atPointer<T>(prefix: string, run: () => Promise<T>): Promise<T> {
  try {
    return await run()
  } catch (error) {
    if (!(error instanceof Refusal) || !error.extra.errors) throw error
    throw new Refusal(error.status, error.title, error.message, {
      ...error.extra,
      errors: error.extra.errors.map(({ pointer, detail }) => ({
        pointer: prefix + pointer,
        detail,
      })),
    })
  }
}

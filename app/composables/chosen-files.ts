/** The files that were chosen in a field for files; none where the event is another's. */
export const chosenFiles = (event: Event): File[] =>
  event.target instanceof HTMLInputElement ? [...(event.target.files ?? [])] : []

/** Empties the field, so that the same file can be chosen again. */
export function emptyField(event: Event): void {
  if (event.target instanceof HTMLInputElement) event.target.value = ''
}

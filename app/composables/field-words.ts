/** What the fields of the log are called on screen; the service names them as its schemas do. */
const WORDS: Record<string, string> = {
  netG: 'the net amount',
  grossG: 'what is on the scale',
  tareG: 'the empty bag',
  dryG: 'the dry weight',
  massG: 'the amount',
  percentWof: 'the percentage',
  gatheredOn: 'the day',
  dyedOn: 'the day',
  doneOn: 'the day',
  sourceId: 'the source',
  patchId: 'the place',
  waterL: 'the water',
  tempC: 'the heat',
  minutes: 'the time in',
  finalPh: 'the final pH',
  commonName: 'the common name',
  scientificName: 'the scientific name',
}

/** A complaint of the service in the words of the screen, as a sentence. */
export function inWords(detail: string): string {
  const said = detail.replace(/\b[a-z]+[A-Z]\w*\b|\bminutes\b/g, (name) => WORDS[name] ?? name)
  return said.charAt(0).toUpperCase() + said.slice(1)
}

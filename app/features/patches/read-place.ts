/**
 * Coordinates from whatever was pasted: `54.33, -2.27`, `54.33 N 2.27 W`, `54°19'30"N, 2°15'W`,
 * `geo:54.33,-2.27`.
 *
 * @returns degrees north and east, or null where it cannot be read
 */
export function readPlace(text: string): { lat: number; lon: number } | null {
  const found = [
    ...text
      .replace(/^geo:/i, '')
      .replace(/[’′]/g, "'")
      .replace(/[”″]/g, '"')
      .matchAll(
        /([NSEW])?\s*([+-]?\d+(?:\.\d+)?)\s*(?:°|deg|(?=[\s,;NSEW]|$))\s*(?:(\d+(?:\.\d+)?)\s*')?\s*(?:(\d+(?:\.\d+)?)\s*")?\s*([NSEW])?/gi,
      ),
  ].map((match) => ({
    degrees: toDegrees(match[2]!, match[3], match[4]),
    letter: (match[1] ?? match[5] ?? '').toUpperCase(),
  }))
  if (found.length !== 2) return null
  const [first, second] = found as [(typeof found)[0], (typeof found)[0]]
  const swapped = 'EW'.includes(first.letter) && first.letter !== ''
  const [north, east] = swapped ? [second, first] : [first, second]
  const lat = north.letter === 'S' ? -north.degrees : north.degrees
  const lon = east.letter === 'W' ? -east.degrees : east.degrees
  return Math.abs(lat) <= 90 && Math.abs(lon) <= 180 ? { lat, lon } : null
}

function toDegrees(degrees: string, minutes = '0', seconds = '0'): number {
  const whole = Number(degrees)
  const rest = Number(minutes) / 60 + Number(seconds) / 3600
  return degrees.startsWith('-') ? whole - rest : whole + rest
}

import { newId } from '~~/shared/ids'
import type { Problem } from '~~/shared/problem'

/**
 * Sends photos one by one; each is stored without the place it was taken at.
 *
 * @returns what was not taken and why, in words; empty where all were
 */
export async function uploadPhotos(
  files: readonly File[],
  of: { lotId: string } | { jarId: string; roundId?: string },
): Promise<string> {
  const trouble: string[] = []
  for (const file of files) {
    const why = await uploadPhoto(file, { id: newId(), ...of })
    if (why) trouble.push(why)
  }
  return trouble.join(' ')
}

/** @returns why it was not taken, in words; empty where it was */
export async function uploadPhoto(
  file: File,
  of: { id: string } & (
    { lotId: string } | { jarId: string; roundId?: string } | { swatchId: string }
  ),
): Promise<string> {
  const asked = new URLSearchParams({ place: 'drop', ...of }).toString()
  try {
    const answer = await fetch(`/api/pictures?${asked}`, { method: 'POST', body: file })
    return answer.ok ? '' : `${file.name}: ${((await answer.json()) as Problem).detail}`
  } catch {
    return `${file.name}: the log does not answer.`
  }
}

/** Place that a photo tells, if it does; nothing is kept. */
export async function placeInPhoto(file: File): Promise<{ lat: number; lon: number } | null> {
  const { gps } = await import('exifr')
  try {
    const found = (await gps(file)) as { latitude: number; longitude: number } | undefined
    return found && Number.isFinite(found.latitude)
      ? { lat: found.latitude, lon: found.longitude }
      : null
  } catch {
    return null
  }
}
